import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import type { LevelProgram } from '../compile/levelProgram';
import { describeFindings } from '../measure/findings';
import { STAND_INS } from '../people/traits';
import { runChunk } from '../pipeline';
import { directionFor } from './engine/player/inputs';
import { notesOfCourse } from './courseNotes';
import { Runner } from './run';
import { FactsWatch } from './runFacts';
import type { RunSamples } from './runRecord';

const RUNS = 12;
/** What nearly all runs show is told of so many. */
const MANY = 32;

/** A corridor so many cells long with its exit at the end. */
function corridor(cells: number, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: ['#'.repeat(cells + 2), `#${'.'.repeat(cells)}#`, `#${'.'.repeat(cells)}#`, '#'.repeat(cells + 2)],
    player: { at: [1.5, 1.5] },
    marks: [{ id: 'exit', name: 'Exit', area: [cells, 1, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 } },
    ...more,
  };
}

function findingsOf(level: SmallLevel, runs = RUNS) {
  const { notes, rows } = runChunk(smallProgram(level), STAND_INS[1], 1, runs);
  return describeFindings(notes, rows.length);
}

const codesOf = (level: SmallLevel, runs = RUNS) => findingsOf(level, runs).map(({ code }) => code);

/** A thing that comes straight at whoever starts in the corridor. */
const charger = (at: [number, number]): Partial<SmallLevel> => ({
  kinds: [{ id: 'foe', tags: ['foe'], behavior: 'charge' }],
  scripts: { charge: 'start state on { do chase player by path, seen or not, at 7 cells/s }' },
  pieces: [{ kind: 'foe', at, name: 'Charger' }],
});

describe('a loss at the very start', () => {
  test('is found with how soon it comes and a run that shows it', () => {
    const found = findingsOf(corridor(20, charger([8.5, 1.5]))).find(({ code }) => code === 'lost-at-once')!;
    expect(found.share.value).toBeGreaterThan(0.9);
    expect(found.message).toMatch(/at once: [0-2]\.\d s after the start/);
    expect(found.seconds).toBeLessThan(2.5);
  });

  test('is none where a little health is lost at once, and the level is won all the same', () => {
    const hot = corridor(20, { playerKind: { health: 3 } });
    const codes = codesOf({
      ...hot,
      map: hot.map.map((row, index) =>
        index > 0 && index < hot.map.length - 1 ? `${row.slice(0, 4)}!${row.slice(5)}` : row,
      ),
    });
    expect(codes).not.toContain('lost-at-once');
  });

  test('is none where what harms is far off', () => {
    expect(codesOf(corridor(40, charger([39.5, 2.5])))).not.toContain('lost-at-once');
  });
});

describe('one piece that ends most runs', () => {
  test('is named', () => {
    const found = findingsOf(corridor(20, charger([12.5, 1.5]))).find(({ code }) => code === 'one-ends-most')!;
    expect(found.message).toMatch(/^Charger alone ends/);
    expect(found.share.value).toBeGreaterThan(0.9);
  });

  test('is none where runs end by many, or are won', () => {
    expect(codesOf(corridor(12))).toEqual([]);
    const many = charger([12.5, 1.5]);
    const pieces = [9.5, 10.5, 11.5, 12.5].flatMap((x) =>
      [1.5, 2.5].map((y) => ({ kind: 'foe', at: [x, y] as [number, number] })),
    );
    const ends = findingsOf(corridor(20, { ...many, pieces })).filter(({ code }) => code === 'one-ends-most');
    for (const { share } of ends) expect(share.value).toBeGreaterThanOrEqual(0.4);
  });
});

describe('a dull stretch', () => {
  const foeAtTheEnd: Partial<SmallLevel> = {
    kinds: [{ id: 'foe', tags: ['foe'] }],
    pieces: [{ kind: 'foe', at: [93.5, 2.5] }],
  };

  test('is found with how long it is', () => {
    const found = findingsOf(corridor(95, foeAtTheEnd)).find(({ code }) => code === 'dull-stretch')!;
    expect(found.message).toMatch(/^For (2|3)\d s on end nothing presses/);
    expect(found.seconds).toBe(0);
  });

  test('is none on a short way, and none where nothing harms at all', () => {
    expect(codesOf(corridor(24, { ...foeAtTheEnd, pieces: [{ kind: 'foe', at: [22.5, 2.5] }] }))).toEqual([]);
    expect(codesOf(corridor(70))).toEqual([]);
  });
});

describe('a level that everybody or nobody clears', () => {
  const idler: Partial<SmallLevel> = {
    kinds: [{ id: 'foe', tags: ['foe'] }],
    pieces: [{ kind: 'foe', at: [12.5, 2.5] }],
  };

  test('is found once there are runs enough, and not before', () => {
    expect(codesOf(corridor(12, idler), MANY)).toContain('everybody-clears');
    expect(codesOf(corridor(12, idler), 20)).toEqual([]);
    expect(codesOf(corridor(20, charger([8.5, 1.5])), MANY)).toContain('nobody-clears');
  });

  test('is none where some do, and none where nothing harms', () => {
    // The exit is nearer for some, by lot: it comes to the level by a spawner of foes at a random moment.
    const coin = corridor(16, {
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'toss' }],
      scripts: {
        toss: 'start state wait { do hold  go shut when chance 50 % every 1 s  go open after 1 s }  state shut { do hold }  state open { be out  do hold }',
      },
      pieces: [
        { kind: 'foe', at: [8.5, 1.5] },
        { kind: 'foe', at: [8.5, 2.5] },
      ],
    });
    const codes = codesOf(coin, MANY);
    expect([codes.includes('everybody-clears'), codes.includes('nobody-clears')]).toEqual([false, false]);
    expect(codesOf(corridor(12), MANY)).toEqual(['clock-never-felt']);
  });
});

