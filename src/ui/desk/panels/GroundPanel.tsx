'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands, FOOTINGS, HATCHINGS, USUAL, type Terrain } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { describeGround } from '../describeGround';
import { ColourField, NumberField, Row, SelectField, SwitchField, TextField } from './fields';
import { ValueField } from './ValueField';
import { GroundSwatch } from './GroundSwatch';
import { SidePanel } from './SidePanel';

/** The game's own list of ground types, and everything that each does. */
export function GroundPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const brush = useFollowed(session, (state) => state.brush);
  const [chosen, setChosen] = useState<string>();
  const ground =
    game.terrain.find((candidate) => candidate.id === chosen) ??
    game.terrain.find((candidate) => candidate.glyph === brush) ??
    game.terrain[0];
  const add = () => {
    let id = '';
    session.change('Add a ground', (draft) => {
      id = commands.addGround(draft, 'New ground');
    });
    setChosen(id);
  };
  return (
    <SidePanel title="Ground" note={`${game.terrain.length} types, for all levels`} onClose={onClose}>
      <div role="listbox" aria-label="Types of ground" style={{ display: 'flex', flexWrap: 'wrap', gap: 4 }}>
        {game.terrain.map((entry) => (
          <button
            key={entry.id}
            type="button"
            role="option"
            aria-selected={entry.id === ground.id}
            title={describeGround(entry)}
            onClick={() => {
              setChosen(entry.id);
              session.store.setState({ brush: entry.glyph });
            }}
            className="chip"
            data-on={entry.id === ground.id || undefined}
          >
            <GroundSwatch ground={entry} /> {entry.name}
          </button>
        ))}
        <Button size="compact-xs" variant="light" onClick={add} disabled={game.terrain.length >= 60}>
          Add a ground
        </Button>
      </div>
      <GroundForm key={ground.id} ground={ground} onChoose={setChosen} />
    </SidePanel>
  );
}

function GroundForm({ ground, onChoose }: { ground: Terrain; onChoose: (id: string) => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const set = <Field extends keyof Terrain>(field: Field, value: Terrain[Field] | undefined) =>
    session.change(`Change ${ground.name}`, (draft) => commands.setGroundField(draft, ground.id, field, value));
  const rename = (name: string) => {
    let id = ground.id;
    session.change(`Rename ${ground.name}`, (draft) => {
      id = commands.renameGround(draft, ground.id, name);
    });
    onChoose(id);
  };
  const cells = commands.countGround(game, ground.id);
  const others = game.terrain.filter((other) => other.id !== ground.id);
  const push = ground.push ?? [0, 0];
  const setPush = (next: [number, number]) => set('push', next[0] === 0 && next[1] === 0 ? undefined : next);
  const setErosion = (strength: number) =>
    session.change(`Change ${ground.name}`, (draft) => {
      commands.setGroundField(draft, ground.id, 'strength', strength > 0 ? strength : undefined);
      const becomes = strength > 0 ? (ground.becomes ?? others.find((other) => !other.solid)?.id) : undefined;
      commands.setGroundField(draft, ground.id, 'becomes', becomes);
    });
  return (
    <div style={{ marginTop: 10, paddingTop: 6, borderTop: '1px solid var(--layer)' }}>
      <Row label="name">
        <TextField label="Name of the ground" value={ground.name} onCommit={rename} />
        <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
          in scripts <span className="mono">{ground.id}</span>
        </span>
      </Row>
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
      <Row label="stops">
        <SwitchField label="Stops bodies" value={ground.solid} onCommit={(value) => set('solid', value)}>
          bodies
        </SwitchField>
        <SwitchField label="Stops sight" value={ground.opaque} onCommit={(value) => set('opaque', value)}>
          sight
        </SwitchField>
      </Row>
      <Row label="footing" hint="Liquid drowns and void swallows what stands in it, unless it floats or is carried">
        <SelectField
          label="Footing"
          value={ground.footing ?? 'firm'}
          width={110}
          options={FOOTINGS.map((value) => ({ value, label: value }))}
          onCommit={(value) => set('footing', value === 'firm' ? undefined : value)}
        />
        {ground.footing === 'slippery' && (
          <NumberField
            label="Grip"
            value={ground.grip ?? USUAL.grip}
            unit="cells/s²"
            min={0.1}
            max={200}
            step={0.5}
            onCommit={(value) => set('grip', value)}
          />
        )}
      </Row>
      <Row label="speed on it">
        <NumberField
          label="Speed factor"
          value={ground.speedFactor ?? 1}
          unit="times"
          min={0.05}
          max={4}
          onCommit={(value) => set('speedFactor', value === 1 ? undefined : value)}
        />
      </Row>
      <Row label="pushes east" hint="A conveyor: moves what stands on it; negative is west">
        <NumberField
          label="Push east"
          value={push[0]}
          unit="cells/s"
          min={-60}
          max={60}
          onCommit={(value) => setPush([value, push[1]])}
        />
      </Row>
      <Row label="pushes south">
        <NumberField
          label="Push south"
          value={push[1]}
          unit="cells/s"
          min={-60}
          max={60}
          onCommit={(value) => setPush([push[0], value])}
        />
      </Row>
      <Row label="harm" hint="Health that it takes from the player; a player has 1 unless its kind says more">
        <NumberField
          label="Harm"
          value={ground.harm ?? 0}
          unit="health a second"
          min={0}
          max={10000}
          onCommit={(value) => set('harm', value > 0 ? value : undefined)}
        />
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
          value={(ground.solid ? ground.lets : ground.bars)?.join(', ') ?? ''}
          placeholder="no tag"
          onCommit={(written) => {
            const tags = written.split(/[\s,]+/).filter((tag) => tag !== '');
            const wrong = tags.find((tag) => !/^[a-z][a-z0-9_-]*$/.test(tag));
            if (wrong !== undefined) return `\`${wrong}\` is no tag: small letters, digits, - and _.`;
            set(ground.solid ? 'lets' : 'bars', tags.length > 0 ? [...new Set(tags)] : undefined);
            return undefined;
          }}
        />
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
      <Row label="path cost" hint="How many cells a cell of it counts when ways are chosen">
        <NumberField
          label="Path cost"
          value={ground.pathCost ?? 1}
          unit="cells a cell"
          min={1}
          max={100}
          onCommit={(value) => set('pathCost', value === 1 ? undefined : value)}
        />
      </Row>
      <Row label="wears away" hint="After so many hits it becomes another ground; 0 bears everything">
        <NumberField
          label="Strength"
          value={ground.strength ?? 0}
          unit="hits, then"
          min={0}
          max={100}
          step={1}
          width={70}
          onCommit={setErosion}
        />
        {ground.strength !== undefined && (
          <SelectField
            label="Becomes"
            value={ground.becomes ?? ''}
            options={others.map((other) => ({ value: other.id, label: other.name }))}
            onCommit={(value) => set('becomes', value)}
          />
        )}
      </Row>
      <p className="quiet" style={{ marginBottom: 6 }}>
        {cells} cells in all levels.
      </p>
      {others.length > 0 && (
        <button
          type="button"
          className="act bad"
          onClick={() =>
            session.change(`Remove ${ground.name}`, (draft) => {
              const instead = others.find((other) => other.solid === ground.solid) ?? others[0];
              commands.removeGround(draft, ground.id, instead.id);
              if (session.state.brush === ground.glyph) session.store.setState({ brush: instead.glyph });
            })
          }
        >
          Remove this ground
          {cells > 0 &&
            `; its cells become ${(others.find((other) => other.solid === ground.solid) ?? others[0]).name}`}
        </button>
      )}
    </div>
  );
}
