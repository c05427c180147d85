import { bug } from '../foundation/result';
import type { Runner } from './run';
import type { RunRecord } from './runRecord';

/** Seeds of the second try begin so far behind those of the first, so that no two tries share one. */
const SEEDS_APART = 100_000;

/** Who has not cleared a level by then is left at that. */
export const MOST_TRIES = 10;

/** The tries of one person, who keeps a notebook from one to the next. The first is the usual run of that seed. */
export function playTries(runner: Runner, seed: number, tries: number): RunRecord[] {
  return Array.from({ length: tries }, (_, index) => playTry(runner, seed, index));
}

/**
 * On which try somebody who has just played this seed with this runner clears the level first, counted from 1; more than
 * `most` where that many do not do. No more is played than tells it.
 */
export function firstClearAfter(runner: Runner, { seed, outcome }: RunRecord, most: number): number {
  let hasCleared = outcome === 'won';
  let tries = 1;
  while (!hasCleared && tries < most) hasCleared = playTry(runner, seed, tries++).outcome === 'won';
  return hasCleared ? tries : most + 1;
}

function playTry(runner: Runner, seed: number, index: number): RunRecord {
  const { record } = runner.run(seed + SEEDS_APART * index, { isNextTry: index > 0 });
  return record ?? bug('a try without an end');
}
