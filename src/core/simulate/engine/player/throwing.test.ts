import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import type { Control, Scheme, Throwing } from '../../../document/controlShape';
import { startingControl } from '../../../document/controlShape';
import { STAND_INS } from '../../../people/traits';
import { Runner } from '../../run';
import type { RunEvent } from '../runEvent';
import type { World } from '../world';
import { ACTION_BIT, pointInput, THROW_BIT } from './inputs';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];
const EAST = 1;
const WEST = 5;
const SPIT: Throwing = { shot: 'spit', shotSpeed: 12, range: 12, cooldown: 0.5 };

function level(scheme: Exclude<Scheme, 'along a rail'>, throws: Throwing, more: Partial<SmallLevel> = {}): SmallLevel {
  const isSide = scheme === 'flap' || scheme === 'run and jump';
  return {
    map: HALL,
    control: { ...startingControl(scheme, ''), throws } as Control,
    player: { at: [3.5, 8.5] },
    kinds: [
      { id: 'spit', radius: 0.15 },
      { id: 'moth', tags: ['moth'], radius: 0.4, floats: true },
    ],
    contacts: [{ by: 'spit', on: 'moth', does: [{ effect: 'defeat' }] }],
    ...more,
    level: { ...(isSide ? { view: 'side' } : {}), rules: { winAt: 'exit', timeLimit: 60 }, ...more.level },
  };
}

function play(small: SmallLevel, inputs: number[], look: (world: World) => void = () => undefined): RunEvent[] {
  const events: RunEvent[] = [];
  new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: inputs.length,
    onTick: look,
  });
  return events;
}

const held = (input: number, ticks: number) => new Array<number>(ticks).fill(input);
const shotTicks = (events: readonly RunEvent[]) =>
  events.flatMap((event) => (event.type === 'shot' ? [event.tick] : []));

/** Where the first shot is after each tick in which it is there. */
function shotPlaces(small: SmallLevel, inputs: number[]): { x: number; y: number; playerX: number; playerY: number }[] {
  const places: { x: number; y: number; playerX: number; playerY: number }[] = [];
  const program = smallProgram(small);
  const shot = program.player.gun!.firstShot;
  play(small, inputs, ({ alive, x, y, player }) => {
    if (alive[shot] === 1) places.push({ x: x[shot], y: y[shot], playerX: player.x, playerY: player.y });
  });
  return places;
}

describe('throwing under every scheme', () => {
  test.each(['eight ways', 'four ways', 'one cell a press', 'slide until blocked', 'flap', 'run and jump'] as const)(
    '%s: it goes where the player faces',
    (scheme) => {
      const places = shotPlaces(level(scheme, SPIT), [...held(EAST, 2), ...held(THROW_BIT, 10)]);
      expect(places.length).toBeGreaterThan(5);
      expect(places.at(-1)!.x - places[0].x).toBeCloseTo((12 / 60) * (places.length - 1), 6);
      expect(places.at(-1)!.y).toBe(places[0].y);
    },
  );

  test('a runner throws in the air without losing his jump, and jumps without throwing', () => {
    const jumps = (input: number) => {
      let top = Infinity;
      const events = play(level('run and jump', SPIT), [...held(0, 20), ...held(input, 30)], ({ player }) => {
        top = Math.min(top, player.y);
      });
      return { top, shots: shotTicks(events).length };
    };
    const [jump, both] = [jumps(EAST + ACTION_BIT), jumps(EAST + ACTION_BIT + THROW_BIT)];
    expect(jump.top).toBeLessThan(7);
    expect(both.top).toBe(jump.top);
    expect([jump.shots, both.shots]).toEqual([0, 1]);
  });

  test('who flaps, flaps with the action and throws with the other key', () => {
    const heights: number[] = [];
    const events = play(level('flap', SPIT), held(THROW_BIT, 20), ({ player }) => heights.push(player.y));
    expect(shotTicks(events)).toHaveLength(1);
    expect(heights.at(-1)!).toBeGreaterThanOrEqual(heights[0]);
  });

  test('charged, it leaves once the key was held so long, and not after a shorter press', () => {
    const charged = { ...SPIT, charge: 0.5 };
    expect(shotTicks(play(level('eight ways', charged), held(THROW_BIT, 60)))).toEqual([30]);
    expect(shotTicks(play(level('eight ways', charged), [...held(THROW_BIT, 20), 0, ...held(THROW_BIT, 20)]))).toEqual(
      [],
    );
  });

  test.each([
    ['to the pointer', { aim: 'pointer' as const }, THROW_BIT + WEST + pointInput(3.5, 2.5), [0, -1]],
    ['at a fixed angle', { aim: 90 }, THROW_BIT + WEST, [0, 1]],
    ['where it faces', {}, THROW_BIT + WEST, [-1, 0]],
  ])('%s, while the player goes another way', (_, aim, input, [dx, dy]) => {
    const places = shotPlaces(level('eight ways', { ...SPIT, ...aim }, { player: { at: [3.6, 4.5] } }), held(input, 4));
    const [from, to] = [places[0], places.at(-1)!];
    const far = Math.hypot(to.x - from.x, to.y - from.y);
    // It leaves from where the player has come to in that tick, at most a step beside.
    expect((to.x - from.x) / far).toBeCloseTo(dx, 1);
    expect((to.y - from.y) / far).toBeCloseTo(dy, 1);
  });
});

