import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { areSameVersions, NUMBER_VERSIONS, SUMS_VERSION, type ChunkResult } from '@/core/index';
import type { ChunkComputer, ChunkTask } from './chunkTask';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

/** The folder of the versions that run here; those of others are of no use any more. */
const VERSIONS = `engine-${NUMBER_VERSIONS.engine}-standins-${NUMBER_VERSIONS.standIns}-sums-${SUMS_VERSION}`;

/**
 * Chunks that are kept on disk once they were computed, so that nothing is measured twice. A chunk is found by everything that
 * makes its numbers: the versions, all of the game by which the level plays, who plays, what is set otherwise, and the seeds.
 * The folder can be deleted at any time; what cannot be read there is computed anew.
 */
export class CachedChunks implements ChunkComputer {
  /** How many runs were found, instead of made. */
  foundRuns = 0;
  private readonly folder: string;
  private isTidy = false;

  constructor(
    private readonly inner: ChunkComputer,
    private readonly numbersFolder: string,
    /** A text that is the same for versions of the document by which the level of the task plays alike. */
    private readonly playKeyOf: (task: ChunkTask) => string,
  ) {
    this.folder = path.join(numbersFolder, VERSIONS);
  }

  async compute(task: ChunkTask, signal?: AbortSignal): Promise<ChunkResult> {
    const file = this.fileOf(task);
    const known = await readChunk(file, task);
    if (known) {
      this.foundRuns += task.count;
      return known;
    }
    const result = await this.inner.compute(task, signal);
    await this.keep(file, result);
    return result;
  }

  private fileOf(task: ChunkTask): string {
    const { levelId, overrides, standInId, firstSeed, count, tries } = task;
    const key = JSON.stringify([
      this.playKeyOf(task),
      levelId,
      overrides,
      standInId,
      firstSeed,
      count,
      ...(tries ? [tries] : []),
    ]);
    const hash = createHash('sha256').update(key).digest('hex');
    return path.join(this.folder, hash.slice(0, 2), `${hash.slice(2)}.json.gz`);
  }

  /** A cache that cannot be written is none: the numbers stand all the same. */
  private async keep(file: string, result: ChunkResult): Promise<void> {
    try {
      await this.tidy();
      await mkdir(path.dirname(file), { recursive: true });
      // Whole or not at all, also when two write it at once.
      const part = `${file}.${randomUUID()}`;
      await writeFile(part, await pack(JSON.stringify(result)));
      await rename(part, file);
    } catch {
      return;
    }
  }

  /** Removes what other versions have kept. */
  private async tidy(): Promise<void> {
    if (this.isTidy) return;
    this.isTidy = true;
    await mkdir(this.folder, { recursive: true });
    for (const name of await readdir(this.numbersFolder))
      if (name !== VERSIONS && name.startsWith('engine-'))
        await rm(path.join(this.numbersFolder, name), { recursive: true, force: true });
  }
}

async function readChunk(file: string, { firstSeed, count }: ChunkTask): Promise<ChunkResult | undefined> {
  try {
    const value = JSON.parse((await unpack(await readFile(file))).toString('utf8')) as ChunkResult;
    const isWhole =
      value.firstSeed === firstSeed && value.rows.length === count && areSameVersions(value.versions, NUMBER_VERSIONS);
    return isWhole ? value : undefined;
  } catch {
    return undefined;
  }
}
