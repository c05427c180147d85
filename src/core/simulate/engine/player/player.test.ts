import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { bodyOverlapsSolid } from '../../../arena/grid';
import { PathFinder } from '../../../arena/findPath';
import { buildBodyWalkGrid } from '../../../arena/walkGrid';
import { RandomStream } from '../../../foundation/random';
import { SCHEMES, startingControl } from '../../../document/controlShape';
import { Runner } from '../../run';
import type { PlayerBody } from './playerBody';
import {
  ACTION_BIT,
  directionFor,
  directionOf,
  hasAction,
  hasPoint,
  isInput,
  pointInput,
  pointX,
  pointY,
} from './inputs';

const FIELD = ['##########', '#........#', '#........#', '#........#', '#........#', '##########'];

/** The player's body after every tick of some inputs. */
function play(small: Partial<SmallLevel>, inputs: number[], ticks = inputs.length): PlayerBody[] {
  const bodies: PlayerBody[] = [];
  const program = smallProgram({ map: FIELD, player: { at: [4.5, 2.5] }, ...small });
  new Runner(program, { type: 'inputs', inputs }).run(1, {
    mostTicks: ticks,
    onTick: ({ player }) =>
      bodies.push(Object.assign(Object.create(Object.getPrototypeOf(player) as object) as PlayerBody, player)),
  });
  return bodies;
}

const held = (input: number, ticks: number) => new Array<number>(ticks).fill(input);

describe('inputs', () => {
  test('hold a direction, an action and a place in one number', () => {
    const input = pointInput(12.34, 250.9) + ACTION_BIT + 3;
    expect([directionOf(input), hasAction(input), hasPoint(input)]).toEqual([3, true, true]);
    expect(pointX(input)).toBeCloseTo(12.34, 1);
    expect(pointY(input)).toBeCloseTo(250.9, 1);
    expect(isInput(input)).toBe(true);
    expect([9, -1, 1.5, 2 ** 40, NaN].map(isInput)).toEqual([false, false, false, false, false]);
    expect(directionFor(-1, 1)).toBe(4);
  });
});

describe('every control scheme', () => {
  test.each(SCHEMES)('"%s" never leaves the world or enters a wall, whatever is pressed', (scheme) => {
    for (let seed = 1; seed <= 6; seed++) {
      const random = new RandomStream(seed, 5);
      const map = FIELD.map((row) =>
        [...row].map((glyph) => (glyph === '.' && random.nextUnit() < 0.15 ? '#' : glyph)).join(''),
      );
      map[2] = `#...${map[2].slice(4, 4)}.....#`.padEnd(10, '#').slice(0, 10);
      const small: SmallLevel = {
        map,
        player: { at: [4.5, 2.5] },
        control: startingControl(scheme, 'shot'),
        kinds: [{ id: 'shot', radius: 0.15 }],
        level: { view: 'side' },
      };
      const inputs = Array.from({ length: 900 }, () => {
        const press = random.nextInteger(0, 8) + (random.nextUnit() < 0.3 ? ACTION_BIT : 0);
        return scheme === 'steer to a point' ? pointInput(random.nextUnit() * 12, random.nextUnit() * 8) : press;
      });
      const { grid, player } = smallProgram(small);
      const faults = play(small, inputs).flatMap(({ x, y }, tick) =>
        bodyOverlapsSolid(grid, x, y, player.stand) ? [tick] : [],
      );
      expect([seed, faults]).toEqual([seed, []]);
    }
  });

  test('plays on exactly the same when the inputs are given again', () => {
    const program = smallProgram({ map: FIELD, player: { at: [4.5, 2.5] } });
    const inputs = Array.from({ length: 200 }, (_, tick) => (tick * 7) % 9);
    const hash = () => new Runner(program, { type: 'inputs', inputs }).run(1, { mostTicks: 200 }).hash;
    expect(hash()).toBe(hash());
  });
});

describe('four ways', () => {
  const control = { scheme: 'four ways' as const, speed: 3, cornering: 0.35 };

  test('of two keys the one not yet followed counts', () => {
    const bodies = play({ control }, [...held(1, 30), ...held(2, 30)]);
    expect(bodies[30].y).toBe(2.5);
    expect(bodies[60].x).toBeCloseTo(bodies[30].x, 9);
    expect(bodies[60].y).toBeGreaterThan(3);
  });

  test('is led into an opening that it just misses, and not into one farther off', () => {
    const map = ['#######', '#.....#', '###.###', '###.###', '#######'];
    const near = play({ map, control, player: { at: [3.2, 1.5] } }, held(3, 60));
    const far = play({ map, control, player: { at: [2.4, 1.5] } }, held(3, 60));
    expect(near[60].y).toBeGreaterThan(3);
    expect(far[60].y).toBeCloseTo(1.6, 6);
  });
});

