'use client';

import { Button, Group, Modal } from '@mantine/core';
import { writeGame } from '@/core/index';
import { saveText } from '../frame/saveText';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** What was not on the server when the game was left is offered when it is opened again. */
export function KeptDraftNotice() {
  const { saving, session } = useDesk();
  const { kept, revision } = useFollowed(saving, (state) => state);
  const document = kept?.document;
  if (!document) return null;
  const isBasedOnThis = kept.revision === revision;
  const at = new Date(kept.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  return (
    <Modal opened onClose={() => undefined} withCloseButton={false} title="Changes that were not saved" centered>
      <p className={css.first}>
        When this game was left, on {at}, some changes had not reached the server. They were kept in this browser.{' '}
        {isBasedOnThis
          ? 'Taken up, they can be undone step by step.'
          : 'Since then the game has been saved by somebody else: taken up, both are joined, and where they touch the same you choose.'}
      </p>
      <Group justify="flex-end" gap="xs">
        <Button
          variant="subtle"
          onClick={() => saveText(`${session.state.game.id}-kept.gorge.json`, 'application/json', writeGame(document))}
        >
          Download them
        </Button>
        <Button variant="light" onClick={() => saving.dropKept()}>
          Leave them
        </Button>
        <Button onClick={() => void saving.takeUpKept()}>Take them up</Button>
      </Group>
    </Modal>
  );
}
