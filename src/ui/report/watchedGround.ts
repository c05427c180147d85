import type { CellCount } from '@/core/index';
import type { SimulationWorker } from '../workers/simulationWorker';
import type { AgainQuestion } from './runsAgain';

/** So many runs tell which ground is watched. */
export const WATCHED_RUNS = 10;

/** For every cell in how much of the time of some runs somebody watches it, %: the mean of the runs, played again. */
export async function watchedGround(
  { api, feed }: SimulationWorker,
  { game, levelId, overrides, standIn, seeds }: Omit<AgainQuestion, 'during'>,
): Promise<CellCount[]> {
  const { faults } = await api.prepare(feed.next(game), levelId, false, overrides);
  if (faults.length > 0) throw new Error(faults[0].message);
  const sums: number[] = [];
  const played = seeds.slice(0, WATCHED_RUNS);
  for (const seed of played) {
    const shares = await api.watched(standIn, seed);
    if (!shares) throw new Error('These runs cannot be played again.');
    shares.forEach((share, cell) => (sums[cell] = (sums[cell] ?? 0) + share));
  }
  const columns = game.levels.find(({ id }) => id === levelId)?.map[0].length ?? 1;
  return sums.flatMap((sum, cell): CellCount[] => {
    const count = Math.round((100 * sum) / played.length);
    return count > 0 ? [{ column: cell % columns, row: Math.floor(cell / columns), count }] : [];
  });
}
