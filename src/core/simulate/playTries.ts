import { bug } from '../foundation/result';
import type { Runner } from './run';
import type { RunRecord } from './runRecord';

/** Seeds of the second try begin so far behind those of the first, so that no two tries share one. */
const SEEDS_APART = 100_000;

/** The tries of one person, who keeps a notebook from one to the next. The first is the usual run of that seed. */
export function playTries(runner: Runner, seed: number, tries: number): RunRecord[] {
  return Array.from({ length: tries }, (_, index) => {
    const { record } = runner.run(seed + SEEDS_APART * index, { isNextTry: index > 0 });
    return record ?? bug('a try without an end');
  });
}
