'use client';

import { Button } from '@mantine/core';
import { resolvedCast, type Kind } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, SelectField } from './fields';

type Parts = NonNullable<Kind['parts']>;

const MOST_PARTS = 8;

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
          <NumberField
            label={`Part ${index + 1} ahead`}
            value={part.at[0]}
            unit="cells ahead"
            min={-16}
            max={16}
            step={0.25}
            width={78}
            onCommit={(ahead) => replace(index, { ...part, at: [ahead, part.at[1]] })}
          />
          <NumberField
            label={`Part ${index + 1} to the right`}
            value={part.at[1]}
            unit="cells to its right"
            min={-16}
            max={16}
            step={0.25}
            width={78}
            onCommit={(right) => replace(index, { ...part, at: [part.at[0], right] })}
          />
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
