import { describe, expect, test } from '@jest/globals';
import { RandomStream } from '../../foundation/random';
import { wilsonInterval } from '../../measure/statistics/wilsonInterval';
import type { CourseBriefLine } from '../../document/briefLine';
import { judgeCourse, sayCourseBriefLine } from './courseBrief';

const station = (name: string, won: number, runs: number, fault?: string) => ({
  ...{ levelId: name, name, fault, endsHere: 0 },
  enters: wilsonInterval(runs, runs),
  clears: wilsonInterval(won, runs),
});
const course = (...won: number[]) => ({
  stations: won.map((count, index) => station(`Level ${index + 1}`, count, 400)),
  finishes: wilsonInterval(20, 200),
  runs: 400,
  most: 400,
});
const harder = (least?: number, most?: number): CourseBriefLine => ({
  ...{ standIn: 'casual', measure: 'harder' },
  ...(least === undefined ? {} : { least }),
  ...(most === undefined ? {} : { most }),
});

describe('the brief of a course', () => {
  test('asks each level to be harder than the one before by so much, and names the step that is furthest off', () => {
    const [met] = judgeCourse([harder(5, 40)], course(360, 280, 180));
    expect([met.status, met.says]).toEqual(['met', 'met: Level 2 after Level 1, 20 (15 to 25) points harder']);
    const [missed] = judgeCourse([harder(0, 30)], course(200, 280, 100));
    expect(missed.status).toBe('not met');
    expect(missed.says).toMatch(/^not met: Level 2 after Level 1, 20 \(\d+ to \d+\) points easier$/);
    expect(judgeCourse([harder(18, 40)], course(360, 280))[0].status).toBe('open');
  });

  test('leaves out levels that cannot be played, and says nothing where nobody went', () => {
    const state = course(300, 200);
    state.stations.push(station('Shut', 0, 0, 'no exit'));
    expect(judgeCourse([harder(10, 40)], state)[0].status).toBe('met');
    const nobody = { stations: [], finishes: wilsonInterval(0, 0), runs: 0, most: 0 };
    expect(judgeCourse([harder(0, 10)], nobody)[0].status).toBe('unknown');
  });

  test('asks how many finish, once all have gone', () => {
    const finishes: CourseBriefLine = { standIn: 'casual', measure: 'finishes', least: 5, most: 20 };
    expect(judgeCourse([finishes], course(1))[0]).toMatchObject({ status: 'met', says: 'met: 10 (7 to 15) %' });
    expect(judgeCourse([finishes], { ...course(1), runs: 399 })[0].status).toBe('unknown');
  });

  test('is said as a sentence', () => {
    expect(sayCourseBriefLine(harder(0, 30), 'casual')).toBe(
      'casual: each level is 0 to 30 points harder than the one before',
    );
    expect(
      [harder(-35, 35), harder(-10), harder(undefined, -5), harder(-20, -5), harder(undefined, 30)].map((line) =>
        sayCourseBriefLine(line, 'casual').slice('casual: each level is '.length),
      ),
    ).toEqual([
      'at most 35 points easier and at most 35 points harder than the one before',
      'at most 10 points easier than the one before',
      'at least 5 points easier than the one before',
      '5 to 20 points easier than the one before',
      'at most 30 points harder than the one before',
    ]);
    expect(sayCourseBriefLine({ standIn: 'expert', measure: 'finishes', least: 20 }, 'expert')).toBe(
      'expert: at least 20 % finish the course',
    );
  });

  test('calls a step that lies in its band missed in no more than one of twenty (seed 5)', () => {
    const random = new RandomStream(5, 1);
    const wonOf = (chance: number) =>
      Array.from({ length: 200 }, () => random.nextUnit()).filter((own) => own < chance).length;
    let wrong = 0;
    for (let time = 0; time < 400; time++) {
      const state = course();
      state.stations = [station('one', wonOf(0.6), 200), station('two', wonOf(0.5), 200)];
      // The step is ten points, on the very edge of the band.
      if (judgeCourse([harder(10, 40)], state)[0].status === 'not met') wrong++;
    }
    expect(wrong).toBeLessThanOrEqual(20);
  });
});
