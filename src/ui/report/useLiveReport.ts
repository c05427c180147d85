import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { BatchProgress, RunFilter } from '@/server/contracts/batches';
import { gorgeApi } from '../requests/gorgeApi';

/** Numbers are asked for anew this often at most while a batch is under way, ms. */
const REFRESH_MS = 1000;

/** The report of an arm, kept up to date while its batch is under way. */
export function useLiveReport(gameId: string, batchId: string, arm: number, filter: RunFilter) {
  const client = useQueryClient();
  const report = useQuery({
    queryKey: ['report', gameId, batchId, arm, filter],
    queryFn: () => gorgeApi.report(gameId, batchId, arm, filter),
    placeholderData: keepPreviousData,
  });
  const isRunning = report.data?.batch.status === 'running';
  useEffect(() => {
    if (!isRunning) return;
    let pending: ReturnType<typeof setTimeout> | undefined;
    const refresh = () => {
      pending = undefined;
      void client.invalidateQueries({ queryKey: ['report', gameId, batchId] });
      void client.invalidateQueries({ queryKey: ['runs', gameId, batchId] });
    };
    const source = new EventSource(gorgeApi.eventsUrl(gameId, batchId));
    source.onmessage = (event) => {
      const { status } = JSON.parse(String(event.data)) as BatchProgress;
      if (status === 'running') {
        pending ??= setTimeout(refresh, REFRESH_MS);
        return;
      }
      source.close();
      clearTimeout(pending);
      refresh();
    };
    return () => {
      source.close();
      clearTimeout(pending);
    };
  }, [isRunning, gameId, batchId, client]);
  return report;
}
