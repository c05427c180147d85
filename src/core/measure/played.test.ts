import { describe, expect, test } from '@jest/globals';
import { smallGame, smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { STAND_INS } from '../people/traits';
import { checkGame } from '../check/checkWholeGame';
import { runSeeds } from '../pipeline';
import { describeSummary } from '../report/sentences';
import { Runner } from '../simulate/run';
import type { RunRecord } from '../simulate/runRecord';
import { sayCeiling, sayPlayed, sayPlayedSpread, type Played } from './played';
import { summarise } from './sums';
import { controlRate, judgeTrust } from './trust';

const HALL = ['##############', ...Array.from({ length: 8 }, () => `#${'.'.repeat(12)}#`), '##############'];

/** A hall without a way out, in which one hunter is after the player. */
function hall(rules: string): SmallLevel {
  return {
    map: HALL,
    player: { at: [2.5, 2.5] },
    kinds: [{ id: 'hound', tags: ['foe'], behavior: 'hunt' }],
    scripts: { hunt: 'start state on { do chase player straight, seen or not, at 2.7 cells/s }' },
    pieces: [{ kind: 'hound', at: [11.5, 7.5] }],
    level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: [`rules { ${rules} }`] },
  };
}

const record = (seconds: number, score: number, distance: number) =>
  ({ ticks: seconds * 60, score, distance, outcome: 'lost', cause: 'touched', hash: '' }) as RunRecord;

const measurePlayed = (rows: readonly RunRecord[], playsFor: Played['what'] | undefined) =>
  summarise(rows, { ticksPerSecond: 60, pieces: [], kinds: [], rules: { playsFor } }).played;

describe('a level that nothing wins', () => {
  test('is told of only where it is not said what it is played for', () => {
    const codes = (rules: string) => checkGame(smallGame(hall(rules))).map(({ code }) => code);
    expect(codes('score 1 every 1 s')).toContain('no-win');
    for (const what of ['time', 'points', 'distance'])
      expect(codes(`score 1 every 1 s; play for ${what}`)).not.toContain('no-win');
    expect(codes('play for fun')).toContain('word-missing');
  });

  test('is measured by the median of what is played for, with its interval, over all runs', () => {
    const rows = [1, 2, 3, 4, 5, 6, 7, 8, 9].map((number) => record(number, 10 * number, number / 2));
    expect(measurePlayed(rows, 'time')).toMatchObject({ unit: 's', spread: { median: 5, q1: 3, q3: 7 } });
    expect(measurePlayed(rows, 'points')).toMatchObject({ unit: 'points', spread: { median: 50 } });
    expect(measurePlayed(rows, 'distance')).toMatchObject({ unit: 'cells', spread: { median: 2.5 } });
    expect(measurePlayed(rows, undefined)).toBeUndefined();
    expect(sayPlayedSpread(measurePlayed(rows, 'points')!)).toBe('50 points (20–90)');
    expect(sayPlayed({ what: 'points', unit: 'points' }, 1)).toBe('1 point');
  });

  test('says that it has a ceiling where many runs come to the same most', () => {
    const told = (seconds: number[]) =>
      sayCeiling(
        measurePlayed(
          seconds.map((own) => record(own, 0, 0)),
          'time',
        )!,
      );
    const spreadOut = Array.from({ length: 40 }, (_, index) => index);
    expect(told(spreadOut)).toBeUndefined();
    expect(told([...spreadOut, ...Array.from({ length: 40 }, () => 60)])).toBe(
      '50 % of runs come to 60.0 s, the most there is: who could come farther is not told apart.',
    );
  });

  test('is played by stand-ins as long as they can, and better players last longer', () => {
    const lasts = (id: string) => {
      const runner = new Runner(smallProgram(hall('play for time')), {
        type: 'stand-in',
        traits: STAND_INS.find((one) => one.id === id)!,
      });
      return summarise(runSeeds(runner, 1, 40).rows, smallProgram(hall('play for time')));
    };
    const [novice, casual, expert] = [lasts('novice'), lasts('casual'), lasts('expert')];
    expect(casual.played!.spread.median).toBeGreaterThan(novice.played!.spread.median);
    // A tenth faster than the hunter, one can run round it for as long as one likes.
    expect(expert.played!.spread.q1).toBe(40);
    expect(expert.played!.spread.median).toBeGreaterThan(novice.played!.spread.median);
    expect(describeSummary(expert, 'expert')[0]).toMatch(
      /^Nothing wins this level; it is played for time\. The expert stand-in comes to [\d.]+ s \(/,
    );
  });
});

describe('trust, where nothing wins', () => {
  const of = (seconds: number[]) => {
    const rows = seconds.map((own) => record(own, 0, 0));
    return summarise(rows, { ticksPerSecond: 60, pieces: [], kinds: [], rules: { playsFor: 'time' } });
  };
  const around = (middle: number) => of(Array.from({ length: 60 }, (_, index) => middle + (index % 7) / 10));

  test('is given where what it comes to lies above both controls, and else says which not', () => {
    const controls = [controlRate('idle', around(5)), controlRate('blind', around(9))];
    expect(judgeTrust(around(12), [], controls)).toEqual({ isTrusted: true, reasons: [] });
    expect(judgeTrust(around(7), [], controls).reasons).toEqual([
      'it comes to no more for certain than with keys at random (9.3 s)',
    ]);
  });
});
