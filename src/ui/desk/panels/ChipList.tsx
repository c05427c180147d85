'use client';

import { TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import styles from './panels.module.css';

export interface ChipEntry {
  id: string;
  name: string;
  title: string;
  /** Whether this level has it: those stand first. */
  isHere: boolean;
  /** What stands on the chip before its name. */
  sign: ReactNode;
}

interface ChipListProps {
  label: string;
  entries: readonly ChipEntry[];
  chosen: string;
  onChoose: (id: string) => void;
}

/** With so many entries one looks for a name. */
const SEARCHED_FROM = 12;

/** A list of the game to choose from: what this level has first, then the others; a long one can be searched. */
export function ChipList({ label, entries, chosen, onChoose }: ChipListProps) {
  const [sought, setSought] = useState('');
  const found = entries.filter(({ name }) => name.toLowerCase().includes(sought.trim().toLowerCase()));
  const [here, elsewhere] = [found.filter(({ isHere }) => isHere), found.filter(({ isHere }) => !isHere)];
  const chip = ({ id, name, title, sign }: ChipEntry) => (
    <button
      key={id}
      type="button"
      role="option"
      aria-selected={id === chosen}
      className="chip"
      data-on={id === chosen || undefined}
      title={title}
      onClick={() => onChoose(id)}
    >
      {sign}
      {name}
    </button>
  );
  return (
    <>
      {entries.length >= SEARCHED_FROM && (
        <TextInput
          size="xs"
          aria-label={`Find in: ${label}`}
          placeholder={`one of ${entries.length}`}
          value={sought}
          onChange={(event) => setSought(event.currentTarget.value)}
        />
      )}
      <div role="listbox" aria-label={label} className={styles.kinds}>
        {here.map(chip)}
        {here.length > 0 && elsewhere.length > 0 && (
          <span role="presentation" className={`quiet ${styles.elsewhere}`}>
            not in this level:
          </span>
        )}
        {elsewhere.map(chip)}
        {found.length === 0 && <span className="quiet">Nothing by that name.</span>}
      </div>
    </>
  );
}
