import { describe, expect, test } from '@jest/globals';
import { luckyRuns } from '../../../../tests/support/luckyRuns';
import type { Overrides } from '../../compile/levelProgram';
import { wilsonInterval } from '../../measure/statistics/wilsonInterval';
import { sayBothSides, sayDifference } from '../../measure/changes';
import { Comparison, type CompareTask } from './comparison';
import { carryOut } from './runPlan';

const NO_SETTINGS: [Overrides, Overrides] = [{ knobs: [] }, { knobs: [] }];

/** Both sides won with known chances; on the same luck for each seed, or each side on its own. */
async function compare(chances: readonly [number, number], { runs = 200, tries = 0, isPaired = true, lanes = 2 } = {}) {
  const plan = new Comparison(['casual'], runs, NO_SETTINGS, 1 + 10_000 * tries);
  const play = ({ side, firstSeed, count }: CompareTask) =>
    Promise.resolve(luckyRuns(firstSeed, count, isPaired ? 5 : 5 + side, chances[side]));
  await carryOut(plan, play, lanes);
  return plan.state.standIns[0];
}

describe('two versions on the same seeds', () => {
  test('tell how often each is won, what is certain of the difference, and which runs came out otherwise', async () => {
    const { seeds, clears, measures, gained, lost } = await compare([0.4, 0.55]);
    const [rate] = measures;
    expect(seeds).toBe(200);
    expect(rate).toMatchObject({ name: 'Clear rate', difference: { isReal: true } });
    expect(rate.after - rate.before).toBeCloseTo(clears[1].value - clears[0].value, 12);
    expect(gained.length / seeds).toBeCloseTo(rate.difference.value, 12);
    expect(lost).toEqual([]);
    expect([sayBothSides(rate), sayDifference(rate)]).toEqual([
      expect.stringMatching(/^3\d\.\d % → 5\d\.\d %$|^4\d\.\d % → 5\d\.\d %$/),
      expect.stringMatching(/^\+1\d\.\d points ± \d\.\d$/),
    ]);
  });

  test('are told to be the same where they are', async () => {
    const { measures, gained, lost } = await compare([0.5, 0.5]);
    expect(measures.every(({ difference }) => !difference.isReal)).toBe(true);
    expect([gained, lost, sayDifference(measures[0])]).toEqual([[], [], 'the same in every run']);
  });

  test('that differ by nothing but luck are told to differ in no more than one of twenty', async () => {
    let wrong = 0;
    for (let tries = 0; tries < 100; tries++) {
      const { measures } = await compare([0.5, 0.5], { tries, isPaired: false });
      if (measures[0].difference.isReal) wrong++;
    }
    // 5 expected; three standard deviations above that.
    expect(wrong).toBeLessThanOrEqual(5 + 3 * Math.sqrt(100 * 0.05 * 0.95));
  });

  test('are told apart by a narrower interval than two rates side by side', async () => {
    const { measures, clears } = await compare([0.45, 0.55]);
    const unpaired = Math.sqrt(clears.reduce((sum, { value }) => sum + (value * (1 - value)) / 200, 0)) * 1.96;
    expect(measures[0].difference.halfWidth).toBeLessThan(0.7 * unpaired);
    expect(clears[0]).toEqual(wilsonInterval(Math.round(clears[0].value * 200), 200));
  });

  test('come to the same with any number of lanes', async () => {
    expect(await compare([0.4, 0.6], { lanes: 7 })).toEqual(await compare([0.4, 0.6], { lanes: 1 }));
  });
});