describe('one cell a press', () => {
  const control = { scheme: 'one cell a press' as const, speed: 6, pressBuffer: 0.1 };

  test('a held key makes one step, however long it is held', () => {
    expect(play({ control }, held(1, 120))[120].x).toBe(5.5);
  });

  test('each press makes one step, and one shortly before the end of a step is kept', () => {
    const twice = [...held(1, 2), ...held(0, 5), ...held(1, 2), ...held(0, 40)];
    expect(play({ control }, twice)[49].x).toBe(6.5);
    const tooEarly = [...held(1, 1), 0, ...held(1, 1), ...held(0, 40)];
    expect(play({ control }, tooEarly)[43].x).toBe(5.5);
  });

  test('does not step into a wall', () => {
    expect(play({ control, player: { at: [8.5, 2.5] } }, held(1, 30))[30].x).toBe(8.5);
  });
});

describe('slide until blocked', () => {
  const control = { scheme: 'slide until blocked' as const, speed: 12 };

  test('goes on to the last open cell, and takes no other key on the way', () => {
    const bodies = play({ control }, [1, ...held(3, 5), ...held(0, 60)]);
    expect([bodies[66].x, bodies[66].y]).toEqual([8.5, 2.5]);
  });

  test('a press shortly before it ends is kept for the next slide, an earlier one is not', () => {
    // At 12 cells/s the slide from 4.5 to 8.5 takes 20 ticks; 0.3 s are 18 of them, 0.1 s are 6.
    const pressedAt = (tick: number, pressBuffer: number) =>
      play({ control: { ...control, pressBuffer } }, [1, ...held(0, tick - 1), 3, ...held(0, 80)]).at(-1)!;
    expect(pressedAt(12, 0.3).y).toBe(4.5);
    expect(pressedAt(12, 0.1).y).toBe(2.5);
    expect(pressedAt(1, 0.3).y).toBe(2.5);
    expect(pressedAt(30, 0).y).toBe(4.5);
  });

  test.each([3, 12, 55])('stops in the middle of the same cell at %d cells/s', (speed) => {
    expect(play({ control: { ...control, speed } }, [5, ...held(0, 200)])[201].x).toBe(1.5);
  });
});

describe('steer to a point', () => {
  test('goes there and stays there', () => {
    const bodies = play({ control: { scheme: 'steer to a point', speed: 3 } }, held(pointInput(7.25, 3.5), 120));
    expect([bodies[120].x, bodies[120].y]).toEqual([7.25, 3.5]);
  });
});

