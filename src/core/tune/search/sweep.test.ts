import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../../tests/support/kilnYard';
import { commands, compileGameLevel, measuredLevelOf, runChunk, STAND_INS, takeNumbers } from '../../index';
import type { BriefLine } from '../../document/briefLine';
import { wilsonInterval } from '../../measure/statistics/wilsonInterval';
import { carryOut, type PlayTask } from './runPlan';
import { pointsOfSweep, Sweep } from './sweep';
import { readSwept, roundTo, spreadValues, sweepPoints } from './swept';
import { openSolver } from './turnable';

const game = kilnYard();
const level = commands.levelIn(game, 'drying-hall');
const measured = measuredLevelOf(game, level.id);

const compiledBySetting = new Map<string, ReturnType<typeof compileGameLevel>>();

function play({ overrides, standInId, firstSeed, count }: PlayTask) {
  const key = JSON.stringify(overrides);
  const compiled = compiledBySetting.get(key) ?? compileGameLevel(game, level.id, overrides);
  compiledBySetting.set(key, compiled);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return Promise.resolve(
    runChunk(
      compiled.value,
      STAND_INS.find(({ id }) => id === standInId)!,
      firstSeed,
      count,
    ),
  );
}

function pointsOf(...texts: string[]) {
  const points = sweepPoints(
    game,
    level,
    texts.map((text) => readSwept(text)!),
  );
  if (!points.ok) throw new Error(points.faults[0].message);
  return points.value;
}

describe('values to sweep over', () => {
  test('are read from a range with a count, a range without, and a list', () => {
    expect(readSwept('warden.pace=1..4/7')).toEqual({ name: 'warden.pace', values: [1, 1.5, 2, 2.5, 3, 3.5, 4] });
    expect(readSwept('clock=20..100')!.values).toHaveLength(9);
    expect(readSwept('clock=20,31.5')).toEqual({ name: 'clock', values: [20, 31.5] });
    for (const bad of ['clock', 'clock=', 'clock=a..b', 'clock=1..', '=1..2', 'clock=1...3'])
      expect([bad, readSwept(bad)]).toEqual([bad, undefined]);
  });

  test('have no more digits than anybody reads, and no value twice', () => {
    expect(spreadValues(0, 1, 4)).toEqual([0, 0.333, 0.667, 1]);
    expect(spreadValues(1, 3, 9, true)).toEqual([1, 2, 3]);
    expect(spreadValues(3, 1, 5)).toEqual([]);
    expect(roundTo(2.34567, 0.01)).toBe(2.35);
    expect(roundTo(234.5, 1)).toBe(235);
  });

  test('make every combination, and say what is wrong with them', () => {
    expect(pointsOf('warden.pace=1,2', 'clock=30,40').map(({ values }) => values)).toEqual([
      [1, 30],
      [1, 40],
      [2, 30],
      [2, 40],
    ]);
    const codes = (...texts: string[]) => {
      const points = sweepPoints(
        game,
        level,
        texts.map((text) => readSwept(text)!),
      );
      return points.ok ? [] : points.faults.map(({ code }) => code);
    };
    expect(codes('warden.pace=4..1')).toEqual(['empty-range']);
    expect(codes()).toEqual(['sweep-of-one-or-two']);
    expect(codes('warden.pace=1..4/20', 'clock=30..60/20')).toEqual(['too-many-points']);
    expect(codes('warden.weight=1..4')).toEqual(['unknown-number']);
    expect(codes('clock=0..60')).toEqual(['number-out-of-range']);
    expect(codes('warden.pace=1..400')).toEqual(['number-out-of-range']);
  });
});

