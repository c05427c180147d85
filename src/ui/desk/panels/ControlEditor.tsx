'use client';

import { useState } from 'react';
import { commands, controlFields, SCHEMES, startingControl, type Control, type Kind, type Scheme } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { ControlKnob, PixelsContext } from './ControlKnob';
import { SelectField, SwitchField } from './fields';
import styles from './panels.module.css';
import { ThrowingKnobs } from './ThrowingKnobs';

/** The control scheme of a kind and its knobs; "none" for everything that no player steers. */
export function ControlEditor({ kind, onCommit }: { kind: Kind; onCommit: (control: Control | undefined) => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { control } = kind;
  const others = game.cast.filter((entry) => entry.id !== kind.id && !entry.control);
  const [inPixels, setInPixels] = useState(false);
  const addShot = () =>
    session.change(`A shot for ${kind.name}`, (draft) => {
      commands.addShot(draft, kind.id, session.level.rules.loseWhenTouching);
    });
  return (
    <PixelsContext value={inPixels ? game.pixelsPerCell : undefined}>
      <div className={styles.wrap}>
        <SelectField
          label="Control scheme"
          value={control?.scheme ?? 'none'}
          width={150}
          options={[{ value: 'none', label: 'none' }, ...SCHEMES.map((value) => ({ value, label: value }))]}
          onCommit={(value) => onCommit(value === 'none' ? undefined : startingControl(value as Scheme, others[0]?.id))}
        />
        {control && (
          <SelectField
            label="Lengths and speeds in"
            value={inPixels ? 'px' : 'cells'}
            width={96}
            options={[
              { value: 'cells', label: 'in cells' },
              { value: 'px', label: 'in px' },
            ]}
            onCommit={(unit) => setInPixels(unit === 'px')}
          />
        )}
        {control && <SchemeKnobs control={control} onCommit={onCommit} />}
        {control && (
          <ThrowingKnobs
            throws={control.throws}
            shots={others}
            onAddShot={addShot}
            onCommit={(throws) => onCommit({ ...control, throws })}
          />
        )}
      </div>
    </PixelsContext>
  );
}

/** What switches of controls say beside them. */
const SAYS: Readonly<Record<string, string>> = {
  evenDiagonals: 'diagonals as fast as straights',
  goesOn: 'sets where it goes, round what stands in the way',
};

/** The numbers and words of a scheme, as its shape has them. */
function SchemeKnobs({ control, onCommit }: { control: Control; onCommit: (control: Control) => void }) {
  const values = control as unknown as Record<string, unknown>;
  const set = (key: string, value: unknown) => onCommit({ ...control, [key]: value } as Control);
  return controlFields(control.scheme).map((field) => {
    const { type, key } = field;
    const value = values[key];
    switch (type) {
      case 'number':
        return <ControlKnob key={key} of={field.spec} value={Number(value ?? 0)} onCommit={(next) => set(key, next)} />;
      case 'switch':
        return (
          <SwitchField key={key} label={field.label} value={value === true} onCommit={(next) => set(key, next)}>
            {SAYS[key]}
          </SwitchField>
        );
      case 'choice':
        return (
          <SelectField
            key={key}
            label={field.label}
            value={String(value)}
            width={110}
            options={field.options.map((option) => ({ value: option, label: option }))}
            onCommit={(next) => set(key, next)}
          />
        );
    }
  });
}
