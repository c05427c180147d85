'use client';

import { ActionIcon, Popover } from '@mantine/core';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import { commands, type CourseLink, type GameDocument, type Level } from '@/core/index';
import { NumberField, SelectField } from '../desk/panels/fields';
import styles from './course.module.css';
import type { GameEdit } from './useGameEdit';

const ANY_SCORE = 'any points';
const END = '(end)';

const MOST_POINTS = 1_000_000;

/** Where the course goes on from a level; the first way that fits is taken. */
export function LevelLinks({ game, level, onEdit }: { game: GameDocument; level: Level; onEdit: GameEdit }) {
  const links = level.links ?? [];
  const set = (next: CourseLink[]) =>
    void onEdit(`Ways on from ${level.name}`, (draft) => commands.setLinks(draft, level.id, next));
  const following = game.levels[game.levels.indexOf(level) + 1];
  return (
    <Popover position="bottom-start" withArrow width={500}>
      <Popover.Target>
        <button type="button" className="act one-line" aria-label={`Ways on from ${level.name}`}>
          Ways on{links.length > 0 ? ` · ${links.length}` : ''}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        {links.map((link, index) => (
          <LinkRow
            key={index}
            game={game}
            link={link}
            isFirst={index === 0}
            onChange={(part) => set(links.map((own, at) => (at === index ? { ...own, ...part } : own)))}
            onRaise={() => set(raised(links, index))}
            onRemove={() => set(links.filter((_, at) => at !== index))}
          />
        ))}
        <button
          type="button"
          className="act"
          onClick={() => set([...links, { when: 'won', to: (following ?? game.levels[0]).id }])}
        >
          Add a way on
        </button>
        <p className={`quiet ${styles.note}`}>
          The first that fits is taken. Where none does, winning leads to {following?.name ?? 'the end'} and losing ends
          the course.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}

/** The list with one of them before the one that was before it. */
function raised(links: readonly CourseLink[], index: number): CourseLink[] {
  const next = [...links];
  next.splice(index - 1, 0, ...next.splice(index, 1));
  return next;
}

interface LinkRowProps {
  game: GameDocument;
  link: CourseLink;
  isFirst: boolean;
  onChange: (part: Partial<CourseLink>) => void;
  onRaise: () => void;
  onRemove: () => void;
}

function LinkRow({ game, link, isFirst, onChange, onRaise, onRemove }: LinkRowProps) {
  return (
    <div className={styles.link}>
      <Condition link={link} onChange={onChange} />
      <span className="quiet">→</span>
      <SelectField
        label="On to"
        value={link.to ?? END}
        options={[...game.levels.map(({ id, name }) => ({ value: id, label: name })), { value: END, label: 'the end' }]}
        onCommit={(to) => onChange({ to: to === END ? undefined : to })}
      />
      <ActionIcon variant="subtle" size="sm" aria-label="Try this way earlier" disabled={isFirst} onClick={onRaise}>
        <IconArrowUp size={14} />
      </ActionIcon>
      <ActionIcon variant="subtle" size="sm" aria-label="Remove this way" onClick={onRemove}>
        <IconTrash size={14} />
      </ActionIcon>
    </div>
  );
}

function Condition({ link: { when, score }, onChange }: Pick<LinkRowProps, 'link' | 'onChange'>) {
  return (
    <>
      <SelectField
        label="After a run that was"
        width={86}
        value={when}
        options={[
          { value: 'won', label: 'won' },
          { value: 'lost', label: 'lost' },
        ]}
        onCommit={(next) => onChange({ when: next })}
      />
      <SelectField
        label="With how many points"
        width={126}
        value={score === undefined ? ANY_SCORE : 'from'}
        options={[
          { value: ANY_SCORE, label: ANY_SCORE },
          { value: 'from', label: 'points from' },
        ]}
        onCommit={(value) => onChange({ score: value === ANY_SCORE ? undefined : 100 })}
      />
      {score !== undefined && (
        <NumberField
          label="Least points"
          unit=""
          width={84}
          min={-MOST_POINTS}
          max={MOST_POINTS}
          step={10}
          value={score}
          onCommit={(next) => onChange({ score: Math.round(next) })}
        />
      )}
    </>
  );
}
