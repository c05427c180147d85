'use client';

import { Button, Group, Modal, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { LEAST_LEVEL_SIDE, LIMITS, type NewLevel } from '@/core/index';

interface SizeDialogProps {
  title: string;
  /** What the button that makes it says. */
  action: string;
  children: ReactNode;
  opened: boolean;
  onClose: () => void;
  onCreate: (level: NewLevel) => void;
}

/** Asks for a name, and for the size of a level that is to be made; what will be in it stands below. */
export function SizeDialog({ title, action, children, opened, onClose, onCreate }: SizeDialogProps) {
  const [name, setName] = useState('');
  const [columns, setColumns] = useState<string | number>(30);
  const [view, setView] = useState<NonNullable<NewLevel['view']>>('above');
  const [rows, setRows] = useState<string | number>(18);
  const isWhole = (value: string | number, most: number) =>
    typeof value === 'number' && Number.isInteger(value) && value >= LEAST_LEVEL_SIDE && value <= most;
  const isReady = name.trim() !== '' && isWhole(columns, LIMITS.columns) && isWhole(rows, LIMITS.rows);
  return (
    <Modal opened={opened} onClose={onClose} title={title} centered>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isReady) onCreate({ name: name.trim(), columns: Number(columns), rows: Number(rows), view });
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
            min={LEAST_LEVEL_SIDE}
            max={LIMITS.columns}
            value={columns}
            onChange={setColumns}
          />
          <NumberInput label="Height, cells" min={LEAST_LEVEL_SIDE} max={LIMITS.rows} value={rows} onChange={setRows} />
        </Group>
        <NativeSelect
          label="Seen from"
          mt="sm"
          value={view}
          data={[
            { value: 'above', label: 'above' },
            { value: 'side', label: 'the side: bodies fall' },
          ]}
          onChange={(event) => setView(event.currentTarget.value as typeof view)}
        />
        <p className="quiet">{children}</p>
        <Group justify="flex-end">
          <Button type="submit" disabled={!isReady}>
            {action}
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
