import { describe, expect, test } from '@jest/globals';
import {
  checkCourse,
  commands,
  levelAfter,
  readGameValue,
  waysOn,
  type CourseLink,
  type GameDocument,
} from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';

/** A course of levels a, b, c, … with links of their own. */
function course(...links: CourseLink[][]): GameDocument {
  const game = smallGame({ map: ['...', '...'] });
  const [level] = game.levels;
  game.levels = links.map((own, index) => ({
    ...level,
    id: 'abcdefg'[index],
    name: 'ABCDEFG'[index],
    ...(own.length > 0 ? { links: own } : {}),
  }));
  return game;
}

const codes = (game: GameDocument) => checkCourse(game).map(({ code, where }) => [code, where.path.join('.')]);
const won = (to?: string, score?: number): CourseLink => ({ when: 'won', to, score });

describe('where a course goes on', () => {
  test('without links winning leads to the next level and losing ends it', () => {
    const game = course([], [], []);
    expect(game.levels.map((level) => levelAfter(game, level, 'won', 0))).toEqual(['b', 'c', undefined]);
    expect(game.levels.map((level) => levelAfter(game, level, 'lost', 0))).toEqual([undefined, undefined, undefined]);
  });

  test('the first link that fits is taken, by its outcome and the points', () => {
    const game = course([won('c', 100), { when: 'lost', to: 'a' }], [], []);
    const [a] = game.levels;
    expect(levelAfter(game, a, 'won', 100)).toBe('c');
    expect(levelAfter(game, a, 'won', 99)).toBe('b');
    expect(levelAfter(game, a, 'lost', 0)).toBe('a');
  });

  test('a link without a level ends the course', () => {
    const game = course([won()], []);
    expect(levelAfter(game, game.levels[0], 'won', 0)).toBeUndefined();
    expect(waysOn(game, game.levels[0]).filter(({ when }) => when === 'won')).toHaveLength(1);
  });
});

describe('what is wrong with a course', () => {
  test('nothing, when it goes through and ends', () => {
    expect(codes(course([], [], []))).toEqual([]);
  });

  test('a level that nothing leads to', () => {
    expect(codes(course([won('c')], [], []))).toEqual([['level-unreached', 'levels.1']]);
  });

  test('a round that no win leads out of, at the link that closes it', () => {
    expect(codes(course([], [], [won('b')]))).toEqual([['course-endless', 'levels.2.links.0']]);
  });

  test('a round that ends from a score on is none', () => {
    expect(codes(course([], [], [won(undefined, 500), won('a')]))).toEqual([]);
  });

  test('a link that never holds because one above it always fits', () => {
    expect(codes(course([won('b'), won('c', 10)], [], []))).toEqual([['link-shadowed', 'levels.0.links.1']]);
    expect(codes(course([won('b', 50), won('c', 10), won('b', 20)], [], []))).toEqual([
      ['link-shadowed', 'levels.0.links.2'],
    ]);
  });

  test('a link to a level that is not there is refused with its place', () => {
    const read = readGameValue(course([won('nowhere')], []));
    expect(read.ok ? [] : read.faults.map(({ code, where }) => [code, where.path.join('.')])).toEqual([
      ['unknown-level', 'levels.0.links.0.to'],
    ]);
  });
});

describe('editing a course', () => {
  test('links are set and taken away, and go with the level to which they led', () => {
    const game = course([won('b'), won('c', 10)], [], []);
    commands.removeLevel(game, 'b');
    expect(game.levels[0].links).toEqual([{ when: 'won', to: 'c', score: 10 }]);
    commands.removeLevel(game, 'c');
    expect(game.levels[0].links).toBeUndefined();
    commands.setLinks(game, 'a', [won('a')]);
    expect(game.levels[0].links).toEqual([won('a')]);
  });
});
