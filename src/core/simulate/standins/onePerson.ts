import type { RandomStream } from '../../foundation/random';
import { TRAIT_LIMITS, type StandInTraits } from '../../people/traits';

/** People of one tier differ in how careful and how patient they are, by up to this share either way. */
const DIFFER_BY_SHARE = 0.4;
/** Of what they do not know for certain, some see the beat a round sooner and some a round later. */
const DIFFER_BY_ROUNDS = 1;

const DIFFERING = ['cautionSeconds', 'fearSeconds', 'shyCells', 'patienceSeconds'] as const;

/**
 * Makes of the limits of a tier those of one person of it: no two people at the controls are equally careful, and what a level
 * does to one of them in a beat it does not do to all. Stays within the ranges of people. Draws the same count of numbers
 * whatever the limits are.
 */
export function drawPerson(person: StandInTraits, tier: StandInTraits, random: RandomStream): void {
  for (const key of DIFFERING) {
    const { least, most } = limitOf(key);
    const drawn = tier[key] * (1 + DIFFER_BY_SHARE * (2 * random.nextUnit() - 1));
    person[key] = Math.min(most, Math.max(least, drawn));
  }
  const rounds = Math.floor(random.nextUnit() * (2 * DIFFER_BY_ROUNDS + 1)) - DIFFER_BY_ROUNDS;
  // Who never knows a beat does not come to know one, and nobody knows it before it has gone round once.
  if (tier.beatRounds > 1) person.beatRounds = Math.max(1, tier.beatRounds + rounds);
}

function limitOf(key: (typeof DIFFERING)[number]): { least: number; most: number } {
  return TRAIT_LIMITS.find((limit) => limit.key === key)!;
}
