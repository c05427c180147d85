import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { emptySums, NUMBER_VERSIONS, type ChunkResult } from '@/core/index';
import { CachedChunks } from './cachedChunks';
import type { ChunkTask } from './chunkTask';

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
    sums: emptySums(),
    versions: NUMBER_VERSIONS,
  } as never);
}

const open = () => new CachedChunks({ compute }, folder, ({ documentHash }) => documentHash);
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

test('a folder that cannot be written costs nothing but the time', async () => {
  const file = path.join(folder, 'file');
  writeFileSync(file, '');
  const cached = new CachedChunks({ compute }, path.join(file, 'numbers'), () => '');
  expect((await cached.compute(TASK)).rows).toHaveLength(2);
});
