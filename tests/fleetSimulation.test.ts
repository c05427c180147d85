import { expect, test } from '@jest/globals';
import { simulateFleet, type FleetShape } from './support/simulateFleet';

const EASY: FleetShape = {
  ...{ workers: 10, runsASecond: 50, speedSpread: 0, taskRuns: 250, redisSeconds: 0, databaseSeconds: 0 },
  ...{ latencySeconds: 0, deathsAnHour: 0, backAfterSeconds: 20, stragglingShare: 0, claimSeconds: 30 },
  mostUnderWay: 2000,
};
const simulate = (changes: Partial<FleetShape>, runs = 250_000, seed = 1) =>
  simulateFleet({ ...EASY, ...changes }, runs, seed);

test('where nothing is in the way, it takes what the runs take', () => {
  for (const workers of [1, 10, 100]) expect(simulate({ workers }).seconds).toBeCloseTo(250_000 / (50 * workers), 6);
});

test('where the database is slower than the workers, it takes what the database takes', () => {
  const { seconds, databaseBusy, efficiency } = simulate({ workers: 1000, databaseSeconds: 0.05 });
  expect(seconds).toBeCloseTo(5 + 1000 * 0.05, 6);
  expect([databaseBusy > 0.9, efficiency < 0.1]).toEqual([true, true]);
});

test('every task is taken in once, however often workers die, and some are made again', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const { taken, redoneShare, seconds } = simulate({ deathsAnHour: 60, workers: 50 }, 100_000, seed);
    expect([seed, taken]).toEqual([seed, 400]);
    expect(redoneShare).toBeGreaterThan(0.01);
    expect(seconds).toBeGreaterThan(100_000 / (50 * 50));
  }
});

test('who may hand out little at a time leaves workers idle', () => {
  expect(simulate({ mostUnderWay: 4 }).seconds).toBeCloseTo(250_000 / (50 * 4), 6);
});

test('the same seed gives the same outcome', () => {
  const one = () =>
    simulate({ deathsAnHour: 30, speedSpread: 0.3, stragglingShare: 0.01, latencySeconds: 0.01 }, 50_000, 9);
  expect(one()).toEqual(one());
});
