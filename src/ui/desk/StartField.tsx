'use client';

import { Popover, TextInput } from '@mantine/core';
import { useState } from 'react';
import { readStart, START_FORMS } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** Where tries begin instead of at the start: an override, never part of the document. */
export function StartField() {
  const { tries, session } = useDesk();
  const overrides = useFollowed(tries, (state) => state.overrides);
  const [isOpen, setIsOpen] = useState(false);
  const [draft, setDraft] = useState('');
  const [fault, setFault] = useState<string>();
  const commit = (text: string) => {
    const read = readStart(text);
    if (!read.ok) {
      setFault(`${read.faults[0].message} ${read.faults[0].hint}`);
      return;
    }
    const { playerAt, from } = read.value;
    tries.setOverrides({
      ...overrides,
      ...(playerAt ? { playerAt } : {}),
      ...(from ? { from: { ...overrides.from, ...from } } : {}),
    });
    setFault(undefined);
    setDraft('');
    setIsOpen(false);
    void tries.start(session.state.game);
  };
  return (
    <Popover opened={isOpen} onChange={setIsOpen} position="bottom-start" withArrow trapFocus>
      <Popover.Target>
        <button
          type="button"
          className="chip river"
          title="Begin a try from a wave, a score, a time or a place"
          onClick={() => setIsOpen(!isOpen)}
        >
          from…
        </button>
      </Popover.Target>
      <Popover.Dropdown className={css.startFields}>
        <TextInput
          size="xs"
          label="Try from"
          placeholder="wave 3"
          value={draft}
          error={fault}
          onChange={(event) => {
            setDraft(event.currentTarget.value);
            setFault(undefined);
          }}
          onKeyDown={(event) => event.key === 'Enter' && draft.trim() !== '' && commit(draft)}
        />
        <p className={`quiet ${css.startAbout}`}>
          {START_FORMS.join(' · ')}. It holds for tries only and is listed under the arena until it is removed.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
