'use client';

import { ActionIcon, NumberInput, TextInput, Tooltip } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import { MOST_TURNED, type NamedNumber } from '@/core/index';
import { chooseNumber, type ChosenNumber } from './chosenNumber';
import css from './tune.module.css';

interface NumberListProps {
  numbers: readonly NamedNumber[];
  chosen: readonly ChosenNumber[];
  onChoose: (chosen: ChosenNumber[]) => void;
  /** What stands between what is chosen and all that there are. */
  children: ReactNode;
}

/** So many numbers are listed as long as nothing is searched for. */
const FIRST_LISTED = 60;

/** Which numbers are turned, between which values; and all that there are. */
export function NumberList({ numbers, chosen, onChoose, children }: NumberListProps) {
  const [wanted, setWanted] = useState('');
  const found = numbers.filter(({ name }) => name.includes(wanted.trim()) && !chosen.some((one) => one.name === name));
  const isChosen = chosen.some(({ name }) => name.includes(wanted.trim()));
  const isFull = chosen.length >= MOST_TURNED;
  return (
    <aside className={css.numbers} aria-label="Numbers to turn">
      <h2 className="heading">Numbers to turn</h2>
      {chosen.length === 0 && (
        <p className="quiet">
          Choose one below: it is swept over its values. Two make a table; up to three can be solved for.
        </p>
      )}
      {chosen.map((one) => (
        <ChosenRow
          key={one.name}
          one={one}
          number={numbers.find(({ name }) => name === one.name)}
          onChange={(to) => onChoose(chosen.map((own) => (own === one ? to : own)))}
          onRemove={() => onChoose(chosen.filter((own) => own !== one))}
        />
      ))}
      {children}
      <h2 className="heading">All numbers of this level</h2>
      <TextInput
        size="xs"
        aria-label="Find a number"
        placeholder="Find, as in pace"
        value={wanted}
        onChange={(event) => setWanted(event.currentTarget.value)}
      />
      <ul className={css.list}>
        {found.slice(0, FIRST_LISTED).map((number) => (
          <li key={number.fullName}>
            <button
              type="button"
              className={css.number}
              disabled={isFull}
              title={isFull ? `At most ${MOST_TURNED} at once` : number.about}
              onClick={() => onChoose([...chosen, chooseNumber(number)])}
            >
              <span>{number.name}</span>
              <span className="mono quiet">
                {number.value} {number.unit}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 && (
        <p className="quiet">{isChosen ? 'It is chosen already, and stands above.' : 'No number is called so.'}</p>
      )}
      {found.length > FIRST_LISTED && <p className="quiet">{found.length - FIRST_LISTED} more; search for them.</p>}
    </aside>
  );
}

interface ChosenRowProps {
  one: ChosenNumber;
  number: NamedNumber | undefined;
  onChange: (to: ChosenNumber) => void;
  onRemove: () => void;
}

function ChosenRow({ one, number, onChange, onRemove }: ChosenRowProps) {
  const unit = number?.unit ? ` ${number.unit}` : '';
  const field = (label: string, value: number, set: (value: number) => ChosenNumber, width: number) => (
    <NumberInput
      size="xs"
      w={width}
      label={label}
      aria-label={`${one.name}, ${label}`}
      value={value}
      hideControls
      onChange={(to) => typeof to === 'number' && onChange(set(to))}
    />
  );
  return (
    <div className={css.chosen} role="group" aria-label={one.name}>
      <div className={css.chosenHead}>
        <b>{one.name}</b>
        <span className="quiet">
          now {number?.value}
          {unit}
        </span>
        <Tooltip label={`Leave ${one.name} as it is`}>
          <ActionIcon size="xs" variant="subtle" color="gray" aria-label={`Leave out ${one.name}`} onClick={onRemove}>
            <IconX size={14} />
          </ActionIcon>
        </Tooltip>
      </div>
      <div className={css.bounds}>
        {field('from', one.low, (low) => ({ ...one, low }), 84)}
        {field('to', one.high, (high) => ({ ...one, high }), 84)}
        {field('values', one.count, (count) => ({ ...one, count: Math.min(25, Math.max(2, Math.round(count))) }), 62)}
      </div>
    </div>
  );
}
