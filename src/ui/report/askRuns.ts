import type { ArmInfo, BatchInfo, RunFilter } from '@/server/contracts/batches';
import { gorgeApi } from '../requests/gorgeApi';
import { MOST_AGAIN, type AgainQuestion } from './runsAgain';

/** What is needed to play the runs again that a filter leaves of an arm: its game, and the first of their seeds. */
export async function askRuns(
  batch: Pick<BatchInfo, 'gameId' | 'id'>,
  arm: ArmInfo,
  filter: RunFilter,
): Promise<Omit<AgainQuestion, 'during'>> {
  const page = { arm: arm.arm, sort: 'seed', order: 'up', page: 1, size: MOST_AGAIN } as const;
  const [game, { rows }] = await Promise.all([
    gorgeApi.revision(batch.gameId, arm.revision),
    gorgeApi.runs(batch.gameId, String(batch.id), { ...filter, ...page }),
  ]);
  const { levelId, overrides, standInId: standIn } = arm;
  return { game, levelId, overrides, standIn, seeds: rows.map(({ seed }) => seed) };
}
