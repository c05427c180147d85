'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands, type CellArea, type Lane, type Level } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row, SelectField } from './fields';
import css from './panels.module.css';

/** A lane that is to be added: its way, its place (that of the chosen area, if there is one) and its ground. */
export function NewLaneForm({ level }: { level: Level }) {
  const { session } = useDesk();
  const { game, area } = useFollowed(session, (state) => state);
  const [runs, setRuns] = useState<Lane['runs']>('across');
  const [isBack, setIsBack] = useState(false);
  const [wanted, setWanted] = useState(() => ({ at: Math.floor(level.map.length / 2), size: 1 }));
  // A lane is there to be crossed: open ground, unless something else is chosen.
  const [glyph, setGlyph] = useState(() => (game.terrain.find(({ solid }) => !solid) ?? game.terrain[0]).glyph);
  const place = placeOfLane(level, runs, area, wanted);
  const add = () =>
    session.change('Add a lane', (draft) => {
      const heading = runs === 'across' ? (isBack ? 180 : 0) : isBack ? 270 : 90;
      const { at, size } = place;
      commands.addLane(draft, level.id, {
        name: `Lane ${(level.lanes?.length ?? 0) + 1}`,
        runs,
        at,
        size,
        heading,
        glyph,
      });
    });
  return (
    <div className={css.newLane}>
      <LaneWay runs={runs} isBack={isBack} onRuns={setRuns} onBack={setIsBack} />
      <LanePlace runs={runs} place={place} onChange={(part) => setWanted((old) => ({ ...old, ...part }))} />
      <Row label="ground">
        <SelectField
          label="Lane ground"
          value={glyph}
          options={game.terrain.map((ground) => ({ value: ground.glyph, label: ground.name }))}
          onCommit={setGlyph}
        />
        <Button size="compact-xs" variant="light" onClick={add}>
          Add a lane
        </Button>
      </Row>
    </div>
  );
}

/** Where a new lane lies, in rows or columns of cells: in the chosen area, or as wanted as far as the map goes. */
interface LaneRange {
  at: number;
  size: number;
  most: number;
  isArea: boolean;
}

function placeOfLane(
  { map }: Level,
  runs: Lane['runs'],
  area: CellArea | undefined,
  wanted: { at: number; size: number },
): LaneRange {
  const most = runs === 'across' ? map.length : map[0].length;
  if (area) {
    const [at, size] = runs === 'across' ? [area.row, area.rows] : [area.column, area.columns];
    return { at, size, most, isArea: true };
  }
  const at = Math.min(wanted.at, most - 1);
  return { at, size: Math.min(wanted.size, most - at), most, isArea: false };
}

interface LaneWayProps {
  runs: Lane['runs'];
  isBack: boolean;
  onRuns: (runs: Lane['runs']) => void;
  onBack: (isBack: boolean) => void;
}

function LaneWay({ runs, isBack, onRuns, onBack }: LaneWayProps) {
  return (
    <Row label="runs">
      <SelectField
        label="Lane runs"
        value={runs}
        width={104}
        options={[
          { value: 'across', label: 'across' },
          { value: 'up and down', label: 'up and down' },
        ]}
        onCommit={onRuns}
      />
      <SelectField
        label="Lane heading"
        value={isBack ? 'back' : 'on'}
        width={90}
        options={[
          { value: 'on', label: runs === 'across' ? '→ east' : '↓ south' },
          { value: 'back', label: runs === 'across' ? '← west' : '↑ north' },
        ]}
        onCommit={(value) => onBack(value === 'back')}
      />
    </Row>
  );
}

interface LanePlaceProps {
  runs: Lane['runs'];
  place: LaneRange;
  onChange: (part: { at: number } | { size: number }) => void;
}

function LanePlace({ runs, place: { at, size, most, isArea }, onChange }: LanePlaceProps) {
  return (
    <Row label={runs === 'across' ? 'from row' : 'from column'} hint="A chosen area (tool 5) gives place and size">
      <NumberField
        label="Lane begins at"
        value={at}
        unit=""
        min={0}
        max={most - 1}
        step={1}
        width={64}
        disabled={isArea}
        onCommit={(value) => onChange({ at: Math.round(value) })}
      />
      <NumberField
        label="Lane size"
        value={size}
        unit={isArea ? 'cells, as the area' : 'cells'}
        min={1}
        max={64}
        step={1}
        width={64}
        disabled={isArea}
        onCommit={(value) => onChange({ size: Math.round(value) })}
      />
    </Row>
  );
}
