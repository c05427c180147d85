import { useEffect, useState } from 'react';
import { areSameVersions, NUMBER_VERSIONS } from '@/core/index';
import type { ReportReply } from '@/server/contracts/batches';
import { useFollowed } from '../desk/DeskContext';
import { askRuns } from './askRuns';
import { isFiltered, type ReportPlace } from './reportAddress';
import { RunsAgain, type AgainState } from './runsAgain';

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
    void again.play(async () => ({ ...(await askRuns(batch, arm, filter)), during }));
    return () => again.stop();
    // What is asked is all in the text of the question.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [again, question, mayPlay]);
  return { ...useFollowed(again, (state) => state), stop: () => again.stop() };
}
