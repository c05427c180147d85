'use client';

import type { Summary } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** How far the Reading is, and the button that holds it. */
export function ReadingHead({ cannotRun }: { cannotRun: boolean }) {
  const { reading } = useDesk();
  const { summary, isStale, isRefining, isHeld, size, firstNumberMs } = useFollowed(reading, (state) => state);
  return (
    <div className={css.readingHead}>
      <h2 className="heading rest">Reading</h2>
      <button
        type="button"
        className={`act ${css.hold}`}
        title={isHeld ? 'Run all that the numbers rest on' : 'Run no more than a first few after each edit'}
        onClick={() => reading.hold(!isHeld, window.localStorage)}
      >
        {isHeld ? 'Go on' : 'Hold'}
      </button>
      <span
        data-testid="reading-status"
        data-first-number-ms={firstNumberMs?.toFixed(0)}
        className={cannotRun ? 'bad' : isStale ? 'wary' : 'quiet'}
      >
        {sayStatus(summary, size.runs, { isStale, isRefining, isHeld, cannotRun })}
      </span>
    </div>
  );
}

function sayStatus(
  summary: Summary | undefined,
  wanted: number,
  { isStale, isRefining, isHeld, cannotRun }: Record<'isStale' | 'isRefining' | 'isHeld' | 'cannotRun', boolean>,
): string {
  if (cannotRun) return 'cannot be run';
  if (!summary) return 'starting';
  if (isStale) return 'stale, running anew';
  if (isHeld && summary.runs < wanted) return `held at ${summary.runs} runs`;
  return isRefining ? `${summary.runs} of ${wanted} runs, refining` : `${summary.runs} runs`;
}
