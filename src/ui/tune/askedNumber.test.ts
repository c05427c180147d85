import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { askedNumbers } from './askedNumber';
import { numbersToTurn } from './numbersToTurn';

const game = kilnYard();
const numbers = numbersToTurn(
  game,
  game.levels.find(({ id }) => id === 'drying-hall')!,
);
const asked = (words: string) => askedNumbers(words, numbers).map(({ number, value }) => [number.name, value]);

describe('a number that is asked for in words', () => {
  test('is found by words of its name in any order, the shortest name first, with what it is to be', () => {
    expect(asked('warden pace 3')[0]).toEqual(['warden.pace', 3]);
    expect(asked('pace warden')[0]).toEqual(['warden.pace', undefined]);
    expect(asked('warden.pace = 2.5 cells/s')[0]).toEqual(['warden.pace', 2.5]);
    expect(asked('clock 45')).toContainEqual(['clock', 45]);
  });

  test('is not offered what it cannot be, nor for a few letters, nor what is of other levels', () => {
    expect(asked('warden pace 4000')).toEqual([]);
    expect(asked('wa')).toEqual([]);
    expect(asked('3')).toEqual([]);
    expect(asked('')).toEqual([]);
    expect(asked('ember')).toEqual([]);
  });

  test('is one of a few, however many there are', () => {
    expect(asked('warden').length).toBeLessThanOrEqual(8);
    expect(asked('warden').length).toBeGreaterThan(2);
  });
});
