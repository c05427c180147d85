import { describe, expect, test } from '@jest/globals';
import { quantileSorted } from 'simple-statistics';
import { RandomStream } from '../foundation/random';
import { runSeeds } from '../pipeline';
import { STAND_INS } from '../people/traits';
import { writeMeasuresPage } from '../report/measuresPage';
import { writeRunJson } from '../report/runJson';
import { writeRunCsv } from '../report/runTable';
import { describeSummary, figuresOf } from '../report/sentences';
import { Runner } from '../simulate/run';
import type { RunRecord } from '../simulate/runRecord';
import { dryingHall } from '../../../tests/support/kilnYard';
import { countValue, quantileOfCounts, sortedCounts, type ValueCounts } from './joins/valueCounts';
import { meanJoin } from './joins/mean';
import type { Measure, MeasuredLevel } from './measure';
import { MEASURES } from './measures';
import { columnsOf, emptySums, mergeSums, summarise, summaryOf, sumsOfRecords, type Summary } from './sums';
import { wilsonInterval } from './statistics/wilsonInterval';
import { sayMean } from './words';

const LEVEL: MeasuredLevel = {
  ticksPerSecond: 60,
  pieces: [{ id: 'east', name: 'East warden', kind: 'warden' }],
  kinds: [{ id: 'ember', name: 'Ember' }],
};
const CAUSES = ['touched', 'fell', 'clock'] as const;
const OWNERS = ['east', 'ember.7', 'ember.9', undefined];

/** Made-up runs of a stretch of seeds. */
function madeUp(seed: number, count: number): RunRecord[] {
  const random = new RandomStream(seed, 1);
  const pick = <Item>(items: readonly Item[]) => items[Math.floor(random.nextUnit() * items.length)];
  return Array.from({ length: count }, (_, index): RunRecord => {
    const outcome = pick(['won', 'lost', 'lost', 'out of time'] as const);
    return {
      seed: index + 1,
      outcome,
      cause: outcome === 'won' ? 'reached the exit' : pick(CAUSES),
      piece: outcome === 'lost' ? pick(OWNERS) : undefined,
      x: random.nextUnit() * 30 - 2,
      y: random.nextUnit() * 18,
      ticks: Math.floor(random.nextUnit() * 400),
      boxOnly: Math.floor(random.nextUnit() * 4),
      nearMisses: Math.floor(random.nextUnit() * 9),
      score: Math.floor(random.nextUnit() * 50),
      distance: random.nextUnit() * 40,
      hash: Math.floor(random.nextUnit() * 2 ** 32).toString(16),
    };
  });
}

const seconds = (rows: readonly RunRecord[]) => rows.map(({ ticks }) => ticks / 60).sort((a, b) => a - b);

describe('sums', () => {
  test.each([1, 2, 3])('come to what the runs come to that are gone through one by one (seed %i)', (seed) => {
    const rows = madeUp(seed, 501);
    const summary = summarise(rows, LEVEL);
    const won = rows.filter(({ outcome }) => outcome === 'won');
    const ended = rows.filter(({ outcome }) => outcome !== 'won');
    expect([summary.runs, summary.won, summary.clearRate]).toEqual([501, won.length, wilsonInterval(won.length, 501)]);
    for (const [share, value] of [
      [0.25, summary.timeToClear!.q1],
      [0.5, summary.timeToClear!.median],
      [0.75, summary.timeToClear!.q3],
    ])
      expect(value).toBe(quantileSorted(seconds(won), share));
    const east = ended.filter(({ cause, piece }) => cause === 'touched' && piece === 'east');
    expect(summary.ends.find(({ cause, piece }) => cause === 'touched' && piece === 'east')).toEqual({
      ...{ cause: 'touched', piece: 'east', name: 'East warden', kind: 'warden', count: east.length },
      ...{ share: wilsonInterval(east.length, 501), medianSeconds: quantileSorted(seconds(east), 0.5) },
    });
    expect(summary.ends.reduce((sum, { count }) => sum + count, 0)).toBe(ended.length);
    expect(summary.nearMisses.value).toBe(rows.reduce((sum, row) => sum + row.nearMisses, 0) / 501);
    const { low, high } = summary.nearMisses;
    expect(low < summary.nearMisses.value && summary.nearMisses.value < high).toBe(true);
    expect(summary.endCells.reduce((sum, { count }) => sum + count, 0)).toBe(ended.length);
  });

  test.each([4, 5, 6])('add up to the same in whatever order and however the runs are cut (seed %i)', (seed) => {
    const random = new RandomStream(seed, 2);
    const rows = madeUp(seed, 400);
    const whole = summarise(rows, LEVEL);
    for (let round = 0; round < 5; round++) {
      const parts = [];
      for (let at = 0; at < rows.length;) {
        const size = 1 + Math.floor(random.nextUnit() * 60);
        parts.push({ place: random.nextUnit(), sums: sumsOfRecords(rows.slice(at, at + size), LEVEL) });
        at += size;
      }
      const joined = emptySums();
      for (const { sums } of parts.sort((a, b) => a.place - b.place))
        mergeSums(joined, JSON.parse(JSON.stringify(sums)) as typeof sums);
      expect(summaryOf(joined, LEVEL)).toEqual(whole);
    }
  });

  test('tell runs apart by their fingerprints and by whose they are', () => {
    const rows = madeUp(7, 50);
    const other = rows.map((row, index) => (index === 20 ? { ...row, hash: 'f'.repeat(16) } : row));
    const exchanged = rows.map((row, index) => ({ ...row, hash: rows[(index + 1) % 50].hash }));
    const hashes = [rows, other, exchanged].map((own) => summarise(own, LEVEL).hash);
    expect(new Set(hashes).size).toBe(3);
    for (const hash of hashes) expect(hash).toMatch(/^[0-9a-f]{16}$/);
  });

  test('take no more room for many runs than there are different values', () => {
    const sizeOf = (runs: number) => JSON.stringify(sumsOfRecords(madeUp(8, runs), LEVEL)).length;
    expect(sizeOf(40_000)).toBeLessThan(2 * sizeOf(4000));
  });

  test('of no runs come to nothing, and a measure that they do not know yet begins with nothing', () => {
    expect(summaryOf(emptySums(), LEVEL)).toMatchObject({ runs: 0, timeToClear: undefined, ends: [], findings: [] });
    const older = sumsOfRecords(madeUp(9, 10), LEVEL);
    delete older.of.nearMisses;
    const joined = emptySums();
    mergeSums(joined, older);
    expect(summaryOf(joined, LEVEL).nearMisses).toMatchObject({ runs: 0, value: 0, low: 0, high: 0 });
    expect(summaryOf(older, LEVEL).runs).toBe(10);
  });
});

