import { describe, expect, test } from '@jest/globals';
import {
  checkCourse,
  checkGame,
  commands,
  compileGameLevel,
  cueWarnings,
  describeFindings,
  findEasierLevels,
  laneWarnings,
  projectLevelCues,
  readGameValue,
  runChunk,
  Runner,
  sayStart,
  STAND_INS,
  writeGame,
  type CueProjection,
  type GameDocument,
  type RunEvent,
} from '@/core/index';
import type { World } from '@/core/simulate/engine/world';
import { kilnYard } from './support/kilnYard';
import { smallGame, smallProgram, type SmallLevel } from './support/smallLevel';

const FIELD = Array.from({ length: 9 }, () => '.'.repeat(20));
const EAST = 1;

/** A field with a way in from the west and one in the middle; nobody harms anybody unless a test says so. */
function field(cues: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: FIELD,
    player: { at: [2.5, 7.5] },
    scripts: {
      run: 'start state on { do drift leaving at 4 cells/s }',
      rest: 'start state on { do hold }',
      fly: 'start state on { do hold go off after 1 s } state off { enter { vanish } do hold }',
    },
    kinds: [
      { id: 'cart', behavior: 'run', floats: true, hit: { form: 'box', width: 2, height: 0.8 } },
      { id: 'ember', tags: ['spark'], behavior: 'rest' },
      { id: 'imp', tags: ['foe'], behavior: 'rest' },
      { id: 'fly', behavior: 'fly' },
      { id: 'pot', tags: ['pot'] },
      { id: 'nest', tags: ['nest'] },
    ],
    contacts: [
      { by: 'player', on: 'pot', does: [{ effect: 'collect' }] },
      { by: 'player', on: 'nest', does: [{ effect: 'fill' }] },
    ],
    marks: [
      { id: 'west', name: 'West', point: [-1, 4.5] },
      { id: 'middle', name: 'Middle', point: [10.5, 4.5] },
      { id: 'exit', name: 'Exit', area: [19, 0, 0.5, 0.5] },
    ],
    ...more,
    level: { ...more.level, cues: cues.split(';') },
  };
}

/** Codes of everything that is said about a level before any run. */
function told(level: SmallLevel): string[] {
  return checkGame(smallGame(level)).map(({ code }) => code);
}

function play(level: SmallLevel, inputs: number[], mostTicks = inputs.length, onTick?: (world: World) => void) {
  const events: RunEvent[] = [];
  const { record } = new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, { events, mostTicks, onTick });
  return { record, events };
}

function projected(level: SmallLevel, seeds = 20): CueProjection {
  const result = projectLevelCues(smallGame(level), 'small', seeds);
  if (!result.ok) throw new Error(result.faults[0].message);
  return result.value;
}

const warned = (level: SmallLevel) => cueWarnings(projected(level).cues[0]).join(' ');
const held = (input: number, seconds: number) => new Array<number>(Math.round(seconds * 60)).fill(input);
const arrivalsOf = (events: readonly RunEvent[]) => events.filter((event) => event.type === 'arrival');

