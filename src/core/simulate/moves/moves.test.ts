import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../tests/support/smallLevel';
import type { LevelProgram } from '../../compile/levelProgram';
import { RandomStream } from '../../foundation/random';
import { Runner } from '../run';
import { ACTION_BIT, directionFor } from '../engine/player/inputs';
import { MoveGraphs } from './graphs';
import type { MoveGraph } from './moveGraph';
import { computeWays } from './wayField';

const SEEDS = [1, 2, 3, 4, 5, 6, 7, 8];

function scattered(seed: number, width: number, height: number, share: number): string[] {
  const random = new RandomStream(seed, 77);
  return Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (_, x) => {
      const isRim = x === 0 || y === 0 || x === width - 1 || y === height - 1;
      return isRim || (random.nextUnit() < share && (x > 2 || y > 2)) ? '#' : '.';
    }).join(''),
  );
}

/** The slow truth: every move is gone over again and again until nothing gets shorter. */
function plainWays(graph: MoveGraph, goals: readonly number[]): Float64Array {
  const field = new Float64Array(graph.isRest.length).fill(Infinity);
  for (const goal of goals) field[goal] = 0;
  for (let changes = true; changes;) {
    changes = false;
    graph.to.forEach((to, move) => {
      const passed = graph.passes[move]?.findIndex((cell) => goals.includes(cell)) ?? -1;
      const over = passed < 0 ? Infinity : (graph.feltTicks[move] * (passed + 1)) / graph.passes[move]!.length;
      const ticks = Math.min(over, field[to] + graph.feltTicks[move] * graph.wary[to]);
      if (ticks >= field[graph.from[move]] - 1e-9) return;
      field[graph.from[move]] = ticks;
      changes = true;
    });
  }
  return field;
}

/** Where the player is after inputs, from its start. */
function endOf(program: LevelProgram, inputs: number[]): { x: number; y: number } {
  let end = { x: 0, y: 0 };
  new Runner(program, { type: 'inputs', inputs }).run(1, {
    mostTicks: inputs.length,
    onTick: ({ player }) => (end = { x: player.x, y: player.y }),
  });
  return end;
}

describe('ways over moves', () => {
  test('lead on to no ground of which the cost is no number, and come to an end', () => {
    const { atStart } = new MoveGraphs(smallProgram({ map: scattered(1, 9, 5, 0), player: { at: [1.5, 1.5] } }));
    const extra = new Float64Array(atStart.isRest.length);
    extra[2 * 9 + 4] = NaN;
    const ways = computeWays(atStart, [2 * 9 + 7], { factor: undefined, extra });
    expect([ways[2 * 9 + 1] > 0, Number.isFinite(ways[2 * 9 + 1])]).toEqual([true, true]);
  });

  test.each(['eight ways', 'slide until blocked'] as const)('are those of the slow truth: %s', (scheme) => {
    for (const seed of SEEDS) {
      const map = scattered(seed, 14, 10, 0.22);
      const control =
        scheme === 'eight ways' ? { scheme, speed: 3, evenDiagonals: true } : { scheme, speed: 9, pressBuffer: 0.1 };
      const graph = new MoveGraphs(smallProgram({ map, control, player: { at: [1.5, 1.5] } })).atStart;
      const goals = [...graph.isRest.keys()].filter((cell) => graph.isRest[cell] === 1).slice(-2);
      const quick = computeWays(graph, goals);
      const plain = plainWays(graph, goals);
      const off = [...quick.keys()].filter(
        (cell) => quick[cell] !== plain[cell] && Math.abs(quick[cell] - plain[cell]) > 1e-6,
      );
      expect([seed, off]).toEqual([seed, []]);
    }
  });
});

