import {
  bug,
  compileGameLevel,
  readGame,
  Runner,
  runSeeds,
  standInsOf,
  steeringOf,
  type ChunkResult,
  type GameDocument,
} from '@/core/index';
import type { ChunkTask } from '../chunkTask';

/** So many documents and prepared levels are kept. */
const KEPT = 6;

/** Computes chunks one after the other, keeping documents and compiled levels for the next ones. */
export class ChunkMaker {
  private readonly documents = new Map<string, GameDocument>();
  private readonly runners = new Map<string, Runner>();

  /** Whether the text of a document is needed. */
  needs(hash: string): boolean {
    return !this.documents.has(hash);
  }

  /** Takes in a document. It must have been checked before. */
  take(hash: string, text: string): void {
    const read = readGame(text);
    keep(this.documents, hash, read.ok ? read.value : bug(`a document that cannot be read: ${read.faults[0].message}`));
  }

  compute(task: ChunkTask): ChunkResult {
    const key = JSON.stringify([task.documentHash, task.levelId, task.standInId, task.overrides]);
    const runner = this.runners.get(key) ?? this.prepare(task);
    keep(this.runners, key, runner);
    return runSeeds(runner, task.firstSeed, task.count, { tries: task.tries });
  }

  private prepare({ documentHash, levelId, standInId, overrides }: ChunkTask): Runner {
    const game = this.documents.get(documentHash) ?? bug(`no document ${documentHash}`);
    const compiled = compileGameLevel(game, levelId, overrides);
    if (!compiled.ok) return bug(`a chunk of a level that does not compile: ${compiled.faults[0].message}`);
    return new Runner(compiled.value, steeringOf(standInId, standInsOf(game)) ?? bug(`no stand-in ${standInId}`));
  }
}

/** Keeps a value as the newest one; the oldest go. */
function keep<Value>(map: Map<string, Value>, key: string, value: Value): void {
  map.delete(key);
  map.set(key, value);
  for (const [oldest] of map) if (map.size > KEPT) map.delete(oldest);
}
