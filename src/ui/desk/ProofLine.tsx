'use client';

import { saySeconds, type Proof, type Summary } from '@/core/index';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

/** Whether the level can be won at all, asked for by a click, with the way that wins to be looked at. */
export function ProofLine() {
  const { proofs, session, reading, playback } = useDesk();
  const { status, proof, failure } = useFollowed(proofs, (state) => state);
  const time = useFollowed(reading, (state) => state.summary?.timeToClear);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  const ticksPerSecond = useFollowed(session, () => session.level.ticksPerSecond);
  const ask = async () => {
    const run = await proofs.start(session.state.game, seed);
    if (run) reading.showRun(run);
    playback.seek(0);
  };
  if (status === 'none' || status === 'cancelled')
    return (
      <button
        type="button"
        className="act"
        title="Searches for a way through the level on the seed that is shown, without losing a life or health"
        onClick={() => void ask()}
      >
        Can it be won at all?
      </button>
    );
  return (
    <div className={css.proof} role="status" data-testid="proof" data-status={status}>
      {status === 'searching' && (
        <>
          <span className="quiet">Searching a way, {proof?.lookedAt ?? 0} moments looked at</span>{' '}
          <button type="button" className="act bad" onClick={() => proofs.cancel()}>
            Cancel
          </button>
        </>
      )}
      {status === 'failed' && <span className="bad">{failure}</span>}
      {status === 'not found' && proof && (
        <span className="wary">
          No way was found on seed {proof.seed} among {proof.lookedAt} moments and by experts. That proves nothing.
        </span>
      )}
      {status === 'won' && proof?.witness && (
        <>
          <span>
            <b className="good">It can be won</b> on seed {proof.seed} in{' '}
            {saySeconds(proof.witness.ticks / ticksPerSecond)} with {proof.witness.presses} presses, unharmed
            {sayHeadroom(proof, time, ticksPerSecond)}.
          </span>{' '}
          <button type="button" className="act" onClick={() => void ask()}>
            Show the way
          </button>
        </>
      )}
    </div>
  );
}

/** How far the median of those who clear it lies above that. */
function sayHeadroom({ witness }: Proof, time: Summary['timeToClear'], ticksPerSecond: number): string {
  if (!witness || !time) return '';
  return `; who clears it takes ${(time.median / (witness.ticks / ticksPerSecond)).toFixed(1)} times as long in the median`;
}
