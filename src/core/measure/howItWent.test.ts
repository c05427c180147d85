import { describe, expect, test } from '@jest/globals';
import type { RunFacts } from '../simulate/runFacts';
import type { RunRecord } from '../simulate/runRecord';
import { waveBeginsJoin } from './joins/waveBegins';
import { figuresOf } from '../report/sentences';
import type { MeasuredLevel } from './measure';
import { addRun, emptySums, keepFigures, summaryOf } from './sums';

const LEVEL: MeasuredLevel = { ticksPerSecond: 60, pieces: [], kinds: [] };
const FACTS: RunFacts = {
  ...{ freeTicks: 600, stoodTicks: 0, hasEyes: true, hasThreats: true },
  ...{
    peaks: 0,
    peakSamples: 0,
    lullSamples: 0,
    pressedSamples: 0,
    samples: 100,
    spent: [],
    waited: [],
    pressedIn: [],
    seenIn: [],
    lossPlaces: [],
    missPlaces: [],
    losses: [],
  },
};

interface Made extends Partial<RunFacts> {
  won?: boolean;
}

function runOf({ won = false, ...facts }: Made, seed: number) {
  const record: RunRecord = {
    seed,
    outcome: won ? 'won' : 'lost',
    cause: won ? 'reached the exit' : 'touched',
    piece: undefined,
    x: 1,
    y: 1,
    ticks: 600,
    boxOnly: 0,
    nearMisses: 0,
    hash: '',
  };
  return { record, samples: { pressure: [], sighted: [] }, notes: [], facts: { ...FACTS, ...facts } };
}

function summaryOfRuns(runs: readonly Made[]) {
  const sums = emptySums();
  runs.forEach((run, index) => addRun(sums, runOf(run, index + 1), LEVEL));
  return summaryOf(sums, LEVEL);
}

const textOf = (runs: readonly Made[], id: string) => figuresOf(summaryOfRuns(runs)).find((own) => own.id === id)?.text;

describe('when waves begin', () => {
  test('is the median over the runs that come to each, and adds up in any order', () => {
    const join = waveBeginsJoin();
    const runs = [[60, 300], [90], [120, 360, 700]];
    const whole = join.empty();
    runs.forEach((ticks, seed) => join.add(whole, ticks, seed));
    const [first, rest] = [join.empty(), join.empty()];
    join.add(rest, runs[2], 3);
    join.add(first, runs[1], 2);
    join.add(rest, runs[0], 1);
    join.merge(rest, first);
    const level = { ticksPerSecond: 60, pieces: [], kinds: [] };
    expect(join.value(whole, { runs: 3, level })).toEqual([
      { wave: 1, seconds: 1.5, runs: 3 },
      { wave: 2, seconds: 5.5, runs: 2 },
      { wave: 3, seconds: 700 / 60, runs: 1 },
    ]);
    expect(join.value(rest, { runs: 3, level })).toEqual(join.value(whole, { runs: 3, level }));
  });
});

describe('how runs went', () => {
  test('lost runs came so far in the median; those that were won say nothing of it', () => {
    const runs = [{ wayMade: 200 }, { wayMade: 400 }, { wayMade: 900 }, { won: true, wayMade: 1000 }];
    expect(textOf(runs, 'wayMade')).toBe('40 %; middle half 20–90 %');
    expect(textOf([{ won: true, wayMade: 1000 }], 'wayMade')).toBeUndefined();
  });

  test('the wave at which runs thin out is the first that fewer than half come to', () => {
    const { reached } = summaryOfRuns([1, 2, 2, 3, 4, 4].map((wave) => ({ wave })));
    expect(reached).toMatchObject({ spread: { median: 2.5 }, halfAt: 4 });
    expect(summaryOfRuns([{ wave: 3 }, { wave: 3 }]).reached?.halfAt).toBeUndefined();
    expect(textOf([{ wave: 3 }, { wave: 1 }, { wave: 1 }], 'reached')).toBe(
      'wave 1; middle half 1–3; fewer than half come to 2',
    );
    expect(summaryOfRuns([{}]).reached).toBeUndefined();
  });

  test('counts have a mean with its interval, and none where a level has nothing of the kind', () => {
    const runs = [0, 1, 2, 1].map((livesLost) => ({ livesLost, filled: 2 * livesLost, harm: 1500 }));
    expect([textOf(runs, 'livesLost'), textOf(runs, 'filled'), textOf(runs, 'harm')]).toEqual([
      '1.00 (0.20–1.80) a run',
      '2.0 (0.4–3.6) a run',
      '1.50 (1.50–1.50) health a run',
    ]);
    expect(['livesLost', 'filled', 'harm'].map((id) => textOf([{}], id))).toEqual([undefined, undefined, undefined]);
  });

  test('from first sight to first loss counts only where the sight came first', () => {
    const runs = [
      { firstSightTick: 60, firstLossTick: 180 },
      { firstSightTick: 300, firstLossTick: 120 },
      { firstLossTick: 60 },
      { firstSightTick: 90 },
    ];
    expect(textOf(runs, 'sightToLoss')).toBe('2.0 s; middle half 2.0–2.0 s');
    expect(summaryOfRuns(runs).seen.value).toBe(0.75);
    expect(textOf(runs, 'firstLoss')).toBe('2.0 s; middle half 1.0–3.0 s');
    expect(textOf([{}], 'seen')).toBeUndefined();
  });

  test('standing, lulls and pressure are parts of the time of each run', () => {
    const runs = [{ stoodTicks: 60, lullSamples: 31, pressedSamples: 25 }];
    expect(['standing', 'lull', 'pressed'].map((id) => textOf(runs, id))).toEqual([
      '10 %; middle half 10–10 %',
      '3.1 s; middle half 3.1–3.1 s',
      '25 %; middle half 25–25 %',
    ]);
  });

  test('maps have the mean time of a run in each cell', () => {
    const { timeSpent, waiting } = summaryOfRuns([
      {
        spent: [
          { cell: 3, ticks: 60 },
          { cell: 7, ticks: 120 },
        ],
        waited: [{ cell: 7, ticks: 30 }],
      },
      { spent: [{ cell: 7, ticks: 60 }] },
    ]);
    expect(timeSpent).toEqual([
      { cell: 3, seconds: 0.5 },
      { cell: 7, seconds: 1.5 },
    ]);
    expect(waiting).toEqual([{ cell: 7, seconds: 0.25 }]);
  });

  test('each run keeps what belongs into its row', () => {
    const run = runOf(
      { wayMade: 250, wave: 3, livesLost: 1, harm: 500, stoodTicks: 150, pressedSamples: 10, peaks: 2 },
      1,
    );
    keepFigures(run, LEVEL);
    expect(run.record.figures).toEqual({
      way_made: 0.25,
      wave: 3,
      lives_lost: 1,
      harm: 0.5,
      standing: 0.25,
      peaks: 2,
      pressed: 0.1,
    });
  });
});