describe('mistakes about arrivals', () => {
  test('of two that fall due in one tick only one comes: both come', () => {
    const two = ['a', 'b'].map((name) => `spawner ${name} {;at middle;every 1 s;pick ember;limit 3 in all;}`);
    const ticks = arrivalsOf(play(field(two.join(';')), held(0, 3.2)).events).map(({ tick, cue }) => `${cue} ${tick}`);
    expect(ticks).toEqual(['a 60', 'b 60', 'a 120', 'b 120', 'a 180', 'b 180']);
  });

  test('what comes is never taken away: told before any run', () => {
    expect(told(field('spawner s {;at middle;every 1 s;pick ember;}'))).toContain('never-retired');
    expect(told(field('spawner s {;at middle;every 1 s;pick ember;retire after 5 s;}'))).not.toContain('never-retired');
  });

  test('it vanishes while it is in view: told by what cues come to', () => {
    expect(warned(field('spawner s {;at middle;every 2 s;pick imp;retire after 5 s;}'))).toContain('vanish in view');
  });

  test('a limit that is never reached: told by what cues come to', () => {
    const cue = 'spawner s {;at middle;every 4 s;pick ember;limit 30 alive;retire after 5 s;}';
    expect(warned(field(cue))).toContain('Its limit of 30 alive is never reached: 2 at the most.');
  });

  test('it appears in a wall or on the wrong ground: it cannot; a place where there is no other is an error', () => {
    const walled = FIELD.map((row, y) => (y === 4 ? `${'.'.repeat(9)}###${'.'.repeat(8)}` : row));
    expect(told(field('spawner s {;at middle;every 1 s;pick ember;retire after 5 s;}', { map: walled }))).toContain(
      'no-place',
    );
    expect(told(field('spawner s {;at middle;on ice;every 1 s;pick ember;retire after 5 s;}'))).toContain('no-place');
  });

  test('it appears on the player: found in runs, and kept away by a word', () => {
    const rain = (line: string) => {
      const level = field(`spawner s {;at middle;every 0.1 s;pick imp;retire after 0.6 s;${line};}`, {
        player: { at: [10.5, 4.5] },
        marks: [
          { id: 'middle', name: 'Middle', area: [7, 1, 7, 7] },
          { id: 'exit', name: 'Exit', area: [19, 0, 0.5, 0.5] },
        ],
      });
      const { notes, rows } = runChunk(smallProgram(level), STAND_INS[1], 1, 12);
      return describeFindings(notes, rows.length).map(({ code }) => code);
    };
    expect(rain('limit 9 alive')).toContain('arrives-on-player');
    expect(rain('away from player by 3 cells')).not.toContain('arrives-on-player');
  });

  test('a line of which one end lies outside of the opening lets in off its middle: drawn and told', () => {
    const at = (line: [[number, number], [number, number]]) =>
      warned(
        field('spawner s {;at mouth;every 2 s;pick cart;give heading 0 deg;}', {
          map: FIELD.map((row, y) => (y === 0 || y === 8 ? '#'.repeat(20) : row)),
          marks: [
            { id: 'mouth', name: 'Mouth', line },
            { id: 'exit', name: 'Exit', area: [19, 1, 0.5, 0.5] },
          ],
        }),
      );
    expect(
      at([
        [3.5, 1],
        [3.5, 5],
      ]),
    ).toContain('off the middle of the opening');
    expect(
      at([
        [3.5, 1],
        [3.5, 8],
      ]),
    ).not.toContain('off the middle');
  });

  test('nothing is left to chance, or there is no safe window: told about the lane', () => {
    const lane = (every: string) => {
      const { lanes } = projected(
        field(`spawner s {;at west;every ${every};pick cart;give heading 0 deg;}`, {
          level: { lanes: [{ id: 'lane', name: 'Lane', runs: 'across', at: 4, size: 1, heading: 0, mark: 'west' }] },
        }),
      );
      return laneWarnings(lanes[0]).join(' ');
    };
    expect(lane('2 s')).toContain('All gaps are alike');
    expect(lane('2 s ± 0.5 s')).toBe('');
    expect(lane('0.7 s ± 0.3 s')).toContain('nobody gets across');
  });

  test('gaps lie farther apart than the player gets: told with the shift that would do', () => {
    const level = (shift: string) =>
      field(`spawner s {;at mouth;every 1 s;gap 2 cells between imp and imp${shift};give heading 180 deg;}`, {
        control: { scheme: 'eight ways', speed: 1, evenDiagonals: true },
        marks: [
          {
            id: 'mouth',
            name: 'Mouth',
            line: [
              [18, 0],
              [18, 9],
            ],
          },
          { id: 'exit', name: 'Exit', area: [0, 0, 0.5, 0.5] },
        ],
      });
    expect(told(level(''))).toContain('gap-out-of-reach');
    expect(told(level(', shifting at most 1 cells'))).not.toContain('gap-out-of-reach');
  });

  test('what is left of an interval is dropped, so that the rate drifts: it is kept', () => {
    const { events } = play(
      field(`spawner s {;at west;every ${1 / 7} s;pick cart;give heading 0 deg;limit 60 alive;}`),
      held(0, 40),
    );
    const last = arrivalsOf(events).at(-1)!.tick;
    expect(arrivalsOf(events)).toHaveLength(Math.floor(last / (60 / 7) + 1e-9));
    expect(arrivalsOf(events).length).toBeGreaterThanOrEqual(279);
  });

  test('the first comes at once, or after a long empty start: told by what cues come to', () => {
    const first = (after: string) =>
      warned(field(`spawner s {;at west;every 2 s, first after ${after};pick cart;give heading 0 deg;}`));
    expect(first('0 s')).toContain('The first comes at once.');
    expect(first('25 s')).toContain('Nothing comes for 25 s.');
    expect(first('1 s')).toBe('');
  });

  test('a cue waits for itself, so it never opens: told before any run, and by what cues come to', () => {
    const waits = (condition: string) =>
      field(
        `spawner a {;at west;every 2 s;pick cart;limit 3 in all;};spawner b {;at west;every 2 s;pick cart;open when ${condition};}`,
      );
    expect(told(waits('b cleared'))).toContain('waits-for-itself');
    expect(told(waits('clock > 1 s and b cleared'))).toContain('waits-for-itself');
    expect(told(waits('a cleared'))).not.toContain('waits-for-itself');
    expect(told(waits('b cleared or clock > 5 s'))).not.toContain('waits-for-itself');
    expect(cueWarnings(projected(waits('b cleared')).cues[1]).join()).toContain('Nothing comes at all');
  });

  test('growth runs away: told without a cap before any run, with one when it is reached', () => {
    const tide = (cap: string) =>
      field(`waves t {;at middle;wave 1 { 2 fly };repeat wave 1 growing 2x${cap};next when cleared;}`);
    expect(told(tide(''))).toContain('growth-uncapped');
    expect(told(tide(' to 16'))).not.toContain('growth-uncapped');
    expect(warned(tide(' to 16'))).toContain('Growth runs into its cap in wave 4');
  });

  test('one straggler prolongs a wave: found in runs', () => {
    const level = field(
      'waves t {;at middle;wave 1 { 2 fly 1 ember };wave 2 { 1 fly };next when cleared;stragglers vanish after 15 s;};rules { win when t cleared }',
      { level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 } } },
    );
    const { notes, rows } = runChunk(smallProgram(level), STAND_INS[1], 1, 6);
    expect(describeFindings(notes, rows.length).map(({ code }) => code)).toEqual(['wave-held-up']);
  });

  test('the shooter of an empty file is chosen: only who is lowest in a file fires, and who is gone is in none', () => {
    const level = field('', {
      player: { at: [19.5, 8.5] },
      scripts: {
        rank: 'start state on { do march stepping 0.5 cells, every 5 s, down 0.5 cells go on when foremost and chance 100 % every 1 s { fire spark heading 90 deg, at 4 cells/s, range 3 cells } }',
        depart:
          'start state on { do march stepping 0.5 cells, every 5 s, down 0.5 cells go off after 1.5 s } state off { enter { vanish } do hold }',
      },
      kinds: [
        { id: 'moth', behavior: 'rank', floats: true },
        { id: 'low-moth', behavior: 'depart', floats: true },
        { id: 'spark', radius: 0.1 },
      ],
      contacts: [],
      pieces: [
        { kind: 'moth', at: [4.5, 1.5], formation: 'ranks' },
        { kind: 'low-moth', at: [4.5, 2.5], formation: 'ranks' },
      ],
    });
    const shots = play(level, held(0, 4)).events.filter((event) => event.type === 'shot');
    // The upper one fires only once the one below it is gone.
    expect(shots.length).toBeGreaterThan(0);
    for (const shot of shots) expect(shot.tick).toBeGreaterThan(90);
  });

  test('ranks come down twice at one edge: they come down once, and turn', () => {
    const level = field('', {
      map: FIELD.map((row) => row.slice(0, 6)),
      player: { at: [0.5, 8.5] },
      scripts: { rank: 'start state on { do march stepping 0.5 cells, every 0.1 s, down 0.5 cells }' },
      kinds: [{ id: 'moth', behavior: 'rank', floats: true }],
      contacts: [],
      pieces: [{ kind: 'moth', at: [2.5, 0.5], facing: 0, formation: 'ranks' }],
      marks: [{ id: 'exit', name: 'Exit', area: [5, 8, 0.5, 0.5] }],
    });
    const places: [number, number][] = [];
    play(level, held(0, 6), 360, ({ x, y }) => places.push([x[0], y[0]]));
    const steps = places.slice(1).flatMap(([x, y], at) => {
      const [fromX, fromY] = places[at];
      return y > fromY ? ['down'] : x !== fromX ? ['aside'] : [];
    });
    expect(steps.filter((step) => step === 'down').length).toBeGreaterThan(2);
    expect(steps.join(' ')).not.toContain('down down');
  });
});

