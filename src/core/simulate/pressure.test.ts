import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../tests/support/kilnYard';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { runChunk } from '../pipeline';
import { STAND_INS } from '../people/traits';
import { prepareRuns } from './engine/prepareRuns';
import { World } from './engine/world';
import { CONTACT_HORIZON_SECONDS, PressureGauge } from './pressure';

const OPEN = Array.from({ length: 13 }, (_, row) => (row === 0 || row === 12 ? '#'.repeat(41) : `#${'.'.repeat(39)}#`));
const RADIUS = 0.4;

interface Closing {
  /** Cells between the two bodies, to the east; cells a second at which it comes; cells that it is off to the south. */
  gap: number;
  cellsPerSecond: number;
  off?: number;
  kind?: string;
}

const KINDS: SmallLevel['kinds'] = [
  { id: 'foe', tags: ['foe'] },
  { id: 'burner', tags: [] },
  { id: 'fan', tags: [] },
  { id: 'crate', tags: [] },
  { id: 'cart', tags: ['foe'], hit: { form: 'box', width: 4, height: 0.8 } },
  { id: 'hunter', tags: ['foe'], behavior: 'hunt' },
];

/** A world in which things come to the player, who stands at 10, 6, from the east. */
function closingIn(map: string[], ...things: Closing[]): World {
  const program = smallProgram({
    map,
    player: { at: [10, 6] },
    kinds: KINDS,
    scripts: { hunt: 'start state on { do chase player by path at 2 cells/s }' },
    pieces: things.map(({ kind = 'foe' }, index) => ({ kind, at: [20 + index, 6] })),
    contacts: [
      { by: 'burner', on: 'player', does: [{ effect: 'harm', health: 1 }] },
      { by: 'fan', on: 'player', does: [{ effect: 'push', speed: 2, seconds: 0.5 }] },
    ],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 } },
  });
  const world = new World(prepareRuns(program));
  world.reset(1);
  things.forEach(({ gap, cellsPerSecond, off = 0, kind }, index) => {
    const half = kind === 'cart' ? 2 : RADIUS;
    world.x[index] = 10 + RADIUS + half + gap;
    world.y[index] = world.beforeY[index] = 6 + off;
    world.beforeX[index] = world.x[index] + cellsPerSecond / 60;
  });
  return world;
}

const gaugeOf = (world: World) => new PressureGauge(world.level.program).measure(world);
const pressureOf = (...things: Closing[]) => gaugeOf(closingIn(OPEN, ...things));

