import { bug, compileGameLevel, Runner, runSeeds, standInsOf, steeringOf } from '@/core/index';
import type { ChunkReply, ChunkTask } from './chunkTask';

let prepared: { key: string; runner: Runner } | undefined;

/** Computes a chunk, keeping the compiled level for the next one. The document must have been checked before. */
export function computeChunk(task: ChunkTask): ChunkReply {
  const key = JSON.stringify([task.documentHash, task.levelId, task.standInId, task.overrides]);
  if (prepared?.key !== key) prepared = { key, runner: prepareRunner(task) };
  return runSeeds(prepared.runner, task.firstSeed, task.count);
}

function prepareRunner(task: ChunkTask): Runner {
  const compiled = compileGameLevel(task.game, task.levelId, task.overrides);
  if (!compiled.ok) return bug(`a chunk of a level that does not compile: ${compiled.faults[0].message}`);
  return new Runner(
    compiled.value,
    steeringOf(task.standInId, standInsOf(task.game)) ?? bug(`no stand-in ${task.standInId}`),
  );
}
