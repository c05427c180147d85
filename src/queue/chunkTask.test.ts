import { beforeAll, describe, expect, test } from '@jest/globals';
import { mergeChunks, runChunk, STAND_INS, writeGame } from '@/core/index';
import { dryingHall, plainYard } from '../../tests/support/kilnYard';
import { chunkRunsFor, cutIntoChunks, type ChunkTask } from './chunkTask';
import { ChunkMaker } from './threads/computeChunk';

const maker = new ChunkMaker();
const computeChunk = (task: ChunkTask) => maker.compute(task);
beforeAll(() => maker.take('demo', writeGame(plainYard())));

const task = (firstSeed: number, count: number, changes: Partial<ChunkTask> = {}): ChunkTask => ({
  documentHash: 'demo',
  levelId: 'drying-hall',
  standInId: 'casual',
  overrides: { knobs: [] },
  firstSeed,
  count,
  ...changes,
});

describe('chunks', () => {
  test('cover every seed once, whatever their size', () => {
    for (const [first, runs, size] of [
      [1, 500, 25],
      [7, 1, 25],
      [0, 26, 25],
      [3, 10, 3],
    ]) {
      const seeds = cutIntoChunks(first, runs, size).flatMap((chunk) =>
        Array.from({ length: chunk.count }, (_, index) => chunk.firstSeed + index),
      );
      expect(seeds).toEqual(Array.from({ length: runs }, (_, index) => first + index));
    }
  });

  test('are larger where there are many runs, within limits', () => {
    expect([1, 5000, 20_000, 100_000, 1_000_000].map(chunkRunsFor)).toEqual([25, 25, 100, 250, 250]);
  });

  test('computed one by one, out of order and with other work between, are what one long run of seeds gives', () => {
    const slower = { overrides: { knobs: [{ kind: 'warden', knob: 'pace', value: 1 }] } };
    const chunks = [
      computeChunk(task(9, 4)),
      computeChunk(task(1, 3, slower)),
      computeChunk(task(4, 5)),
      computeChunk(task(1, 3)),
    ];
    const merged = mergeChunks([chunks[0], chunks[2], chunks[3]]);
    expect(merged).toEqual(runChunk(dryingHall(), STAND_INS[1], 1, 12));
    expect(chunks[1].rows).not.toEqual(chunks[3].rows);
  });

  test('of another document do not use the level that was compiled before', () => {
    const open = plainYard();
    open.levels[0].pieces = open.levels[0].pieces.slice(0, 1);
    const before = computeChunk(task(1, 4));
    expect([maker.needs('demo'), maker.needs('open')]).toEqual([false, true]);
    maker.take('open', writeGame(open));
    const after = computeChunk(task(1, 4, { documentHash: 'open' }));
    expect(after.rows.map((row) => row.outcome)).toEqual(['won', 'won', 'won', 'won']);
    expect(computeChunk(task(1, 4))).toEqual(before);
  });
});
