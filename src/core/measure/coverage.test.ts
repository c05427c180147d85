import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import type { LevelProgram } from '../compile/levelProgram';
import { runSeeds } from '../pipeline';
import { Runner } from '../simulate/run';
import { emptySums, mergeSums, summaryOf, type Summary } from './sums';

const BATCHES = 100;
const RUNS = 40;
/** Of a hundred intervals of 95 % so many hold what is true; fewer or more than that come by chance in one of two hundred. */
const [FEWEST, MOST] = [89, 99];

const ROOM: SmallLevel = {
  map: ['###########', '#.........#', '#.........#', '#.........#', '#.........#', '#.........#', '###########'],
  player: { at: [5.5, 3.5] },
};

/** Summaries of many batches of runs in which nobody presses anything, each of other seeds, and of all of them together. */
function batchesOf(program: LevelProgram): { batches: Summary[]; all: Summary } {
  const runner = new Runner(program, { type: 'inputs', inputs: new Array<number>(2000).fill(0) });
  const all = emptySums();
  const batches = Array.from({ length: BATCHES }, (_, batch) => {
    const { sums } = runSeeds(runner, 1 + batch * RUNS, RUNS);
    const own = emptySums();
    mergeSums(own, sums);
    mergeSums(all, sums);
    return summaryOf(own, program);
  });
  return { batches, all: summaryOf(all, program) };
}

/** How many of the batches have an interval in which a value lies. */
function covered(
  batches: readonly Summary[],
  value: number,
  intervalOf: (summary: Summary) => [number, number],
): number {
  return batches.filter((summary) => {
    const [low, high] = intervalOf(summary);
    return low <= value && value <= high;
  }).length;
}

const expectCovered = (count: number) => {
  expect(count).toBeGreaterThanOrEqual(FEWEST);
  expect(count).toBeLessThanOrEqual(MOST);
};

describe(`intervals of ${BATCHES} batches of ${RUNS} runs`, () => {
  test('hold the clear rate that is known beforehand: a foe that comes in with a chance of 30 %', () => {
    const { batches, all } = batchesOf(
      smallProgram({
        ...ROOM,
        kinds: [{ id: 'foe', tags: ['foe'], behavior: 'toss' }],
        scripts: {
          toss: 'start state wait { be out  do hold  go hit when chance 30 % every 1 s  go gone after 1 s }  state hit { do hold }  state gone { be out  do hold }',
        },
        pieces: [{ kind: 'foe', at: [5.5, 3.5] }],
        level: { rules: { loseWhenTouching: 'foe', timeLimit: 4 }, cues: ['rules { win when clock >= 2 s }'] },
      }),
    );
    expectCovered(covered(batches, 0.7, ({ clearRate: { low, high } }) => [low, high]));
    expect(all.clearRate.value).toBeGreaterThan(0.68);
    expect(all.clearRate.value).toBeLessThan(0.72);
  });

  test('hold what all runs together come to: lives lost, foes that come, the first loss, and how often it is cleared', () => {
    const { batches, all } = batchesOf(
      smallProgram({
        ...ROOM,
        kinds: [{ id: 'foe', tags: ['foe'], radius: 0.3, behavior: 'fly' }],
        scripts: { fly: 'start state on { do drift at 5 cells/s }' },
        marks: [
          {
            id: 'west',
            name: 'West',
            line: [
              [1.6, 1.6],
              [1.6, 5.4],
            ],
          },
        ],
        level: {
          rules: { loseWhenTouching: 'foe', timeLimit: 14 },
          cues: [
            ...[
              'spawner swarm {',
              'at west',
              'every 1 s ± 0.8 s',
              'pick foe',
              'give heading 0 deg',
              'retire when outside by 1 cells',
              '}',
            ],
            ...['rules {', 'lives 3', 'come back after 0.2 s, safe for 0.2 s', 'win when clock >= 12 s', '}'],
          ],
        },
      }),
    );
    expectCovered(covered(batches, all.clearRate.value, ({ clearRate: { low, high } }) => [low, high]));
    expectCovered(covered(batches, all.livesLost.value, ({ livesLost: { low, high } }) => [low, high]));
    expectCovered(covered(batches, all.arrived.value, ({ arrived: { low, high } }) => [low, high]));
    const first = all.firstLoss!.median;
    expectCovered(covered(batches, first, ({ firstLoss }) => [firstLoss!.medianLow, firstLoss!.medianHigh]));
    // These say something only where runs differ.
    expect(all.clearRate.value).toBeGreaterThan(0.1);
    expect(all.clearRate.value).toBeLessThan(0.9);
  });
});
