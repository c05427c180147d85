import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../../tests/support/kilnYard';
import { ColumnTable } from './columns';
import { prepareRuns } from './prepareRuns';
import { World } from './world';

const COUNTS = { piece: 3, kind: 2, formation: 0, cue: 1, score: 0, cell: 4, sound: 0, one: 1 };

describe('the table of columns', () => {
  test('resets every column to its start, renews what belongs to a piece, and leaves what belongs to its place', () => {
    const table = new ColumnTable(COUNTS);
    const speed = table.floats('piece', { start: 1 });
    const held = table.integers('piece', { width: 2, start: -1 });
    const taken = table.integers('piece', { stays: true });
    const byKind = table.bytes('kind');
    const dirty = () => {
      for (const array of [speed, held, taken, byKind]) array.fill(7);
    };
    dirty();
    table.renew(1);
    expect([...speed, ...held, ...taken, ...byKind]).toEqual([7, 1, 7, 7, 7, -1, -1, 7, 7, 7, 7, 7, 7, 7]);
    dirty();
    table.reset();
    expect([...speed, ...held, ...taken, ...byKind]).toEqual([1, 1, 1, -1, -1, -1, -1, -1, -1, 0, 0, 0, 0, 0]);
  });

  test('writes all that belongs to a piece down and takes it up again; what others note about it stays with them', () => {
    const [from, to] = [new ColumnTable(COUNTS), new ColumnTable(COUNTS)];
    const columns = [from, to].map((table) => ({
      x: table.floats('piece'),
      wide: table.shorts('piece', { width: 3 }),
      noted: table.bytes('piece', { isNoted: true }),
      kind: table.integers('kind'),
    }));
    columns[0].x.set([0.1, 0.2, 0.3]);
    columns[0].wide.set([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    columns[0].noted.fill(9);
    columns[0].kind.fill(9);
    expect(from.pieceWidth).toBe(5);
    const kept = new Float64Array(8);
    from.readPiece(1, kept, 2);
    expect([...kept]).toEqual([0, 0, 0.2, 4, 5, 6, 9, 0]);
    to.writePiece(2, kept, 2);
    expect([columns[1].x[2], ...columns[1].wide.subarray(6)]).toEqual([0.2, 4, 5, 6]);
    to.copyOwn(from, 0);
    expect([columns[1].x[0], columns[1].wide[0], columns[1].noted[0], columns[1].kind[0]]).toEqual([0.1, 1, 0, 0]);
    to.copyFrom(from);
    expect([[...columns[1].noted], [...columns[1].kind]]).toEqual([
      [9, 9, 9],
      [9, 9],
    ]);
  });
});

describe('one that arrives', () => {
  test('begins as any does at the start of a run, whoever had its place before', () => {
    const program = demoLevel('ember-night');
    const level = prepareRuns(program);
    const [used, fresh] = [new World(level), new World(level)];
    const place = program.pools[0].first;
    for (const { of, array, renews } of used.table.columns) if (of === 'piece' && renews) array.fill(5);
    for (const world of [used, fresh]) {
      world.tick = 40;
      world.bringIn(place, 3, 4, 90, 0.1, 12);
    }
    for (const [index, { name, array, of, width }] of used.table.columns.entries()) {
      if (of !== 'piece') continue;
      const part = (values: ArrayLike<number>) => Array.from(values).slice(place * width, (place + 1) * width);
      expect([name, part(array)]).toEqual([name, part(fresh.table.columns[index].array)]);
    }
    expect([used.lastSeenTick[place], used.struckTick[place]]).toEqual([-1_000_000_000, -1_000_000_000]);
  });

  test('has every number of its columns but its place from the start of the run', () => {
    const stays = new World(prepareRuns(demoLevel('ember-night'))).table.columns
      .filter(({ of, renews }) => of === 'piece' && !renews)
      .map(({ name }) => name);
    expect(stays).toEqual(['alive', 'takenTimes', 'hasDrawn', 'randomWords']);
  });
});