test.each([11, 12])('a quantile of counts is that of the list itself (seed %i)', (seed) => {
  const random = new RandomStream(seed, 3);
  for (let round = 0; round < 200; round++) {
    const values = Array.from({ length: 1 + Math.floor(random.nextUnit() * 40) }, () =>
      Math.floor(random.nextUnit() * 12),
    );
    const counts: ValueCounts = {};
    for (const value of values) countValue(counts, value);
    const sorted = [...values].sort((a, b) => a - b);
    for (const share of [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1])
      expect([values, share, quantileOfCounts(sortedCounts(counts), share)]).toEqual([
        values,
        share,
        quantileSorted(sorted, share),
      ]);
  }
});

describe('a measure that is added to the table', () => {
  const entry: Measure<number, { runs: number; sum: number; squares: number }, Summary['nearMisses']> = {
    name: 'Dread',
    unit: 'tenths of a second a run',
    about: 'For how long pressure is above a half.',
    join: meanJoin(),
    reads: ({ samples }) => samples.pressure.filter((pressure) => pressure > 0.5).length,
    figure: (mean) => `${sayMean(mean, 1)} tenths`,
    say: ({ value }) => [`Dread lasts ${value.toFixed(1)} tenths of a second.`],
    json: ({ value }) => ({ dread_per_run: value }),
    columns: [{ name: 'dread', keep: ({ samples }) => samples.pressure.filter((own) => own > 0.5).length }],
  };
  const table = { ...MEASURES, dread: entry };
  const program = dryingHall();
  const { sums, rows } = runSeeds(new Runner(program, { type: 'stand-in', traits: STAND_INS[1] }), 1, 12, { table });
  const summary = summaryOf(sums, program, table);

  test('is in the report as a sentence and as a figure, and in the JSON', () => {
    const value = summary.dread.value;
    expect(value).toBeGreaterThan(0);
    expect(describeSummary(summary, 'casual', table)).toContain(`Dread lasts ${value.toFixed(1)} tenths of a second.`);
    expect(figuresOf(summary, table).map(({ name }) => name)).toContain('Dread');
    const arm = { standInId: 'casual', levelId: 'hall', overrides: { knobs: [] } };
    const json = writeRunJson([{ arm, name: 'casual', firstSeed: 1, summary, controls: [] }], table);
    expect(json).toMatchObject({ standins: [{ dread_per_run: value, runs: 12 }] });
  });

  test('is in the table of runs, also where it can only be known while they run, and in the docs', () => {
    const head = {
      arm: 'a',
      standIn: 'casual',
      level: 'hall',
      ticksPerSecond: 60,
      versions: { engine: 1, standIns: 1 },
    };
    const [header, ...lines] = writeRunCsv(head, rows, { columns: columnsOf(table) }).split('\n');
    const column = header.split(',').indexOf('dread');
    const sum = lines.reduce((all, line) => all + Number(line.split(',')[column]), 0);
    expect(sum / 12).toBe(summary.dread.value);
    expect(writeMeasuresPage(table)).toContain('| Dread | tenths of a second a run | mean |');
  });

  test('changes nothing of the others', () => {
    const plain = runSeeds(new Runner(program, { type: 'stand-in', traits: STAND_INS[1] }), 1, 12);
    const { dread: _, ...others } = summary;
    expect(others).toEqual(summaryOf(plain.sums, program));
  });
});
