import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { isSolidAt } from '../../arena/grid';
import { RandomStream } from '../../foundation/random';
import { plainDistances } from '../../testing/plainDijkstra';
import { Runner } from '../run';

interface Step {
  x: number;
  y: number;
  arrived: number;
  cutOff: number;
}

function watchPiece(level: SmallLevel, ticks: number, inputs: number[] = []): Step[] {
  const steps: Step[] = [];
  new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, {
    mostTicks: ticks,
    skipHash: true,
    onTick: (world) =>
      void steps.push({
        x: world.x[0],
        y: world.y[0],
        arrived: world.hasArrived[0],
        cutOff: world.isCutOff[0],
      }),
  });
  return steps;
}

/** A level with walls strewn over it by a seed, rows of text, and two different open cells. */
function strewn(seed: number): { map: string[]; random: RandomStream; from: [number, number]; to: [number, number] } {
  const random = new RandomStream(seed, 11);
  const width = random.nextInteger(6, 16);
  const height = random.nextInteger(6, 16);
  const map = Array.from({ length: height }, () =>
    Array.from({ length: width }, () => (random.nextUnit() < 0.3 ? '#' : '.')).join(''),
  );
  const open = map.flatMap((row, y) => [...row].flatMap((glyph, x) => (glyph === '.' ? [[x, y] as const] : [])));
  const [first, second] = [0, 0].map(() => open[random.nextInteger(0, open.length - 1)]);
  return { map, random, from: [first[0], first[1]], to: [second[0], second[1]] };
}

describe('by corridors', () => {
  test('a piece goes along the middles of cells and takes as long as the plain shortest way over straight neighbours', () => {
    for (let seed = 1; seed <= 120; seed++) {
      const { map, from, to } = strewn(seed);
      const grid = {
        width: map[0].length,
        height: map.length,
        solid: Uint8Array.from([...map.join('')], (glyph) => (glyph === '#' ? 1 : 0)),
        opaque: new Uint8Array(map.length * map[0].length),
      };
      const lengths = plainDistances(grid, to[1] * grid.width + to[0], false);
      const length = lengths[from[1] * grid.width + from[0]];
      const free = watchPiece(
        {
          map,
          scripts: { mind: 'start state on { do travel to mark goal, by corridors, at 6 cells/s }' },
          kinds: [{ id: 'imp', behavior: 'mind', radius: 0.45 }],
          pieces: [{ kind: 'imp', at: [from[0] + 0.5, from[1] + 0.5] }],
          player: { at: [from[0] + 0.5, from[1] + 0.5] },
          marks: [{ id: 'goal', name: 'Goal', area: [to[0], to[1], 1, 1] }],
        },
        1500,
      );
      const arrivedAt = free.findIndex(({ arrived }) => arrived === 1);
      if (length === Infinity) {
        expect([seed, free.at(-1)!.cutOff, free.at(-1)!.x]).toEqual([seed, 1, from[0] + 0.5]);
        continue;
      }
      expect([seed, Math.abs(arrivedAt - Math.ceil((length / 6) * 60 - 1e-9)) <= 1]).toEqual([seed, true]);
      const isOff = ({ x, y }: Step) =>
        isSolidAt(grid, Math.floor(x), Math.floor(y)) ||
        (Math.abs(x - Math.floor(x) - 0.5) > 1e-6 && Math.abs(y - Math.floor(y) - 0.5) > 1e-6);
      expect([seed, free.filter(isOff)]).toEqual([seed, []]);
    }
  });

  test('a chase by corridors never goes slantwise, though the player does', () => {
    const map = ['##########', ...Array.from({ length: 8 }, () => '#........#'), '##########'];
    const inputs = Array.from({ length: 400 }, (_, tick) => 1 + (Math.floor(tick / 37) % 8));
    const steps = watchPiece(
      {
        map,
        scripts: {
          mind: 'start state on { do chase player by corridors at 2 cells/s go on when sees player within 20 cells }',
        },
        kinds: [{ id: 'imp', behavior: 'mind' }],
        pieces: [{ kind: 'imp', at: [8.2, 8.3] }],
        player: { at: [2.5, 2.5] },
      },
      400,
      inputs,
    );
    const goal = steps.at(-1)!;
    expect(Math.abs(goal.x - 8.2) + Math.abs(goal.y - 8.3)).toBeGreaterThan(3);
    let straight = 0;
    for (let tick = 1; tick < steps.length; tick++) {
      const dx = Math.abs(steps[tick].x - steps[tick - 1].x);
      const dy = Math.abs(steps[tick].y - steps[tick - 1].y);
      if (dx < 1e-9 || dy < 1e-9) straight++;
    }
    // Slantwise only inside the cell of the player and in the one tick of a bend.
    expect(straight / (steps.length - 1)).toBeGreaterThan(0.85);
  });
});

describe('seen from the side', () => {
  const map = ['............', '............', '..#####.....', '............', '............', '############'];
  const side = (script: string, at: [number, number], playerAt: [number, number]): SmallLevel => ({
    map,
    scripts: { mind: script },
    kinds: [
      { id: 'imp', behavior: 'mind', falls: true, stand: { form: 'box', width: 0.8, height: 0.8 } },
      { id: 'crumb', tags: ['bait'] },
    ],
    pieces: [
      { kind: 'imp', at },
      { kind: 'crumb', at: [playerAt[0], 4.6] },
    ],
    player: { at: playerAt },
    playerKind: { stand: { form: 'box', width: 0.6, height: 0.6 } },
    control: { scheme: 'run and jump', speed: 4, jump: 9, jumps: 1, coyote: 0.1, jumpBuffer: 0.1, mostFall: 16 },
    level: { view: 'side', gravity: 30 },
  });

  test('a chaser stops with its foot at the ledge and never leaves it', () => {
    const script = 'start state on { do chase bait straight at 3 cells/s }';
    const steps = watchPiece(side(script, [4.5, 1.6], [10.5, 4.7]), 300);
    expect(steps.at(-1)!.x).toBeCloseTo(6.6, 6);
    expect(Math.max(...steps.map(({ y }) => y))).toBeCloseTo(1.6, 6);
  });

  test('over ledges it walks off, falls and goes on below', () => {
    const script = 'start state on { do chase bait straight, over ledges, at 3 cells/s, keep 1 cells }';
    const steps = watchPiece(side(script, [4.5, 1.6], [10.5, 4.7]), 300);
    expect(steps.at(-1)!.y).toBeCloseTo(4.6, 6);
    expect(steps.at(-1)!.x).toBeGreaterThan(9);
    expect(steps.at(-1)!.x).toBeLessThan(10);
  });

  test('one that flees minds the ledge too', () => {
    const script = 'start state on { do flee player at 3 cells/s, until 9 cells }';
    const steps = watchPiece(side(script, [4.5, 1.6], [3.5, 4.7]), 300);
    expect(steps.at(-1)!.x).toBeCloseTo(6.6, 6);
  });

  test('a patrol follows its route over a ledge, and comes under the waypoint it cannot climb to', () => {
    const level = side('start state on { do patrol route, once, at 3 cells/s }', [4.5, 1.6], [1.5, 4.7]);
    level.pieces![0].route = [
      [4.5, 1.6],
      [9.5, 4.6],
    ];
    const steps = watchPiece(level, 300);
    expect(steps.at(-1)!.x).toBeCloseTo(9.5, 6);
    expect(steps.at(-1)!.y).toBeCloseTo(4.6, 6);
  });
});
