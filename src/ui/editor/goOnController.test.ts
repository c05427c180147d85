import { beforeEach, describe, expect, test } from '@jest/globals';
import {
  compileGameLevel,
  recordRun,
  Runner,
  runPeople,
  standInsOf,
  steeringOf,
  type GameDocument,
} from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { GoOnController, PEOPLE, type Moment } from './goOnController';

const game = plainYard();
const HALL = 'drying-hall';

function programOf(own: GameDocument) {
  const compiled = compileGameLevel(own, HALL);
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  return compiled.value;
}

const run = recordRun(programOf(game), steeringOf('casual', standInsOf(game))!, 3);
const moment: Moment = { seed: 3, inputs: run.inputs.slice(0, 300), seconds: 5 };

describe('handing a moment to others', () => {
  let workers: ReturnType<typeof localWorker>;
  let goOn: GoOnController;
  const state = () => goOn.store.getState();
  beforeEach(() => {
    workers = localWorker();
    goOn = new GoOnController(HALL, workers.start);
  });

  test('comes to what so many people of that kind come to from there, with progress on the way', async () => {
    const seen: number[] = [];
    goOn.store.subscribe(({ done }) => seen.push(done));
    await goOn.start(game, moment, 'practised');
    const traits = standInsOf(game).find(({ id }) => id === 'practised')!;
    const runner = new Runner(programOf(game), { type: 'handover', traits, inputs: moment.inputs });
    const won = runPeople(runner, 3, 1, PEOPLE).rows.filter(({ outcome }) => outcome === 'won').length;
    expect(state()).toMatchObject({ status: 'done', done: PEOPLE, standIn: 'practised', failure: '' });
    expect([state().summary?.runs, state().summary?.won]).toEqual([PEOPLE, won]);
    expect(seen.filter((done) => done > 0)).toEqual(Array.from({ length: 10 }, (_, index) => 5 * (index + 1)));
  });

  test('one of them can be looked at: it is as it was up to the moment', async () => {
    await goOn.start(game, moment, 'expert');
    const shown = await goOn.show(2);
    const until = 301 * run.frameSize;
    expect(shown!.frames.slice(0, until)).toEqual(run.frames.slice(0, until));
  });

  test('cancelled, it keeps what has come in and ends its worker', async () => {
    workers.beforeAnswer = (name, count) => {
      if (name === 'goOn' && count === 4) goOn.cancel();
    };
    await goOn.start(game, moment, 'casual');
    expect([state().status, state().done, state().summary?.runs, workers.ended]).toEqual(['cancelled', 15, 15, 1]);
    goOn.cancel();
    expect(workers.ended).toBe(1);
  });

  test('asked anew, it forgets what was under way', async () => {
    const first = goOn.start(game, moment, 'novice');
    await goOn.start(game, { ...moment, seconds: 4 }, 'expert');
    await first;
    expect(state()).toMatchObject({ status: 'done', standIn: 'expert', done: PEOPLE, moment: { seconds: 4 } });
  });

  test('of a level that cannot be run it says why', async () => {
    await goOn.start({ ...game, levels: game.levels.filter(({ id }) => id !== HALL) }, moment, 'casual');
    expect(state().status).toBe('failed');
    expect(state().failure).toContain('drying-hall');
  });

  test('who is not there cannot go on', async () => {
    await goOn.start(game, moment, 'somebody');
    expect([state().status, state().failure]).toEqual(['failed', 'Nobody can go on from there.']);
  });

  test('stopped, nothing is left of it', async () => {
    await goOn.start(game, moment, 'casual');
    goOn.stop();
    expect(state()).toMatchObject({ status: 'none', moment: undefined, summary: undefined });
    expect(await goOn.show(1)).toBeUndefined();
  });
});
