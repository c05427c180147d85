'use client';

import { Button, Group, Modal, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import type { NewLevel } from '@/core/index';
import { sizeOf, SizeFields, USUAL_SIZE } from './SizeFields';

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
  const [wished, setWished] = useState(USUAL_SIZE);
  const size = sizeOf(wished);
  const isReady = name.trim() !== '' && size !== undefined;
  return (
    <Modal opened={opened} onClose={onClose} title={title} centered>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isReady) onCreate({ name: name.trim(), ...size });
        }}
      >
        <TextInput
          label="Name"
          data-autofocus
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <SizeFields size={wished} onChange={setWished} />
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
