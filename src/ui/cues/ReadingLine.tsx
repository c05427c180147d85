'use client';

import { sayPlayedSpread, sayShare } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';

/** The Reading in one line, so that the difficulty stays on the screen while cues are turned. */
export function ReadingLine() {
  const { reading } = useDesk();
  const { summary, standIn, isStale } = useFollowed(reading, (state) => state);
  return (
    <p
      data-testid="reading-line"
      title="Share of runs that are won, with the 95 % interval"
      style={{ margin: '0 0 8px', whiteSpace: 'nowrap', fontSize: 13, opacity: isStale ? 0.5 : 1 }}
    >
      {summary ? (
        <>
          {standIn}{' '}
          <b className="mono">{summary.played ? sayPlayedSpread(summary.played) : sayShare(summary.clearRate)}</b>{' '}
          <span className="quiet">of {summary.runs} runs</span>
        </>
      ) : (
        <span className="quiet">The Reading is not there yet.</span>
      )}
    </p>
  );
}
