'use client';

import { sayProof, saySeconds, type Proof, type Summary } from '@/core/index';
import type { ProofState } from '../editor/proofController';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

/** Whether the level can be won at all, asked for by a click, with the way that wins to be looked at. */
export function ProofLine() {
  const { proofs, session, reading, playback } = useDesk();
  const { status, proof, failure } = useFollowed(proofs, (state) => state);
  const time = useFollowed(reading, (state) => state.summary?.timeToClear);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  const ticksPerSecond = useFollowed(session, () => session.level.ticksPerSecond);
  const slides = useFollowed(proofs, (state) => state.slides);
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
          <span className="quiet">{saySearch(proof, ticksPerSecond)}</span>{' '}
          <button type="button" className="act bad" onClick={() => proofs.cancel()}>
            Cancel
          </button>
        </>
      )}
      {status === 'failed' && <span className="bad">{failure}</span>}
      {proof && status !== 'searching' && status !== 'failed' && (
        <>
          {sayProof(proof, ticksPerSecond, slides).map((sentence, index) => (
            <span key={sentence} className={index > 0 ? 'quiet' : TONES[status]}>
              {sentence}{' '}
            </span>
          ))}
          {sayHeadroom(proof, time, ticksPerSecond)}
          {proof.witness && (
            <button type="button" className="act" onClick={() => void ask()}>
              Show the way
            </button>
          )}
        </>
      )}
    </div>
  );
}

const TONES: Partial<Record<ProofState['status'], string>> = { won: 'good', impossible: 'bad', 'not found': 'wary' };

function saySearch(proof: Proof | undefined, ticksPerSecond: number): string {
  const moments = `${(proof?.lookedAt ?? 0).toLocaleString('en-GB')} moments looked at`;
  if (!proof?.witness && proof?.notBefore === undefined) return `Searching a way, ${moments}`;
  const least =
    proof.notBefore === undefined ? '' : `; nothing wins before ${saySeconds(proof.notBefore / ticksPerSecond)}`;
  if (!proof.witness) return `No way yet, ${moments}${least}`;
  return `It can be won in ${saySeconds(proof.witness.ticks / ticksPerSecond)}. Looking for a quicker way, ${moments}${least}`;
}

/** How far the median of those who clear it lies above that. */
function sayHeadroom({ witness }: Proof, time: Summary['timeToClear'], ticksPerSecond: number): string {
  if (!witness || !time) return '';
  return `Who clears it takes ${(time.median / (witness.ticks / ticksPerSecond)).toFixed(1)} times as long in the median. `;
}
