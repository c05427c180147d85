import { describe, expect, test } from '@jest/globals';
import { luckyRuns, PLAIN_LEVEL } from '../../../../tests/support/luckyRuns';
import type { BriefLine } from '../../document/briefLine';
import { carryOut } from './runPlan';
import { Solver, type Turnable } from './solver';

/** A level of which the clear rate is known. */
function playOf(rateOf: (values: readonly number[], standIn: string) => number, try_: number) {
  return ({ overrides, standInId, firstSeed, count }: Parameters<Parameters<typeof carryOut>[1]>[0]) => {
    const values = overrides.numbers!.map(({ value }) => value);
    return Promise.resolve(luckyRuns(firstSeed, count, 77 + try_, rateOf(values, standInId)));
  };
}

const overridesOf = (values: readonly number[]) => ({
  knobs: [],
  numbers: values.map((value, at) => ({ name: `n${at}`, value })),
});

async function solve(
  turned: Turnable[],
  brief: BriefLine[],
  rateOf: (values: readonly number[], standIn: string) => number,
  try_ = 0,
  lanes = 2,
) {
  const solver = new Solver(turned, brief, PLAIN_LEVEL, overridesOf, 1 + 1000 * try_);
  await carryOut(solver, playOf(rateOf, try_), lanes);
  return solver.state;
}

const PACE: Turnable = { name: 'pace', low: 1, high: 4, now: 2.2, isWhole: false };
/** Harder the quicker: 95 % at 1, 5 % at 4, half at 2.6; bent like a level is. */
const falling = ([pace]: readonly number[]) => 1 / (1 + ((pace / 2.6) * (pace / 2.6) * pace) / 2.6);
const CASUAL: BriefLine = { standIn: 'casual', measure: 'clears', least: 55, most: 65 };

describe('a search for values with which a brief holds', () => {
  test('reaches a known curve within its interval in at least 95 of 100 tries', async () => {
    let reached = 0;
    for (let try_ = 0; try_ < 100; try_++) {
      const { answers } = await solve([PACE], [CASUAL], falling, try_);
      const [best] = answers;
      const truth = 100 * falling(best.values);
      const { low, high } = best.verdicts[0].value!;
      if (best.holds && truth > 55 - 3 && truth < 65 + 3 && truth > low - 1 && truth < high + 1) reached++;
    }
    expect(reached).toBeGreaterThanOrEqual(95);
  });

  test('gives the same, to the last digit, for any number of lanes', async () => {
    const one = await solve([PACE], [CASUAL], falling, 3, 1);
    expect(await solve([PACE], [CASUAL], falling, 3, 5)).toEqual(one);
    expect(one.stage).toBe('done');
  });

  test('leaves alone what holds already, and says so first', async () => {
    const { answers } = await solve([{ ...PACE, now: 2.3 }], [{ ...CASUAL, least: 45, most: 70 }], falling);
    expect(answers[0]).toMatchObject({ values: [2.3], changed: 0, holds: true });
  });

  test('turns two numbers for two players, and offers answers that differ', async () => {
    const rate = ([pace, sight]: readonly number[], standIn: string) => {
      const skill = standIn === 'expert' ? 1.5 : 1;
      return falling([pace / skill]) * (1 - (sight - 4) / (standIn === 'expert' ? 20 : 10));
    };
    const turned = [PACE, { name: 'sight', low: 4, high: 8, now: 7, isWhole: true }];
    const brief: BriefLine[] = [
      { standIn: 'casual', measure: 'clears', least: 45, most: 60 },
      { standIn: 'expert', measure: 'clears', least: 70 },
    ];
    const { answers, inTheWay } = await solve(turned, brief, rate);
    expect(inTheWay).toEqual([]);
    expect(answers.length).toBeGreaterThan(1);
    for (const { values, holds } of answers) {
      expect(holds).toBe(true);
      expect(Number.isInteger(values[1])).toBe(true);
      expect(100 * rate(values, 'casual')).toBeGreaterThan(40);
      expect(100 * rate(values, 'casual')).toBeLessThan(65);
      expect(100 * rate(values, 'expert')).toBeGreaterThan(66);
    }
  });

  test('says which line stands in the way, and how far it gets', async () => {
    const { answers, inTheWay } = await solve([{ ...PACE, high: 2 }], [{ ...CASUAL, least: 10, most: 20 }], falling);
    expect(answers.map(({ holds }) => holds)).toEqual([false]);
    expect(inTheWay).toEqual([
      expect.stringMatching(/^casual clears at least 10, at most 20 %: .* comes to [5-7]\d to 9\d %$/),
    ]);
  });

  test('says when each line is met somewhere, but never all together', async () => {
    const brief: BriefLine[] = [
      { standIn: 'casual', measure: 'clears', least: 80 },
      { standIn: 'expert', measure: 'clears', most: 40 },
    ];
    const { answers, inTheWay } = await solve([PACE], brief, falling);
    expect(answers.every(({ holds }) => !holds)).toBe(true);
    expect(inTheWay).toEqual([expect.stringContaining('nowhere all of them together')]);
  });
});
