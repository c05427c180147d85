'use client';

import { commands, FOOTINGS, HATCHINGS, pushQuantities, quantityIn, USUAL, type Terrain } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { ColourField, NameRow, Row, SelectField, SwitchField, TextField } from './fields';
import styles from './panels.module.css';
import { QuantityField } from './QuantityField';
import { ValueField } from './ValueField';

type SetField = <Field extends keyof Terrain>(field: Field, value: Terrain[Field] | undefined) => void;

interface PartProps {
  ground: Terrain;
  set: SetField;
}

/** Everything that a type of ground does; what is left out is shown as what then holds. */
export function GroundForm({ ground, onChoose }: { ground: Terrain; onChoose: (id: string) => void }) {
  const { session } = useDesk();
  const set: SetField = (field, value) =>
    session.change(`Change ${ground.name}`, (draft) => commands.setGroundField(draft, ground.id, field, value));
  return (
    <div className={styles.form}>
      <Looks ground={ground} set={set} onChoose={onChoose} />
      <Stops ground={ground} set={set} />
      <Footing ground={ground} set={set} />
      <Numbers ground={ground} set={set} />
      <Erosion ground={ground} />
      <RemoveGround ground={ground} />
    </div>
  );
}

function Looks({ ground, set, onChoose }: PartProps & { onChoose: (id: string) => void }) {
  const { session } = useDesk();
  const rename = (name: string) => {
    let id = ground.id;
    session.change(`Rename ${ground.name}`, (draft) => {
      id = commands.renameGround(draft, ground.id, name);
    });
    onChoose(id);
  };
  return (
    <>
      <NameRow of="ground" named={ground} onCommit={rename} />
      <Row label="sign in maps" hint="One character; it is changed in every map">
        <TextField
          label="Sign in maps"
          value={ground.glyph}
          width={44}
          maxLength={1}
          onCommit={(value) => set('glyph', value)}
        />
        <ColourField label="Tint" value={ground.tint} onCommit={(value) => set('tint', value)} />
        <SelectField
          label="Hatching"
          value={ground.hatching}
          width={110}
          options={HATCHINGS.map((value) => ({ value, label: value }))}
          onCommit={(value) => set('hatching', value)}
        />
      </Row>
    </>
  );
}

function Stops({ ground, set }: PartProps) {
  const field = ground.solid ? 'lets' : 'bars';
  const readTags = (written: string) => {
    const tags = written.split(/[\s,]+/).filter((tag) => tag !== '');
    const wrong = tags.find((tag) => !/^[a-z][a-z0-9_-]*$/.test(tag));
    if (wrong !== undefined) return `\`${wrong}\` is no tag: small letters, digits, - and _.`;
    set(field, tags.length > 0 ? [...new Set(tags)] : undefined);
    return undefined;
  };
  return (
    <>
      <Row label="stops">
        <SwitchField label="Stops bodies" value={ground.solid} onCommit={(value) => set('solid', value)}>
          bodies
        </SwitchField>
        <SwitchField label="Stops sight" value={ground.opaque} onCommit={(value) => set('opaque', value)}>
          sight
        </SwitchField>
      </Row>
      <Row
        label={ground.solid ? 'lets through' : 'stops only'}
        hint={
          ground.solid
            ? 'Tags of the kinds that pass all the same, shots among them'
            : 'Tags of the kinds that it stops although it is open'
        }
      >
        <ValueField
          label={ground.solid ? 'Tags that it lets through' : 'Tags that it stops'}
          value={ground[field]?.join(', ') ?? ''}
          placeholder="no tag"
          onCommit={readTags}
        />
      </Row>
    </>
  );
}

