import { describe, expect, test } from '@jest/globals';
import { dryingHall } from '../../../tests/support/kilnYard';
import { smallProgram } from '../../../tests/support/smallLevel';
import { prepareRuns } from './engine/prepareRuns';
import { World } from './engine/world';
import { CONTACT_HORIZON_SECONDS, measurePressure } from './pressure';

/** A world in which guards close in on the player from the east, each at so many cells a second and gap. */
function closingIn(...guards: { gap: number; cellsPerSecond: number }[]): World {
  const program = dryingHall();
  const world = new World(prepareRuns(program));
  world.player.x = world.player.beforeX = 5;
  world.player.y = world.player.beforeY = 5;
  program.pieces.forEach((piece, index) => {
    const { gap, cellsPerSecond } = guards[index] ?? { gap: 20, cellsPerSecond: 0 };
    world.x[index] = 5 + program.player.radius + piece.radius + gap;
    world.y[index] = world.beforeY[index] = 5;
    world.beforeX[index] = world.x[index] + cellsPerSecond / 60;
  });
  return world;
}

describe('pressure', () => {
  test('is 1 minus the time to contact over the horizon', () => {
    expect(measurePressure(closingIn({ gap: 3, cellsPerSecond: 3 }))).toBeCloseTo(1 - 1 / CONTACT_HORIZON_SECONDS, 9);
    expect(measurePressure(closingIn({ gap: 6, cellsPerSecond: 2 }))).toBeCloseTo(1 - 3 / CONTACT_HORIZON_SECONDS, 9);
  });

  test('is nothing for what is beyond the horizon, stands still or goes away', () => {
    expect(measurePressure(closingIn({ gap: 12.1, cellsPerSecond: 3 }))).toBe(0);
    expect(measurePressure(closingIn({ gap: 1, cellsPerSecond: 0 }))).toBe(0);
    expect(measurePressure(closingIn({ gap: 1, cellsPerSecond: -2 }))).toBe(0);
  });

  test('of two never is less than of one, and is 1 at contact', () => {
    const one = measurePressure(closingIn({ gap: 6, cellsPerSecond: 3 }));
    const two = measurePressure(closingIn({ gap: 6, cellsPerSecond: 3 }, { gap: 4, cellsPerSecond: 2 }));
    expect([one, two].map((value) => value.toFixed(6))).toEqual(['0.500000', '0.750000']);
    expect(measurePressure(closingIn({ gap: 0, cellsPerSecond: 1 }))).toBe(1);
  });

  test('comes of the rim of a view that moves on as of a piece, by how much faster it is than the player', () => {
    const program = smallProgram({
      map: ['#'.repeat(30), `#${'.'.repeat(28)}#`, '#'.repeat(30)],
      player: { at: [10, 1.5] },
      level: { rules: { winAt: 'exit', timeLimit: 60 }, scroll: { toward: 'east', speed: 2, after: 1, from: 4 } },
    });
    const pressureAt = (tick: number, cellsPerSecond: number) => {
      const world = new World(prepareRuns(program));
      world.tick = tick;
      world.player.x = 10;
      world.player.beforeX = 10 - cellsPerSecond / 60;
      return measurePressure(world);
    };
    expect(pressureAt(60, 0)).toBe(0);
    expect(pressureAt(61, 0)).toBeCloseTo(1 - 3 / CONTACT_HORIZON_SECONDS, 9);
    expect(pressureAt(61, -1)).toBeCloseTo(1 - 2 / CONTACT_HORIZON_SECONDS, 9);
    expect(pressureAt(61, 2)).toBe(0);
    expect(pressureAt(30, -3)).toBeCloseTo(1 - 2 / CONTACT_HORIZON_SECONDS, 9);
  });
});
