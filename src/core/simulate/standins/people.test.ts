import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { GAME_SORTS } from '../../starters/gameSorts';
import { compileGameLevel, runChunk } from '../../pipeline';
import { Runner } from '../run';
import { STAND_INS } from '../../people/traits';

const RUNS = 25;

/** Share of runs that a stand-in clears. */
function share(level: SmallLevel, standIn: string): number {
  const traits = STAND_INS.find(({ id }) => id === standIn)!;
  const { rows } = runChunk(smallProgram(level), traits, 1, RUNS);
  return rows.filter(({ outcome }) => outcome === 'won').length / RUNS;
}

const EXIT = (x: number, y: number, width = 1, height = 1) => ({
  id: 'exit',
  name: 'Exit',
  area: [x, y, width, height] as [number, number, number, number],
});
const RULES = { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 };
const hall = (width: number, height: number) => [
  '#'.repeat(width),
  ...Array.from({ length: height - 2 }, () => `#${'.'.repeat(width - 2)}#`),
  '#'.repeat(width),
];

describe('a guard that looks no farther than nowhere', () => {
  test('is gone past as one that does not look, and the run comes to an end', () => {
    const room = (sight: number): SmallLevel => ({
      map: hall(16, 9),
      player: { at: [2.5, 4.5] },
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'look' }],
      scripts: {
        look: `start state a { do hold go b when sees player within ${sight} cells } state b { do chase player at 3 cells/s }`,
      },
      pieces: [{ kind: 'foe', at: [9.5, 2.5] }],
      marks: [EXIT(13, 4, 2)],
      level: { rules: RULES },
    });
    expect(share(room(0), 'casual')).toBe(1);
  });
});

/** On and off by turns for so many seconds, from a state on. */
const puff = (off: number, on: number, start: 'quiet' | 'hot') => `
  ${start === 'quiet' ? 'start ' : ''}state quiet { be out do hold go hot after ${off} s }
  ${start === 'hot' ? 'start ' : ''}state hot { do hold go quiet after ${on} s }`;

/** A passage with two vents that go together: whoever waits for the first hurries or waits before the second. */
const VENTS = (off: number): SmallLevel => ({
  map: ['#################', '#...#......#....#', '#...............#', '#...#......#....#', '#################'],
  player: { at: [1.5, 1.5] },
  playerKind: { radius: 0.35 },
  control: { scheme: 'eight ways', speed: 3.4, evenDiagonals: true },
  kinds: [{ id: 'vent', tags: ['foe'], radius: 0.5, behavior: 'puff' }],
  scripts: { puff: puff(off, 1.4, 'hot') },
  pieces: [
    { kind: 'vent', at: [4.5, 2.5] },
    { kind: 'vent', at: [11.5, 2.5] },
  ],
  marks: [EXIT(15, 1)],
  level: { rules: RULES },
});

const THREE_VENTS: Partial<SmallLevel> = {
  playerKind: { radius: 0.3 },
  scripts: { puff: puff(0.9, 2, 'hot') },
  pieces: [8.5, 10.5, 12.5].map((x) => ({ kind: 'vent', at: [x, 2.5] })),
  marks: [EXIT(19, 1)],
};