describe('steps', () => {
  test('take as long as the engine needs for them, also over ground that pushes', () => {
    const map = ['#######', '#.....#', '#.>>>.#', '#.>>>.#', '#.....#', '#######'];
    const level = { map, control: { scheme: 'eight ways' as const, speed: 3, evenDiagonals: true } };
    const { atStart: graph } = new MoveGraphs(smallProgram({ ...level, player: { at: [1.5, 1.5] } }));
    const width = graph.width;
    let compared = 0;
    for (const from of [2 * width + 2, 2 * width + 3, 3 * width + 2, width + 2]) {
      for (let move = graph.first[from]; move < graph.first[from + 1]; move++) {
        const to = graph.to[move];
        const [dx, dy] = [(to % width) - (from % width), Math.floor(to / width) - Math.floor(from / width)];
        // Against a push from the side a hand has to steer; straight along and against it the engine shows the time.
        if (dy !== 0) continue;
        const program = smallProgram({ ...level, player: { at: [graph.restX[from], graph.restY[from]] } });
        const ticks = Math.round(graph.ticks[move] / 2);
        const { x } = endOf(program, new Array<number>(ticks).fill(directionFor(dx, 0)));
        expect(Math.abs(x - graph.restX[from] - dx / 2)).toBeLessThan(0.06);
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(5);
  });

  test('lead on through a pad to where it sends', () => {
    const program = smallProgram({
      map: ['#########', '#...#...#', '#########'],
      player: { at: [1.5, 1.5] },
      kinds: [{ id: 'pad', radius: 0.3 }],
      contacts: [{ by: 'pad', on: 'player', does: [{ effect: 'teleport', to: 'there' }] }],
      pieces: [{ kind: 'pad', at: [3.5, 1.5] }],
      marks: [
        { id: 'exit', name: 'Exit', area: [7, 1, 1, 1] },
        { id: 'there', name: 'There', point: [5.5, 1.5] },
      ],
    });
    const { atStart: graph } = new MoveGraphs(program);
    expect(computeWays(graph, [16])[10]).toBeLessThan(Infinity);
  });

  test('are others once the ground is, and the same again when it is as before', () => {
    const program = smallProgram({ map: ['#####', '#.c.#', '#####'], player: { at: [1.5, 1.5] } });
    const graphs = new MoveGraphs(program);
    expect(computeWays(graphs.atStart, [8])[6]).toBe(Infinity);
    const opened = program.ground.typeOfCell.slice();
    opened[7] = program.ground.typeOfCell[6];
    expect(computeWays(graphs.on(opened), [8])[6]).toBeLessThan(Infinity);
    expect(graphs.on(opened)).toBe(graphs.on(opened.slice()));
    expect(graphs.on(program.ground.typeOfCell.slice())).toBe(graphs.atStart);
  });
});

describe('jumps', () => {
  const level = {
    map: [
      '################',
      '#..............#',
      '#..............#',
      '#........##....#',
      '#..............#',
      '#.....##.......#',
      '#............#.#',
      '####..####.#####',
      '####oo####o#####',
    ],
    playerKind: { radius: 0.35, falls: true },
    control: {
      scheme: 'run and jump' as const,
      speed: 5,
      jump: 11,
      jumps: 1,
      coyote: 0.09,
      jumpBuffer: 0.12,
      mostFall: 16,
    },
    level: { view: 'side' as const },
  };

  test('end where the engine lands a body that steers towards there', () => {
    const { atStart: graph } = new MoveGraphs(smallProgram({ ...level, player: { at: [1.5, 6.6] } }));
    const wrong: number[] = [];
    let flown = 0;
    graph.to.forEach((to, move) => {
      if (graph.kind[move] !== 2 || graph.jumps[move] === 0 || graph.leans[move] === 1 || graph.direction[move] === 0)
        return;
      const from = graph.from[move];
      const program = smallProgram({ ...level, player: { at: [graph.restX[from], graph.restY[from]] } });
      const heading = graph.direction[move];
      const sign = heading === 1 ? 1 : -1;
      let x = graph.restX[from];
      const inputs = [0, 0, 0];
      // Holds the key until it is over where it wants to land; every tick is run anew from the start, which is slow and plain.
      for (let tick = 0; tick < Math.ceil(graph.ticks[move]); tick++) {
        const steers = (graph.restX[to] - x) * sign > 5 / 120;
        inputs.push((steers ? heading : 0) + (tick === 0 ? ACTION_BIT : 0));
        if (tick % 6 === 5 || steers) x = endOf(program, inputs).x;
      }
      flown++;
      const end = endOf(program, inputs);
      if (Math.abs(end.x - graph.restX[to]) > 0.55 || Math.abs(end.y - graph.restY[to]) > 0.3) wrong.push(move);
    });
    expect(flown).toBeGreaterThan(20);
    expect(wrong.length / flown).toBeLessThan(0.1);
  });

  test('clear the pits and get on to the boards, and never end where nothing bears', () => {
    const program = smallProgram({ ...level, player: { at: [1.5, 6.6] } });
    const { atStart: graph } = new MoveGraphs(program);
    const start = 6 * graph.width + 1;
    const over = [6 * graph.width + 8, 4 * graph.width + 6, 2 * graph.width + 9];
    expect(over.map((cell) => computeWays(graph, [cell])[start] < Infinity)).toEqual([true, true, true]);
    expect([...graph.to].filter((cell) => graph.isRest[cell] === 0)).toEqual([]);
  });

  test.each([
    { gap: 3, jump: 9 },
    { gap: 4, jump: 12 },
  ])('that come down on the very brink of a pit of $gap cells are ways as the engine has them', ({ gap, jump }) => {
    const floor = `#######${'.'.repeat(gap)}#########`;
    const sky = Array.from({ length: 8 }, () => '.'.repeat(floor.length));
    const program = smallProgram({
      ...level,
      map: [...sky, floor, floor.replace(/[.]/g, 'o')],
      playerKind: { radius: 0.36, falls: true, stand: { form: 'box', width: 0.64, height: 0.8 } },
      control: { ...level.control, speed: 4.6, jump },
      player: { at: [1.5, 7.6] },
    });
    // Runs, takes off in the last ticks before the brink, and runs on.
    const lands = Array.from({ length: 15 }, (_, at) => 66 + at).some((run) => {
      const end = endOf(program, [...Array<number>(run).fill(1), 1 + ACTION_BIT, ...Array<number>(70).fill(1)]);
      return end.x > 7.5 + gap && Math.abs(end.y - 7.6) < 0.3;
    });
    const { atStart: graph } = new MoveGraphs(program);
    const way = computeWays(graph, [7 * graph.width + 12 + gap])[7 * graph.width + 1];
    expect({ lands, hasWay: way < Infinity }).toEqual({ lands: true, hasWay: true });
  });
});
