'use client';

import { Button, Group, Modal } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';

/** Takes a game off the shelf after asking; it can be brought back. */
export function RemoveGame({ id, name }: { id: string; name: string }) {
  const client = useQueryClient();
  const [isAsking, setIsAsking] = useState(false);
  const remove = async () => {
    setIsAsking(false);
    try {
      await gorgeApi.removeGame(id);
      await client.invalidateQueries();
    } catch (error) {
      const fault = faultOf(error);
      notifications.show({ color: 'clay', title: fault.message, message: fault.hint });
    }
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
          <Button color="clay" onClick={() => void remove()}>
            Remove it
          </Button>
        </Group>
      </Modal>
    </>
  );
}
