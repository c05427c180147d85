import { beforeEach, describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { TRYING_PEOPLE, TryAgainController } from './tryAgainController';

const HALL = 'drying-hall';

/** The hall with nobody in it: whoever walks to the door has cleared it. */
function emptyHall() {
  const game = hallOnly();
  const [hall] = game.levels;
  hall.pieces = hall.pieces.slice(0, 1);
  return game;
}

describe('letting people try a level until they clear it', () => {
  let workers: ReturnType<typeof localWorker>;
  let triesAgain: TryAgainController;
  const state = () => triesAgain.store.getState();
  beforeEach(() => {
    workers = localWorker();
    triesAgain = new TryAgainController(HALL, workers.start);
  });

  test('tells on which try each of them did, of everybody who was asked for', async () => {
    await triesAgain.start(emptyHall(), ['expert', 'practised']);
    const everybody = Array.from({ length: TRYING_PEOPLE }, () => 1);
    expect(state()).toMatchObject({
      ...{ status: 'done', done: 2 * TRYING_PEOPLE, all: 2 * TRYING_PEOPLE },
      firstClears: { expert: everybody, practised: everybody },
    });
    expect(workers.ended).toBe(1);
  });

  test('is cancelled at once, and what is known by then stays', async () => {
    workers.beforeAnswer = (name, count) => {
      if (name === 'runChunk' && count === 3) triesAgain.cancel();
    };
    await triesAgain.start(emptyHall(), ['expert']);
    expect([state().status, state().firstClears.expert.length, state().done]).toEqual(['cancelled', 10, 10]);
  });

  test('of a level that cannot be run, or by nobody, says why; and it is forgotten when the level changes', async () => {
    await triesAgain.start({ ...emptyHall(), levels: [] }, ['casual']);
    expect([state().status, state().failure.includes(HALL)]).toEqual(['failed', true]);
    await triesAgain.start(emptyHall(), ['nobody']);
    expect([state().status, state().failure]).toEqual(['failed', 'Nobody can play this level.']);
    triesAgain.stop();
    expect(state().status).toBe('none');
  });
});
