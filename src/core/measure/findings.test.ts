import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, describeFindings, mergeChunks, runChunk, STAND_INS, type RunNote } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { smallGame, type SmallLevel } from '../../../tests/support/smallLevel';
import { wilsonInterval } from './statistics/wilsonInterval';

const FIELD = Array.from({ length: 9 }, () => '................');

const OF_THE_COURSE: readonly RunNote['type'][] = [
  'early loss',
  'ends it',
  'dull',
  'relentless',
  'no shots left',
  'early end',
];

function notesOf(level: SmallLevel, runs = 6, change: (game: ReturnType<typeof smallGame>) => void = () => undefined) {
  const game = smallGame(level);
  change(game);
  const compiled = compileGameLevel(game, 'small');
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const { notes, rows } = runChunk(compiled.value, STAND_INS[1], 1, runs);
  // What the course of a run shows, such as nothing happening, has tests of its own.
  const own = notes.filter(({ type }) => !OF_THE_COURSE.includes(type));
  return { notes: own, rows, findings: describeFindings(own, rows.length) };
}

/** Two that go after a second, and one that stays until stragglers vanish. */
function waves(stragglersAfter: number): SmallLevel {
  return {
    map: FIELD,
    player: { at: [2.5, 6.5] },
    scripts: {
      fly: 'start state on { do hold go off after 1 s } state off { enter { vanish } do hold }',
      stay: 'start state on { do hold }',
    },
    kinds: [
      { id: 'fly', behavior: 'fly' },
      { id: 'slug', behavior: 'stay' },
    ],
    marks: [
      { id: 'gate', name: 'Gate', point: [12.5, 2.5] },
      { id: 'exit', name: 'Exit', area: [15, 0, 0.5, 0.5] },
    ],
    level: {
      rules: { loseWhenTouching: 'foe', timeLimit: 40 },
      cues: [
        'waves tide {',
        'at gate',
        'wave 1 { 2 fly 1 slug }',
        'wave 2 { 2 fly }',
        'next when cleared',
        `stragglers vanish after ${stragglersAfter} s`,
        '}',
        'rules { win when tide cleared }',
      ],
    },
  };
}

describe('the last of a wave that holds up the next', () => {
  test('is found with how long it was alone, its wave, and a run that shows it', () => {
    const { findings, notes } = notesOf(waves(12));
    expect(findings.map(({ code }) => code)).toEqual(['wave-held-up']);
    expect(findings[0].share).toEqual(wilsonInterval(6, 6));
    expect(findings[0].message).toContain('alone for 11.0 s of 12.0 s in the median, in wave 1.');
    expect([findings[0].x, findings[0].y]).toEqual([12.5, 2.5]);
    // The two others go after a second and the tick in which they came.
    for (const note of notes) expect(note.at).toBeCloseTo(1, 0);
  });

  test('is not found once stragglers are not waited for', () => {
    expect(notesOf(waves(3)).findings).toEqual([]);
  });

  test('is not found when the next wave comes in any case', () => {
    const level = waves(12);
    level.level!.cues = level.level!.cues!.map((line) => (line === 'next when cleared' ? 'next after 3 s' : line));
    expect(notesOf(level).findings).toEqual([]);
  });
});

describe('erosion that leaves no footing', () => {
  /** The player stands on a crust over nothing, and a hammer comes down beside or on it. */
  const ledge = (hammerX: number, strength: number) =>
    notesOf(
      {
        map: [
          '............',
          '............',
          '............',
          '............',
          '............',
          '#cccccccccc#',
          'oooooooooooo',
          'oooooooooooo',
        ],
        player: { at: [4.5, 4.6] },
        control: {
          scheme: 'run and jump',
          speed: 0.05,
          jump: 0.5,
          jumps: 1,
          coyote: 0,
          jumpBuffer: 0,
          mostFall: 12,
        },
        scripts: { beat: 'start state on { do drift bouncing at 6 cells/s }' },
        kinds: [{ id: 'hammer', behavior: 'beat', wear: 1, floats: true }],
        pieces: [{ kind: 'hammer', at: [hammerX, 2.5], facing: 90 }],
        marks: [{ id: 'exit', name: 'Exit', area: [10, 4, 1, 1] }],
        level: { view: 'side', rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 12 } },
      },
      4,
      (game) => {
        game.terrain.find(({ id }) => id === 'crust')!.strength = strength;
      },
    );

  test('is found where the player falls through what was worn away', () => {
    const { findings, rows } = ledge(4.5, 2);
    expect(rows.map(({ cause }) => cause)).toEqual(['fell', 'fell', 'fell', 'fell']);
    expect(findings.map(({ code }) => code)).toEqual(['footing-worn-away']);
    expect(findings[0].message).toContain('4 of 4 runs');
    expect(Math.floor(findings[0].x)).toBe(4);
  });

  test('is not found where the ground bears it, or wears away elsewhere', () => {
    expect(ledge(4.5, 100).findings).toEqual([]);
    expect(ledge(9.5, 2).findings).toEqual([]);
  });
});

