import { describe, expect, test } from '@jest/globals';
import type { DeedInfo } from '@/server/contracts/people';
import { foldDeeds, sayGames } from './foldDeeds';

const deed = (gameId: string | null, minute: number, more: Partial<DeedInfo> = {}): DeedInfo => {
  const at = new Date(Date.UTC(2026, 10, 3, 10, minute)).toISOString();
  return {
    ...{ id: minute, at, firstAt: at, who: 'Mara', role: 'keep', linkLabel: null, gameId, what: 'removed the game' },
    ...{ isRefused: false, times: 1, ...more },
  };
};

describe('who did what', () => {
  test('the same, done to one game after the other, is one line with all of them, from the first to the last', () => {
    const [only, ...rest] = foldDeeds([deed('loft', 12), deed('yard', 11, { times: 2 }), deed('hall', 9)]);
    expect(rest).toEqual([]);
    expect([only.games, only.times, only.at, only.firstAt]).toEqual([
      ['loft', 'yard', 'hall'],
      4,
      deed(null, 12).at,
      deed(null, 9).at,
    ]);
  });

  test.each([
    ['somebody else', deed('yard', 11, { who: 'Odo' })],
    ['by another link', deed('yard', 11, { linkLabel: 'test evening' })],
    ['something else', deed('yard', 11, { what: 'saved' })],
    ['what was refused', deed('yard', 11, { isRefused: true })],
    ['much earlier', deed('yard', 2)],
    ['the same game again', deed('loft', 11)],
    ['no game', deed(null, 11)],
  ])('%s is a line of its own', (_what, other) => {
    expect(foldDeeds([deed('loft', 12), other])).toHaveLength(2);
  });

  test('many games are counted, few are named', () => {
    expect([sayGames([]), sayGames(['a', 'b', 'c', 'd']), sayGames(['a', 'b', 'c', 'd', 'e'])]).toEqual([
      '',
      'a, b, c, d',
      'a, b, c and 2 more',
    ]);
  });
});