describe('mistakes about rules and progress', () => {
  const won = (rules: string, more: Partial<SmallLevel> = {}) => {
    const level = field(`rules {;${rules};}`, {
      ...more,
      level: { ...more.level, rules: { loseWhenTouching: 'foe', timeLimit: 60 } },
    });
    return { ...level, marks: [{ id: 'nook', name: 'Nook', area: [15, 1, 3, 3] as [number, number, number, number] }] };
  };

  test('nothing wins, or what must be reached cannot be: told before any run', () => {
    const walled = FIELD.map((row) => `${row.slice(0, 12)}#${row.slice(13)}`);
    expect(told(won('lives 2'))).toContain('no-win');
    expect(told(won('win when player at nook', { map: walled }))).toContain('place-unreachable');
    expect(told(won('win when no pot left', { map: walled, pieces: [{ kind: 'pot', at: [16.5, 2.5] }] }))).toContain(
      'goal-unreachable',
    );
  });

  test('the next level is missing, or a loop has no way out: told for the course', () => {
    const game = kilnYard();
    const to = (id: string): GameDocument => ({
      ...game,
      levels: game.levels.map((level, at) => (at === 0 ? { ...level, links: [{ when: 'won', to: id }] } : level)),
    });
    const read = readGameValue(to('drying-hal'));
    expect(read.ok ? [] : read.faults.map(({ where }) => where.path.join('.'))).toEqual(['levels.0.links.0.to']);
    expect(checkCourse(to('drying-hall')).map(({ code }) => code)).toContain('course-endless');
  });

  test('something scores twice, or in the tick of defeat not at all: once each, and in that tick too', () => {
    const scoring = won('score 10 when pot collected;win when clock > 50 s', {
      player: { at: [2.5, 4.5] },
      pieces: [
        { kind: 'pot', at: [4.5, 4.5] },
        { kind: 'imp', at: [4.5, 4.5] },
      ],
    });
    const { events, record } = play(scoring, held(EAST, 3));
    const scores = events.flatMap((event) => (event.type === 'score' ? [[event.points, event.tick]] : []));
    expect(record!.outcome).toBe('lost');
    expect(scores).toEqual([[10, record!.ticks]]);
  });

  test('a goal is filled twice, or with nothing: once, and only with something in hand', () => {
    const pots = (count: number) =>
      won('win when clock > 50 s', {
        player: { at: [2.5, 4.5] },
        pieces: [
          ...Array.from({ length: count }, (_, index) => ({ kind: 'pot', at: [4 + index, 4.5] as [number, number] })),
          { kind: 'nest', at: [9.5, 4.5] },
        ],
      });
    const filled = (count: number) =>
      play(pots(count), held(EAST, 4)).events.filter(({ type }) => type === 'filled').length;
    expect([filled(0), filled(1), filled(3)]).toEqual([0, 1, 1]);
  });

  test('less time than the shortest way needs, less ammunition than there are targets: told before any run', () => {
    const short = smallGame({
      ...field(''),
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 3 } },
    });
    expect(checkGame(short).map(({ code }) => code)).toContain('time-too-short');
    const armed = won('win when no spark left', {
      control: {
        scheme: 'eight ways',
        speed: 3,
        evenDiagonals: true,
        throws: { shot: 'pot', shotSpeed: 8, range: 6, cooldown: 0.4, ammunition: 1 },
      },
      contacts: [{ by: 'pot', on: 'spark', does: [{ effect: 'defeat' }] }],
      pieces: [8.5, 10.5].map((x) => ({ kind: 'ember', at: [x, 2.5] as [number, number] })),
    });
    expect(told(armed)).toContain('ammunition-short');
  });

  test('erosion leaves no footing: found in runs', () => {
    const game = smallGame({
      map: ['........', '........', '........', '#cccccc#', 'oooooooo'],
      player: { at: [3.5, 2.6] },
      control: { scheme: 'run and jump', speed: 0.1, jump: 0.5, jumps: 1, coyote: 0, jumpBuffer: 0, mostFall: 12 },
      scripts: { beat: 'start state on { do drift bouncing at 6 cells/s }' },
      kinds: [{ id: 'hammer', behavior: 'beat', wear: 1, floats: true }],
      pieces: [{ kind: 'hammer', at: [3.5, 1.5], facing: 90 }],
      marks: [{ id: 'exit', name: 'Exit', area: [6, 2, 1, 1] }],
      level: { view: 'side', rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 12 } },
    });
    const compiled = compileGameLevel(game, 'small');
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const { notes, rows } = runChunk(compiled.value, STAND_INS[1], 1, 4);
    expect(describeFindings(notes, rows.length).map(({ code }) => code)).toContain('footing-worn-away');
  });

  test('a level is easier than the one before it: found along the course', () => {
    const level = (levelId: string, cleared: number) => ({
      levelId,
      name: levelId,
      standInId: 'casual',
      won: cleared,
      runs: 300,
    });
    const found = findEasierLevels([level('first', 150), level('second', 90), level('third', 170)]);
    expect(found.map(({ levelId }) => levelId)).toEqual(['third']);
  });

  test('what was changed for a test is left in: it is never part of the document, and is said until it is removed', () => {
    const game = kilnYard();
    const before = writeGame(game);
    const from = { score: 1500, wave: 4, seconds: 40 };
    const compiled = compileGameLevel(game, 'ember-night', {
      knobs: [{ kind: 'ember', knob: 'glow', value: 1 }],
      playerAt: [12, 7.2],
      from,
    });
    expect(compiled.ok && [compiled.value.player.x, compiled.value.from]).toEqual([12, from]);
    expect(writeGame(game)).toBe(before);
    expect(commands.levelIn(game, 'ember-night').pieces[0].at).toEqual([12.5, 6.5]);
    expect(sayStart({ knobs: [], playerAt: [12, 7.2], from }).map(({ text }) => text)).toEqual([
      'player at 12.0, 7.2',
      'from score 1500',
      'from wave 4',
      'from 40 s on',
    ]);
  });
});
