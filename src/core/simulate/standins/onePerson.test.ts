import { expect, test } from '@jest/globals';
import { demoLevel } from '../../../../tests/support/kilnYard';
import { RandomStream } from '../../foundation/random';
import { STAND_INS, TRAIT_LIMITS, type StandInTraits } from '../../people/traits';
import { playTries } from '../playTries';
import { Runner } from '../run';
import { drawPerson } from './onePerson';

const draw = (tier: StandInTraits, seed: number) => {
  const person = { ...tier };
  drawPerson(person, tier, new RandomStream(seed, 1));
  return person;
};

test('the people of a tier differ, and about its limits: half of them lie on either side', () => {
  for (const tier of STAND_INS) {
    const people = Array.from({ length: 400 }, (_, seed) => draw(tier, seed + 1));
    for (const key of ['cautionSeconds', 'fearSeconds', 'shyCells', 'patienceSeconds'] as const) {
      const below = people.filter((person) => person[key] < tier[key]).length;
      expect(below).toBeGreaterThan(150);
      expect(below).toBeLessThan(250);
      expect(new Set(people.map((person) => person[key])).size).toBeGreaterThan(390);
    }
  }
});

test('some people of the casual tier know a beat after one round, some after three', () => {
  const casual = STAND_INS.find(({ id }) => id === 'casual')!;
  const rounds = new Set(Array.from({ length: 60 }, (_, seed) => draw(casual, seed + 1).beatRounds));
  expect([...rounds].sort()).toEqual([1, 2, 3]);
});

test('who never knows a beat does not come to know one, and nobody is outside of the range of people', () => {
  for (const edge of ['least', 'most'] as const) {
    const limits = Object.fromEntries(TRAIT_LIMITS.map((limit) => [limit.key, limit[edge]]));
    const tier = { ...STAND_INS[0], ...limits } as StandInTraits;
    for (let seed = 1; seed <= 50; seed++) {
      const person = draw(tier, seed);
      if (edge === 'least') expect(person.beatRounds).toBe(0);
      for (const { key, least, most } of TRAIT_LIMITS) {
        expect(person[key]).toBeGreaterThanOrEqual(least);
        if (key !== 'beatRounds') expect(person[key]).toBeLessThanOrEqual(most);
      }
    }
  }
});

test('who tries again learns: the way over slides, the beat of what burns, and what ended the tries before', () => {
  const casual = STAND_INS.find(({ id }) => id === 'casual')!;
  const runner = new Runner(demoLevel('glaze-floor'), { type: 'stand-in', traits: casual });
  const people = Array.from({ length: 30 }, (_, person) => playTries(runner, person + 1, 8));
  const wins = (tries: readonly number[]) =>
    tries.reduce((sum, at) => sum + people.filter((own) => own[at].outcome === 'won').length, 0) / tries.length;
  // The second try may be worse than the first: they know the way, and hurry.
  expect(wins([6, 7])).toBeGreaterThan(wins([0]) + 3);
});
