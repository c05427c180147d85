'use client';

import { commands, markBox, resolvedCast, type Lane, type Mark } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, TextField } from './fields';
import { NewLaneForm } from './NewLaneForm';
import { SidePanel } from './SidePanel';
import { WholeLevel } from './WholeLevel';
import css from './panels.module.css';

/** What holds for this level as a whole, its marks and its lanes. */
export function LevelPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { level } = session;
  return (
    <SidePanel title="Level" note={level.name} onClose={onClose}>
      <WholeLevel level={level} tags={[...new Set([...resolvedCast(game).values()].flatMap((kind) => kind.names))]} />
      <h2 className={`heading ${css.partHead}`}>Marks</h2>
      <p className="quiet flush">Named points, lines and areas; the Mark tool (6) adds more.</p>
      {level.marks.map((mark) => (
        <MarkRow key={mark.id} mark={mark} />
      ))}
      <h2 className={`heading ${css.partHead}`}>Lanes</h2>
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
  const [x, y] = markBox(mark);
  const rename = (name: string) => {
    let id = mark.id;
    session.change('Rename a mark', (draft) => {
      id = commands.renameMark(draft, levelId, mark.id, name);
    });
    if (isChosen) session.select([id]);
  };
  const form = 'area' in mark ? 'area' : 'line' in mark ? 'line' : 'point';
  return (
    <div className={css.cueLine}>
      <TextField label={`Name of ${mark.name}`} value={mark.name} width={132} onCommit={rename} />
      <button
        type="button"
        className="act"
        title={`Cues call it ${mark.id}`}
        onClick={() => session.select(isChosen ? [] : [mark.id])}
      >
        {form} at <span className="mono">{`${x}, ${y}`}</span>
      </button>
      {'area' in mark && <MarkSize mark={mark} />}
      <div className="rest" />
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

function MarkSize({ mark }: { mark: Mark }) {
  const { session } = useDesk();
  const [, , width, height] = markBox(mark);
  const resize = (columns: number, rows: number) =>
    session.change('Resize a mark', (draft) =>
      commands.resizeMark(draft, session.state.levelId, mark.id, columns, rows),
    );
  const limits = { min: 0.25, max: 256, step: 0.5, width: 60 };
  return (
    <>
      <NumberField
        label={`Width of ${mark.name}`}
        value={width}
        unit="×"
        {...limits}
        onCommit={(value) => resize(value, height)}
      />
      <NumberField
        label={`Height of ${mark.name}`}
        value={height}
        unit=""
        {...limits}
        onCommit={(value) => resize(width, value)}
      />
    </>
  );
}

const ARROWS: Record<Lane['heading'], string> = { 0: '→', 90: '↓', 180: '←', 270: '↑' };

function LaneRow({ lane }: { lane: Lane }) {
  const { session } = useDesk();
  const { levelId } = session.state;
  return (
    <div className={css.markLine}>
      <b>{lane.name}</b>
      <span className="quiet">
        {lane.runs === 'across' ? 'rows' : 'columns'} {lane.at}–{lane.at + lane.size - 1} {ARROWS[lane.heading]}
      </span>
      <div className="rest" />
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
