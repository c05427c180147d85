import { describe, expect, test } from '@jest/globals';
import type { CueEntry, EntrySpot, Level } from '@/core/index';
import { showEntry } from './showEntry';

const line: EntrySpot = { x: 2, y: 0, width: 0, height: 6, isLine: true, open: [[0, 1]], offCentre: undefined };
const level = {
  marks: [
    {
      id: 'side',
      name: 'Side',
      line: [
        [2, 0],
        [2, 6],
      ],
    },
  ],
} as unknown as Level;

function entry(more: Partial<CueEntry> = {}): CueEntry {
  return { cue: 'north_lane', spots: [line], interval: undefined, apart: undefined, ...more };
}

const labelOf = (more: Partial<CueEntry>) => showEntry(entry(more), level, [])[0].label;

describe('a cue in the arena', () => {
  test('says how often and how far apart things come in, with a range only where there is one', () => {
    expect(labelOf({ interval: [1.4, 2.2], apart: [3.1, 5.4, 8] })).toBe(
      'north_lane: every 1.4–2.2 s, 5.4 (3.1–8.0) cells apart',
    );
    expect(labelOf({ interval: [2, 2], apart: [5, 5, 5] })).toBe('north_lane: every 2.0 s, 5.0 cells apart');
    expect(labelOf({ apart: [5, 5, 5] })).toBe('north_lane: 5.0 cells apart');
    expect(labelOf({})).toBe('north_lane');
  });

  test('stands at each of its marks, and is lit where that mark is chosen', () => {
    const other = { ...line, x: 9 };
    const shown = showEntry(entry({ spots: [line, other] }), level, ['side']);
    expect(shown.map(({ from, to, isSelected }) => [from, to, isSelected])).toEqual([
      [[2, 0], [2, 6], true],
      [[9, 0], [9, 6], false],
    ]);
    expect(showEntry(entry(), level, []).some(({ isSelected }) => isSelected)).toBe(false);
  });

  test.each<[string, Partial<EntrySpot>, string | undefined]>([
    ['in the middle', { offCentre: undefined }, undefined],
    ['down an upright line', { offCentre: 0.75 }, '0.8 cells south of the middle'],
    ['up an upright line', { offCentre: -0.5 }, '0.5 cells north of the middle'],
    ['along a level line', { offCentre: 0.5, width: 6, height: 0 }, '0.5 cells east of the middle'],
    [
      'along a line that was drawn from right to left',
      { offCentre: 0.5, width: -6, height: 0 },
      '0.5 cells west of the middle',
    ],
  ])('warns of what comes in beside the middle of the opening: %s', (_, change, warning) => {
    expect(showEntry(entry({ spots: [{ ...line, ...change }] }), level, [])[0].warning).toBe(warning);
  });
});
