import { beforeEach, describe, expect, test } from '@jest/globals';
import {
  compileGameLevel,
  measuredLevelOf,
  NO_OVERRIDES,
  Runner,
  runSeeds,
  steeringOf,
  standInsOf,
  summaryOf,
} from '@/core/index';
import { hallOnly } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { RunsAgain, type AgainQuestion } from './runsAgain';
import { watchedGround } from './watchedGround';

const SEEDS = [3, 4, 9];
const LEVEL = 'drying-hall';

describe('runs that are played again', () => {
  const game = hallOnly();
  let workers: ReturnType<typeof localWorker>;
  let again: RunsAgain;
  const state = () => again.store.getState();
  const asking = (more: Partial<AgainQuestion> = {}) => ({
    ...{ game, levelId: LEVEL, overrides: NO_OVERRIDES, standIn: 'casual', seeds: SEEDS, during: undefined },
    ...more,
  });
  const play = (more: Partial<AgainQuestion> = {}) => again.play(() => Promise.resolve(asking(more)));
  beforeEach(() => {
    workers = localWorker();
    again = new RunsAgain(workers.start);
  });

  test('come to what they came to before, maps and figures too, and the worker ends with them', async () => {
    await play();
    const compiled = compileGameLevel(game, LEVEL);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const runner = new Runner(compiled.value, steeringOf('casual', standInsOf(game))!);
    const apart = SEEDS.map((seed) => summaryOf(runSeeds(runner, seed, 1).sums, measuredLevelOf(game, LEVEL)));
    const whole = state().summary!;
    expect([state().status, state().done, whole.runs, workers.ended]).toEqual(['done', 3, 3, 1]);
    expect(whole.won).toBe(apart.reduce((sum, { won }) => sum + won, 0));
    const seconds = (cells: readonly { seconds: number }[]) => cells.reduce((sum, own) => sum + own.seconds, 0);
    const mean = apart.reduce((sum, { timeSpent }) => sum + seconds(timeSpent), 0) / SEEDS.length;
    expect(seconds(whole.timeSpent)).toBeCloseTo(mean, 9);
  });

  test('have maps of a stretch of them, which add up to those of the whole, and the same figures', async () => {
    const played = async (during: AgainQuestion['during']) => {
      await play({ during });
      return state().summary!;
    };
    const [whole, early, late] = [await played(undefined), await played([0, 2.5]), await played([2.5, 600])];
    const timeIn = (cell: number, { timeSpent }: typeof whole) =>
      timeSpent.find((own) => own.cell === cell)?.seconds ?? 0;
    for (const { cell, seconds } of whole.timeSpent)
      expect(timeIn(cell, early) + timeIn(cell, late)).toBeCloseTo(seconds, 9);
    const sum = early.timeSpent.reduce((all, { seconds }) => all + seconds, 0);
    expect(sum).toBeCloseTo(2.5, 1);
    const countOf = (cells: readonly { count: number }[]) => cells.reduce((all, { count }) => all + count, 0);
    expect(countOf(early.lossCells) + countOf(late.lossCells)).toBe(countOf(whole.lossCells));
    expect([early.clearRate, early.closeCalls, early.hash]).toEqual([whole.clearRate, whole.closeCalls, whole.hash]);
  });

  test('of a question that another one has followed are wanted no more', async () => {
    const first = play({ seeds: [1] });
    await play({ seeds: SEEDS });
    await first;
    expect([state().status, state().summary!.runs]).toEqual(['done', 3]);
    again.stop();
    expect([state().status, state().summary]).toEqual(['none', undefined]);
    // Where a filter leaves none there is nothing to play.
    await play({ seeds: [] });
    expect([state().status, state().summary]).toEqual(['none', undefined]);
  });

  test('that cannot be had are told, and nothing goes on', async () => {
    await again.play(() => Promise.reject(new Error('The server cannot be reached.')));
    expect([state().status, state().failure, workers.ended]).toEqual(['failed', 'The server cannot be reached.', 1]);
    await play({ standIn: 'nobody' });
    expect(state()).toMatchObject({ status: 'failed', failure: 'These runs cannot be played again.' });
  });
});

describe('which ground is watched', () => {
  test('is the mean of runs that are played again, of cells that somebody watches', async () => {
    const game = hallOnly();
    const worker = localWorker().start();
    const question = { game, levelId: LEVEL, overrides: NO_OVERRIDES, standIn: 'casual', seeds: [3, 4] };
    const both = await watchedGround(worker, question);
    const each = await Promise.all([3, 4].map((seed) => watchedGround(worker, { ...question, seeds: [seed] })));
    expect(both.length).toBeGreaterThan(20);
    for (const { column, row, count } of both) {
      const shares = each.map((cells) => cells.find((own) => own.column === column && own.row === row)?.count ?? 0);
      expect(Math.abs(count - (shares[0] + shares[1]) / 2)).toBeLessThanOrEqual(1);
      expect(game.levels[0].map[row][column]).toBe('.');
    }
    await expect(watchedGround(worker, { ...question, standIn: 'nobody' })).rejects.toThrow('cannot be played again');
  });
});
