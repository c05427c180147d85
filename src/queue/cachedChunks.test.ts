import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { chownSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { emptySums, NUMBER_VERSIONS, type ChunkResult } from '@/core/index';
import { CachedChunks } from './cachedChunks';
import type { ChunkTask } from './chunkTask';
import { NumberStore } from './numberStore';

const TASK: ChunkTask = {
  ...{ documentHash: 'yard', levelId: 'hall', standInId: 'casual', overrides: { knobs: [] } },
  ...{ firstSeed: 1, count: 2 },
};

let folder: string;
let computed: ChunkTask[];

beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-numbers-'));
  computed = [];
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

function compute(task: ChunkTask): Promise<ChunkResult> {
  computed.push(task);
  const rows = Array.from({ length: task.count }, (_, at) => ({ seed: task.firstSeed + at }));
  return Promise.resolve({
    ...{ firstSeed: task.firstSeed, rows, notes: [] },
    sums: { ...emptySums(), runs: task.count },
    versions: NUMBER_VERSIONS,
  } as never);
}

const open = (mostBytes?: number, at = folder) => {
  const store = new NumberStore(at, mostBytes);
  return new CachedChunks(
    { compute },
    () => store,
    ({ documentHash }) => documentHash,
  );
};
const filesOf = (suffix: string) =>
  readdirSync(folder, { recursive: true })
    .map(String)
    .filter((name) => name.endsWith(suffix));

test('a chunk is computed once, also for whoever comes later', async () => {
  const first = await open().compute(TASK);
  const later = open();
  expect(await later.compute(TASK)).toEqual(first);
  expect([computed.length, later.foundRuns]).toEqual([1, 2]);
});

test('another document, level, player, value, seed, count or number of tries is another chunk', async () => {
  const tasks: ChunkTask[] = [
    TASK,
    { ...TASK, documentHash: 'other' },
    { ...TASK, levelId: 'maze' },
    { ...TASK, standInId: 'expert' },
    { ...TASK, overrides: { knobs: [], numbers: [{ name: 'clock', value: 3 }] } },
    { ...TASK, firstSeed: 3 },
    { ...TASK, count: 1 },
    { ...TASK, tries: 10 },
  ];
  for (const task of tasks) await open().compute(task);
  expect(computed).toEqual(tasks);
});

test('what cannot be read is computed anew, and what other versions have kept is removed', async () => {
  mkdirSync(path.join(folder, 'engine-1-standins-1-sums-1'));
  mkdirSync(path.join(folder, 'notes-of-somebody'));
  await open().compute(TASK);
  for (const file of filesOf('.gz')) writeFileSync(path.join(folder, file), 'not packed');
  await open().compute(TASK);
  expect(computed).toHaveLength(2);
  await open().compute(TASK);
  expect(computed).toHaveLength(2);
  const left = readdirSync(folder).sort();
  expect(left).toEqual([expect.stringMatching(/^engine-(?!1-)/), 'notes-of-somebody']);
});

test('what is kept belongs to whom the folder belongs to, also when root keeps it', async () => {
  if (process.getuid?.() === 0) chownSync(folder, 65534, 65534);
  await open().compute(TASK);
  const all = readdirSync(folder, { recursive: true }).map((name) => statSync(path.join(folder, String(name))).uid);
  expect([all.length, new Set(all)]).toEqual([3, new Set([statSync(folder).uid])]);
});

test('a folder that cannot be written costs nothing but the time', async () => {
  const file = path.join(folder, 'file');
  writeFileSync(file, '');
  const cached = open(undefined, path.join(file, 'numbers'));
  expect((await cached.compute(TASK)).rows).toHaveLength(2);
});

test('runs that were made in large chunks are found by whoever asks for small ones', async () => {
  await open().compute({ ...TASK, firstSeed: 26, count: 50 });
  const later = open();
  const found = await later.compute({ ...TASK, firstSeed: 51, count: 25 });
  expect([found.firstSeed, found.rows.length, later.foundRuns]).toEqual([51, 25, 25]);
  const whole = await later.compute({ ...TASK, firstSeed: 1, count: 100 });
  expect(whole.rows.map(({ seed }) => seed)).toEqual(Array.from({ length: 100 }, (_, at) => 1 + at));
  expect(later.foundRuns).toBe(25 + 50);
});

test('a chunk of a large batch is not kept: its runs are', async () => {
  await open().compute({ ...TASK, count: 250 });
  expect(filesOf('.gz')).toEqual([]);
});

test('the oldest numbers go when there are too many', async () => {
  await open().compute(TASK);
  const [bytes] = filesOf('.gz').map((name) => statSync(path.join(folder, name)).size);
  utimesSync(path.join(folder, filesOf('.gz')[0]), 1000, 1000);
  for (const firstSeed of [3, 5, 7]) await open().compute({ ...TASK, firstSeed });
  const tight = open(3.5 * bytes);
  await tight.compute({ ...TASK, firstSeed: 9 });
  // Two of the four fit, and the new one has come since.
  expect(filesOf('.gz')).toHaveLength(3);
  computed = [];
  await tight.compute(TASK);
  expect(computed).toHaveLength(1);
});