function Footing({ ground, set }: PartProps) {
  return (
    <>
      <Row label="footing" hint="Liquid drowns and void swallows what stands in it, unless it floats or is carried">
        <SelectField
          label="Footing"
          value={ground.footing ?? 'firm'}
          width={110}
          options={FOOTINGS.map((value) => ({ value, label: value }))}
          onCommit={(value) => set('footing', value === 'firm' ? undefined : value)}
        />
        {ground.footing === 'slippery' && (
          <QuantityField
            of={quantityIn('ground', 'grip')}
            value={ground.grip ?? USUAL.grip}
            onCommit={(value) => set('grip', value)}
          />
        )}
      </Row>
      <Row label="slides" hint="For players of one cell a press">
        <SwitchField
          label="Slides"
          value={ground.slides ?? false}
          onCommit={(value) => set('slides', value ? true : undefined)}
        >
          a step on to it goes on until something stops it
        </SwitchField>
      </Row>
    </>
  );
}

/** Numbers that ground has where they are other than these. */
const NUMBERS = [
  { key: 'speedFactor', usual: 1, label: 'speed on it', hint: undefined },
  {
    key: 'harm',
    usual: 0,
    label: 'harm',
    hint: 'Health that it takes from the player; a player has 1 unless its kind says more',
  },
  { key: 'pathCost', usual: 1, label: 'path cost', hint: 'How many cells a cell of it counts when ways are chosen' },
] as const;

function Numbers({ ground, set }: PartProps) {
  const push = ground.push ?? [0, 0];
  const setPush = (next: [number, number]) => set('push', next[0] === 0 && next[1] === 0 ? undefined : next);
  const [east, south] = pushQuantities();
  return (
    <>
      <Row label="pushes east" hint="A conveyor: moves what stands on it; negative is west">
        <QuantityField of={east} value={push[0]} onCommit={(value) => setPush([value, push[1]])} />
      </Row>
      <Row label="pushes south">
        <QuantityField of={south} value={push[1]} onCommit={(value) => setPush([push[0], value])} />
      </Row>
      {NUMBERS.map(({ key, usual, label, hint }) => (
        <Row key={key} label={label} hint={hint}>
          <QuantityField
            of={quantityIn('ground', key)}
            value={ground[key] ?? usual}
            onCommit={(value) => set(key, value === usual ? undefined : value)}
          />
        </Row>
      ))}
    </>
  );
}

function Erosion({ ground }: { ground: Terrain }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const others = game.terrain.filter((other) => other.id !== ground.id);
  const setErosion = (strength: number) =>
    session.change(`Change ${ground.name}`, (draft) => {
      commands.setGroundField(draft, ground.id, 'strength', strength > 0 ? strength : undefined);
      const becomes = strength > 0 ? (ground.becomes ?? others.find((other) => !other.solid)?.id) : undefined;
      commands.setGroundField(draft, ground.id, 'becomes', becomes);
    });
  const setBecomes = (value: string) =>
    session.change(`Change ${ground.name}`, (draft) => commands.setGroundField(draft, ground.id, 'becomes', value));
  return (
    <Row label="wears away" hint="After so many hits it becomes another ground; 0 bears everything">
      <QuantityField
        of={quantityIn('ground', 'strength')}
        value={ground.strength ?? 0}
        least={0}
        width={70}
        onCommit={setErosion}
      />
      {ground.strength !== undefined && (
        <SelectField
          label="Becomes"
          value={ground.becomes ?? ''}
          options={others.map((other) => ({ value: other.id, label: other.name }))}
          onCommit={setBecomes}
        />
      )}
    </Row>
  );
}

function RemoveGround({ ground }: { ground: Terrain }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const cells = commands.countGround(game, ground.id);
  const others = game.terrain.filter((other) => other.id !== ground.id);
  const instead = others.find((other) => other.solid === ground.solid) ?? others.at(0);
  const remove = (becomes: Terrain) =>
    session.change(`Remove ${ground.name}`, (draft) => {
      commands.removeGround(draft, ground.id, becomes.id);
      if (session.state.brush === ground.glyph) session.store.setState({ brush: becomes.glyph });
    });
  return (
    <>
      <p className="quiet">{cells} cells in all levels.</p>
      {instead && (
        <button type="button" className="act bad" onClick={() => remove(instead)}>
          Remove this ground{cells > 0 && `; its cells become ${instead.name}`}
        </button>
      )}
    </>
  );
}
