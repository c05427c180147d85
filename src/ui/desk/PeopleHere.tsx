'use client';

import { Popover, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { GameDocument } from '@/core/index';
import type { Person } from '@/server/contracts/together';
import { useDesk, useFollowed } from './DeskContext';
import css from './company.module.css';

/** So many sentences of what came in are told. */
const MOST_TOLD = 6;

/** Who else has this game open, where each of them is, and what came in from them last. Nothing while one is alone. */
export function PeopleHere() {
  const { session, together, saving } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const others = useFollowed(together, (state) => state.others);
  const heard = useFollowed(saving, (state) => state.heard);
  const [isOpen, setIsOpen] = useState(false);
  if (others.length === 0) return null;
  const onLevel = others.filter((person) => person.levelId === levelId).length;
  const names = [...new Set(others.map(({ name }) => name))].join(', ');
  return (
    <Popover opened={isOpen} onChange={setIsOpen} position="bottom-end" width={320}>
      <Popover.Target>
        <UnstyledButton
          className={css.people}
          data-testid="people-here"
          aria-label={`Also here: ${names}`}
          title="Who else has this game open"
          onClick={() => setIsOpen(!isOpen)}
        >
          <span className="cut">{names}</span>{' '}
          <span className="quiet one-line">{onLevel > 0 ? 'on this level' : 'in this game'}</span>
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown>
        <ul className={css.list}>
          {others.map((person) => (
            <li key={person.id}>
              <b>{person.name}</b> <span className="quiet">{sayWhere(person, game)}</span>
            </li>
          ))}
        </ul>
        {heard && heard.changes.length > 0 && (
          <>
            <p className="heading">Came in last{heard.by === '' ? '' : ` from ${heard.by}`}</p>
            <ul className={`small ${css.list}`}>
              {heard.changes.slice(0, MOST_TOLD).map((change) => (
                <li key={change}>{change}</li>
              ))}
              {heard.changes.length > MOST_TOLD && <li>and {heard.changes.length - MOST_TOLD} more</li>}
            </ul>
          </>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}

/** "on Drying Hall, Hall warden selected" */
function sayWhere({ levelId, selection }: Person, game: GameDocument): string {
  if (levelId === null) return 'on the course';
  const level = game.levels.find(({ id }) => id === levelId);
  if (!level) return 'elsewhere';
  const selected = [...level.pieces, ...level.marks].filter(({ id }) => selection.includes(id));
  if (selected.length === 0) return `on ${level.name}`;
  return `on ${level.name}, ${selected.length === 1 ? selected[0].name : `${selected.length} pieces`} selected`;
}
