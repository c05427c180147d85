'use client';

import { Progress } from '@mantine/core';
import css from './report.module.css';
import type { AgainState } from './runsAgain';

/** How far the runs are that are played again, since of single runs only the ends are kept. */
export function AgainLine({ again, onStop }: { again: AgainState; onStop: () => void }) {
  const { status, done, wanted, failure } = again;
  if (status === 'failed')
    return (
      <p role="alert" className={`bad ${css.again}`}>
        They could not be played again, so maps and figures are of all runs: {failure}
      </p>
    );
  if (status !== 'playing') return null;
  return (
    <div className={css.again} role="status">
      <span>
        Playing {wanted || 'these'} runs again for their maps and figures: {done} done
      </span>
      <Progress
        value={wanted > 0 ? (100 * done) / wanted : 0}
        className={css.againBar}
        aria-label="Runs played again"
      />
      <button type="button" className="act" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
