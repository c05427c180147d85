'use client';

import { Button } from '@mantine/core';
import { resolvedCast, type Kind } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, SelectField } from './fields';

type Parts = NonNullable<Kind['parts']>;

const MOST_PARTS = 8;

const OFFSETS = [
  { label: 'ahead', unit: 'cells ahead', place: ([ahead]: readonly [number, number]) => ahead },
  { label: 'to the right', unit: 'cells to its right', place: ([, right]: readonly [number, number]) => right },
] as const;

/** Other bodies that are fixed to a kind: which, and where before it and to its right. */
export function PartsEditor({ kind, onCommit }: { kind: Kind; onCommit: (parts: Parts | undefined) => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const parts = kind.parts ?? [];
  // The player has no parts and is none, and what has parts of its own can be no part.
  const options = [...resolvedCast(game).values()]
    .filter((own) => own.id !== kind.id && !own.control && !own.parts?.length && !own.blocks)
    .map(({ id, name }) => ({ value: id, label: name }));
  const replace = (index: number, part: Parts[number]) => onCommit(parts.map((own, at) => (at === index ? part : own)));
  const remove = (index: number) => {
    const left = parts.filter((_, at) => at !== index);
    onCommit(left.length > 0 ? left : undefined);
  };
  return (
    <div style={{ display: 'flex', flexDirection: 'column', gap: 6, alignItems: 'flex-start' }}>
      {parts.map((part, index) => (
        <div
          key={index}
          style={{ display: 'grid', gridTemplateColumns: 'auto auto', gap: '4px 6px', alignItems: 'center' }}
        >
          <SelectField
            label={`Part ${index + 1}`}
            value={part.kind}
            width={104}
            options={
              options.some(({ value }) => value === part.kind)
                ? options
                : [...options, { value: part.kind, label: part.kind }]
            }
            onCommit={(id) => replace(index, { ...part, kind: id })}
          />
          <button
            type="button"
            className="act bad"
            aria-label={`Remove part ${index + 1}`}
            onClick={() => remove(index)}
          >
            Remove
          </button>
          {OFFSETS.map(({ label, unit, place }) => (
            <NumberField
              key={label}
              label={`Part ${index + 1} ${label}`}
              value={place(part.at)}
              unit={unit}
              min={-16}
              max={16}
              step={0.25}
              width={78}
              onCommit={(value) =>
                replace(index, { ...part, at: label === 'ahead' ? [value, part.at[1]] : [part.at[0], value] })
              }
            />
          ))}
        </div>
      ))}
      {parts.length < MOST_PARTS && options.length > 0 && (
        <Button
          size="compact-xs"
          variant="light"
          onClick={() => onCommit([...parts, { kind: options[0].value, at: [1, 0] }])}
        >
          Fix a part to it
        </Button>
      )}
    </div>
  );
}
