'use client';

import { ActionIcon, Popover } from '@mantine/core';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import { commands, type CourseLink, type GameDocument, type Level } from '@/core/index';
import { NumberField, SelectField } from '../desk/panels/fields';

const ANY_SCORE = 'any points';
const END = '(end)';

/** Where the course goes on from a level; the first way that fits is taken. */
export function LevelLinks({
  game,
  level,
  onEdit,
}: {
  game: GameDocument;
  level: Level;
  onEdit: (label: string, recipe: (draft: GameDocument) => void) => Promise<boolean>;
}) {
  const links = level.links ?? [];
  const set = (next: CourseLink[]) =>
    void onEdit(`Ways on from ${level.name}`, (draft) => commands.setLinks(draft, level.id, next));
  const change = (index: number, part: Partial<CourseLink>) =>
    set(links.map((link, at) => (at === index ? { ...link, ...part } : link)));
  const following = game.levels[game.levels.indexOf(level) + 1];
  return (
    <Popover position="bottom-start" withArrow width={500}>
      <Popover.Target>
        <button
          type="button"
          className="act"
          style={{ whiteSpace: 'nowrap' }}
          aria-label={`Ways on from ${level.name}`}
        >
          Ways on{links.length > 0 ? ` · ${links.length}` : ''}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        {links.map((link, index) => (
          <div key={index} style={{ display: 'flex', gap: 6, alignItems: 'center', marginBottom: 6 }}>
            <SelectField
              label="After a run that was"
              width={86}
              value={link.when}
              options={[
                { value: 'won', label: 'won' },
                { value: 'lost', label: 'lost' },
              ]}
              onCommit={(when) => change(index, { when })}
            />
            <SelectField
              label="With how many points"
              width={126}
              value={link.score === undefined ? ANY_SCORE : 'from'}
              options={[
                { value: ANY_SCORE, label: ANY_SCORE },
                { value: 'from', label: 'points from' },
              ]}
              onCommit={(value) => change(index, { score: value === ANY_SCORE ? undefined : 100 })}
            />
            {link.score !== undefined && (
              <NumberField
                label="Least points"
                unit=""
                width={84}
                min={-1_000_000}
                max={1_000_000}
                step={10}
                value={link.score}
                onCommit={(score) => change(index, { score: Math.round(score) })}
              />
            )}
            <span className="quiet">→</span>
            <SelectField
              label="On to"
              value={link.to ?? END}
              options={[
                ...game.levels.map(({ id, name }) => ({ value: id, label: name })),
                { value: END, label: 'the end' },
              ]}
              onCommit={(to) => change(index, { to: to === END ? undefined : to })}
            />
            <ActionIcon
              variant="subtle"
              size="sm"
              aria-label="Try this way earlier"
              disabled={index === 0}
              onClick={() =>
                set(links.map((own, at) => links[at === index ? at - 1 : at === index - 1 ? index : at] ?? own))
              }
            >
              <IconArrowUp size={14} />
            </ActionIcon>
            <ActionIcon
              variant="subtle"
              size="sm"
              aria-label="Remove this way"
              onClick={() => set(links.filter((_, at) => at !== index))}
            >
              <IconTrash size={14} />
            </ActionIcon>
          </div>
        ))}
        <button
          type="button"
          className="act"
          onClick={() => set([...links, { when: 'won', to: (following ?? game.levels[0]).id }])}
        >
          Add a way on
        </button>
        <p className="quiet" style={{ margin: '6px 0 0' }}>
          The first that fits is taken. Where none does, winning leads to {following?.name ?? 'the end'} and losing ends
          the course.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
