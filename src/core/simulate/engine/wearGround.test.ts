import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';

const WALLED = ['###############', ...Array.from({ length: 9 }, () => '#.....cccccccc#'), '###############'];

/** Cells that a first shot to the east has turned, for a seed. */
function cellsWorn(crumbs: { within: number; share: number } | undefined, seed: number): number[] {
  const small: SmallLevel = {
    map: WALLED,
    player: { at: [2.5, 5.5] },
    kinds: [{ id: 'dart', radius: 0.1, wear: 2, ...(crumbs ? { crumbs } : {}) }],
    control: {
      scheme: 'eight ways',
      speed: 3,
      evenDiagonals: true,
      throws: { shot: 'dart', shotSpeed: 20, range: 12, cooldown: 10 },
    },
  };
  const program = smallProgram(small);
  let worn: number[] = [];
  new Runner(program, { type: 'inputs', inputs: new Array<number>(40).fill(16) }).run(seed, {
    mostTicks: 40,
    onTick: ({ ground }) =>
      (worn = [...ground.typeOfCell.keys()].filter(
        (cell) => ground.typeOfCell[cell] !== program.ground.typeOfCell[cell],
      )),
  });
  return worn;
}

const HIT = 5 * 15 + 6;

describe('crumbs round a hit', () => {
  test('are none where the kind has none, and all cells within reach where the share is 1', () => {
    expect(cellsWorn(undefined, 1)).toEqual([HIT]);
    // The place that was hit lies at the west side of its cell: beside that, one above and one below are within 1.2 cells.
    expect(cellsWorn({ within: 1.2, share: 1 }, 1)).toEqual([HIT - 15, HIT, HIT + 15]);
  });

  test('are drawn anew by the seed, and come to their share over many', () => {
    const within = { within: 2.6, share: 1 };
    const most = cellsWorn(within, 1).length - 1;
    expect(most).toBeGreaterThan(5);
    const seeds = Array.from({ length: 60 }, (_, index) => index + 1);
    const drawn = seeds.map((seed) => cellsWorn({ ...within, share: 0.4 }, seed));
    expect(new Set(drawn.map(String)).size).toBeGreaterThan(20);
    const share = drawn.reduce((sum, cells) => sum + cells.length - 1, 0) / (most * seeds.length);
    expect(Math.abs(share - 0.4)).toBeLessThan(0.08);
    expect(cellsWorn({ ...within, share: 0.4 }, 7)).toEqual(drawn[6]);
  });
});
