import { createHash, randomUUID } from 'node:crypto';
import { chown, mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { areSameVersions, NUMBER_VERSIONS, SUMS_VERSION, type ChunkResult, type PlayTask } from '@/core/index';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

/** The folder of the versions that run here; those of others are of no use any more. */
const VERSIONS = `engine-${NUMBER_VERSIONS.engine}-standins-${NUMBER_VERSIONS.standIns}-sums-${SUMS_VERSION}`;

/** More than this is not kept: what is oldest goes, until a fifth is free again. */
const MOST_BYTES = 400 * 1024 * 1024;
/** After so many chunks it is looked how much there is. */
const LOOKED_AFTER = 2000;

/** Everything that makes the numbers of a chunk: by what the level plays, who plays, what is set otherwise, and the seeds. */
export interface NumberKey extends PlayTask {
  /** {@link hashOfPlay} of all of the game by which the level plays. */
  play: string;
  levelId: string;
}

/** A short name for all of a game by which a level plays, as the core tells it: SHA-256, in hexadecimal digits. */
export function hashOfPlay(playKey: string): string {
  return createHash('sha256').update(playKey).digest('hex');
}

/** Where numbers are kept: in the folder that `GORGE_NUMBERS` names, or beside everything else; nowhere where that is empty. */
export function numbersFolder(projectFolder: string): string | undefined {
  const { GORGE_NUMBERS: named, GORGE_DATA: data = '.data' } = process.env;
  if (named === '') return undefined;
  return path.resolve(/* turbopackIgnore: true */ projectFolder, named ?? path.join(data, 'numbers'));
}

/**
 * Numbers on disk that were measured once. The folder can be deleted at any time; what cannot be read there, or what another
 * version has kept, is as if it were not there.
 */
export class NumberStore {
  private readonly folder: string;
  private kept = 0;

  constructor(
    private readonly numbersFolder: string,
    private readonly mostBytes = MOST_BYTES,
  ) {
    this.folder = path.join(numbersFolder, VERSIONS);
  }

  async find(key: NumberKey): Promise<ChunkResult | undefined> {
    try {
      const packed = await readFile(this.fileOf(key));
      const value = JSON.parse((await unpack(packed)).toString('utf8')) as ChunkResult;
      return isOf(key, value) ? value : undefined;
    } catch {
      return undefined;
    }
  }

  /** Keeps a chunk. A folder that cannot be written keeps none: the numbers stand all the same. */
  async keep(key: NumberKey, result: ChunkResult): Promise<void> {
    try {
      if (this.kept++ % LOOKED_AFTER === 0) await this.tidy();
      const file = this.fileOf(key);
      const folder = path.dirname(file);
      await mkdir(folder, { recursive: true });
      // Whole or not at all, also when two write it at once.
      const part = `${file}.${randomUUID()}`;
      await writeFile(part, await pack(JSON.stringify(result)));
      await this.handOver(this.folder, folder, part);
      await rename(part, file);
    } catch {
      return;
    }
  }

  /** What root writes belongs to whom the folder belongs to, as the server does: it must be able to go on there. */
  private async handOver(...made: string[]): Promise<void> {
    if (process.getuid?.() !== 0) return;
    const { uid, gid } = await stat(this.numbersFolder);
    for (const file of uid === 0 ? [] : made) await chown(file, uid, gid);
  }

  private fileOf({ play, levelId, overrides, standInId, firstSeed, count, tries }: NumberKey): string {
    const key = [play, levelId, overrides, standInId, firstSeed, count, ...(tries ? [tries] : [])];
    const hash = createHash('sha256').update(JSON.stringify(key)).digest('hex');
    return path.join(this.folder, hash.slice(0, 2), `${hash.slice(2)}.json.gz`);
  }

  /** Removes what other versions have kept, and the oldest of what has become too much. */
  private async tidy(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    for (const name of await readdir(this.numbersFolder))
      if (name !== VERSIONS && name.startsWith('engine-'))
        await rm(path.join(this.numbersFolder, name), { recursive: true, force: true });
    const files: { file: string; bytes: number; writtenMs: number }[] = [];
    for (const name of await readdir(this.folder, { recursive: true })) {
      const file = path.join(this.folder, name);
      const known = await stat(file);
      if (known.isFile()) files.push({ file, bytes: known.size, writtenMs: known.mtimeMs });
    }
    let bytes = files.reduce((sum, own) => sum + own.bytes, 0);
    if (bytes <= this.mostBytes) return;
    files.sort((a, b) => a.writtenMs - b.writtenMs);
    for (const old of files) {
      if (bytes <= 0.8 * this.mostBytes) return;
      await rm(old.file, { force: true });
      bytes -= old.bytes;
    }
  }
}

/** Whether a chunk is whole and is what the key says, of the versions that run here. */
export function isOf(
  { firstSeed, count }: NumberKey,
  { firstSeed: first, rows, sums, versions }: ChunkResult,
): boolean {
  return (
    first === firstSeed &&
    rows.length === count &&
    rows.every(({ seed }, at) => seed === firstSeed + at) &&
    sums.runs === count &&
    sums.version === SUMS_VERSION &&
    areSameVersions(versions, NUMBER_VERSIONS)
  );
}
