import { useEffect, useState } from 'react';
import { areSameVersions, NUMBER_VERSIONS } from '@/core/index';
import type { ReportReply } from '@/server/contracts/batches';
import { useFollowed } from '../desk/DeskContext';
import { gorgeApi } from '../requests/gorgeApi';
import { isFiltered, type ReportPlace } from './reportAddress';
import { MOST_AGAIN, RunsAgain, type AgainState } from './runsAgain';

/** The runs that a filter leaves, or a stretch of them, played again; nothing where neither is asked for. */
export function useRunsAgain(
  { batch, arm }: ReportReply,
  { filter, during }: Pick<ReportPlace, 'filter' | 'during'>,
): AgainState & { stop: () => void } {
  const [again] = useState(() => new RunsAgain());
  const question = isFiltered(filter) || during ? JSON.stringify({ arm: arm.arm, filter, during }) : undefined;
  const mayPlay = areSameVersions(batch.versions, NUMBER_VERSIONS);
  useEffect(() => {
    if (question === undefined || !mayPlay) {
      again.stop();
      return;
    }
    const page = { arm: arm.arm, sort: 'seed', order: 'up', page: 1, size: MOST_AGAIN } as const;
    void again.play(async () => {
      const [game, { rows }] = await Promise.all([
        gorgeApi.revision(batch.gameId, arm.revision),
        gorgeApi.runs(batch.gameId, String(batch.id), { ...filter, ...page }),
      ]);
      const { levelId, overrides, standInId: standIn } = arm;
      return { game, levelId, overrides, standIn, seeds: rows.map(({ seed }) => seed), during };
    });
    return () => again.stop();
    // What is asked is all in the text of the question.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [again, question, mayPlay]);
  return { ...useFollowed(again, (state) => state), stop: () => again.stop() };
}
