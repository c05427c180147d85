'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands, markBox, resolvedCast, type Lane, type Level, type Mark } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row, SelectField, TextField } from './fields';
import { SidePanel } from './SidePanel';
import { WholeLevel } from './WholeLevel';

/** What holds for this level as a whole, its marks and its lanes. */
export function LevelPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { level } = session;
  return (
    <SidePanel title="Level" note={level.name} onClose={onClose}>
      <WholeLevel level={level} tags={[...new Set([...resolvedCast(game).values()].flatMap((kind) => kind.names))]} />
      <h3 className="heading" style={{ margin: '14px 0 2px' }}>
        Marks
      </h3>
      <p className="quiet" style={{ margin: 0 }}>
        Named points, lines and areas; the Mark tool (6) adds more.
      </p>
      {level.marks.map((mark) => (
        <MarkRow key={mark.id} mark={mark} />
      ))}
      <h3 className="heading" style={{ margin: '14px 0 2px' }}>
        Lanes
      </h3>
      {(level.lanes ?? []).map((lane) => (
        <LaneRow key={lane.id} lane={lane} />
      ))}
      <NewLaneForm level={level} />
    </SidePanel>
  );
}

function MarkRow({ mark }: { mark: Mark }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const isChosen = useFollowed(session, (state) => state.selection.includes(mark.id));
  const levelId = session.state.levelId;
  const stays = commands.whyMarkStays(game, levelId, mark.id);
  const [x, y, width, height] = markBox(mark);
  const rename = (name: string) => {
    let id = mark.id;
    session.change('Rename a mark', (draft) => {
      id = commands.renameMark(draft, levelId, mark.id, name);
    });
    if (isChosen) session.select([id]);
  };
  const form = 'area' in mark ? 'area' : 'line' in mark ? 'line' : 'point';
  return (
    <div style={{ display: 'flex', alignItems: 'center', gap: 6, marginTop: 5 }}>
      <TextField label={`Name of ${mark.name}`} value={mark.name} width={132} onCommit={rename} />
      <button
        type="button"
        className="act"
        title={`Cues call it ${mark.id}`}
        onClick={() => session.select(isChosen ? [] : [mark.id])}
      >
        {form} at <span className="mono">{`${x}, ${y}`}</span>
      </button>
      {'area' in mark && (
        <>
          <NumberField
            label={`Width of ${mark.name}`}
            value={width}
            unit="×"
            min={0.25}
            max={256}
            step={0.5}
            width={60}
            onCommit={(value) =>
              session.change('Resize a mark', (draft) => commands.resizeMark(draft, levelId, mark.id, value, height))
            }
          />
          <NumberField
            label={`Height of ${mark.name}`}
            value={height}
            unit=""
            min={0.25}
            max={256}
            step={0.5}
            width={60}
            onCommit={(value) =>
              session.change('Resize a mark', (draft) => commands.resizeMark(draft, levelId, mark.id, width, value))
            }
          />
        </>
      )}
      <div style={{ flex: 1 }} />
      <button
        type="button"
        className="act bad"
        aria-label={`Remove ${mark.name}`}
        title={stays ?? 'Remove this mark'}
        disabled={stays !== undefined}
        onClick={() => session.change('Remove a mark', (draft) => commands.removeMark(draft, levelId, mark.id))}
      >
        ×
      </button>
    </div>
  );
}

const ARROWS: Record<Lane['heading'], string> = { 0: '→', 90: '↓', 180: '←', 270: '↑' };

function LaneRow({ lane }: { lane: Lane }) {
  const { session } = useDesk();
  const { levelId } = session.state;
  return (
    <div style={{ display: 'flex', alignItems: 'center', gap: 8, marginTop: 5 }}>
      <b>{lane.name}</b>
      <span className="quiet">
        {lane.runs === 'across' ? 'rows' : 'columns'} {lane.at}–{lane.at + lane.size - 1} {ARROWS[lane.heading]}
      </span>
      <div style={{ flex: 1 }} />
      <button
        type="button"
        className="act"
        title="Heading, start and everything in it"
        onClick={() => session.change(`Turn ${lane.name}`, (draft) => commands.turnLane(draft, levelId, lane.id))}
      >
        Turn round
      </button>
      <button
        type="button"
        className="act bad"
        aria-label={`Remove ${lane.name}`}
        onClick={() => session.change(`Remove ${lane.name}`, (draft) => commands.removeLane(draft, levelId, lane.id))}
      >
        ×
      </button>
    </div>
  );
}

function NewLaneForm({ level }: { level: Level }) {
  const { session } = useDesk();
  const { game, area } = useFollowed(session, (state) => state);
  const [runs, setRuns] = useState<Lane['runs']>('across');
  const [isBack, setIsBack] = useState(false);
  const [at, setAt] = useState(() => Math.floor(level.map.length / 2));
  const [size, setSize] = useState(1);
  // A lane is there to be crossed: open ground, unless something else is chosen.
  const [glyph, setGlyph] = useState(() => (game.terrain.find(({ solid }) => !solid) ?? game.terrain[0]).glyph);
  const most = runs === 'across' ? level.map.length : level.map[0].length;
  const chosen =
    area && (runs === 'across' ? { at: area.row, size: area.rows } : { at: area.column, size: area.columns });
  const place = chosen ?? { at: Math.min(at, most - 1), size: Math.min(size, most - at) };
  const heading = runs === 'across' ? (isBack ? 180 : 0) : isBack ? 270 : 90;
  return (
    <div style={{ marginTop: 6 }}>
      <Row label="runs">
        <SelectField
          label="Lane runs"
          value={runs}
          width={104}
          options={[
            { value: 'across', label: 'across' },
            { value: 'up and down', label: 'up and down' },
          ]}
          onCommit={setRuns}
        />
        <SelectField
          label="Lane heading"
          value={isBack ? 'back' : 'on'}
          width={90}
          options={[
            { value: 'on', label: runs === 'across' ? '→ east' : '↓ south' },
            { value: 'back', label: runs === 'across' ? '← west' : '↑ north' },
          ]}
          onCommit={(value) => setIsBack(value === 'back')}
        />
      </Row>
      <Row label={runs === 'across' ? 'from row' : 'from column'} hint="A chosen area (tool 5) gives place and size">
        <NumberField
          label="Lane begins at"
          value={place.at}
          unit=""
          min={0}
          max={most - 1}
          step={1}
          width={64}
          disabled={chosen !== undefined}
          onCommit={(value) => setAt(Math.round(value))}
        />
        <NumberField
          label="Lane size"
          value={place.size}
          unit={chosen ? 'cells, as the area' : 'cells'}
          min={1}
          max={64}
          step={1}
          width={64}
          disabled={chosen !== undefined}
          onCommit={(value) => setSize(Math.round(value))}
        />
      </Row>
      <Row label="ground">
        <SelectField
          label="Lane ground"
          value={glyph}
          options={game.terrain.map((ground) => ({ value: ground.glyph, label: ground.name }))}
          onCommit={setGlyph}
        />
        <Button
          size="compact-xs"
          variant="light"
          onClick={() =>
            session.change('Add a lane', (draft) => {
              commands.addLane(draft, level.id, {
                name: `Lane ${(level.lanes?.length ?? 0) + 1}`,
                runs,
                at: place.at,
                size: place.size,
                heading,
                glyph,
              });
            })
          }
        >
          Add a lane
        </Button>
      </Row>
    </div>
  );
}
