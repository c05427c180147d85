import { useQuery } from '@tanstack/react-query';
import { areSameVersions, NUMBER_VERSIONS } from '@/core/index';
import type { ReportReply, RunFilter } from '@/server/contracts/batches';
import { startSimulationWorker } from '../workers/simulationWorker';
import { askRuns } from './askRuns';
import { watchedGround } from './watchedGround';

/** Which ground is watched in the runs that a filter leaves; worked out once it is asked for. */
export function useWatchedGround({ batch, arm }: ReportReply, filter: RunFilter, isWanted: boolean) {
  return useQuery({
    queryKey: ['watched', batch.id, arm.arm, filter],
    queryFn: async () => {
      if (!areSameVersions(batch.versions, NUMBER_VERSIONS)) throw new Error('another version made them.');
      const question = await askRuns(batch, arm, filter);
      const worker = startSimulationWorker();
      try {
        return await watchedGround(worker, question);
      } finally {
        worker.end();
      }
    },
    enabled: isWanted,
    staleTime: Infinity,
    retry: false,
  });
}
