import { describe, expect, test } from '@jest/globals';
import { dryingHall } from '../../../tests/support/kilnYard';
import { runChunk } from '../pipeline';
import { describeSummary, headline } from '../report/sentences';
import { writeRunCsv } from '../report/runTable';
import { STAND_INS } from '../people/traits';
import { mergeChunks } from './chunk';
import { addRunPacing, describePacing, emptyPacing } from './pacing';
import { durationHistogram } from './statistics/histogram';
import { survivalCurve } from './statistics/survivalCurve';
import { sortedCounts } from './joins/valueCounts';
import { spreadOfCounts } from './statistics/timeSpread';
import { wilsonInterval } from './statistics/wilsonInterval';
import { emptySums, mergeSums, summarise, summaryOf, type MeasureSums } from './sums';

describe('statistics', () => {
  test('the Wilson interval matches worked values', () => {
    const { value, low, high } = wilsonInterval(81, 263);
    expect([value, low, high].map((number) => number.toFixed(4))).toEqual(['0.3080', '0.2553', '0.3662']);
    expect(wilsonInterval(0, 0)).toEqual({ value: 0, low: 0, high: 1 });
    expect(wilsonInterval(10, 10).high).toBe(1);
    expect(wilsonInterval(0, 10).low).toBe(0);
  });

  test('the survival curve treats cleared runs as censored', () => {
    const steps = survivalCurve({
      lost: [
        { value: 1, count: 1 },
        { value: 3, count: 2 },
      ],
      won: [{ value: 2, count: 1 }],
      'out of time': [{ value: 4, count: 1 }],
    });
    expect(steps).toEqual([
      { seconds: 0, share: 1 },
      { seconds: 1, share: 0.8 },
      { seconds: 3, share: 0.8 * (1 - 2 / 3) },
    ]);
  });

  test('median and quartiles are those of the sorted times, the interval lies around the median', () => {
    const spread = spreadOfCounts(sortedCounts({ 5: 1, 1: 1, 4: 1, 2: 1, 3: 1 }))!;
    expect([spread.median, spread.q1, spread.q3]).toEqual([3, 2, 4]);
    expect(spread.medianLow).toBeLessThanOrEqual(3);
    expect(spread.medianHigh).toBeGreaterThanOrEqual(3);
    expect(spreadOfCounts([])).toBeUndefined();
  });

  test('the histogram counts every run once, also those at the limit', () => {
    const bins = durationHistogram({
      lost: [{ value: 0, count: 1 }],
      won: [{ value: 59.9, count: 1 }],
      'out of time': [{ value: 60, count: 1 }],
    });
    expect(bins).toHaveLength(24);
    expect(bins.reduce((sum, bin) => sum + bin.won + bin.lost + bin.outOfTime, 0)).toBe(3);
    expect(bins[23]).toEqual({ fromSeconds: 57.5, toSeconds: 60, won: 1, lost: 0, outOfTime: 1 });
  });

  test('pacing rests on the runs still in play and keeps its levels', () => {
    const sums = emptyPacing();
    addRunPacing(sums, { pressure: [0, 0, 0, 0, 0, 0.5], sighted: [0, 0, 1, 0, 0, 2] }, 10);
    addRunPacing(sums, { pressure: [0.9, 0.9, 0.9, 0.9, 0.9], sighted: [0, 0, 0, 0, 0] }, 10);
    const [first, second] = describePacing(sums);
    expect([first.samples, first.sighted, second.samples, second.sighted]).toEqual([10, 0.1, 1, 1]);
    expect(first.q1).toBe(0);
    expect(first.q3).toBeGreaterThan(0.9);
    expect(Math.abs(second.median - 0.525)).toBeLessThan(0.03);
  });
});

describe('what is said of a batch', () => {
  const program = dryingHall();
  const whole = runChunk(program, STAND_INS[1], 1, 40);

  test('is the same however chunks were cut and in whatever order they came', () => {
    const parts = [
      runChunk(program, STAND_INS[1], 21, 20),
      runChunk(program, STAND_INS[1], 1, 13),
      runChunk(program, STAND_INS[1], 14, 7),
    ];
    expect(summaryOf(mergeChunks(parts).sums, program)).toEqual(summaryOf(whole.sums, program));
    // The sums themselves add up in any order, and as JSON keeps them.
    const shuffled = [parts[1], parts[0], parts[2]].map(({ sums }) => JSON.parse(JSON.stringify(sums)) as MeasureSums);
    const joined = emptySums();
    for (const sums of shuffled) mergeSums(joined, sums);
    expect(summaryOf(joined, program)).toEqual(summaryOf(whole.sums, program));
  });

  test('adds up: won, lost and out of time are all runs, and the ends are those not cleared', () => {
    const summary = summaryOf(whole.sums, program);
    expect(summary.won + summary.lost + summary.outOfTime).toBe(40);
    expect(summary.ends.reduce((sum, end) => sum + end.count, 0)).toBe(summary.lost + summary.outOfTime);
    expect(summary.endCells.reduce((sum, cell) => sum + cell.count, 0)).toBe(summary.lost + summary.outOfTime);
    expect(summary.ends.map((end) => end.count)).toEqual(summary.ends.map((end) => end.count).sort((a, b) => b - a));
  });

  test('names the share with its interval, the median with its unit and the commonest end', () => {
    const sentences = describeSummary(summarise(whole.rows, program), 'casual').join(' ');
    expect(sentences).toMatch(/clears \d+ % \(\d+–\d+ %\) of 40 runs/);
    expect(sentences).toMatch(/takes \d+\.\d s in the median/);
    expect(sentences).toMatch(/commonest end is "touched by [A-Z]\w+ warden"/);
  });

  test('of no runs says so instead of a number', () => {
    const empty = summarise([], program);
    expect(describeSummary(empty, 'casual')).toEqual(['No run is finished yet.']);
    expect(headline(empty, 'casual')).toBe('Nothing measured yet.');
  });

  test('as CSV has a header and a line for every run', () => {
    const head = { arm: 'casual, clock=40', standIn: 'casual', level: 'hall', ticksPerSecond: 60 };
    const lines = writeRunCsv({ ...head, versions: { engine: 3, standIns: 2 } }, whole.rows).split('\n');
    expect(lines[0]).toBe(
      'arm,standin,level,seed,outcome,cause,piece,seconds,x,y,score,distance,box_only,near_misses,way_made,wave,filled,most_at_once,arrived,defeated,fired,fired_against,lives_lost,harm,standing,peaks,close_calls,pressed,hash,engine,standins_version',
    );
    expect(lines[1]).toMatch(/^"casual, clock=40",casual,hall,1,.*,3,2$/);
    expect(lines).toHaveLength(41);
  });
});
