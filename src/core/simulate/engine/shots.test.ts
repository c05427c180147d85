import { describe, expect, test } from '@jest/globals';
import { checkGame, type Contact } from '@/core/index';
import { smallGame, smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';
import type { RunEvent } from './runEvent';
import type { World } from './world';
import { ACTION_BIT } from './player/inputs';

const HALL = [
  '##############################',
  ...Array.from({ length: 5 }, () => '#............................#'),
  '##############################',
];

/** The player at 2.5, 3.5 throws east; imps stand in its way. */
function range(
  imps: number[],
  flight: { slows?: number; pierces?: number } | undefined,
  more: Partial<SmallLevel> = {},
): SmallLevel {
  return {
    map: HALL,
    player: { at: [2.5, 3.5], facing: 0 },
    control: {
      scheme: 'along a rail',
      speed: 3,
      rail: 'up and down',
      throws: { aim: 0, shot: 'wad', shotSpeed: 10, range: 25, cooldown: 9 },
    },
    kinds: [
      { id: 'wad', radius: 0.1, flight },
      { id: 'imp', tags: ['imp'] },
      { id: 'dart', tags: [], radius: 0.1 },
      { id: 'bow', behavior: 'shoot' },
    ],
    pieces: imps.map((x) => ({ kind: 'imp', at: [x, 3.5] as [number, number] })),
    contacts: [{ by: 'wad', on: 'imp', does: [{ effect: 'defeat' }] }],
    scripts: {
      shoot: 'start state on { do hold repeat every 1 s { fire dart, heading 180 deg, at 6 cells/s, range 40 cells } }',
    },
    ...more,
  };
}

function play(level: SmallLevel, ticks: number, inputs: number[] = [ACTION_BIT], note?: (world: World) => void) {
  const events: RunEvent[] = [];
  const { record } = new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: ticks,
    onTick: (world) => note?.(world),
  });
  return { events, record };
}

const defeated = (events: RunEvent[]) =>
  events.flatMap((event) => (event.type === 'gone' && event.why === 'defeated' ? [event.piece] : []));

describe('a shot that hits', () => {
  test('is spent on the first', () => {
    expect(defeated(play(range([6.5, 9.5, 12.5], undefined), 200).events)).toEqual(['piece-1']);
  });

  test.each([1, 2, 5])('goes through %i before it is spent', (pierces) => {
    const hit = defeated(play(range([6.5, 9.5, 12.5, 15.5], { pierces }), 200).events);
    expect(hit).toEqual(['piece-1', 'piece-2', 'piece-3', 'piece-4'].slice(0, pierces + 1));
  });
});

describe('a shot that slows down', () => {
  test.each([30, 60, 120] as const)(
    'keeps half of its speed after a second, at %i ticks a second',
    (ticksPerSecond) => {
      let before = 0;
      let speed = 0;
      play(range([], { slows: 0.5 }, { level: { ticksPerSecond } }), ticksPerSecond + 2, [ACTION_BIT], (world) => {
        const shot = world.level.shots[0];
        if (world.alive[shot] === 0) return;
        speed = (world.x[shot] - before) * ticksPerSecond;
        before = world.x[shot];
      });
      // 10 cells/s at first; one tick more or less than a second has passed.
      expect(speed).toBeGreaterThan(5 * 0.97);
      expect(speed).toBeLessThan(5 * 1.03);
    },
  );

  test('one that does not keeps it to the last', () => {
    const places: number[] = [];
    play(range([], undefined), 60, [ACTION_BIT], (world) => places.push(world.x[world.level.shots[0]]));
    expect(places.at(-1)! - places.at(-2)!).toBeCloseTo(10 / 60, 9);
  });
});

describe('near misses', () => {
  const harm: Contact[] = [{ by: 'dart', on: 'player', does: [{ effect: 'harm', health: 0.1 }] }];
  /** A bow at the far east shoots west along a row, so far beside the player. */
  const bow = (aside: number, contacts = harm) =>
    range([], undefined, { pieces: [{ kind: 'bow', at: [12.5, 3.5 + aside] }], contacts, playerKind: { health: 9 } });
  const misses = (level: SmallLevel) => play(level, 330, []).events.filter(({ type }) => type === 'near miss').length;

  test('a shot that passes within half a cell is one, counted once', () => {
    // Sizes 0.4 and 0.1: a gap of 0.3; three darts go by in the time.
    expect(misses(bow(0.8))).toBe(3);
  });

  test('one that passes farther off is none', () => {
    expect(misses(bow(1.2))).toBe(0);
  });

  test('one that hits is none', () => {
    expect(misses(bow(0.3))).toBe(0);
  });

  test('one that does nothing to the player is none', () => {
    expect(misses(bow(0.8, []))).toBe(0);
  });

  test('they are kept with the run', () => {
    const level = { ...bow(0.8), level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 5.5 } } };
    expect(play(level, 10_000, new Array<number>(400).fill(0)).record?.nearMisses).toBe(3);
  });
});

describe('near misses', () => {
  /** An imp that stands so far beside the way of the shot, and shies away from what comes within a cell. */
  const shy = (aside: number): SmallLevel => ({
    ...range([], undefined),
    kinds: [
      { id: 'wad', radius: 0.1, tags: ['splash'] },
      { id: 'imp', tags: ['imp'], behavior: 'shy' },
    ],
    pieces: [{ kind: 'imp', at: [9.5, 3.5 + aside] }],
    marks: [{ id: 'exit', name: 'Exit', area: [2, 1, 1, 0.5] }],
    scripts: {
      shy: 'start state calm { do hold go scared when near splash within 1 cells } state scared { do flee player at 3 cells/s go calm after 2 s }',
    },
  });
  const states = (level: SmallLevel) =>
    play(level, 150).events.flatMap((event) => (event.type === 'state' ? [event.to] : []));

  test('scare whom they pass within the distance at which it shies', () => {
    expect(states(shy(0.8))).toEqual(['scared']);
    expect(states(shy(-0.8))).toEqual(['scared']);
  });

  test('are no target that nobody has', () => {
    expect(checkGame(smallGame(shy(0.8))).map(({ code }) => code)).not.toContain('target-missing');
    const other = shy(0.8);
    other.kinds!.push({ id: 'spare', tags: ['spray'] });
    other.scripts = { shy: other.scripts!.shy.replace('near splash', 'near spray') };
    expect(checkGame(smallGame(other)).map(({ code }) => code)).toContain('target-missing');
  });

  test('leave alone whom they pass farther off', () => {
    expect(states(shy(1.6))).toEqual([]);
  });
});
