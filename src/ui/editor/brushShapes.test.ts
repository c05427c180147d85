import { describe, expect, test } from '@jest/globals';
import { cellsOfStroke, type BrushShape, type Cell } from './brushShapes';

const MAP = ['######', '#..#.#', '#..#.#', '####.#', '#....#', '######'];

/** The map with the stroke painted as `o`. */
function painted(shape: BrushShape, from: Cell, to: Cell): string[] {
  const rows = MAP.map((row) => [...row]);
  for (const { column, row } of cellsOfStroke(shape, MAP, from, to))
    if (rows[row]?.[column] !== undefined) rows[row][column] = 'o';
  return rows.map((row) => row.join(''));
}

describe('strokes of the ground tool', () => {
  test('a block is filled and a frame is not, from whichever corner they are drawn', () => {
    const block = ['######', '#ooo.#', '#ooo.#', '#ooo.#', '#....#', '######'];
    const frame = ['######', '#ooo.#', '#o.o.#', '#ooo.#', '#....#', '######'];
    for (const [from, to] of [
      [
        { column: 1, row: 1 },
        { column: 3, row: 3 },
      ],
      [
        { column: 3, row: 1 },
        { column: 1, row: 3 },
      ],
    ] as const) {
      expect(painted('rectangle', from, to)).toEqual(block);
      expect(painted('frame', from, to)).toEqual(frame);
    }
  });

  test('a flood takes the connected ground and stops at walls and their corners', () => {
    expect(painted('flood', { column: 1, row: 1 }, { column: 1, row: 1 })).toEqual([
      '######',
      '#oo#.#',
      '#oo#.#',
      '####.#',
      '#....#',
      '######',
    ]);
    expect(painted('flood', { column: 4, row: 1 }, { column: 4, row: 1 })).toEqual([
      '######',
      '#..#o#',
      '#..#o#',
      '####o#',
      '#oooo#',
      '######',
    ]);
  });

  test('a flood from outside the map paints nothing', () => {
    expect(cellsOfStroke('flood', MAP, { column: 9, row: 0 }, { column: 9, row: 0 })).toEqual([]);
  });

  test('a line joins its ends without a gap', () => {
    const cells = cellsOfStroke('line', MAP, { column: 0, row: 0 }, { column: 5, row: 2 });
    expect([cells[0], cells[cells.length - 1], cells.length]).toEqual([
      { column: 0, row: 0 },
      { column: 5, row: 2 },
      6,
    ]);
  });
});
