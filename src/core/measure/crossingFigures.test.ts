import { describe, expect, test } from '@jest/globals';
import { smallGame, type SmallLevel } from '../../../tests/support/smallLevel';
import { compileGameLevel } from '../pipeline';
import { crossingsOf, watchCrossing, type CrossedLane } from '../simulate/crossings';
import { projectLevelCues } from '../tune/projectLevelCues';
import { describeCrossing, sayCrossing } from './crossingFigures';

const FLOOR = '.'.repeat(24);

/** A yard with lanes in some of its rows, under the player, who walks north at so many cells a second. */
function yard(rows: readonly number[], cues: readonly string[], more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: Array.from({ length: 10 }, () => FLOOR),
    player: { at: [12, 8.5] },
    control: { scheme: 'eight ways', speed: 4, evenDiagonals: true },
    scripts: { run: 'start state on { do drift leaving at 4 cells/s }' },
    kinds: [{ id: 'cart', tags: ['foe'], behavior: 'run', floats: true, hit: { form: 'box', width: 2, height: 0.8 } }],
    marks: rows.map((row) => ({ id: `west-${row}`, name: `West ${row}`, point: [-1, row + 0.5] })),
    level: {
      rules: { loseWhenTouching: 'foe', timeLimit: 60 },
      cues: [...cues, 'rules { win when clock >= 59 s }'],
      lanes: rows.map((row) => ({
        ...{
          id: `lane-${row}`,
          name: `Lane ${row}`,
          runs: 'across',
          at: row,
          size: 1,
          heading: 0,
          mark: `west-${row}`,
        },
      })),
    } as SmallLevel['level'],
    ...more,
  };
}

const every = (row: number, seconds: string) => [
  'spawner s' + row + ' {',
  `at west-${row}`,
  `every ${seconds}`,
  'pick cart',
  '}',
];

function crossings(level: SmallLevel) {
  const projected = projectLevelCues(smallGame(level), 'small', 80);
  if (!projected.ok) throw new Error(JSON.stringify(projected.faults));
  return projected.value.crossings;
}

describe('lanes one after the other', () => {
  test('with regular traffic have the share of open moments that can be worked out', () => {
    const [both] = crossings(yard([5, 4], [...every(5, '2 s'), ...every(4, '2 s')]));
    expect(both.lanes).toEqual(['Lane 5', 'Lane 4']);
    // Two rows and the whole body: 2 + 0.7 cells at 4 cells/s.
    expect(both.seconds).toBeCloseTo(2.7 / 4, 1);
    // In each row a cart of 2 cells and a body of 0.7 take (2 + 0.7) / 4 s of the way, and the crossing of a row 1.7 / 4 s; the
    // second row is come to a quarter of a second later. Both in step: 2 s − (0.675 + 0.425 + 0.25) s of 2 s are open.
    expect(both.straight.value).toBeGreaterThan((2 - 1.35) / 2 - 0.09);
    expect(both.straight.value).toBeLessThan((2 - 1.35) / 2 + 0.09);
    expect(both.windowsPerMinute.median).toBeGreaterThan(27);
    expect(both.windowsPerMinute.median).toBeLessThan(32);
  });

  test('are open less often than one alone, and never where one of them is always taken', () => {
    const random = [...every(5, '2.4 s ± 1 s'), ...every(4, '2.4 s ± 1 s')];
    const [two] = crossings(yard([5, 4], random));
    const [three] = crossings(yard([5, 4, 3], [...random, ...every(3, '2.4 s ± 1 s')]));
    expect(three.straight.value).toBeLessThan(two.straight.value - 0.03);
    expect(three.straight.low).toBeLessThan(three.straight.value);
    const [shut] = crossings(yard([5, 4], [...every(5, '0.4 s'), ...every(4, '3 s')]));
    expect(shut.straight.value).toBeLessThan(0.08);
    expect(shut.longestClosed.median).toBeGreaterThan(20);
  });

  test('count movers that are placed, which no cue lets in', () => {
    const placed = yard([5, 4], [], {
      pieces: [{ kind: 'cart', at: [12, 4.5], facing: 0 }],
      scripts: { run: 'start state on { do hold }' },
    });
    const compiled = compileGameLevel(smallGame(placed), 'small');
    const program = compiled.ok ? compiled.value : undefined!;
    const lanes = [5, 4].map((at): CrossedLane => ({ name: `Lane ${at}`, at, size: 1, isAcross: true }));
    const [crossing] = crossingsOf(program, lanes);
    const figures = describeCrossing(crossing, watchCrossing(program, crossing, { first: 1, count: 3 }, 600), 60);
    expect([figures.straight.value, figures.windowsPerMinute.median]).toEqual([0, 0]);
    expect(figures.longestClosed.median).toBeGreaterThan(8);
  });

  test('are none with a single lane, and none on both sides of the player', () => {
    expect(crossings(yard([5], every(5, '2 s')))).toEqual([]);
    expect(crossings(yard([5, 9], [...every(5, '2 s'), ...every(9, '2 s')]))).toEqual([]);
  });

  test('are told in one sentence', () => {
    const [both] = crossings(yard([5, 4], [...every(5, '2 s'), ...every(4, '2 s')]));
    expect(sayCrossing(both)).toMatch(
      /^\d+ % \(\d+–\d+ %\) of all moments lead straight over Lane 5, Lane 4 in 0\.7 s; [\d.]+ windows a minute/,
    );
  });
});