/** Small levels that any attentive person clears, of all families, and what each stand-in must reach. */
const LEVELS: Record<string, SmallLevel> = {
  'a pad that leads into a closed room': {
    map: ['#############', '#.....#.....#', '#.....#.....#', '#.....#.....#', '#############'],
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'pad', radius: 0.3 }],
    contacts: [{ by: 'pad', on: 'player', does: [{ effect: 'teleport', to: 'there' }] }],
    pieces: [{ kind: 'pad', at: [4.5, 3.5] }],
    marks: [EXIT(11, 3), { id: 'there', name: 'There', point: [8.5, 1.5] }],
    level: { rules: RULES },
  },
  'a gate that a plate opens': {
    map: ['#############', '#.....c.....#', '#.....#.....#', '#.....#.....#', '#############'],
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'plate', radius: 0.3 }],
    contacts: [
      { by: 'plate', on: 'player', does: [{ effect: 'open', area: 'gate', ground: 'crust', becomes: 'floor' }] },
    ],
    pieces: [{ kind: 'plate', at: [4.5, 3.5] }],
    marks: [EXIT(11, 3), { id: 'gate', name: 'Gate', area: [6, 1, 1, 1] }],
    level: { rules: RULES },
  },
  'two gates, the second behind the first': {
    map: [
      '###################',
      '#.....c.....c.....#',
      '#.....#.....#.....#',
      '#.....#.....#.....#',
      '###################',
    ],
    player: { at: [1.5, 1.5] },
    kinds: [
      { id: 'plate', radius: 0.3 },
      { id: 'knob', radius: 0.3 },
    ],
    contacts: [
      { by: 'plate', on: 'player', does: [{ effect: 'open', area: 'gate', ground: 'crust', becomes: 'floor' }] },
      { by: 'knob', on: 'player', does: [{ effect: 'open', area: 'door', ground: 'crust', becomes: 'floor' }] },
    ],
    pieces: [
      { kind: 'plate', at: [4.5, 3.5] },
      { kind: 'knob', at: [9.5, 3.5] },
    ],
    marks: [
      EXIT(17, 3),
      { id: 'gate', name: 'Gate', area: [6, 1, 1, 1] },
      { id: 'door', name: 'Door', area: [12, 1, 1, 1] },
    ],
    level: { rules: RULES },
  },
  'living on for 15 s with two slow followers in a wide hall': {
    map: hall(20, 14),
    player: { at: [10, 7] },
    kinds: [{ id: 'grub', tags: ['foe'], radius: 0.35, behavior: 'creep' }],
    scripts: { creep: 'start state on { do follow player at 1.8 cells/s, keep 0 cells }' },
    pieces: [
      { kind: 'grub', at: [2.5, 2.5] },
      { kind: 'grub', at: [17.5, 11.5] },
    ],
    level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: ['rules { win when clock > 15 s }'] },
  },
  'two lanes with steady carts': {
    map: hall(16, 9),
    player: { at: [8.5, 7.5] },
    control: { scheme: 'one cell a press', speed: 7, pressBuffer: 0.1 },
    kinds: [{ id: 'tub', tags: ['foe'], radius: 0.4, behavior: 'roll', floats: true }],
    scripts: { roll: 'start state on { do drift bouncing at 3 cells/s }' },
    pieces: [
      { kind: 'tub', at: [3.5, 4.5], facing: 0 },
      { kind: 'tub', at: [12.5, 3.5], facing: 180 },
    ],
    marks: [EXIT(8, 1)],
    level: { rules: RULES },
  },
  'steering to a point round corners': {
    map: [
      '############',
      '#..........#',
      '#.########.#',
      '#.#......#.#',
      '#.#.####.#.#',
      '#...#......#',
      '############',
    ],
    player: { at: [3.5, 3.5] },
    control: { scheme: 'steer to a point', speed: 5 },
    marks: [EXIT(10, 5)],
    level: { rules: RULES },
  },
  'a hall full of things to gather': {
    map: hall(14, 10),
    player: { at: [7, 5] },
    kinds: [{ id: 'pot', tags: ['pot'], radius: 0.25 }],
    contacts: [{ by: 'player', on: 'pot', does: [{ effect: 'collect' }] }],
    pieces: [
      { kind: 'pot', at: [1.5, 1.5] },
      { kind: 'pot', at: [12.5, 1.5] },
      { kind: 'pot', at: [12.5, 8.5] },
      { kind: 'pot', at: [1.5, 8.5] },
      { kind: 'pot', at: [7.5, 1.5] },
    ],
    level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: ['rules { win when no pot left }'] },
  },
  'a guard that goes round a block, and an exit behind it': {
    map: [
      '################',
      '#..............#',
      '#..##########..#',
      '#..##########..#',
      '#..............#',
      '################',
    ],
    player: { at: [1.5, 4.5] },
    kinds: [{ id: 'guard', tags: ['foe'], radius: 0.35, behavior: 'round' }],
    scripts: { round: 'start state on { do patrol route, loop, at 2 cells/s }' },
    pieces: [
      {
        kind: 'guard',
        at: [13.5, 1.5],
        route: [
          [13.5, 1.5],
          [13.5, 4.5],
          [2.2, 4.5],
          [2.2, 1.5],
        ],
      },
    ],
    marks: [EXIT(14, 4)],
    level: { rules: RULES },
  },
  'stepping on to ledges over two pits': {
    map: [
      '####################',
      '#..................#',
      '#..................#',
      '#..................#',
      '#......##..........#',
      '#.............##...#',
      '#..................#',
      '#####..####..#######',
      '#####oo####oo#######',
    ],
    player: { at: [1.5, 6.6] },
    playerKind: { radius: 0.35, falls: true },
    control: { scheme: 'run and jump', speed: 5, jump: 11, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 },
    marks: [EXIT(14, 4, 2, 1)],
    level: { view: 'side', rules: RULES },
  },
  'three vents in a passage that blow and rest in step, with a free place between each two': {
    ...VENTS(0.9),
    map: [
      '#####################',
      ...['#...###########.....#', '#...................#', '#...###########.....#'],
      '#####################',
    ],
    ...THREE_VENTS,
  },
  'three vents in a hall that can just be passed by who keeps close to the wall': {
    ...VENTS(0.9),
    map: hall(21, 5),
    ...THREE_VENTS,
  },
  'two vents in a passage, off for a little longer than it takes to pass': VENTS(1.6),
  'a vent that is there for long and out for short': {
    ...VENTS(2),
    scripts: { puff: puff(2, 7, 'hot') },
    pieces: [{ kind: 'vent', at: [5.5, 2.5] }],
  },
  'three followers that can be shot': {
    map: hall(18, 12),
    player: { at: [9, 6] },
    control: {
      scheme: 'eight ways',
      speed: 4,
      evenDiagonals: true,
      throws: { shot: 'pellet', shotSpeed: 12, range: 12, cooldown: 0.3 },
    },
    kinds: [
      { id: 'grub', tags: ['foe', 'grub'], radius: 0.4, behavior: 'creep' },
      { id: 'pellet', radius: 0.15 },
    ],
    scripts: { creep: 'start state on { do follow player at 1.6 cells/s, keep 0 cells }' },
    contacts: [{ by: 'pellet', on: 'grub', does: [{ effect: 'defeat' }] }],
    pieces: [
      { kind: 'grub', at: [2.5, 2.5] },
      { kind: 'grub', at: [15.5, 2.5] },
      { kind: 'grub', at: [2.5, 9.5] },
    ],
    level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: ['rules { win when no grub left }'] },
  },
};

