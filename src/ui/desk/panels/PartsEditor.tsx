'use client';

import { Button } from '@mantine/core';
import { resolvedCast, type Kind } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, SelectField } from './fields';
import css from './panels.module.css';

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
  const remove = (index: number) => {
    const left = parts.filter((_, at) => at !== index);
    onCommit(left.length > 0 ? left : undefined);
  };
  return (
    <div className={css.parts}>
      {parts.map((part, index) => (
        <PartForm
          key={index}
          name={`Part ${index + 1}`}
          part={part}
          options={options}
          onCommit={(next) => onCommit(parts.map((own, at) => (at === index ? next : own)))}
          onRemove={() => remove(index)}
        />
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

interface PartFormProps {
  name: string;
  part: Parts[number];
  /** Kinds that can be a part. */
  options: { value: string; label: string }[];
  onCommit: (part: Parts[number]) => void;
  onRemove: () => void;
}

function PartForm({ name, part, options, onCommit, onRemove }: PartFormProps) {
  const isListed = options.some(({ value }) => value === part.kind);
  return (
    <div className={css.part}>
      <SelectField
        label={name}
        value={part.kind}
        width={104}
        options={isListed ? options : [...options, { value: part.kind, label: part.kind }]}
        onCommit={(kind) => onCommit({ ...part, kind })}
      />
      <button type="button" className="act bad" aria-label={`Remove ${name.toLowerCase()}`} onClick={onRemove}>
        Remove
      </button>
      {OFFSETS.map(({ label, unit, place }) => (
        <NumberField
          key={label}
          label={`${name} ${label}`}
          value={place(part.at)}
          unit={unit}
          min={-16}
          max={16}
          step={0.25}
          width={78}
          onCommit={(value) => onCommit({ ...part, at: label === 'ahead' ? [value, part.at[1]] : [part.at[0], value] })}
        />
      ))}
    </div>
  );
}