describe('pressure', () => {
  test('is 1 minus the time to contact over the horizon', () => {
    expect(pressureOf({ gap: 3, cellsPerSecond: 3 })).toBeCloseTo(1 - 1 / CONTACT_HORIZON_SECONDS, 9);
    expect(pressureOf({ gap: 6, cellsPerSecond: 2 })).toBeCloseTo(1 - 3 / CONTACT_HORIZON_SECONDS, 9);
  });

  test('is nothing for what is beyond the horizon, stands still or goes away', () => {
    expect(pressureOf({ gap: 12.1, cellsPerSecond: 3 })).toBe(0);
    expect(pressureOf({ gap: 1, cellsPerSecond: 0 })).toBe(0);
    expect(pressureOf({ gap: 1, cellsPerSecond: -2 })).toBe(0);
  });

  test('of two never is less than of one, and is 1 at contact', () => {
    const one = pressureOf({ gap: 6, cellsPerSecond: 3 });
    const two = pressureOf({ gap: 6, cellsPerSecond: 3 }, { gap: 4, cellsPerSecond: 2 });
    expect([one, two].map((value) => value.toFixed(6))).toEqual(['0.500000', '0.750000']);
    expect(pressureOf({ gap: 0, cellsPerSecond: 1 })).toBeCloseTo(1, 9);
  });

  test('of what passes closely is less than of what would hit, and of what passes in another lane nothing', () => {
    const hit = pressureOf({ gap: 3, cellsPerSecond: 3 });
    const close = pressureOf({ gap: 3, cellsPerSecond: 3, off: 1.2 });
    expect(close).toBeGreaterThan(0.2);
    expect(close).toBeLessThan(0.5 * hit);
    expect(pressureOf({ gap: 3, cellsPerSecond: 3, off: 1.6 })).toBe(0);
  });

  test('goes by the shape that others meet: a long cart is there sooner than its middle', () => {
    expect(pressureOf({ gap: 3, cellsPerSecond: 3, kind: 'cart' })).toBeCloseTo(1 - 1 / CONTACT_HORIZON_SECONDS, 9);
  });

  test('comes of all that harms, and of nothing that does not', () => {
    const [burner, fan, crate] = ['burner', 'fan', 'crate'].map((kind) =>
      pressureOf({ gap: 3, cellsPerSecond: 3, kind }),
    );
    expect(burner).toBeCloseTo(1 - 1 / CONTACT_HORIZON_SECONDS, 9);
    expect([fan, crate]).toEqual([0, 0]);
  });

  describe('behind a wall', () => {
    // A wall between the player and what comes; the way round it is long.
    const walled = OPEN.map((row, y) => (y > 1 && y < 11 ? `${row.slice(0, 12)}#${row.slice(13)}` : row));

    test('nothing presses', () => {
      expect(gaugeOf(closingIn(walled, { gap: 4, cellsPerSecond: 3 }))).toBe(0);
    });

    test('what hunts presses by the time that it needs round it', () => {
      const open = gaugeOf(closingIn(OPEN, { gap: 4, cellsPerSecond: 3, kind: 'hunter' }));
      const round = gaugeOf(closingIn(walled, { gap: 4, cellsPerSecond: 6, kind: 'hunter' }));
      expect(open).toBeCloseTo(1 - 4 / 3 / CONTACT_HORIZON_SECONDS, 9);
      // Some twelve cells up and round at six cells a second.
      expect(round).toBeGreaterThan(1 - 2.8 / CONTACT_HORIZON_SECONDS);
      expect(round).toBeLessThan(1 - 1.6 / CONTACT_HORIZON_SECONDS);
      expect(gaugeOf(closingIn(walled, { gap: 4, cellsPerSecond: 2, kind: 'hunter' }))).toBe(0);
    });
  });

  test('at the heels of one who runs away is that of who hunts, though the two come no nearer', () => {
    const world = closingIn(OPEN, { gap: 1, cellsPerSecond: 3, kind: 'hunter' });
    world.player.beforeX = world.player.x + 3 / 60;
    expect(gaugeOf(world)).toBeCloseTo(1 - 1 / 3 / CONTACT_HORIZON_SECONDS, 9);
  });

  test.each(['drying-hall', 'flue-maze', 'cart-crossing', 'loft-ladders', 'shelf-raid'])(
    'is neither all nor nothing on %s',
    (id) => {
      const { rows } = runChunk(demoLevel(id), STAND_INS[1], 1, 6);
      const pressed = rows.map(({ figures }) => figures!.pressed);
      const mean = pressed.reduce((sum, share) => sum + share, 0) / pressed.length;
      expect(mean).toBeGreaterThan(0.02);
      expect(mean).toBeLessThan(0.75);
    },
  );

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
      return gaugeOf(world);
    };
    expect(pressureAt(60, 0)).toBe(0);
    expect(pressureAt(61, 0)).toBeCloseTo(1 - 3 / CONTACT_HORIZON_SECONDS, 9);
    expect(pressureAt(61, -1)).toBeCloseTo(1 - 2 / CONTACT_HORIZON_SECONDS, 9);
    expect(pressureAt(61, 2)).toBe(0);
    expect(pressureAt(30, -3)).toBeCloseTo(1 - 2 / CONTACT_HORIZON_SECONDS, 9);
  });
});
