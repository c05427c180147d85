import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import type { SaveInfo } from '@/server/contracts/history';
import { savesToRead, versionsToRead } from './versionsToRead';

/** The newest first, as the history has them. */
const saves = (names: readonly (string | null)[]) =>
  names.map((name, at) => ({ id: 100 - at, name, isCurrent: at === 0 }) as SaveInfo);

describe('versions whose readings are laid beside each other', () => {
  test('are those with a name, then the newest others, the oldest first and without the present one', () => {
    const names = ['now', null, null, 'calmer', ...Array.from({ length: 9 }, () => null), 'first'];
    const read = savesToRead(saves(names));
    expect(read.map(({ id, name }) => name ?? id)).toEqual(['first', 94, 95, 96, 'calmer', 98, 99]);
    expect(savesToRead(saves(['now']))).toEqual([]);
  });

  test('are only those in which the level plays otherwise, and the last', () => {
    const [one, same, other, elsewhere, without] = Array.from({ length: 5 }, kilnYard);
    same.levels[0].brief = [];
    other.levels[0].rules = { ...other.levels[0].rules, timeLimit: 12 };
    elsewhere.levels[0].rules = { ...other.levels[0].rules };
    elsewhere.levels[1].name = 'Another maze';
    without.levels.shift();
    const { id } = one.levels[0];
    const versions = [one, same, without, other, elsewhere].map((game, at) => ({ game, at }));
    expect(versionsToRead(versions, id).map(({ at }) => at)).toEqual([1, 4]);
    expect(versionsToRead([{ game: without }], id)).toEqual([]);
  });
});
