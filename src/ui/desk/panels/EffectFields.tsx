'use client';

import { effectFields, type Effect } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { SelectField } from './fields';
import styles from './panels.module.css';
import { QuantityField } from './QuantityField';

interface EffectProps<Of extends Effect = Effect> {
  effect: Of;
  onCommit: (effect: Effect) => void;
}

/** What an effect is about, and how much of it: as its shape says. */
export function EffectFields({ effect, onCommit }: EffectProps) {
  if (effect.effect === 'teleport') return <TeleportFields effect={effect} onCommit={onCommit} />;
  if (effect.effect === 'open') return <OpenFields effect={effect} onCommit={onCommit} />;
  const fields = effectFields(effect.effect);
  if (fields.length === 0) return <span className="quiet">at once</span>;
  const values = effect as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) => onCommit({ ...effect, [key]: value } as Effect);
  return fields.map((field) => {
    const { type, key } = field;
    if (type === 'number')
      return (
        <QuantityField
          key={key}
          of={field.spec}
          value={Number(values[key])}
          width={66}
          onCommit={(value) => set(key, value)}
        />
      );
    if (type === 'switch') return null;
    return (
      <SelectField
        key={key}
        label={field.label}
        value={String(values[key])}
        options={field.options.map((option) => ({ value: option, label: option }))}
        onCommit={(value) => set(key, value)}
      />
    );
  });
}

function useMarks(): { value: string; label: string }[] {
  const { session } = useDesk();
  return (
    useFollowed(session, (state) => state.game) &&
    session.level.marks.map(({ id, name }) => ({ value: id, label: name }))
  );
}

function TeleportFields({ effect, onCommit }: EffectProps<Extract<Effect, { effect: 'teleport' }>>) {
  const marks = useMarks();
  return (
    <SelectField label="To the mark" value={effect.to} options={marks} onCommit={(to) => onCommit({ ...effect, to })} />
  );
}

function OpenFields({ effect, onCommit }: EffectProps<Extract<Effect, { effect: 'open' }>>) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const marks = useMarks();
  const grounds = game.terrain.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <div className={styles.chips}>
      <SelectField
        label="In the mark"
        value={effect.area}
        options={marks}
        onCommit={(area) => onCommit({ ...effect, area })}
      />
      <SelectField
        label="Ground that opens"
        value={effect.ground}
        options={grounds}
        onCommit={(ground) => onCommit({ ...effect, ground })}
      />
      <SelectField
        label="Becomes"
        value={effect.becomes}
        options={grounds}
        onCommit={(becomes) => onCommit({ ...effect, becomes })}
      />
      <SelectField
        label="Needs"
        value={effect.needs ?? ''}
        options={[
          { value: '', label: 'needs nothing' },
          ...game.cast.map(({ id, name }) => ({ value: id, label: `needs ${name}` })),
        ]}
        onCommit={(needs) => {
          const { needs: _before, ...others } = effect;
          onCommit(needs === '' ? others : { ...others, needs });
        }}
      />
    </div>
  );
}
