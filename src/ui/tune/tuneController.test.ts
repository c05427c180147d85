import { beforeEach, describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { memoryStorage } from '../../../tests/support/storage';
import { smallGame } from '../../../tests/support/smallLevel';
import { TuneController } from './tuneController';
import { Unfinished } from './unfinished';

/** The hall with a single warden, and little time. */
function shortHall(least = 0) {
  const game = hallOnly();
  const [hall] = game.levels;
  hall.pieces = hall.pieces.slice(0, 2);
  hall.brief = [{ standIn: 'casual', measure: 'clears', least }];
  return game;
}

const CLOCK = { swept: [{ name: 'clock', values: [1, 2] }], standIns: ['casual'], runs: 50 };

describe('tuning on the desk', () => {
  let workers: ReturnType<typeof localWorker>;
  let tune: TuneController;
  const state = () => tune.store.getState();
  beforeEach(() => {
    workers = localWorker();
    tune = new TuneController('drying-hall', workers.start, 2);
  });

  test('a sweep is played in workers of its own and ends with every point', async () => {
    await tune.sweep(shortHall(), CLOCK);
    const { status, found } = state().sweep;
    expect([status, found?.cells.map(({ values }) => values), found?.runs]).toEqual(['done', [[1], [2]], 100]);
    expect(workers.ended).toBe(2);
  });

  test('a sweep that is cancelled keeps what is known, and its workers end', async () => {
    workers.beforeAnswer = (name, count) => {
      if (name === 'runChunk' && count === 2) tune.cancel();
    };
    void tune.sweep(shortHall(), CLOCK);
    while (state().sweep.status !== 'cancelled') await new Promise(setImmediate);
    expect(workers.ended).toBe(2);
  });

  test('what was under way when the page was left can be gone on with; what has ended is forgotten', async () => {
    const storage = memoryStorage();
    const open = () => {
      const next = new TuneController('drying-hall', workers.start, 2, new Unfinished('yard', 'drying-hall', storage));
      next.load();
      return next;
    };
    tune = open();
    expect(state().sweep.status).toBe('none');
    workers.beforeAnswer = (name, count) => {
      // The page is left: nobody cancels anything.
      if (name === 'runChunk' && count === 2) tune.end();
    };
    await tune.sweep(shortHall(), CLOCK);
    tune = open();
    expect(state().sweep).toMatchObject({ status: 'cancelled', request: CLOCK, found: undefined });
    workers.beforeAnswer = () => undefined;
    await tune.goOn(shortHall(), 'sweep');
    expect([state().sweep.status, state().sweep.found?.runs]).toEqual(['done', 100]);
    tune = open();
    expect(state().sweep.status).toBe('none');
  });

  test('what was noted down and makes no sense is not taken up', () => {
    for (const text of [
      '{',
      '[]',
      '{"part":"sweep","request":{}}',
      '{"part":"solve","request":[7]}',
      '{"part":"other"}',
    ]) {
      const storage = memoryStorage({ 'gorge.tune.yard.drying-hall': text });
      expect([text, new Unfinished('yard', 'drying-hall', storage).load()]).toEqual([text, undefined]);
    }
  });

  test('what cannot be swept or looked for says why, and starts nothing', async () => {
    await tune.sweep(shortHall(), { ...CLOCK, swept: [{ name: 'clock', values: [] }] });
    expect([state().sweep.status, state().sweep.failure]).toEqual(['failed', expect.stringContaining('no values')]);
    const game = shortHall();
    delete game.levels[0].brief;
    await tune.solve(game, [{ name: 'clock', low: 1, high: 2 }]);
    expect([state().solve.status, state().solve.failure]).toEqual(['failed', expect.stringContaining('meant to be')]);
    expect(workers.ended).toBe(0);
  });

  test('versions are read on the same seeds, each as it was', async () => {
    const [calm, hasty] = [shortHall(), shortHall()];
    hasty.levels[0].rules = { ...hasty.levels[0].rules, timeLimit: 1 };
    const versions = [calm, hasty, calm].map((game, at) => ({ name: String(at), game }));
    await tune.versions(calm, { versions, standIns: ['casual', 'expert'], runs: 25 });
    const { status, found } = state().versions;
    expect([status, found?.runs]).toEqual(['done', 150]);
    const hashes = found!.cells.map(({ values: [at], standIn, summary }) => [at, standIn, summary.hash]);
    expect(hashes.map(([at, standIn]) => [at, standIn])).toEqual(
      [0, 1, 2].flatMap((at) => ['casual', 'expert'].map((standIn) => [at, standIn])),
    );
    expect(hashes[4][2]).toBe(hashes[0][2]);
    expect(hashes[2][2]).not.toBe(hashes[0][2]);
    expect(workers.ended).toBe(2);
  });

  test('a worker that cannot play the level ends it in words', async () => {
    const game = shortHall();
    game.levels[0].pieces = [];
    await tune.sweep(game, CLOCK);
    expect([state().sweep.status, state().sweep.failure.length > 10]).toEqual(['failed', true]);
  });

  test('a search ends with answers on fresh seeds, and with what stands in the way where there are none', async () => {
    await tune.solve(shortHall(), [{ name: 'clock', low: 1, high: 2 }]);
    expect(state().solve).toMatchObject({ status: 'done', found: { stage: 'done', inTheWay: [] } });
    expect(state().solve.found!.answers[0].holds).toBe(true);
    await tune.solve(shortHall(90), [{ name: 'clock', low: 1, high: 2 }]);
    expect(state().solve.found!.inTheWay).toEqual([expect.stringContaining('casual clears at least 90 %')]);
  });

  test('what matters is asked of one player and ends with a figure for each number', async () => {
    const game = smallGame({
      map: ['######', '#....#', '######'],
      player: { at: [1.5, 1.5] },
      marks: [{ id: 'exit', name: 'Exit', area: [4, 1, 1, 1] }],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 2 } },
    });
    tune = new TuneController('small', workers.start, 2);
    await tune.matter(game, 'casual');
    const { status, request, found } = state().matter;
    expect([status, request]).toEqual(['done', 'casual']);
    expect(found!.figures.map(({ number }) => number.name)).toContain('clock');
    await new TuneController('nowhere', workers.start, 1).matter(game, 'casual');
    expect(workers.ended).toBe(2);
  });
});
