import { useQuery } from '@tanstack/react-query';
import type { BatchInfo } from '@/server/contracts/batches';
import { gorgeApi } from '../requests/gorgeApi';

/** The notes on a report, in its cache as {@link useNotes} reads it. */
export const notesKey = (batch: Pick<BatchInfo, 'gameId' | 'id'>) => ['notes', batch.gameId, batch.id];

export function useNotes(batch: Pick<BatchInfo, 'gameId' | 'id'>) {
  return useQuery({ queryKey: notesKey(batch), queryFn: () => gorgeApi.notes(batch.gameId, batch.id) });
}
