'use client';

import { Button, Group, Modal } from '@mantine/core';
import { writeGame } from '@/core/index';
import { saveText } from '../frame/saveText';
import { useDesk, useFollowed } from './DeskContext';

/** Two tabs on one game: says so and lets the designer choose; nothing is lost either way. */
export function ClashNotice() {
  const { saving, session } = useDesk();
  const isOpen = useFollowed(saving, (state) => state.status === 'clash');
  const keepFile = () => {
    const { game } = session.state;
    saveText(`${game.id}-mine.gorge.json`, 'application/json', writeGame(game));
  };
  return (
    <Modal
      opened={isOpen}
      onClose={() => undefined}
      withCloseButton={false}
      title="This game was changed elsewhere"
      centered
    >
      <p style={{ marginTop: 0 }}>
        Somebody, perhaps you in another tab, has saved this game since you opened it here. Nothing was overwritten:
        their version is on the server, yours is still here.
      </p>
      <Group justify="flex-end" gap="xs">
        <Button variant="subtle" onClick={keepFile}>
          Download mine
        </Button>
        <Button variant="light" onClick={() => void saving.takeTheirs()}>
          Take theirs
        </Button>
        <Button onClick={() => void saving.saveOverTheirs()}>Save mine over it</Button>
      </Group>
    </Modal>
  );
}