describe('a blow at arm’s length', () => {
  const BLOW: Throwing = { shot: 'spit', shotSpeed: 9, range: 0.8, cooldown: 0.6, blow: 0.2 };

  test('is held out before the player while it goes on, for so long', () => {
    const places = shotPlaces(level('eight ways', BLOW), held(EAST + THROW_BIT, 30));
    expect(places).toHaveLength(12);
    for (const { x, y, playerX, playerY } of places)
      expect([x - playerX, y - playerY]).toEqual([expect.closeTo(0.8, 9), 0]);
    expect(places[11].playerX).toBeGreaterThan(places[0].playerX + 0.4);
  });

  test('meets all that are there, and nobody farther off', () => {
    const events = play(
      level('eight ways', BLOW, {
        pieces: [
          { kind: 'moth', at: [4.6, 8.2] },
          { kind: 'moth', at: [4.6, 8.8] },
          { kind: 'moth', at: [6.5, 8.5] },
        ],
      }),
      held(THROW_BIT, 20),
    );
    const defeated = events.flatMap((event) =>
      event.type === 'gone' && event.piece.startsWith('piece') ? [event.piece] : [],
    );
    expect(defeated.sort()).toEqual(['piece-1', 'piece-2']);
  });
});

describe('stand-ins', () => {
  const casual = STAND_INS.find(({ id }) => id === 'casual')!;
  const wins = (small: SmallLevel) => {
    const runner = new Runner(smallProgram(small), { type: 'stand-in', traits: casual });
    return Array.from({ length: 20 }, (_, run) => runner.run(run + 1).record).filter(
      (record) => record?.outcome === 'won',
    ).length;
  };
  const moths = (y: number) => ({
    pieces: [12.5, 15.5].map((x) => ({ kind: 'moth', at: [x, y] as [number, number] })),
  });
  const rules = { cues: ['rules { win when no moth left }'], rules: { timeLimit: 30 } };

  test.each([
    ['run and jump', SPIT],
    ['flap', SPIT],
    ['eight ways', { ...SPIT, aim: 'pointer' as const }],
    ['eight ways', { shot: 'spit', shotSpeed: 9, range: 0.8, cooldown: 0.6, blow: 0.2 }],
    ['one cell a press', SPIT],
  ] as const)('casual people clear with it under %s', (scheme, throws) => {
    expect(
      wins(level(scheme, throws, { ...moths(scheme === 'flap' ? 5.5 : 8.5), level: rules })),
    ).toBeGreaterThanOrEqual(15);
  });
});
