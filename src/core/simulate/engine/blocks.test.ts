import { describe, expect, test } from '@jest/globals';
import { smallGame, smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import type { Scheme } from '../../document/controlShape';
import { startingControl } from '../../document/controlShape';
import { RandomStream } from '../../foundation/random';
import { STAND_INS } from '../../people/traits';
import { checkGame } from '../../check/checkWholeGame';
import { plainTick } from '../../testing/plainTick';
import { Runner } from '../run';
import { prepareRuns } from './prepareRuns';
import { step } from './tick';
import { World } from './world';

const LANE = ['############', '#..........#', '############'];
const HALL = ['############', ...Array.from({ length: 6 }, () => '#..........#'), '############'];
const [EAST, SOUTH, WEST] = [1, 3, 5];

function level(more: Partial<SmallLevel>): SmallLevel {
  return {
    map: LANE,
    control: startingControl('eight ways', ''),
    player: { at: [1.5, 1.5] },
    kinds: [
      { id: 'pallet', tags: ['pallet'], radius: 0.45, blocks: true, pushed: 0.2 },
      { id: 'post', tags: ['post'], radius: 0.45, blocks: true },
      { id: 'shutter', tags: ['shutter'], radius: 0.5, blocks: true },
      { id: 'guard', tags: ['foe'], behavior: 'walk' },
    ],
    scripts: { walk: 'start state on { do pace across, at 4 cells/s }' },
    contacts: [
      { by: 'player', on: 'pallet', does: [] },
      { by: 'player', on: 'post', does: [] },
      { by: 'player', on: 'shutter', does: [{ effect: 'collect' }] },
    ],
    ...more,
  };
}

function worldOf(small: SmallLevel): World {
  return new World(prepareRuns(smallProgram(small)), 1);
}

const held = (world: World, input: number, ticks: number) => {
  for (let tick = 0; tick < ticks; tick++) step(world, input);
};

describe('what blocks', () => {
  test('stops the player and everybody else, as a wall does', () => {
    const world = worldOf(
      level({
        map: HALL,
        pieces: [
          { kind: 'post', at: [5.5, 1.5] },
          { kind: 'post', at: [8.5, 4.5] },
          { kind: 'guard', at: [2.5, 4.5] },
        ],
      }),
    );
    let east = 0;
    for (let tick = 0; tick < 240; tick++) {
      step(world, EAST);
      east = Math.max(east, world.x[2]);
    }
    expect(world.player.x).toBeCloseTo(5 - 0.4, 5);
    expect(east).toBeLessThanOrEqual(8 - 0.4 + 1e-9);
    expect(east).toBeGreaterThan(7.4);
  });

  test('lets through once it has been taken up', () => {
    const world = worldOf(level({ pieces: [{ kind: 'shutter', at: [5.5, 1.5] }] }));
    held(world, EAST, 150);
    expect(world.alive[0]).toBe(0);
    expect(world.player.x).toBeGreaterThan(7);
  });

  test('is told where it shuts the only way, and not where it can be lifted or pushed', () => {
    const exit = [{ id: 'exit', name: 'Exit', area: [9, 1, 2, 1] as [number, number, number, number] }];
    const codes = (kind: string) =>
      checkGame(smallGame(level({ marks: exit, pieces: [{ kind, at: [5.5, 1.5] }] }))).map(({ code }) => code);
    expect(codes('post')).toContain('exit-unreachable');
    for (const kind of ['shutter', 'pallet']) expect(codes(kind)).not.toContain('exit-unreachable');
  });
});

describe('what can be pushed', () => {
  const pallet = (x: number, y = 1.5) => ({ kind: 'pallet', at: [x, y] as [number, number] });

  test('goes on by a cell at a time for whoever presses on, until a wall or another one stands behind it', () => {
    const world = worldOf(level({ pieces: [pallet(4.5), pallet(9.5)] }));
    const places = new Set<number>();
    for (let tick = 0; tick < 400; tick++) {
      step(world, EAST);
      places.add(world.x[0]);
    }
    expect([...places]).toEqual([4.5, 5.5, 6.5, 7.5, 8.5]);
    expect([world.x[1], world.player.x]).toEqual([9.5, expect.closeTo(7.6, 5)]);
  });

  test('is not pushed by a touch in passing, nor pulled', () => {
    const world = worldOf(level({ map: HALL, pieces: [pallet(4.5, 2.5)], player: { at: [4.5, 1.45] } }));
    held(world, SOUTH, 6);
    held(world, WEST, 30);
    expect([world.x[0], world.y[0]]).toEqual([4.5, 2.5]);
  });

  test.each(['one cell a press', 'slide until blocked'] as Scheme[])('%s: one press is one push', (scheme) => {
    const small = level({ control: startingControl(scheme, ''), pieces: [pallet(2.5)] });
    small.kinds![0].pushed = 0;
    const world = worldOf(small);
    const press = () => {
      held(world, EAST, 1);
      held(world, 0, 40);
    };
    press();
    expect([world.x[0], world.player.x]).toEqual([3.5, 2.5]);
    press();
    expect([world.x[0], world.player.x]).toEqual([4.5, 3.5]);
  });

  test('the quick tick comes to the same as the plainest one, pushing hither and thither', () => {
    let changes = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const random = new RandomStream(seed, 5);
      const small = level({
        map: HALL,
        player: { at: [5.5, 3.5] },
        pieces: [
          pallet(3.5, 3.5),
          pallet(7.5, 3.5),
          pallet(5.5, 5.5),
          { kind: 'shutter', at: [8.5, 5.5] },
          { kind: 'guard', at: [2.5, 1.5] },
        ],
      });
      const [quick, plain] = [worldOf(small), worldOf(small)];
      for (let turn = 0; turn < 25; turn++) {
        const input = random.nextInteger(0, 8);
        for (let tick = 0; tick < 20; tick++) {
          step(quick, input);
          plainTick(plain, input);
        }
      }
      const places = ({ x, y, alive, player, groundChanges }: World) => [
        ...x,
        ...y,
        ...alive,
        player.x,
        player.y,
        groundChanges,
      ];
      expect([seed, ...places(quick)]).toEqual([seed, ...places(plain)]);
      changes += quick.groundChanges;
    }
    expect(changes).toBeGreaterThan(20);
  });

  test('wins a level once each of it is where the rules want it', () => {
    const bay = { id: 'bay', name: 'Bay', area: [6, 1, 2, 1] as [number, number, number, number] };
    const small = level({
      pieces: [pallet(4.5)],
      marks: [bay],
      level: { cues: ['rules { win when each pallet at bay }'] },
    });
    const inputs = new Array<number>(200).fill(EAST);
    const { record } = new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, { mostTicks: 200 });
    expect([record?.outcome, record?.cause]).toEqual(['won', 'rule']);
  });

  test('a run begins anew with everything where it stood', () => {
    const runner = new Runner(smallProgram(level({ pieces: [pallet(4.5)] })), {
      type: 'inputs',
      inputs: new Array<number>(200).fill(EAST),
    });
    const first = runner.run(1, { mostTicks: 200 }).record?.hash;
    expect(runner.run(1, { mostTicks: 200 }).record?.hash).toBe(first);
  });
});

describe('stand-ins', () => {
  test('go round what blocks, and through what they can take up', () => {
    const casual = STAND_INS.find(({ id }) => id === 'casual')!;
    const exit = [{ id: 'exit', name: 'Exit', area: [9, 1, 2, 1] as [number, number, number, number] }];
    const clears = (small: SmallLevel) => {
      const runner = new Runner(smallProgram({ ...small, marks: exit }), { type: 'stand-in', traits: casual });
      return Array.from({ length: 10 }, (_, run) => runner.run(run + 1).record?.outcome).filter((end) => end === 'won')
        .length;
    };
    const wall = [1.5, 2.5, 3.5, 4.5, 5.5].map((y) => ({ kind: 'post', at: [5.5, y] as [number, number] }));
    expect(clears(level({ map: HALL, pieces: wall }))).toBeGreaterThanOrEqual(9);
    expect(clears(level({ pieces: [{ kind: 'shutter', at: [5.5, 1.5] }] }))).toBeGreaterThanOrEqual(9);
  });
});
