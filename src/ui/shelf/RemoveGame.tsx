'use client';

import { Button, Group, Modal } from '@mantine/core';
import { useState } from 'react';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';

/** Takes a game off the shelf after asking; it can be brought back. */
export function RemoveGame({ id, name }: { id: string; name: string }) {
  const act = useAct();
  const [isAsking, setIsAsking] = useState(false);
  const remove = () => {
    setIsAsking(false);
    void act(() => gorgeApi.removeGame(id));
  };
  return (
    <>
      <button type="button" className="act bad" onClick={() => setIsAsking(true)}>
        Remove …
      </button>
      <Modal opened={isAsking} onClose={() => setIsAsking(false)} title={`Remove ${name}?`} centered>
        <p style={{ marginTop: 0 }}>
          It goes from the shelf with its batches. For thirty days it can be brought back from the end of the shelf.
        </p>
        <Group justify="flex-end">
          <Button variant="default" onClick={() => setIsAsking(false)}>
            Keep it
          </Button>
          <Button color="clay" onClick={remove}>
            Remove it
          </Button>
        </Group>
      </Modal>
    </>
  );
}
