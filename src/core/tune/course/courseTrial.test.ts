import { describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../../tests/support/kilnYard';
import { luckyRuns } from '../../../../tests/support/luckyRuns';
import type { CourseLink, GameDocument } from '../../document/gameDocument';
import { carryOut } from '../search/runPlan';
import { CourseTrial, findAlongCourse, type CourseTask } from './courseTrial';

/** A game of levels of which only the ways on matter. */
function courseOf(links: (CourseLink[] | undefined)[]): GameDocument {
  const game = hallOnly();
  const [level] = game.levels;
  return {
    ...game,
    levels: links.map((own, at) => ({ ...level, id: `l${at}`, name: `Level ${at}`, ...(own ? { links: own } : {}) })),
  };
}

/** People go through levels that are won with known chances, each level with luck of its own; every win brings 100 points. */
async function send(game: GameDocument, chances: readonly number[], { people = 200, lanes = 2, refused = '' } = {}) {
  const trial = new CourseTrial(game, 'casual', people);
  let played = 0;
  const play = ({ levelId, firstSeed, count }: CourseTask) => {
    if (levelId === refused) return Promise.reject(new Error('it has no exit'));
    played += count;
    const at = Number(levelId.slice(1));
    const chunk = luckyRuns(firstSeed, count, 30 + at, chances[at]);
    for (const row of chunk.rows) row.score = row.outcome === 'won' ? 100 : 0;
    return Promise.resolve(chunk);
  };
  await carryOut(trial, play, lanes);
  return { ...trial.state, played };
}

describe('people on a course', () => {
  test('come as far as the chances of the levels multiplied', async () => {
    const { stations, finishes, people, runs } = await send(
      courseOf([undefined, undefined, undefined]),
      [0.8, 0.5, 0.9],
      {
        people: 1000,
      },
    );
    const expected = [1, 0.8, 0.4];
    stations.forEach(({ enters }, at) => {
      expect(enters.low).toBeLessThanOrEqual(expected[at]);
      expect(enters.high).toBeGreaterThanOrEqual(expected[at]);
    });
    expect(finishes.low).toBeLessThan(0.36);
    expect(finishes.high).toBeGreaterThan(0.36);
    expect(stations.reduce((sum, { endsHere }) => sum + endsHere, 0) + finishes.value * people).toBeCloseTo(people, 9);
    expect(runs).toBe(3000);
  });

  test('who lose where something leads on go on there, with other luck each time, until they are through', async () => {
    const again: CourseLink[] = [{ when: 'lost', to: 'l0' }];
    const { stations, finishes, runs, people } = await send(courseOf([again, undefined]), [0.5, 1]);
    expect(finishes.value).toBe(1);
    expect(stations.map(({ endsHere }) => endsHere)).toEqual([0, 0]);
    // Of each round half have to play another.
    expect(runs / people).toBeGreaterThan(2.6);
    expect(runs / people).toBeLessThan(3.4);
  });

  test('who are led in a round for ever are left at that, and told', async () => {
    const back: CourseLink[] = [{ when: 'won', to: 'l0' }];
    const { goesOn, finishes } = await send(courseOf([back]), [1], { people: 10 });
    expect([goesOn, finishes.value]).toEqual([10, 0]);
  });

  test('go by their points where a way asks for them', async () => {
    const links: CourseLink[] = [
      { when: 'won', score: 150, to: 'l2' },
      { when: 'won', to: 'l1' },
    ];
    const { stations } = await send(courseOf([links, [{ when: 'won', to: 'l0' }], undefined]), [1, 1, 1], {
      people: 20,
    });
    // 100 points after the first level, 300 when they come to it again.
    expect(stations.map(({ enters }) => enters.value)).toEqual([1, 1, 1]);
    const poor = await send(courseOf([[{ when: 'won', score: 150, to: 'l2' }], undefined, undefined]), [1, 1, 1], {
      people: 20,
    });
    expect(poor.stations.map(({ enters }) => enters.value)).toEqual([1, 1, 1]);
  });

  /** Two levels of three lives: in the first so many are lost, the second is won by who comes with so many. */
  async function sendWithLives(carriesLives: true | undefined, lostInFirst: (seed: number) => number) {
    const game: GameDocument = { ...courseOf([undefined, undefined]), ...(carriesLives ? { carriesLives } : {}) };
    for (const level of game.levels) level.cues = [...(level.cues ?? []), 'rules { lives 3 }'];
    const trial = new CourseTrial(game, 'casual', 50);
    const starts: unknown[] = [];
    await carryOut(
      trial,
      ({ levelId, firstSeed, count, overrides }: CourseTask) => {
        starts.push([levelId, overrides.from?.lives ?? 3, count]);
        const chunk = luckyRuns(firstSeed, count, 30, 1);
        for (const row of chunk.rows) {
          const lost = levelId === 'l0' ? lostInFirst(row.seed) : 2;
          row.outcome = lost < (overrides.from?.lives ?? 3) ? 'won' : 'lost';
          row.figures = { lives_lost: lost };
        }
        return Promise.resolve(chunk);
      },
      2,
    );
    return { state: trial.state, starts };
  }

  test('bring the lives along that they have left, where the game carries them on', async () => {
    const lost = (seed: number) => (seed <= 20 ? 0 : 1);
    const own = await sendWithLives(undefined, lost);
    expect([own.state.finishes.value, own.state.runs]).toEqual([1, 100]);
    const carried = await sendWithLives(true, lost);
    // Who has lost one has two left, of which the second level takes both.
    expect([carried.state.finishes.value, carried.state.runs]).toEqual([0.4, 130]);
    expect(carried.starts.slice(4)).toEqual([
      ['l1', 2, 25],
      ['l1', 2, 5],
    ]);
    // How hard a level is does not hang on who comes to it.
    expect(carried.state.stations.map(({ clears }) => clears.value)).toEqual([1, 1]);
  });

  test('bring their points along into a level that goes by them, where the game carries them on', async () => {
    const game: GameDocument = { ...courseOf([undefined, undefined, undefined]), carriesPoints: true };
    // The last level is won with 150 points; the others ask for none.
    game.levels[2].cues = [...(game.levels[2].cues ?? []), 'rules { score 1 every 1 s\n win when score >= 150 }'];
    const starts: unknown[] = [];
    const sent = async (own: GameDocument) => {
      const trial = new CourseTrial(own, 'casual', 40);
      starts.length = 0;
      await carryOut(
        trial,
        ({ levelId, firstSeed, count, overrides }: CourseTask) => {
          const brought = overrides.from?.score ?? 0;
          if (brought > 0) starts.push([levelId, brought, count]);
          const chunk = luckyRuns(firstSeed, count, 30, 1);
          for (const row of chunk.rows) {
            row.score = levelId === 'l0' ? (row.seed <= 10 ? 0 : 100) : brought + 60;
            row.outcome = levelId === 'l2' && row.score < 150 ? 'lost' : 'won';
          }
          return Promise.resolve(chunk);
        },
        2,
      );
      return trial.state;
    };
    const carried = await sent(game);
    // Who has made 100 and 60 comes with 160; who made none in the first, with 60, which is not enough with the 60 there.
    expect(starts).toEqual([
      ['l2', 60, 10],
      ['l2', 160, 25],
      ['l2', 160, 5],
    ]);
    expect([carried.finishes.value, carried.points]).toEqual([0.75, 220]);
    const { carriesPoints, ...plain } = game;
    const own = await sent(plain);
    expect([carriesPoints, own.finishes.value, starts]).toEqual([true, 0, []]);
  });

  test('come to the same with any number of lanes, and past a level that cannot be played nobody comes', async () => {
    const game = courseOf([[{ when: 'lost', to: 'l0' }], undefined, undefined]);
    expect(await send(game, [0.4, 0.6, 0.5], { lanes: 5 })).toEqual(await send(game, [0.4, 0.6, 0.5], { lanes: 1 }));
    const { stations } = await send(game, [0.5, 0.5, 0.5], { refused: 'l1' });
    expect(stations.map(({ fault }) => fault)).toEqual([undefined, 'it has no exit', undefined]);
    expect(stations[2].enters.value).toBe(0);
  });
});

test('walls, jumps and levels that are easier than those before are named, only where they are certain', async () => {
  const { stations } = await send(courseOf([undefined, undefined, undefined, undefined]), [0.9, 0.3, 0.5, 0.02]);
  expect(findAlongCourse({ stations })).toEqual([
    expect.stringMatching(/^Level 1 is a jump: \d+ points harder than Level 0\.$/),
    'Level 2 is easier than Level 1 before it.',
    'Level 3 is a wall: hardly anybody clears it.',
    expect.stringMatching(/^Level 3 is a jump/),
  ]);
  const even = await send(courseOf([undefined, undefined]), [0.5, 0.5]);
  expect(findAlongCourse(even)).toEqual([]);
});