describe('one press that goes on to a point', () => {
  const control = { scheme: 'steer to a point' as const, speed: 3, goesOn: true };
  const WALLED = ['##########', '#....#...#', '#....#...#', '#........#', '##########'];
  const pressed = (x: number, y: number, ticks: number) => [pointInput(x, y), ...held(0, ticks)];

  test('leads round what stands in the way, at full speed, and ends there', () => {
    const bodies = play({ map: WALLED, control, player: { at: [3.5, 1.5] } }, pressed(7.25, 1.75, 400));
    const there = bodies.findIndex(({ x, y }) => x === 7.25 && y === 1.75);
    // Down, across and up again: by the corner cells 3.5 to 4.6 cells each way.
    expect(there / 60).toBeGreaterThan(5.2 / 3);
    expect(there / 60).toBeLessThan(7.2 / 3);
    expect([bodies[400].x, bodies[400].y, bodies[400].walkX]).toEqual([7.25, 1.75, -1]);
  });

  test('goes on through what is held meanwhile, until another place is pressed', () => {
    const inputs = [...held(pointInput(8.5, 3.5), 30), ...pressed(1.5, 3.5, 300)];
    const bodies = play({ map: WALLED, control, player: { at: [3.5, 3.5] } }, inputs);
    expect(bodies[30].x).toBeCloseTo(3.5 + 30 * (3 / 60), 6);
    expect([bodies[330].x, bodies[330].y]).toEqual([1.5, 3.5]);
  });

  test('ends in the reachable cell nearest to a place in a wall or beyond one', () => {
    const inWall = play({ map: WALLED, control, player: { at: [1.5, 1.5] } }, pressed(5.5, 1.5, 300));
    expect([inWall[300].x, inWall[300].y]).toEqual([4.5, 1.5]);
    const outside = play({ map: WALLED, control, player: { at: [1.5, 1.5] } }, pressed(200, 3.5, 300));
    expect([outside[300].x, outside[300].y]).toEqual([8.5, 3.5]);
  });

  test('keeps to the way that a plain search finds, from anywhere to anywhere', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = new RandomStream(seed, 9);
      const map = Array.from({ length: 10 }, (_, row) =>
        Array.from({ length: 14 }, (_unused, column) =>
          row === 0 || row === 9 || column === 0 || column === 13 || random.nextUnit() < 0.25 ? '#' : '.',
        ).join(''),
      );
      map[5] = `#${'.'.repeat(12)}#`;
      const goal: [number, number] = [random.nextInteger(1, 12) + 0.5, random.nextInteger(1, 8) + 0.5];
      const small = { map, control, player: { at: [1.5, 5.5] as [number, number] } };
      const program = smallProgram(small);
      const walk = buildBodyWalkGrid(program.grid, program.player.stand, true);
      const cellOf = ([x, y]: readonly number[]) => Math.floor(y) * 14 + Math.floor(x);
      const { cells, cost } = new PathFinder(walk).find(cellOf([1.5, 5.5]), cellOf(goal));
      const bodies = play(small, pressed(...goal, 900));
      const last = bodies[900];
      expect([seed, cellOf([last.x, last.y])]).toEqual([seed, cells[cells.length - 1]]);
      const ticks = bodies.findIndex(({ x, y }) => x === last.x && y === last.y);
      // Cut straight it is shorter than from middle to middle, and never longer.
      expect([seed, ticks <= Math.ceil((cost / 3) * 60) + cells.length]).toEqual([seed, true]);
    }
  });
});

describe('running and jumping', () => {
  const control = {
    scheme: 'run and jump' as const,
    speed: 4,
    jump: 9,
    jumps: 1,
    coyote: 0.1,
    jumpBuffer: 0.1,
    mostFall: 20,
  };
  const map = [
    '..........',
    '..........',
    '..........',
    '..........',
    '..........',
    '#####.....',
    '..........',
    '##########',
  ];
  const level = { view: 'side' as const, gravity: 30 };
  const playerKind = { stand: { form: 'box' as const, width: 0.6, height: 0.8 } };
  const stage = { map, level, playerKind, control, player: { at: [1.5, 4.6] as [number, number] } };
  const JUMP = ACTION_BIT;

  test('jumps as high as speed and gravity say: v² / 2g, less at most a tick', () => {
    const bodies = play(stage, [...held(0, 5), ...held(JUMP, 60)]);
    const height = 4.6 - Math.min(...bodies.map(({ y }) => y));
    expect(height).toBeGreaterThan(81 / 60 - 9 / 60);
    expect(height).toBeLessThanOrEqual(81 / 60);
  });

  test('a held key jumps once; a new press after landing jumps again', () => {
    const bodies = play(stage, [...held(0, 5), ...held(JUMP, 120)]);
    expect(bodies[125].isGrounded).toBe(true);
    const airborne = bodies.filter(({ isGrounded }) => !isGrounded).length;
    expect(airborne).toBeLessThan(50);
  });

  test('shortly after an edge it can still jump, later not', () => {
    const offEdge = held(1, 60).map((_, tick) => tick);
    const leaves = play(stage, held(1, 90)).findIndex(({ isGrounded, x }) => !isGrounded && x > 4);
    const pressAfter = (ticks: number) => play(stage, [...held(1, leaves + ticks), ...held(1 + JUMP, 20)]);
    expect(
      Math.min(
        ...pressAfter(3)
          .slice(leaves)
          .map(({ y }) => y),
      ),
    ).toBeLessThan(4.3);
    expect(
      Math.min(
        ...pressAfter(15)
          .slice(leaves)
          .map(({ y }) => y),
      ),
    ).toBeGreaterThanOrEqual(4.6 - 1e-9);
    expect(offEdge).toHaveLength(60);
  });

  test('a press shortly before landing still counts', () => {
    const first = play(stage, [...held(0, 5), JUMP, ...held(0, 60)]);
    const landing = first.findIndex(({ isGrounded }, tick) => tick > 10 && isGrounded);
    const again = play(stage, [...held(0, 5), JUMP, ...held(0, landing - 10), ...held(JUMP, 1), ...held(0, 40)]);
    expect(again.slice(landing).some(({ isGrounded }) => !isGrounded)).toBe(true);
  });

  test('jumps in the air are counted', () => {
    const presses = [...held(0, 5), JUMP, ...held(0, 8), JUMP, ...held(0, 8), JUMP, ...held(0, 30)];
    const highest = (jumps: number) =>
      Math.min(...play({ ...stage, control: { ...control, jumps } }, presses).map(({ y }) => y));
    expect(highest(2)).toBeLessThan(highest(1) - 0.5);
    expect(highest(3)).toBeLessThan(highest(2) - 0.3);
  });

  test('walks onto a border between cells without snagging', () => {
    const bodies = play({ ...stage, player: { at: [1.5, 6.6] } }, held(1, 90));
    expect(bodies[90].x).toBeGreaterThan(7);
  });
});

