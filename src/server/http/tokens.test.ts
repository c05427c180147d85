import { describe, expect, test } from '@jest/globals';
import { GuessGuard, hashOf, isSameSecret } from './tokens';

describe('tokens', () => {
  test('are told from others, and a cookie does not hold them', () => {
    expect([isSameSecret('kiln', 'kiln'), isSameSecret('kiln', 'kilt'), isSameSecret('', 'kiln')]).toEqual([
      true,
      false,
      false,
    ]);
    expect(hashOf('kiln')).toMatch(/^[0-9a-f]{64}$/);
    expect(hashOf('kiln')).not.toBe(hashOf('kilt'));
  });

  test('can be guessed twenty times a minute and no more, and the wait is told', () => {
    let now = 1_000_000;
    const guard = new GuessGuard(() => now);
    for (let guess = 0; guess < 20; guess++) {
      expect(guard.waitSeconds).toBe(0);
      guard.noteWrong();
      now += 100;
    }
    expect(guard.waitSeconds).toBe(58);
    now += 58_000;
    expect(guard.waitSeconds).toBe(0);
  });
});
