import { describe, expect, test } from '@jest/globals';
import { smallGame, smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { STAND_INS } from '../../people/traits';
import { checkGame } from '../../check/checkWholeGame';
import { plainTick } from '../../testing/plainTick';
import { Runner } from '../run';
import { prepareRuns } from './prepareRuns';
import { step } from './tick';
import { World } from './world';

// Levels of which the view moves on: what is behind its rim is out.

const LANE = [
  '##############################',
  `#${'.'.repeat(28)}#`,
  `#${'.'.repeat(28)}#`,
  '##############################',
];
const [EAST, WEST] = [1, 5];

function level(scroll: NonNullable<SmallLevel['level']>['scroll'], more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: LANE,
    control: { scheme: 'eight ways', speed: 3, evenDiagonals: true },
    player: { at: [3.5, 1.5] },
    kinds: [{ id: 'post', tags: ['post'] }],
    contacts: [{ by: 'player', on: 'post', does: [] }],
    ...more,
    level: { rules: { winAt: 'exit', timeLimit: 60 }, scroll, ...more.level },
  };
}

function play(small: SmallLevel, input: number, ticks: number) {
  const rims: number[] = [];
  let last: World | undefined;
  const inputs = new Array<number>(ticks).fill(input);
  const { record } = new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, {
    mostTicks: ticks,
    onTick: (world) => {
      rims.push(world.rim);
      last = world;
    },
  });
  return { record, rims, world: last! };
}

describe('the rim of a view that moves on', () => {
  test('goes by itself from its moment on, and takes whoever stands', () => {
    const { record, rims } = play(level({ toward: 'east', speed: 2, after: 1 }), 0, 600);
    expect(rims[58]).toBe(0);
    expect(rims[119]).toBeCloseTo(2, 1);
    expect([record?.outcome, record?.cause]).toEqual(['lost', 'overtaken']);
    // A second, and then 3.5 cells at 2 cells a second.
    expect(record!.ticks / 60).toBeCloseTo(1 + 3.5 / 2, 1);
  });

  test('takes nobody who keeps ahead of it', () => {
    const { record, world } = play(level({ toward: 'east', speed: 2 }), EAST, 400);
    expect(record).toBeUndefined();
    expect(world.player.x).toBeGreaterThan(20);
  });

  test('follows the player at its distance, and never goes back with it', () => {
    const small = level({ toward: 'east', follows: 4 });
    const ahead = play(small, EAST, 240);
    expect(ahead.rims.at(-1)).toBeCloseTo(ahead.world.player.x - 4, 5);
    const inputs = [...new Array<number>(240).fill(EAST), ...new Array<number>(120).fill(WEST)];
    const { record } = new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, { mostTicks: 360 });
    expect([record?.outcome, record?.cause]).toEqual(['lost', 'overtaken']);
  });

  test.each([
    ['north', [5.5, 12.5], 13],
    ['south', [5.5, 2.5], 2.5],
    ['west', [12.5, 5.5], 14 - 12.5],
  ] as const)('comes from the other side when it goes %s', (toward, at, along) => {
    const hall = ['##############', ...Array.from({ length: 12 }, () => `#${'.'.repeat(12)}#`), '##############'];
    const { record } = play(level({ toward, speed: 1 }, { map: hall, player: { at: [...at] } }), 0, 1200);
    expect(record?.cause).toBe('overtaken');
    expect(record!.ticks / 60).toBeCloseTo(toward === 'north' ? 14 - 12.5 : along, 1);
  });

  test('takes away what it has passed', () => {
    const small = level(
      { toward: 'east', follows: 3 },
      {
        pieces: [
          { kind: 'post', at: [2.5, 2.5] },
          { kind: 'post', at: [26.5, 2.5] },
        ],
      },
    );
    const { world } = play(small, EAST, 200);
    expect([world.alive[0], world.alive[1]]).toEqual([0, 1]);
  });

  test('goes back with a player who has lives left', () => {
    const small = level({ toward: 'east', speed: 2 }, { level: { cues: ['rules { lives 3 }'] } });
    const { record, world } = play(small, 0, 900);
    expect(record?.cause).toBe('overtaken');
    expect(world.livesLeft).toBe(1);
    expect(record!.ticks / 60).toBeCloseTo((3 * 3.5) / 2, 0);
  });
});

describe('the way that the player has come', () => {
  test('counts the way that the level scrolls, at the farthest, in conditions and points', () => {
    const small = level(
      { toward: 'east', follows: 9 },
      { level: { rules: { timeLimit: 60 }, cues: ['rules { score 5 every 2 cells; win when distance >= 12 cells }'] } },
    );
    const inputs = [
      ...new Array<number>(60).fill(EAST),
      ...new Array<number>(20).fill(WEST),
      ...new Array<number>(600).fill(EAST),
    ];
    let score = 0;
    const { record } = new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, {
      mostTicks: 700,
      onTick: ({ player }) => (score = player.score),
    });
    expect([record?.outcome, record?.cause, score]).toEqual(['won', 'rule', 30]);
    expect(record!.x).toBeCloseTo(15.5, 1);
  });

  test('that nobody can come is told before any run', () => {
    const codes = (far: number) =>
      checkGame(
        smallGame(
          level(
            { toward: 'east', follows: 9 },
            { level: { rules: { timeLimit: 60 }, cues: [`rules { win when distance >= ${far} cells }`] } },
          ),
        ),
      ).map(({ code }) => code);
    expect(codes(40)).toContain('never-won');
    expect(codes(20)).not.toContain('never-won');
  });
});

test('the quick tick comes to the same as the plainest one', () => {
  const small = level(
    { toward: 'east', speed: 1, follows: 6 },
    { pieces: [{ kind: 'post', at: [2.5, 2.5] }], level: { cues: ['rules { lives 2; score 1 every 1 cells }'] } },
  );
  const [quick, plain] = [1, 2].map(() => new World(prepareRuns(smallProgram(small)), 1));
  for (let tick = 0; tick < 900; tick++) {
    const input = Math.floor(tick / 70) % 3 === 2 ? WEST : EAST;
    step(quick, input);
    plainTick(plain, input);
  }
  const numbers = ({ rim, farthest, livesLeft, player, alive }: World) => [
    rim,
    farthest,
    livesLeft,
    player.x,
    player.score,
    ...alive,
  ];
  expect(numbers(quick)).toEqual(numbers(plain));
});

test('casual people climb before a rim that rises, and come nowhere when it is too fast', () => {
  const ledges = Array.from({ length: 8 }, (_, floor) => [
    '#........#',
    '#........#',
    floor % 2 === 0 ? '#..####..#' : '###....###',
  ]).flat();
  const shaft = ['##########', ...ledges, '#........#', '#........#', '##########'];
  const casual = STAND_INS.find(({ id }) => id === 'casual')!;
  const climbs = (speed: number) => {
    const small: SmallLevel = {
      ...level({ toward: 'north', speed, after: 2 }),
      map: shaft,
      control: { scheme: 'run and jump', speed: 5, jump: 15, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 },
      player: { at: [4.5, shaft.length - 1.5] },
      marks: [{ id: 'exit', name: 'Exit', area: [1, 1, 8, 2] }],
    };
    small.level = { ...small.level, view: 'side' };
    const runner = new Runner(smallProgram(small), { type: 'stand-in', traits: casual });
    return Array.from({ length: 20 }, (_, run) => runner.run(run + 1).record?.outcome).filter((end) => end === 'won')
      .length;
  };
  expect(climbs(0.3)).toBeGreaterThanOrEqual(14);
  expect(climbs(8)).toBe(0);
});