describe('a clock that ends most runs', () => {
  test('is found, and not where there is time enough', () => {
    const hurried = corridor(40, { level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 6 } } });
    expect(codesOf(hurried, MANY)).toContain('clock-ends-it');
    expect(codesOf(corridor(12), MANY)).not.toContain('clock-ends-it');
  });
});

describe('a cue that nobody meets', () => {
  const spawning = (x: number): SmallLevel =>
    corridor(40, {
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'sit' }],
      scripts: { sit: 'start state here { do hold }' },
      marks: [
        { id: 'exit', name: 'Exit', area: [12, 1, 1, 1] },
        { id: 'hatch', name: 'Hatch', point: [x, 2.5] },
      ],
      level: {
        rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 30 },
        cues: ['spawner moths {', 'at hatch', 'every 1 s', 'pick foe', 'limit 2 alive', '}'],
      },
    });

  test('is named', () => {
    const found = findingsOf(spawning(36.5), MANY).find(({ code }) => code === 'cue-never-met')!;
    expect(found.message).toMatch(/^What moths brings in never comes near/);
    expect(found.share.value).toBe(1);
  });

  test('is none where what comes is on the way', () => {
    expect(codesOf(spawning(8.5), MANY)).not.toContain('cue-never-met');
  });
});

describe('copies that turn in step', () => {
  const pacers = (secondRoute: [number, number][]): SmallLevel =>
    corridor(60, {
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat' }],
      scripts: { beat: 'start state rounds { do patrol route, back and forth, at 3 cells/s }' },
      pieces: [
        {
          kind: 'foe',
          at: [40.5, 2.5],
          route: [
            [40.5, 2.5],
            [44.5, 2.5],
          ],
        },
        { kind: 'foe', at: [50.5, 2.5], route: secondRoute },
      ],
    });

  test('are found', () => {
    const found = findingsOf(
      pacers([
        [50.5, 2.5],
        [54.5, 2.5],
      ]),
      MANY,
    ).find(({ code }) => code === 'copies-in-step')!;
    expect(found.message).toMatch(/turn at the very same moments/);
    expect(found.share.value).toBeGreaterThan(0.9);
  });

  test('are none where one has a longer way', () => {
    expect(
      codesOf(
        pacers([
          [50.5, 2.5],
          [56, 2.5],
        ]),
        MANY,
      ),
    ).not.toContain('copies-in-step');
  });
});

describe('what the course of one run shows', () => {
  /** The notes of a run in which nothing is pressed, with a pressure of its own. */
  function notesWith(pressure: number[], program: LevelProgram, pressed: [input: number, ticks: number][] = []) {
    const inputs = pressed.flatMap(([input, ticks]) => new Array<number>(ticks).fill(input));
    const watch = new FactsWatch(program);
    const samples: RunSamples = { pressure, sighted: [] };
    const { record } = new Runner(program, { type: 'inputs', inputs }).run(1, { onTick: (world) => watch.look(world) });
    const notes = notesOfCourse(program, record!, samples, watch.finish(record!, samples));
    // How it ended is told of every run.
    const OF_EVERY_RUN = ['cleared', 'not cleared', 'clock', 'early end'];
    return notes.filter(({ type }) => !OF_EVERY_RUN.includes(type));
  }
  const harmful = smallProgram(
    corridor(20, { kinds: [{ id: 'foe', tags: ['foe'] }], pieces: [{ kind: 'foe', at: [18.5, 2.5] }] }),
  );
  const stretch = (value: number, seconds: number) => new Array<number>(10 * seconds).fill(value);

  test('pressure without a pause is relentless from twelve seconds on, and told from where it begins', () => {
    const notes = notesWith([...stretch(0.2, 3), ...stretch(0.7, 13), ...stretch(0.2, 4)], harmful);
    expect(notes).toMatchObject([{ type: 'relentless', seconds: 13, at: 3 }]);
    expect(notesWith([...stretch(0.7, 11), 0.4, ...stretch(0.7, 11)], harmful)).toEqual([]);
  });

  test('calm is dull from twenty seconds and four tenths of the run on', () => {
    expect(notesWith([...stretch(0.3, 30), ...stretch(0, 25)], harmful)).toMatchObject([
      { type: 'dull', seconds: 25, at: 30 },
    ]);
    expect(notesWith([...stretch(0.3, 30), ...stretch(0, 19)], harmful)).toEqual([]);
    // The run goes on to its clock of 60 s: 22 s are less than four tenths of it.
    expect(notesWith(stretch(0, 22), harmful)).toEqual([]);
  });

  test('having nothing left to fire is told from when on, unless the run was won', () => {
    const program = smallProgram(
      corridor(12, {
        control: {
          scheme: 'eight ways',
          speed: 3,
          evenDiagonals: true,
          throws: { aim: 0, shot: 'shot', shotSpeed: 8, range: 10, cooldown: 0.2, ammunition: 2 },
        },
        kinds: [{ id: 'shot', radius: 0.1 }],
      }),
    );
    const fire: [number, number][] = [
      [1 << 30, 1],
      [0, 30],
      [1 << 30, 1],
      [0, 30],
    ];
    expect(notesWith([], program, fire)).toMatchObject([{ type: 'no shots left' }]);
    expect(notesWith([], program, [...fire, [directionFor(1, 0), 400]])).toEqual([]);
    expect(notesWith([], program, fire.slice(0, 2))).toEqual([]);
  });
});
