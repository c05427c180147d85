'use client';

import { Button, Group, Modal, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { commands, LIMITS } from '@/core/index';

interface NewLevelDialogProps {
  opened: boolean;
  onClose: () => void;
  onCreate: (level: { name: string; columns: number; rows: number }) => void;
}

/** Asks for name and size of a level that is to be added. */
export function NewLevelDialog({ opened, onClose, onCreate }: NewLevelDialogProps) {
  const [name, setName] = useState('');
  const [columns, setColumns] = useState<string | number>(30);
  const [rows, setRows] = useState<string | number>(18);
  const isWhole = (value: string | number, most: number) =>
    typeof value === 'number' && Number.isInteger(value) && value >= commands.LEAST_LEVEL_SIDE && value <= most;
  const isReady = name.trim() !== '' && isWhole(columns, LIMITS.columns) && isWhole(rows, LIMITS.rows);
  return (
    <Modal opened={opened} onClose={onClose} title="A new level" centered>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isReady) onCreate({ name: name.trim(), columns: Number(columns), rows: Number(rows) });
        }}
      >
        <TextInput
          label="Name"
          data-autofocus
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Group grow mt="sm">
          <NumberInput
            label="Width, cells"
            min={commands.LEAST_LEVEL_SIDE}
            max={LIMITS.columns}
            value={columns}
            onChange={setColumns}
          />
          <NumberInput
            label="Height, cells"
            min={commands.LEAST_LEVEL_SIDE}
            max={LIMITS.rows}
            value={rows}
            onChange={setRows}
          />
        </Group>
        <p className="quiet">
          Open ground inside a wall, the player in one corner and the exit in the other. Everything else is drawn on the
          desk.
        </p>
        <Group justify="flex-end">
          <Button type="submit" disabled={!isReady}>
            Add and open
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
