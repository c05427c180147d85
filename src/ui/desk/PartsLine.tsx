'use client';

import { Progress } from '@mantine/core';
import { doesAnything, sayChange, sayPartDifference, type PartFigure } from '@/core/index';
import { PART_RUNS } from '../editor/partsController';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

/** So many parts are listed where none changes anything for certain. */
const FIRST_SHOWN = 3;

/** What each piece, kind and cue of the level does, by leaving it out; asked for by a click. */
export function PartsLine() {
  const { parts, session, reading } = useDesk();
  const { status, study, standIn, failure } = useFollowed(parts, (state) => state);
  const chosen = useFollowed(reading, (state) => state.standIn);
  const ask = () => void parts.start(session.state.game, chosen);
  if (status === 'none')
    return (
      <button
        type="button"
        className="act"
        title={`Lets ${chosen} play ${PART_RUNS} runs without each piece, kind and cue in turn, on the same seeds`}
        onClick={ask}
      >
        What does each part do?
      </button>
    );
  const isDone = status === 'done' || status === 'cancelled';
  return (
    <section className={css.proof} aria-label="What each part does" data-testid="parts" data-status={status}>
      {status === 'running' && (
        <>
          <span className="quiet">
            Leaving out one part after the other, {study?.done ?? 0} of {study?.all ?? '…'} runs of {standIn}
          </span>{' '}
          <button type="button" className="act bad" onClick={() => parts.cancel()}>
            Cancel
          </button>
          <Progress size="xs" value={study ? (100 * study.done) / study.all : 0} aria-label="Runs made" />
        </>
      )}
      {status === 'failed' && <span className="bad">{failure}</span>}
      {study && study.parts.length > 0 && <PartList parts={study.parts} unit={study.unit} />}
      {study && study.parts.length === 0 && isDone && <span className="quiet">There is nothing to leave out.</span>}
      {isDone && (
        <div className="quiet">
          {standIn}, {PART_RUNS} runs with and without each, on the same seeds; ± widened for {study?.parts.length ?? 0}{' '}
          comparisons.{' '}
          <button type="button" className="act" onClick={ask}>
            Again
          </button>
        </div>
      )}
    </section>
  );
}

function PartList({ parts, unit }: { parts: readonly PartFigure[]; unit: string }) {
  const { session } = useDesk();
  const real = parts.filter(doesAnything);
  // While nothing is certain yet, a few stand there all the same.
  const shown = parts.slice(0, real.length || FIRST_SHOWN);
  const rest = parts.slice(shown.length);
  const select = ({ what, id }: PartFigure) => {
    const { level } = session;
    if (what === 'piece') session.select([id]);
    if (what === 'kind') session.select(level.pieces.filter(({ kind }) => kind === id).map((piece) => piece.id));
  };
  const row = (part: PartFigure) => (
    <div key={`${part.what} ${part.id}`} className={css.partRow} title={part.fault}>
      {part.what === 'cue' ? (
        <span>{part.name}</span>
      ) : (
        <button type="button" className="act" title="Selects it in the arena" onClick={() => select(part)}>
          {part.name}
        </button>
      )}
      <span className={part.difference?.isReal ? 'mono' : 'mono quiet'}>{sayPartDifference(part, unit)}</span>
      {part.changes.map((change) => (
        <span key={change.column} className={`quiet ${css.partChange}`}>
          {sayChange(change)}
        </span>
      ))}
    </div>
  );
  return (
    <>
      <div className="quiet">Without it, {unit === 'points' ? 'the clear rate changes by' : 'it comes to'}</div>
      {shown.map(row)}
      {rest.length > 0 && (
        <details>
          <summary className="quiet">{rest.length} more that change nothing for certain</summary>
          {rest.map(row)}
        </details>
      )}
    </>
  );
}
