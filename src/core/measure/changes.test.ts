import { describe, expect, test } from '@jest/globals';
import { quantile } from 'simple-statistics';
import { dryingHall, plainYard } from '../../../tests/support/kilnYard';
import { RandomStream } from '../foundation/random';
import { STAND_INS } from '../people/traits';
import { runChunk } from '../pipeline';
import type { RunRecord } from '../simulate/runRecord';
import { measureChanges, sayChange, strictZ } from './changes';

const SEED = Number(process.env.GORGE_SEED ?? 3);

function run(seed: number, figures: Record<string, number>, nearMisses = 0): RunRecord {
  const rest = { x: 1, y: 1, ticks: 60, boxOnly: 0, nearMisses, hash: '' };
  return { seed, outcome: 'lost', cause: 'touched', piece: undefined, figures, ...rest };
}

describe('what has changed between two sets of runs', () => {
  test('is the mean of the differences seed by seed, with the plainest first', () => {
    const random = new RandomStream(SEED, 1);
    const before: RunRecord[] = [];
    const after: RunRecord[] = [];
    for (let seed = 1; seed <= 100; seed++) {
      const [standing, lives] = [random.nextUnit(), Math.floor(random.nextUnit() * 4)];
      before.push(run(seed, { standing, lives_lost: lives }));
      after.push(
        run(seed, { standing: standing + 0.1 + random.nextUnit() / 50, lives_lost: lives + (seed % 4 === 0 ? 1 : 0) }),
      );
    }
    const changes = measureChanges(before, after);
    expect(changes.map(({ id }) => id)).toEqual(['standing', 'livesLost']);
    expect(changes[0].difference.value).toBeCloseTo(0.11, 2);
    expect(changes[1].difference).toMatchObject({ value: 0.25, seeds: 100 });
    expect(changes.map(sayChange)).toEqual([
      expect.stringMatching(/^Standing and waiting \+11\.\d points ± 0\.\d$/),
      expect.stringMatching(/^Lives lost \+0\.25 ± 0\.1\d$/),
    ]);
  });

  test('counts only seeds that both have, in which both have the number', () => {
    const before = [run(1, { standing: 0 }), run(2, { standing: 0 }), run(3, {}), run(9, { standing: 0 })];
    const after = [
      run(1, { standing: 0.5 }),
      run(2, { standing: 0.51 }),
      run(3, { standing: 1 }),
      run(4, { standing: 1 }),
    ];
    expect(measureChanges(before, after).map(({ difference }) => difference.seeds)).toEqual([2]);
    expect(measureChanges([], after)).toEqual([]);
  });

  test('is nothing where every run is the same, and less is told with a minus', () => {
    const runs = Array.from({ length: 40 }, (_, seed) => run(seed, { standing: seed / 40 }, seed % 3));
    expect(measureChanges(runs, runs)).toEqual([]);
    const fewer = runs.map((own) => ({ ...own, nearMisses: own.nearMisses > 0 ? own.nearMisses - 1 : 0 }));
    expect(measureChanges(runs, fewer).map(sayChange)).toEqual([
      expect.stringMatching(/^Near misses −0\.\d\d ± 0\.\d\d$/),
    ]);
  });

  test(`tells of sets that differ by nothing but chance in one of twenty at most (seed ${SEED})`, () => {
    const random = new RandomStream(SEED, 2);
    const drawn = () =>
      Array.from({ length: 80 }, (_, seed) =>
        run(
          seed,
          Object.fromEntries(
            ['way_made', 'wave', 'filled', 'lives_lost', 'harm', 'standing', 'pressed'].map((name) => [
              name,
              random.nextUnit(),
            ]),
          ),
          Math.floor(random.nextUnit() * 5),
        ),
      );
    let told = 0;
    const looks = 300;
    for (let look = 0; look < looks; look++) if (measureChanges(drawn(), drawn()).length > 0) told++;
    // 5 % expected at the most; three standard deviations above that.
    expect(told / looks).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / looks));
  });

  test('of wardens that go twice as fast says what players meet otherwise', () => {
    const game = plainYard();
    game.cast.find(({ id }) => id === 'warden')!.knobs = { pace: 4.5 };
    const rows = [dryingHall(), dryingHall(undefined, game)].map(
      (program) => runChunk(program, STAND_INS[1], 1, 60).rows,
    );
    expect(measureChanges(rows[0], rows[1]).length).toBeGreaterThan(0);
  });
});

describe('the interval for many looks', () => {
  test('is that of one look for one, and wider for more', () => {
    expect([0, 1, 3, 10, 15].map(strictZ)).toEqual([1.96, 1.96, 2.576, 2.807, 3.023]);
    expect(strictZ(1000)).toBe(3.782);
  });

  test('leaves zero out by chance no oftener than it says', () => {
    const random = new RandomStream(SEED, 3);
    const normal = () => Array.from({ length: 12 }, () => random.nextUnit()).reduce((sum, value) => sum + value, -6);
    const largest = Array.from({ length: 4000 }, () =>
      Math.max(...Array.from({ length: 10 }, () => Math.abs(normal()))),
    );
    expect(quantile(largest, 0.95)).toBeLessThan(strictZ(10) + 0.02);
    expect(quantile(largest, 0.95)).toBeGreaterThan(strictZ(10) - 0.2);
  });
});
