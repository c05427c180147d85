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
  type LevelProgram,
} from '@/core/index';
import type { ChunkTask } from '../chunkTask';

/** So many documents are kept, so many levels as they were compiled, and so many players made ready for one. */
const KEPT_DOCUMENTS = 6;
const KEPT_LEVELS = 16;
const KEPT_RUNNERS = 12;

/** Computes chunks one after the other, keeping documents and compiled levels for the next ones. */
export class ChunkMaker {
  private readonly documents = new Map<string, GameDocument>();
  private readonly levels = new Map<string, LevelProgram>();
  private readonly runners = new Map<string, Runner>();

  /** Whether the text of a document is needed. */
  needs(hash: string): boolean {
    return !this.documents.has(hash);
  }

  /** Takes in a document. It must have been checked before. */
  take(hash: string, text: string): void {
    const read = readGame(text);
    const game = read.ok ? read.value : bug(`a document that cannot be read: ${read.faults[0].message}`);
    keep(this.documents, hash, game, KEPT_DOCUMENTS);
  }

  compute(task: ChunkTask): ChunkResult {
    const key = keyOf(task, task.standInId);
    const runner = this.runners.get(key) ?? this.prepare(task);
    keep(this.runners, key, runner, KEPT_RUNNERS);
    return runSeeds(runner, task.firstSeed, task.count, { tries: task.tries });
  }

  private prepare(task: ChunkTask): Runner {
    const game = this.documents.get(task.documentHash) ?? bug(`no document ${task.documentHash}`);
    const key = keyOf(task);
    const level = this.levels.get(key) ?? compile(game, task);
    keep(this.levels, key, level, KEPT_LEVELS);
    return new Runner(level, steeringOf(task.standInId, standInsOf(game)) ?? bug(`no stand-in ${task.standInId}`));
  }
}

function keyOf({ documentHash, levelId, overrides }: ChunkTask, ...more: string[]): string {
  return JSON.stringify([documentHash, levelId, overrides, ...more]);
}

function compile(game: GameDocument, { levelId, overrides }: ChunkTask): LevelProgram {
  const compiled = compileGameLevel(game, levelId, overrides);
  return compiled.ok ? compiled.value : bug(`a chunk of a level that does not compile: ${compiled.faults[0].message}`);
}

/** Keeps a value as the newest one; the oldest go. */
function keep<Value>(map: Map<string, Value>, key: string, value: Value, most: number): void {
  map.delete(key);
  map.set(key, value);
  for (const [oldest] of map) if (map.size > most) map.delete(oldest);
}