describe.each(Object.entries(LEVELS))('%s', (_, level) => {
  test.each([
    ['casual', 0.75],
    ['expert', 0.9],
  ])('is cleared by the %s stand-in as by anybody who looks', (standIn, least) => {
    expect(share(level, standIn)).toBeGreaterThanOrEqual(least);
  });

  test('is not cleared by nobody', () => {
    const { record } = new Runner(smallProgram(level), { type: 'control', id: 'idle' }).run(1);
    expect(record!.outcome).not.toBe('won');
  });
});

test.each(['practised', 'expert'])('a vent that is off for longer is no harder for the %s stand-in', (standIn) => {
  // From barely wide enough to ample; one in five is within what so few runs can tell.
  const shares = [0.5, 0.9, 1.3, 1.8, 2.5, 3.5].map((off) => share(VENTS(off), standIn));
  for (let at = 1; at < shares.length; at++)
    expect({ shares, is: shares[at] >= Math.max(...shares.slice(0, at)) - 0.2 }).toEqual({ shares, is: true });
  expect(shares.at(-1)).toBeGreaterThan(0.9);
  expect(shares[0]).toBeLessThan(shares.at(-1)!);
});

test('nobody waits for a vent that is not in the way', () => {
  const walk = (pieces: SmallLevel['pieces']) => {
    const level: SmallLevel = { ...VENTS(1.5), map: hall(17, 9), marks: [EXIT(15, 1)], pieces };
    const expert = STAND_INS.find(({ id }) => id === 'expert')!;
    const ticks = runChunk(smallProgram(level), expert, 1, RUNS).rows.map((row) => row.ticks);
    return ticks.sort((a, b) => a - b)[Math.floor(RUNS / 2)];
  };
  // Somebody to look at makes one look round for a moment.
  const unhindered = walk([]) + 30;
  expect(walk([{ kind: 'vent', at: [8.5, 6.5] }])).toBeLessThan(unhindered);
  expect(walk([{ kind: 'vent', at: [8.5, 1.5] }])).toBeGreaterThan(unhindered);
});

test('before ranks that step down at the walls the better players hit more, and slower ones never do', () => {
  const game = GAME_SORTS.find(({ id }) => id === 'ranks')!.begin('Ranks', []);
  const compiled = compileGameLevel(game, game.levels[0].id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const runs = 2 * RUNS;
  const shareOf = (standIn: string, slowerMs = 0) => {
    const traits = STAND_INS.find(({ id }) => id === standIn)!;
    const { rows } = runChunk(compiled.value, { ...traits, reactionMs: traits.reactionMs + slowerMs }, 1, runs);
    return rows.filter(({ outcome }) => outcome === 'won').length / runs;
  };
  const [novice, casual, expert, slowExpert] = [
    ...[shareOf('novice'), shareOf('casual'), shareOf('expert')],
    shareOf('expert', 300),
  ];
  // What so few runs cannot tell apart is left free.
  expect(expert).toBeGreaterThan(novice + 0.15);
  expect(casual).toBeGreaterThan(novice);
  expect(expert).toBeGreaterThan(casual - 0.1);
  expect(slowExpert).toBeLessThan(expert + 0.05);
});
