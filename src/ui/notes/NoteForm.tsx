'use client';

import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import css from './notes.module.css';

interface NoteFormProps {
  label: string;
  placeholder: string;
  /** What the button says. */
  act: string;
  isBusy: boolean;
  /** Whether one begins to write at once. */
  isAtHand?: boolean;
  /** Whether it was written down; what was typed stays where not. */
  onWrite: (text: string) => Promise<boolean>;
}

/** Room for what somebody wants to write; Ctrl+Enter sends it. */
export function NoteForm({ label, placeholder, act, isBusy, isAtHand = false, onWrite }: NoteFormProps) {
  const [text, setText] = useState('');
  const isEmpty = text.trim() === '';
  const send = async () => {
    if (!isEmpty && (await onWrite(text))) setText('');
  };
  return (
    <form
      className={css.form}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Textarea
        aria-label={label}
        placeholder={placeholder}
        autosize
        autoFocus={isAtHand}
        minRows={1}
        maxRows={6}
        maxLength={2000}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
          event.preventDefault();
          void send();
        }}
      />
      <Button type="submit" size="xs" variant="light" loading={isBusy} disabled={isEmpty}>
        {act}
      </Button>
    </form>
  );
}