describe('what comes in on top of the player', () => {
  /** Embers come in all over the field while the player waits in the middle of it; touching one costs a life. */
  const rain = (line: string, lives = 1) =>
    notesOf(
      {
        map: FIELD,
        player: { at: [8.5, 4.5] },
        control: {
          scheme: 'along a rail',
          speed: 0.1,
          rail: 'across',
          throws: { aim: 0, shot: 'ember', shotSpeed: 1, range: 1, cooldown: 9, charge: 9 },
        },
        scripts: { stay: 'start state on { do hold }' },
        kinds: [{ id: 'ember', tags: ['foe'], behavior: 'stay' }],
        marks: [
          { id: 'field', name: 'Field', area: [6, 2, 5, 5] },
          { id: 'exit', name: 'Exit', area: [15, 0, 0.5, 0.5] },
        ],
        level: {
          rules: { loseWhenTouching: 'foe', timeLimit: 60 },
          cues: [
            'spawner rain {',
            'at field',
            'every 0.5 s',
            'pick ember',
            'retire after 0.4 s',
            line,
            '}',
            `rules { lives ${lives}; win when clock > 50 s }`,
          ],
        },
      },
      10,
    );

  test('is found, with how soon after it came the player is lost', () => {
    const { findings, rows } = rain('limit 8 alive');
    expect(rows.every(({ outcome }) => outcome === 'lost')).toBe(true);
    expect(findings.map(({ code }) => code)).toEqual(['arrives-on-player']);
    expect(findings[0].share.value).toBe(1);
    expect(findings[0].message).toMatch(/What rain lets in comes in on the player: it is lost 0\.0\d s after/);
    expect(Math.abs(findings[0].x - 8.5)).toBeLessThan(1);
  });

  test('counts lives that are lost too, each run once', () => {
    const { findings, notes: all, rows } = rain('limit 8 alive', 3);
    const notes = all.filter(({ type }) => type === 'sudden');
    expect(notes).toHaveLength(rows.length);
    expect(new Set(notes.map(({ seed }) => seed)).size).toBe(rows.length);
    expect(findings[0].seconds).toBeLessThan(rows.find(({ seed }) => seed === findings[0].seed)!.ticks / 60);
  });

  test('is not found when arrivals keep away, or are harmless until they go', () => {
    expect(rain('away from player by 3 cells').findings).toEqual([]);
    expect(rain('grace 0.4 s').findings).toEqual([]);
  });
});

describe('findings of many runs', () => {
  const note = (seed: number): RunNote => ({
    type: 'straggler',
    seed,
    cue: 'tide',
    wave: 2,
    alone: seed,
    whole: 2 * seed,
    at: 3,
    x: 1,
    y: 2,
  });

  test('what happens in hardly any run is none, and the run that shows most is named', () => {
    expect(describeFindings([note(7)], 4)).toEqual([]);
    expect(describeFindings([note(7), note(8)], 100)).toEqual([]);
    expect(describeFindings([note(7), note(9), note(8)], 50).map(({ seed }) => seed)).toEqual([9]);
  });

  test('are the same however the seeds are cut into chunks', () => {
    const compiled = compileGameLevel(kilnYard(), 'ember-night');
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const whole = runChunk(compiled.value, STAND_INS[1], 1, 12);
    const parts = mergeChunks([
      runChunk(compiled.value, STAND_INS[1], 6, 7),
      runChunk(compiled.value, STAND_INS[1], 1, 5),
    ]);
    expect(whole.notes.length).toBeGreaterThan(0);
    expect(parts).toEqual(whole);
  });
});