describe('a sweep', () => {
  test('comes to what the same runs come to one by one, for any number of lanes', async () => {
    const points = pointsOf('clock=6,12');
    const states = await Promise.all(
      [1, 3].map(async (lanes) => {
        const sweep = new Sweep(points, ['novice', 'casual'], 30, measured);
        await carryOut(sweep, play, lanes);
        return sweep.state;
      }),
    );
    expect(states[1]).toEqual(states[0]);
    const { cells, runs, most } = states[0];
    expect([cells.length, runs, most]).toEqual([4, 120, 120]);
    for (const { values, standIn, summary } of cells) {
      const point = points.find((one) => one.values[0] === values[0])!;
      const { rows } = await play({ overrides: point.overrides, standInId: standIn, firstSeed: 1, count: 30 });
      expect(30 * summary.clearRate.value).toBeCloseTo(rows.filter(({ outcome }) => outcome === 'won').length, 9);
    }
  });

  test('leaves off where the clear rate is known as nearly as all runs tell it at 50 %, and nowhere else', async () => {
    const sweep = new Sweep(pointsOf('clock=3,14'), ['casual'], 100, measured);
    await carryOut(sweep, play, 2);
    const [hopeless, usual] = sweep.state.cells;
    expect(hopeless.summary.clearRate.value).toBe(0);
    expect(hopeless.summary.runs).toBeLessThan(100);
    expect(usual.summary.runs).toBe(100);
    expect(sweep.state.runs).toBe(sweep.state.most);
    const widest = wilsonInterval(50, 100);
    for (const { summary } of [hopeless, usual])
      expect(summary.clearRate.high - summary.clearRate.low).toBeLessThanOrEqual(widest.high - widest.low);
  });

  test('goes on as long as a line of the brief about who plays there is open', async () => {
    const runsWith = async (...brief: BriefLine[]) => {
      const sweep = new Sweep(pointsOf('clock=3'), ['casual'], 100, measured, brief);
      await carryOut(sweep, play, 2);
      return sweep.state.cells[0].summary.runs;
    };
    const few = await runsWith();
    expect(few).toBeLessThan(100);
    expect(await runsWith({ standIn: 'casual', measure: 'clears', least: 1 })).toBe(100);
    expect(await runsWith({ standIn: 'casual', measure: 'clears', least: 50 })).toBe(few);
    expect(await runsWith({ standIn: 'novice', measure: 'clears', least: 1 })).toBe(few);
  });

  test('stops soon after it is not to go on', async () => {
    const sweep = new Sweep(pointsOf('clock=3..5/3'), ['casual'], 100, measured);
    let played = 0;
    await carryOut(
      sweep,
      (task) => {
        played++;
        return play(task);
      },
      1,
      () => played < 3,
    );
    expect(played).toBe(3);
  });

  test('says of each point whether the brief holds there', async () => {
    const sweep = new Sweep(pointsOf('clock=3,60'), ['expert'], 25, measured);
    await carryOut(sweep, play, 2);
    const brief = [{ standIn: 'expert', measure: 'clears' as const, least: 50 }];
    const said = pointsOfSweep(sweep.state.cells, brief).map((point) => point.brief);
    expect(said).toEqual(['does not hold', 'holds']);
    expect(pointsOfSweep(sweep.state.cells, []).map((point) => point.brief)).toEqual(['says nothing', 'says nothing']);
  });
});

describe('numbers that are taken for good', () => {
  test.each([
    ['warden.pace', 'drying-hall', 3.1],
    ['clock', 'drying-hall', 9],
    ['player.speed', 'drying-hall', 4.5],
    ['ember_tide.grace', 'ember-night', 1.2],
  ])('%s in %s stands in the document as it was set for runs', (name, levelId, value) => {
    const own = kilnYard();
    const taken = takeNumbers(own, commands.levelIn(own, levelId), [{ name, value }]);
    if (!taken.ok) throw new Error(taken.faults[0].message);
    const changed = structuredClone(own);
    taken.value(changed);
    const points = sweepPoints(own, commands.levelIn(own, levelId), [{ name, values: [value] }]);
    if (!points.ok) throw new Error(points.faults[0].message);
    const hash = (compiled: ReturnType<typeof compileGameLevel>) =>
      compiled.ok ? runChunk(compiled.value, STAND_INS[1], 1, 3).rows.map((row) => row.hash) : compiled.faults;
    expect(hash(compileGameLevel(changed, levelId))).toEqual(
      hash(compileGameLevel(own, levelId, points.value[0].overrides)),
    );
    expect(hash(compileGameLevel(changed, levelId))).not.toEqual(hash(compileGameLevel(own, levelId)));
  });
});

describe('a search that is asked for wrongly', () => {
  const codes = (between: Parameters<typeof openSolver>[2], brief = level.brief ?? []) => {
    const solver = openSolver(game, level, between, brief, measured);
    return solver.ok ? [] : solver.faults.map(({ code }) => code);
  };
  const pace = { name: 'warden.pace', low: 1, high: 4 };

  test('says what is wrong and runs nothing', () => {
    expect(codes([pace])).toEqual([]);
    expect(codes([pace], [])).toEqual(['nothing-meant']);
    expect(codes([])).toEqual(['cannot-be-turned']);
    expect(codes([pace, pace])).toEqual(['cannot-be-turned']);
    expect(codes([{ ...pace, high: 1 }])).toEqual(['empty-range']);
    expect(codes([{ ...pace, high: 1000 }])).toEqual(['number-out-of-range']);
    expect(codes([{ ...pace, name: 'warden.weight' }])).toEqual(['unknown-number']);
  });
});
