import { constants, setPriority } from 'node:os';
import type { ChunkResult } from '@/core/index';
import type { ChunkTask } from '../chunkTask';
import { ChunkMaker } from './computeChunk';

/** What a thread is handed: a task, and the text of its document in memory that all threads share. */
export interface ThreadTask {
  task: ChunkTask;
  text: SharedArrayBuffer;
}

/** Threads of batches stand back behind those that answer people; where the system does not allow that, they do not. */
function standBack(): void {
  try {
    setPriority(constants.priority.PRIORITY_LOW);
  } catch {
    // Then all are equal.
  }
}

standBack();
const maker = new ChunkMaker();

/** Entry of a worker thread: one task in, one result out. */
export default function computeChunk({ task, text }: ThreadTask): ChunkResult {
  // Copied out of the shared memory, which a decoder does not take.
  if (maker.needs(task.documentHash))
    maker.take(task.documentHash, new TextDecoder().decode(new Uint8Array(text).slice()));
  return maker.compute(task);
}
