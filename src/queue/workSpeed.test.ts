import { expect, test } from '@jest/globals';
import { WorkSpeed } from './workSpeed';

test('the speed is that of the work at once, however long there was none before', () => {
  const speed = new WorkSpeed(0);
  expect(speed.note(60_000, 0, false)).toBe(0);
  expect(speed.note(63_000, 300, true)).toBe(100);
  expect(speed.note(66_000, 300, false)).toBe(0);
  expect(speed.note(69_000, 600, true)).toBe(100);
});

test('a long task counts with the looks at which it was under way, and old looks are forgotten', () => {
  const speed = new WorkSpeed(0);
  expect(speed.note(3000, 0, true)).toBe(0);
  expect(speed.note(6000, 300, true)).toBe(50);
  for (let at = 1; at <= 10; at++) speed.note(6000 + 3000 * at, 300 + 600 * at, true);
  expect(speed.note(39_000, 6900, true)).toBe(200);
});
