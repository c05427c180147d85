import { describe, expect, test } from '@jest/globals';
import { projectLevelCues, type Control } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';

const SHAFT = [
  '####################',
  ...Array.from({ length: 12 }, () => '....................'),
  '####################',
];
const FLAP: Control = { scheme: 'flap', speed: 0, lift: 3, mostFall: 4 };

function cueOf(gap: string, every: string, control: Control = FLAP, seeds = 60) {
  const projected = projectLevelCues(
    smallGame({
      map: SHAFT,
      player: { at: [3.5, 6.5] },
      control,
      scripts: { glide: 'start state on { do drift leaving at 3 cells/s }' },
      kinds: [
        { id: 'stone', behavior: 'glide', floats: true },
        { id: 'point', behavior: 'glide', floats: true },
      ],
      marks: [
        { id: 'exit', name: 'Exit', area: [17, 6, 1, 1] },
        {
          id: 'rim',
          name: 'Rim',
          line: [
            [19, 1],
            [19, 13],
          ],
        },
      ],
      level: {
        view: 'side',
        cues: ['spawner pipe {', 'at rim', gap, `every ${every}`, 'give heading 180 deg', 'retire after 20 s', '}'],
      },
    }),
    'small',
    seeds,
  );
  if (!projected.ok) throw new Error(projected.faults[0].message);
  return projected.value.cues[0];
}

const gapsOf = (...given: Parameters<typeof cueOf>) => cueOf(...given).gaps!;

describe('consecutive gaps against reach', () => {
  test('all are within reach where the shift allows no other', () => {
    // 3 cells/s in 2 s, and gaps that shift by at most 1 cell.
    const gaps = gapsOf('gap 3 cells between stone and stone, shifting at most 1 cells', '2 s');
    expect([gaps.withinReach.value, gaps.wideEnough.value]).toEqual([1, 1]);
    expect(gaps.reach).toEqual({ low: 6, median: 6, high: 6 });
    expect(gaps.shift.high).toBe(0);
  });

  test('the share follows from drawing both middles evenly along the mark', () => {
    // Middles are drawn from 9 cells. Two of them differ by more than d in (1 − d / 9)² of all pairs; out of reach is what is
    // farther than 1.5 cells in 0.5 s and the 3 cells of the gap less the length of the player.
    const { withinReach, shift } = gapsOf('gap 3 cells between stone and stone', '0.5 s', FLAP, 120);
    const radius = 0.4;
    const exact = 1 - (1 - (1.5 + 3 - 2 * radius) / 9) ** 2;
    expect(Math.abs(withinReach.value - exact)).toBeLessThan(0.02);
    expect(shift.high).toBeLessThanOrEqual(9);
  });

  test('gaps that are narrower than the player are counted', () => {
    const { wideEnough } = gapsOf('gap 0.5..1.1 cells between stone and stone, strip point', '1 s');
    // Half of a cell and up to 1.1: of these 0.6 cells 0.3 are as long as the player.
    expect(Math.abs(wideEnough.value - 0.5)).toBeLessThan(0.05);
  });

  test('a strip between them changes nothing', () => {
    const bare = gapsOf('gap 2..3 cells between stone and stone', '0.6 s');
    const stripped = gapsOf('gap 2..3 cells between stone and stone, strip point', '0.6 s');
    expect(stripped).toEqual(bare);
  });

  test('there is nothing to say of a player that cannot go along the mark', () => {
    const rail: Control = {
      scheme: 'along a rail',
      speed: 5,
      rail: 'across',
      throws: { aim: 270, shot: 'stone', shotSpeed: 9, range: 9, cooldown: 1 },
    };
    expect(gapsOf('gap 3 cells between stone and stone', '1 s', rail)).toBeUndefined();
  });
});

test.each(['', ', strip point'])('where gaps lie is told by their middles, all over the mark%s', (strip) => {
  const { places, come, bringsGaps } = cueOf(`gap 3 cells between stone and stone${strip}`, '1 s');
  const parts = strip === '' ? 2 : 3;
  const count = places.reduce((sum, cell) => sum + cell.count, 0);
  expect(bringsGaps).toBe(true);
  expect(count).toBe((come.median / parts) * 60);
  expect(new Set(places.map(({ column }) => column))).toEqual(new Set([19]));
  // Of 12 cells of the mark a gap of 3 leaves its middle those from 2.5 to 11.5: half of the first and the last row.
  expect(places.map(({ row }) => row)).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  for (const { row, count: inRow } of places) {
    const share = row === 2 || row === 11 ? 0.5 / 9 : 1 / 9;
    expect(Math.abs(inRow - share * count)).toBeLessThan(5 * Math.sqrt(count * share * (1 - share)));
  }
});
