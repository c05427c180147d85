'use client';

import { Button, Group, Modal } from '@mantine/core';
import css from './shelf.module.css';

/** Asks before a game is taken off the shelf. */
export function RemoveDialog({ name, onKeep, onRemove }: { name: string; onKeep: () => void; onRemove: () => void }) {
  return (
    <Modal opened onClose={onKeep} title={`Remove ${name}?`} centered>
      <p className={css.first}>
        It goes from the shelf with its batches. For thirty days it can be brought back from the end of the shelf.
      </p>
      <Group justify="flex-end">
        <Button variant="default" onClick={onKeep}>
          Keep it
        </Button>
        <Button color="clay" onClick={onRemove}>
          Remove it
        </Button>
      </Group>
    </Modal>
  );
}
