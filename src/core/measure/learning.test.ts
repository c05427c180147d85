import { describe, expect, test } from '@jest/globals';
import { dryingHall } from '../../../tests/support/kilnYard';
import { smallProgram } from '../../../tests/support/smallLevel';
import { playTries } from '../simulate/playTries';
import { Runner } from '../simulate/run';
import type { RunRecord } from '../simulate/runRecord';
import { STAND_INS } from '../people/traits';
import { describeFirstClears, describeLearning } from './learning';
import { measureRuns } from './measureRuns';
import { MEASURES } from './measures';

const record = (isWon: boolean) => ({ outcome: isWon ? 'won' : 'lost' }) as RunRecord;

describe('tries of people', () => {
  test('are told by try, by then, and by when half have cleared it', () => {
    const people = [
      [false, false, true],
      [false, true, false],
      [true, true, true],
      [false, false, false],
    ].map((own) => own.map(record));
    const { byTry, byThen, medianFirstClear } = describeLearning(people);
    expect(byTry.map(({ value }) => value)).toEqual([0.25, 0.5, 0.5]);
    expect(byThen.map(({ value }) => value)).toEqual([0.25, 0.5, 0.75]);
    expect(medianFirstClear).toBe(2);
    expect(describeLearning([[record(false)]]).medianFirstClear).toBeUndefined();
    expect(describeLearning([]).byTry).toEqual([]);
  });

  test('begin with the usual run, and are the same again', () => {
    const program = smallProgram({
      map: ['###############', '#.............#', '###############'],
      kinds: [{ id: 'pacer', tags: ['foe'], behavior: 'walk' }],
      scripts: { walk: 'start state on { do pace ahead at 2 cells/s }' },
      pieces: [{ kind: 'pacer', at: [9.5, 1.5] }],
      marks: [{ id: 'exit', name: 'Exit', area: [13, 1, 1, 1] }],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 20 } },
    });
    const runner = () => new Runner(program, { type: 'stand-in', traits: STAND_INS[2] });
    const tries = playTries(runner(), 4, 3);
    expect(tries[0].hash).toBe(runner().run(4).hash);
    expect(playTries(runner(), 4, 3)).toEqual(tries);
    // Somebody else who tried before is forgotten.
    const shared = runner();
    playTries(shared, 1, 3);
    expect(playTries(shared, 4, 3)).toEqual(tries);
  });

  test('end with the first clear: on the same try as where all of them are played, and the first is the usual run', () => {
    const program = dryingHall();
    const runner = () => new Runner(program, { type: 'stand-in', traits: STAND_INS[0] });
    const seeds = Array.from({ length: 12 }, (_, index) => index + 1);
    const wanted = seeds.map((seed) => ({ seed }));
    const most = 4;
    const { firstClears, ...rest } = measureRuns(runner(), 1, wanted, MEASURES, { tries: most });
    const slow = seeds.map((seed) => {
      const first = playTries(runner(), seed, most).findIndex(({ outcome }) => outcome === 'won');
      return first < 0 ? most + 1 : first + 1;
    });
    expect(new Set(slow).size).toBeGreaterThan(2);
    expect(firstClears).toEqual(slow);
    expect(rest).toEqual(measureRuns(runner(), 1, wanted, MEASURES));
  });

  test('are told by the try on which each clears it first, with those who never do beyond the last', () => {
    const { people, byThen, median } = describeFirstClears([1, 2, 2, 5, 5], 4);
    expect([people, ...byThen.map(({ value }) => value)]).toEqual([5, 0.2, 0.6, 0.6, 0.6]);
    expect(median).toMatchObject({ median: 2, medianLow: 1, medianHigh: 5 });
    expect(describeFirstClears([], 4).median).toBeUndefined();
  });
});
