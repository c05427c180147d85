import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { Remote } from 'comlink';
import {
  CONTROLS,
  compileGameLevel,
  emptySums,
  measureChanges,
  measuredLevelOf,
  mergeSums,
  playKey,
  Runner,
  runSeeds,
  standInsOf,
  steeringOf,
  summaryOf,
  type ChunkResult,
  type GameDocument,
} from '@/core/index';
import { drawing } from '../../../tests/support/drawing';
import { memoryStorage } from '../../../tests/support/storage';
import { smallGame } from '../../../tests/support/smallLevel';
import type { WantedRuns } from '../requests/keptNumbers';
import { GameFeed, GameMirror, type GameNews } from '../workers/gameFeed';
import { createSimulation, type Simulation } from '../workers/simulation';
import type { SimulationWorker } from '../workers/simulationWorker';
import { ReadingController } from './readingController';
import { READING_SIZES } from './readingSize';

const SEED = Number(process.env.GORGE_SEED ?? 7);
const [QUICK, USUAL] = READING_SIZES;

/** A short room that a watchman crosses: some runs are won, some lost. */
function watchedRoom(pace = 2): GameDocument {
  return smallGame({
    map: ['###########', '#.........#', '#.........#', '#.........#', '###########'],
    player: { at: [1.5, 2.5] },
    kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat' }],
    scripts: {
      beat: `knob pace = ${pace} cells/s in 0..8  start state on { do patrol route, back and forth, at pace }`,
    },
    pieces: [
      {
        kind: 'foe',
        at: [6.5, 1.5],
        route: [
          [6.5, 1.5],
          [6.5, 3.5],
        ],
      },
    ],
    marks: [{ id: 'exit', name: 'Exit', area: [9, 2, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 6 } },
  });
}

/** What was run once is not run again: the same game, stand-in and seeds come to the same. */
const known = new Map<string, unknown>();
function once<Value>(key: readonly unknown[], work: () => Value): Value {
  const text = JSON.stringify(key);
  if (!known.has(text)) known.set(text, work());
  return known.get(text) as Value;
}

/** What a run of many seeds in one go comes to. */
const reference = (game: GameDocument, standIn: string, runs: number) =>
  once(['reference', game, standIn, runs], () => runInOneGo(game, standIn, runs));

function runInOneGo(game: GameDocument, standIn: string, runs: number, firstSeed = 1) {
  const compiled = compileGameLevel(game, 'small');
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  const { rows, sums } = runSeeds(new Runner(compiled.value, steeringOf(standIn, standInsOf(game))!), firstSeed, runs);
  const all = emptySums();
  mergeSums(all, sums);
  return { rows, summary: summaryOf(all, measuredLevelOf(game, 'small')) };
}

/** Workers in this process that answer when they are told to, each in the order in which it was asked. */
class Workshop {
  readonly calls: { name: string; standIn: unknown; count: number }[] = [];
  /** What went to workers of versions of the game. */
  readonly news: GameNews[] = [];
  private readonly queues: (() => Promise<void>)[][] = [];
  private readonly draw = drawing(SEED);
  /** A chunk seems to take so much longer than it does. */
  slownessMs = 0;
  lateMs = 0;

  readonly start = (): SimulationWorker => {
    const simulation = createSimulation();
    const queue: (() => Promise<void>)[] = [];
    this.queues.push(queue);
    const mirror = new GameMirror();
    let prepared: GameDocument;
    const answer = (name: keyof Simulation) => {
      const plain = simulation[name] as (...values: unknown[]) => unknown;
      const work = (...values: unknown[]) => {
        if (name === 'prepare') {
          const news = structuredClone(values[0] as GameNews);
          this.news.push(news);
          prepared = mirror.take(news);
        }
        return name === 'runChunk' ? once([prepared, ...values], () => plain(...values)) : plain(...values);
      };
      return (...values: unknown[]) =>
        new Promise((resolve, reject) => {
          queue.push(async () => {
            this.calls.push({ name, standIn: values[0], count: Number(values[2] ?? 0) });
            if (name === 'runChunk') this.lateMs += this.slownessMs;
            try {
              resolve(await work(...values));
            } catch (error) {
              reject(error as Error);
            }
          });
        });
    };
    const names = Object.keys(simulation) as (keyof Simulation)[];
    const api = Object.fromEntries(names.map((name) => [name, answer(name)]));
    return { api: api as unknown as Remote<Simulation>, feed: new GameFeed(), end: () => queue.splice(0) };
  };

  /** Has workers answer, in an order drawn by the seed, until nothing waits or something is as it was waited for. */
  async work(until: () => boolean = () => false): Promise<void> {
    for (;;) {
      await new Promise(setImmediate);
      const waiting = this.queues.filter(({ length }) => length > 0);
      if (waiting.length === 0 || until()) return;
      await this.draw(waiting).shift()!();
    }
  }

  told(name: keyof Simulation): number {
    return this.calls.filter((call) => call.name === name).length;
  }

  runsOf(standIn: string): number {
    return this.calls
      .filter((call) => call.name === 'runChunk' && call.standIn === standIn)
      .reduce((sum, { count }) => sum + count, 0);
  }
}

describe(`the Reading with three workers that answer in any order (seed ${SEED})`, () => {
  let workshop: Workshop;
  let reading: ReadingController;
  const state = () => reading.store.getState();
  beforeEach(() => {
    workshop = new Workshop();
    reading = new ReadingController('small', workshop.start, 3);
    reading.resize(QUICK, memoryStorage());
    const clock = performance.now.bind(performance);
    jest.spyOn(performance, 'now').mockImplementation(() => clock() + workshop.lateMs);
  });
  afterEach(() => void jest.restoreAllMocks());

  test('comes to the runs and numbers of the same seeds in one go, for everybody on the ladder', async () => {
    const game = watchedRoom();
    reading.show(game);
    expect([state().isStale, state().summary]).toEqual([true, undefined]);
    await workshop.work();
    const whole = reference(game, 'casual', QUICK.runs);
    expect(state().rows).toEqual(whole.rows);
    expect(state().summary).toEqual(whole.summary);
    expect([state().isStale, state().isRefining]).toEqual([false, false]);
    expect(state().ladder.map(({ standIn }) => standIn)).toEqual(['novice', 'casual', 'practised', 'expert']);
    const novice = state().ladder.find(({ standIn }) => standIn === 'novice')!;
    expect(novice.summary).toEqual(reference(game, 'novice', novice.summary.runs).summary);
    expect(state().controls.map(({ control, runs }) => [control, runs])).toEqual(
      CONTROLS.map((id) => [id, QUICK.controlRuns]),
    );
  });

  test('rests on an unbroken stretch of seeds at every moment, however far the workers are', async () => {
    const game = watchedRoom();
    const { rows } = reference(game, 'casual', QUICK.runs);
    const seen = new Set<number>();
    reading.store.subscribe((present) => seen.add(present.rows.length));
    reading.show(game);
    await workshop.work(() => {
      const own = state().rows;
      if (own.length > 0) expect(own.at(-1)).toEqual(rows[own.length - 1]);
      return false;
    });
    expect(seen.size).toBeGreaterThan(10);
  });

  test('gives everybody a first round before anybody has a second', async () => {
    reading.show(watchedRoom());
    const others = ['novice', 'practised', 'expert', ...CONTROLS];
    await workshop.work(() => workshop.runsOf('casual') > 40);
    // Each worker may have one piece in hand.
    for (const standIn of others) expect(workshop.runsOf(standIn)).toBeGreaterThanOrEqual(40 - 3 * 10);
    expect(workshop.runsOf('novice')).toBeLessThanOrEqual(40);
  });

  test('gives up what is being run of a version as soon as a newer one is there', async () => {
    reading.show(watchedRoom());
    await workshop.work(() => state().rows.length >= 40);
    const before = workshop.told('giveUp');
    const newer = watchedRoom(3);
    reading.show(newer);
    await workshop.work(() => workshop.told('giveUp') > before);
    expect(workshop.told('giveUp')).toBeGreaterThan(before);
    await workshop.work();
    expect(state().rows).toEqual(reference(newer, 'casual', QUICK.runs).rows);
  });

  test('gives way to a hand on the arena only where runs take long, and goes on when it is gone', async () => {
    reading.show(watchedRoom());
    await workshop.work(() => state().rows.length >= 40);
    reading.giveWay();
    await workshop.work();
    expect(workshop.told('rest')).toBe(0);
    workshop.slownessMs = 10_000;
    reading.show(watchedRoom(3));
    await workshop.work(() => !state().isStale);
    reading.giveWay();
    reading.giveWay();
    workshop.slownessMs = 0;
    await workshop.work();
    // One word each to three workers, however often the hand moves.
    expect(workshop.told('rest')).toBe(3);
    expect(state().rows).toHaveLength(QUICK.runs);
  });

  test('held it stops after its first runs, and goes on where it stopped', async () => {
    const box = memoryStorage();
    reading.hold(true, box);
    reading.show(watchedRoom());
    await workshop.work();
    const held = state().rows.length;
    expect(held).toBeGreaterThan(0);
    expect(held).toBeLessThanOrEqual(3 * 4);
    const next = new ReadingController('small', workshop.start, 1);
    next.load(box);
    expect(next.store.getState().isHeld).toBe(true);
    reading.hold(false, box);
    await workshop.work();
    expect(state().rows).toHaveLength(QUICK.runs);
  });

  test('made larger it goes on where it stopped, made smaller it throws nothing away, and the choice is kept', async () => {
    const box = memoryStorage();
    reading.show(watchedRoom());
    await workshop.work();
    expect([state().rows.length, state().isRefining]).toEqual([QUICK.runs, false]);
    reading.resize(USUAL, box);
    expect(state().isRefining).toBe(true);
    await workshop.work();
    expect(state().rows).toEqual(reference(watchedRoom(), 'casual', USUAL.runs).rows);
    expect([workshop.runsOf('casual'), state().isRefining]).toEqual([USUAL.runs, false]);
    const next = new ReadingController('small', workshop.start, 1);
    expect(next.store.getState().size).toBe(USUAL);
    reading.resize(QUICK, box);
    await workshop.work();
    expect([state().rows.length, state().isRefining, workshop.runsOf('casual')]).toEqual([
      USUAL.runs,
      false,
      USUAL.runs,
    ]);
    next.load(box);
    expect(next.store.getState().size).toBe(QUICK);
  });

  test('takes what was measured before by anybody, and comes to the same; what it runs itself is handed in', async () => {
    const shelf = new Map<string, ChunkResult>();
    const keyOf = (game: GameDocument, { standInId, firstSeed, count }: WantedRuns) =>
      JSON.stringify([playKey(game, 'small'), standInId, firstSeed, count]);
    const numbers: ConstructorParameters<typeof ReadingController>[3] = {
      find(game, _level, wanted, take) {
        for (const runs of wanted) {
          const known = shelf.get(keyOf(game, runs));
          if (known) take(runs, known);
        }
        return Promise.resolve();
      },
      keep: (game, _level, runs, result) => Promise.resolve(void shelf.set(keyOf(game, runs), result)),
    };
    const open = () => {
      const controller = new ReadingController('small', workshop.start, 2, numbers);
      controller.resize(QUICK, memoryStorage());
      return controller;
    };
    const game = watchedRoom();
    open().show(game);
    await workshop.work();
    const compiled = compileGameLevel(game, 'small');
    const program = compiled.ok ? compiled.value : undefined!;
    const plain = runSeeds(new Runner(program, steeringOf('casual', standInsOf(game))!), 26, 25);
    expect(shelf.get(keyOf(game, { standInId: 'casual', firstSeed: 26, count: 25 }))).toEqual(plain);
    expect(shelf.size).toBe((QUICK.runs + 3 * QUICK.ladderRuns + CONTROLS.length * QUICK.controlRuns) / 25);
    const made = workshop.runsOf('casual');
    const next = open();
    next.show(structuredClone(game));
    await workshop.work();
    expect(next.store.getState().rows).toEqual(reference(game, 'casual', QUICK.runs).rows);
    expect(next.store.getState().summary).toEqual(reference(game, 'casual', QUICK.runs).summary);
    // Only what was begun before anything was told, up to the edge of the first stretch.
    expect(workshop.runsOf('casual') - made).toBeLessThanOrEqual(25);
  });

  test('drops what belongs to a version that was edited meanwhile', async () => {
    reading.show(watchedRoom(2));
    await workshop.work(() => state().rows.length >= 20);
    const edited = watchedRoom(3);
    reading.show(edited);
    expect(state().isStale).toBe(true);
    await workshop.work();
    expect(state().rows).toEqual(reference(edited, 'casual', QUICK.runs).rows);
  });

  test('says what an edit has changed on the same seeds, and compares with nothing where too little was known', async () => {
    const [before, after] = [watchedRoom(1), watchedRoom(3)];
    reading.show(before);
    await workshop.work();
    reading.show(after);
    await workshop.work();
    const won = (game: GameDocument) =>
      reference(game, 'casual', QUICK.runs).rows.filter(({ outcome }) => outcome === 'won').length;
    const rows = [before, after].map((game) => reference(game, 'casual', QUICK.runs).rows);
    expect(state().changes).toEqual(measureChanges(rows[0], rows[1]));
    expect(state().changes.map(({ id }) => id)).toContain('wayMade');
    expect(state().difference?.value).toBeCloseTo((won(after) - won(before)) / QUICK.runs, 12);
    const fresh = new ReadingController('small', workshop.start, 2);
    fresh.show(before);
    await workshop.work(() => fresh.store.getState().rows.length >= 20);
    fresh.show(after);
    await workshop.work();
    expect(fresh.store.getState().difference).toBeUndefined();
  });

  test('runs on fresh seeds when asked, compares them with no others, and comes back to the usual ones', async () => {
    const game = watchedRoom();
    reading.show(game);
    await workshop.work();
    const usual = state().summary;
    reading.useSeeds('fresh');
    expect([state().isStale, state().seedsFrom]).toEqual([true, 10_000]);
    await workshop.work();
    expect(state().rows.map(({ seed }) => seed)).toEqual(Array.from({ length: QUICK.runs }, (_, at) => 10_001 + at));
    expect(state().rows).toEqual(runInOneGo(game, 'casual', QUICK.runs, 10_001).rows);
    expect([state().difference, state().changes, state().sampleSeed]).toEqual([undefined, [], 10_001]);
    reading.useSeeds('usual');
    const before = workshop.runsOf('casual');
    await workshop.work();
    expect([state().summary, state().seedsFrom, workshop.runsOf('casual')]).toEqual([usual, 0, before]);
  });

  test('shows at once what was known when an edit is taken back, and runs nothing anew', async () => {
    const first = watchedRoom(2);
    reading.show(first);
    await workshop.work();
    const known = state().summary;
    reading.show(watchedRoom(3));
    await workshop.work();
    const before = workshop.runsOf('casual');
    reading.show(watchedRoom(2));
    await workshop.work();
    expect(state().summary).toEqual(known);
    expect(workshop.runsOf('casual')).toBe(before);
  });

  test('runs nothing for an edit that changes nothing of this level', async () => {
    const game = watchedRoom();
    reading.show(game);
    await workshop.work();
    const before = workshop.calls.length;
    reading.show({ ...game, name: 'Another name' });
    await workshop.work();
    expect([workshop.calls.length, state().isStale]).toEqual([before, false]);
  });

  test('says why a level cannot be run, shows no run of it, and goes on when it is mended', async () => {
    const broken = watchedRoom();
    broken.levels[0].rules.winAt = 'nowhere';
    reading.show(broken);
    await workshop.work();
    expect(state().faults.map(({ code }) => code)).not.toEqual([]);
    expect([state().sampleRun, state().isRefining, state().rows.length]).toEqual([undefined, false, 0]);
    reading.show(watchedRoom());
    await workshop.work();
    expect([state().faults, state().rows.length]).toEqual([[], QUICK.runs]);
    expect(state().sampleRun?.record?.hash).toBe(state().rows[0].hash);
  });

  test('a slider that moves one knob sends each worker that number, and comes to what the whole level would', async () => {
    const before = watchedRoom();
    reading.show(before);
    await workshop.work();
    workshop.news.splice(0);
    const game = {
      ...before,
      cast: before.cast.map((kind) => (kind.id === 'foe' ? { ...kind, knobs: { pace: 3 } } : kind)),
    };
    reading.show(game);
    await workshop.work();
    const changes = [{ path: ['cast', game.cast.findIndex(({ id }) => id === 'foe'), 'knobs'], value: { pace: 3 } }];
    expect(workshop.news).toEqual(Array.from({ length: 3 }, () => ({ changes })));
    expect(state().rows).toEqual(reference(game, 'casual', QUICK.runs).rows);
  });

  test('whom one chooses has all the runs, and what was run of others stays', async () => {
    const game = watchedRoom();
    reading.show(game);
    await workshop.work();
    const casual = workshop.runsOf('casual');
    reading.choose('expert');
    await workshop.work();
    expect(state().rows).toEqual(reference(game, 'expert', QUICK.runs).rows);
    expect([workshop.runsOf('casual'), state().difference]).toEqual([casual, undefined]);
    expect(state().sampleRun?.record?.hash).toBe(state().rows[0].hash);
  });

  test('falls back to a usual player when the chosen one is taken out of the game', async () => {
    reading.show({ ...watchedRoom(), standIns: [{ id: 'careful', name: 'careful', like: 'novice' }] });
    reading.choose('careful');
    await workshop.work(() => state().rows.length >= 20);
    expect(state().ladder.map(({ standIn }) => standIn)).toContain('careful');
    reading.show(watchedRoom());
    await workshop.work();
    expect([state().standIn, state().ladder.length]).toEqual(['casual', 4]);
  });

  test('another run is shown by its seed, and is the one that the batch would count', async () => {
    const game = watchedRoom();
    reading.show(game);
    await workshop.work();
    void reading.showSample(17);
    await workshop.work();
    expect([state().sampleSeed, state().sampleRun?.record?.hash]).toEqual([17, state().rows[16].hash]);
  });
});
