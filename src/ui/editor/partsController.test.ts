import { beforeEach, describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { PART_RUNS, PartsController } from './partsController';

const HALL = 'drying-hall';

/** The hall with a single warden, and little time. */
function shortHall() {
  const game = hallOnly();
  const [hall] = game.levels;
  hall.pieces = hall.pieces.slice(0, 2);
  hall.rules.timeLimit = 1;
  return game;
}

describe('asking what each part of a level does', () => {
  let workers: ReturnType<typeof localWorker>;
  let parts: PartsController;
  const state = () => parts.store.getState();
  beforeEach(() => {
    workers = localWorker();
    parts = new PartsController(HALL, workers.start);
  });

  test('tells how far it is, and ends with a figure for each', async () => {
    const seen: number[] = [];
    parts.store.subscribe(({ study }) => study && seen.push(study.done));
    await parts.start(shortHall(), 'casual');
    expect(state()).toMatchObject({
      status: 'done',
      standIn: 'casual',
      study: { done: 2 * PART_RUNS, runs: PART_RUNS },
    });
    expect(state().study!.parts).toHaveLength(1);
    expect(seen).toEqual(seen.toSorted((a, b) => a - b));
    expect([seen.length > 10, workers.ended]).toEqual([true, 1]);
  });

  test('is cancelled at once, and what is known by then stays', async () => {
    workers.beforeAnswer = (name, count) => {
      if (name === 'studyParts' && count === 3) parts.cancel();
    };
    await parts.start(shortHall(), 'casual');
    expect([state().status, state().study?.done, workers.ended]).toEqual(['cancelled', 10, 1]);
  });

  test('of a level that cannot be run, or by nobody, says why', async () => {
    await parts.start({ ...shortHall(), levels: [] }, 'casual');
    expect([state().status, state().failure.includes(HALL)]).toEqual(['failed', true]);
    await parts.start(shortHall(), 'nobody');
    expect([state().status, state().failure]).toEqual(['failed', 'Nobody can play this level.']);
  });

  test('is forgotten when the level changes', async () => {
    const first = parts.start(shortHall(), 'casual');
    parts.stop();
    await first;
    expect(state()).toMatchObject({ status: 'none', study: undefined });
  });
});
