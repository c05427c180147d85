import { expect, test } from '@jest/globals';
import { projectLevelCues } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';
import { countCells } from './cellCounts';

test('places are counted by cell, row by row, also outside of the level', () => {
  expect(
    countCells([
      { x: 3.2, y: 1.9 },
      { x: -0.5, y: 0.1 },
      { x: 3.99, y: 1 },
      { x: 0, y: 1.5 },
    ]),
  ).toEqual([
    { column: -1, row: 0, count: 1 },
    { column: 0, row: 1, count: 1 },
    { column: 3, row: 1, count: 2 },
  ]);
  expect(countCells([])).toEqual([]);
});

test('what comes in over an area is spread over its cells as evenly as chance has it', () => {
  const projected = projectLevelCues(
    smallGame({
      map: Array.from({ length: 8 }, () => '.'.repeat(12)),
      player: { at: [0.5, 7.5] },
      kinds: [{ id: 'seed', radius: 0.1 }],
      marks: [
        { id: 'bed', name: 'Bed', area: [2, 1, 4, 3] },
        { id: 'exit', name: 'Exit', area: [11, 7, 1, 1] },
      ],
      level: { cues: ['spawner s {', 'at bed', 'every 0.5 s', 'pick seed', 'retire after 1 s', '}'] },
    }),
    'small',
    40,
  );
  if (!projected.ok) throw new Error(projected.faults[0].message);
  const { places } = projected.value.cues[0];
  const all = places.reduce((sum, { count }) => sum + count, 0);
  expect(places).toHaveLength(12);
  expect(all).toBeGreaterThan(4000);
  // Five deviations of a count with a chance of 1 in 12.
  for (const { count } of places)
    expect(Math.abs(count - all / 12)).toBeLessThan(5 * Math.sqrt((all / 12) * (11 / 12)));
});