describe('flapping', () => {
  const control = { scheme: 'flap' as const, speed: 1, lift: 5, mostFall: 8 };

  test('a flap throws upwards, only on a new press; it falls no faster than it may', () => {
    const tall = Array.from({ length: 40 }, () => '....................');
    const stage = {
      map: tall,
      control,
      player: { at: [2.5, 5.5] as [number, number] },
      level: { view: 'side' as const, gravity: 30 },
    };
    const flapped = play(stage, held(ACTION_BIT, 10));
    expect(flapped[1].velocityY).toBeCloseTo(-5 / 60 + 30 / 3600, 9);
    const falling = play(stage, held(0, 120));
    expect(Math.max(...falling.map(({ velocityY }) => velocityY))).toBeCloseTo(8 / 60, 9);
    expect(falling[60].x).toBeCloseTo(3.5, 6);
  });
});

describe('along a rail', () => {
  const control = {
    ...startingControl('along a rail'),
    throws: { aim: 270, shot: 'shot', shotSpeed: 11, range: 20, cooldown: 0.5, ammunition: 3 },
  } as SmallLevel['control'];
  const stage: Partial<SmallLevel> = {
    control,
    player: { at: [4.5, 4.5] },
    kinds: [{ id: 'shot', radius: 0.15, wear: 1 }, { id: 'moth' }],
    contacts: [
      { by: 'shot', on: 'moth', does: [{ effect: 'defeat' }] },
      { by: 'moth', on: 'shot', does: [{ effect: 'defeat' }] },
    ],
  };

  test('keeps to its rail', () => {
    const bodies = play(stage, [...held(2, 30), ...held(7, 30)]);
    expect(new Set(bodies.map(({ y }) => y))).toEqual(new Set([4.5]));
  });

  test('fires no faster than it cools down and no more than it has', () => {
    const program = smallProgram({ map: FIELD, ...stage });
    const events: { type: string; tick: number }[] = [];
    new Runner(program, { type: 'inputs', inputs: held(ACTION_BIT, 200) }).run(1, {
      mostTicks: 200,
      events: events as never,
    });
    expect(events.filter(({ type }) => type === 'shot').map(({ tick }) => tick)).toEqual([0, 30, 60]);
  });

  test('a shot defeats what it meets and is spent', () => {
    const program = smallProgram({ map: FIELD, ...stage, pieces: [{ kind: 'moth', at: [4.5, 1.5] }] });
    const events: { type: string; piece?: string }[] = [];
    new Runner(program, { type: 'inputs', inputs: [ACTION_BIT] }).run(1, { mostTicks: 120, events: events as never });
    expect(events.filter(({ type }) => type === 'gone').map(({ piece }) => piece)).toEqual(['piece-1', 'shot.shot-1']);
  });

  test('shots wear ground away', () => {
    const map = FIELD.map((row, index) => (index === 2 ? '#...c....#' : row));
    const program = smallProgram({ map, ...stage });
    const events: { type: string; cell?: number }[] = [];
    new Runner(program, { type: 'inputs', inputs: held(ACTION_BIT, 200) }).run(1, {
      mostTicks: 200,
      events: events as never,
    });
    expect(events.filter(({ type }) => type === 'ground').map(({ cell }) => cell)).toEqual([24]);
  });
});
