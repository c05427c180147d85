import type { BatchInfo } from '@/server/contracts/batches';
import type { Note } from '@/server/contracts/notes';
import { useNotes } from '../notes/useNotes';

/** The notes on a report, the oldest first; undefined while they are not known. */
export function useBatchNotes({ id, gameId }: Pick<BatchInfo, 'gameId' | 'id'>): {
  notes: Note[] | undefined;
  error: Error | null;
} {
  const { data, error } = useNotes(gameId);
  return { notes: data?.notes.filter(({ about }) => about.type === 'report' && about.batchId === id), error };
}
