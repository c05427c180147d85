import { describe, expect, test } from '@jest/globals';
import type { RunRecord } from '../simulate/runRecord';
import { sayEnd } from '../measure/ends';
import { summarise } from '../measure/sums';
import { sayPercent, sayShare } from '../measure/words';
import { describeSummary, headline } from './sentences';

const LEVEL = { ticksPerSecond: 60, pieces: [{ id: 'w', name: 'Yard warden', kind: 'warden' }], kinds: [] };

/** So many runs won after 10 s, the others touched after 5 s. */
function summaryOf(won: number, runs: number) {
  const rows = Array.from({ length: runs }, (_, index): RunRecord => ({
    seed: index + 1,
    outcome: index < won ? 'won' : 'lost',
    cause: index < won ? 'reached the exit' : 'touched',
    piece: index < won ? undefined : 'w',
    x: 1,
    y: 1,
    ticks: index < won ? 600 : 300,
    boxOnly: 0,
    nearMisses: 0,
    hash: '0'.repeat(16),
  }));
  return summarise(rows, LEVEL);
}

describe('sentences', () => {
  test('per cents are whole, but a little more than nothing is not rounded to nothing', () => {
    expect([0, 0.004, 0.5, 0.999, 1].map(sayPercent)).toEqual(['0 %', '0.4 %', '50 %', '100 %', '100 %']);
    expect(sayShare({ value: 0.48, low: 0.436, high: 0.524 })).toBe('48 % (44–52 %)');
  });

  test('an end is named by who caused it', () => {
    expect(sayEnd({ cause: 'touched', name: 'Yard warden', piece: 'w' })).toBe('touched by Yard warden');
    expect(sayEnd({ cause: 'touched', name: undefined, piece: 'w' })).toBe('touched by w');
    expect(sayEnd({ cause: 'clock', name: undefined, piece: undefined })).toBe('out of time');
  });

  test.each([
    [500, 'No trouble for casual players.'],
    [420, 'Easy for casual players.'],
    [250, 'Some casual players get through, some do not.'],
    [100, 'Hard for casual players.'],
    [5, 'Nearly nobody gets through: casual players fail almost always.'],
  ])('%d of 500 cleared reads as "%s"', (won, words) => {
    expect(headline(summaryOf(won, 500), 'casual')).toBe(words);
  });

  test('what is not to be trusted is not called fair or hard', () => {
    expect(headline(summaryOf(250, 500), 'casual', { isTrusted: false, reasons: ['it stands still'] })).toBe(
      'How hard it is, casual runs do not say.',
    );
    expect(headline(summaryOf(250, 500), 'casual', { isTrusted: true, reasons: [] })).toBe(
      'Some casual players get through, some do not.',
    );
  });

  test('all cleared and none cleared are said as such', () => {
    expect(describeSummary(summaryOf(20, 20), 'casual')[2]).toBe('Every run was cleared.');
    const none = describeSummary(summaryOf(0, 20), 'casual');
    expect(none[1]).toBe('No run was cleared.');
    expect(none[2]).toBe(
      'The commonest end is "touched by Yard warden": 100 % (84–100 %) of all runs, at 5.0 s in the median.',
    );
  });
});
