'use client';

import { aimQuantity, quantityIn, USUAL_THROWING, type Throwing } from '@/core/index';
import { ControlKnob } from './ControlKnob';
import { SelectField } from './fields';

/** Stands for a kind that is still to be made; no id of a kind is like it. */
const NEW_SHOT = '+';
/** A blow of the reach of an arm, held out for a moment. */
const USUAL_BLOW = { range: 0.8, blow: 0.15 };

interface ThrowingProps {
  throws: Throwing;
  onCommit: (throws: Throwing | undefined) => void;
}

/** What the player throws or strikes with, if anything; the same under every scheme. */
export function ThrowingKnobs({
  throws,
  shots,
  onAddShot,
  onCommit,
}: {
  throws: Throwing | undefined;
  shots: readonly { id: string; name: string }[];
  onAddShot: () => void;
  onCommit: (throws: Throwing | undefined) => void;
}) {
  return (
    <>
      <SelectField
        label="Throws"
        value={throws?.shot ?? ''}
        options={[
          { value: '', label: 'throws nothing' },
          ...shots.map(({ id, name }) => ({ value: id, label: `throws ${name}` })),
          { value: NEW_SHOT, label: 'throws a new shot' },
        ]}
        onCommit={(shot) => {
          if (shot === NEW_SHOT) onAddShot();
          else onCommit(shot === '' ? undefined : { ...(throws ?? USUAL_THROWING), shot });
        }}
      />
      {throws && <HowThrown throws={throws} onCommit={onCommit} />}
      {throws && <WhereThrown throws={throws} onCommit={onCommit} />}
      {throws && <ThrowingNumbers throws={throws} onCommit={onCommit} />}
    </>
  );
}

function HowThrown({ throws, onCommit }: ThrowingProps) {
  return (
    <SelectField
      label="How it is thrown"
      value={throws.blow === undefined ? 'flies' : 'blow'}
      width={186}
      options={[
        { value: 'flies', label: 'it flies' },
        { value: 'blow', label: 'a blow at arm’s length' },
      ]}
      onCommit={(how) => {
        const { blow: _blow, ...others } = throws;
        onCommit(how === 'blow' ? { ...others, ...USUAL_BLOW } : { ...others, range: USUAL_THROWING.range });
      }}
    />
  );
}

function WhereThrown({ throws, onCommit }: ThrowingProps) {
  const { aim, ...others } = throws;
  return (
    <>
      <SelectField
        label="Where it is thrown"
        value={typeof aim === 'number' ? 'angle' : (aim ?? 'facing')}
        width={150}
        options={[
          { value: 'facing', label: 'where it faces' },
          { value: 'pointer', label: 'to the pointer' },
          { value: 'angle', label: 'at a fixed angle' },
        ]}
        onCommit={(where) =>
          onCommit(where === 'facing' ? others : { ...others, aim: where === 'pointer' ? ('pointer' as const) : 0 })
        }
      />
      {typeof aim === 'number' && (
        <ControlKnob of={aimQuantity()} value={aim} onCommit={(angle) => onCommit({ ...throws, aim: angle })} />
      )}
    </>
  );
}

/** In this order; what may be left out is 0 then. */
const NUMBERS = ['blow', 'shotSpeed', 'range', 'cooldown', 'ammunition', 'charge'] as const;

function ThrowingNumbers({ throws, onCommit }: ThrowingProps) {
  return NUMBERS.map((key) => {
    if (key === 'blow' && throws.blow === undefined) return null;
    const mayLack = key === 'ammunition' || key === 'charge';
    return (
      <ControlKnob
        key={key}
        of={quantityIn('throwing', key)}
        value={throws[key] ?? 0}
        least={mayLack ? 0 : undefined}
        onCommit={(value) => onCommit({ ...throws, [key]: mayLack && value === 0 ? undefined : value })}
      />
    );
  });
}
