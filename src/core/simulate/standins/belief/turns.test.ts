import { beforeEach, describe, expect, test } from '@jest/globals';
import { TurnsOfPieces } from './turns';

const STEP = 0.05;
const TICKS = 6;

let turns: TurnsOfPieces;
beforeEach(() => {
  turns = new TurnsOfPieces(1);
});

/** Shows a thing going from place to place, each with the steps between them. */
function walk(...places: readonly (readonly [number, number])[]): void {
  for (let leg = 1; leg < places.length; leg++) {
    const [[x0, y0], [x1, y1]] = [places[leg - 1], places[leg]];
    const steps = Math.max(1, Math.round((Math.abs(x1 - x0) + Math.abs(y1 - y0)) / (STEP * TICKS)));
    const [dx, dy] = [(x1 - x0) / steps, (y1 - y0) / steps];
    for (let step = 0; step < steps; step++) turns.note(0, x0 + step * dx, y0 + step * dy, dx / TICKS, dy / TICKS);
  }
}

/** Whether it is expected to turn when it comes to a place at its speed. */
const turnsOn = (x: number, y: number, speedX: number, speedY = 0) => turns.turnsAt(0, x, y, speedX, speedY, TICKS);

describe('where things turn', () => {
  test('what has gone back at a place is expected to do so when it passes it again the same way', () => {
    walk([2, 3], [8, 3], [5, 3]);
    expect([turnsOn(8.1, 3, STEP), turnsOn(7, 3, STEP), turnsOn(8.1, 5, STEP)]).toEqual([true, false, false]);
  });

  test('nothing turns where it has just turned and goes away from', () => {
    walk([2, 3], [8, 3], [5, 3]);
    expect(turnsOn(7.8, 3, -STEP)).toBe(false);
  });

  test('ranks that step down at both walls are expected to turn there again, farther down', () => {
    walk([2, 3], [8, 3], [8, 3.5], [2, 3.5], [2, 4], [5, 4]);
    expect([turnsOn(8.1, 4, STEP), turnsOn(1.9, 4.5, -STEP), turnsOn(5, 4, STEP)]).toEqual([true, true, false]);
  });

  test('what steps down at a wall goes back next, once it was seen to', () => {
    walk([2, 3], [8, 3], [8, 3.5]);
    expect(turns.backFrom(0, 0, STEP)).toBeUndefined();
    walk([8, 3.5], [2, 3.5], [2, 4]);
    expect(turns.backFrom(0, 0, STEP)).toEqual({ axis: 0, speed: STEP });
    expect(turns.backFrom(0, STEP, 0)).toBeUndefined();
  });

  test('a round through four corners is no way back, nor is one far below', () => {
    walk([2, 3], [8, 3], [8, 6], [2, 6], [2, 3], [8, 3]);
    expect([turnsOn(8.1, 3, STEP), turns.backFrom(0, 0, STEP)]).toEqual([false, undefined]);
  });

  test('what was forgotten is not known', () => {
    walk([2, 3], [8, 3], [5, 3]);
    turns.forget();
    expect(turnsOn(8.1, 3, STEP)).toBe(false);
  });
});
