import type { RandomStream } from '../foundation/random';

/** Tests of cues and rules over what the small hall of the tests holds. */
const TESTS = [
  'player touches foe',
  'player at nook',
  'no foe left',
  'no pot left',
  'all nests filled',
  'tide cleared',
  'some foe at nook',
  'each pot at nook',
  'clock > 2 s',
  'clock + 1 s <= 3 s * 2',
  'score >= 5',
  'carried = 1',
  'carried + delivered > 0',
  'health * 2 < 3',
  'wave >= 1',
  'lives - 1 = 0',
  '-score < -4',
];

/** A condition of cues and rules as text, nested up to a depth. */
export function generateRuleCondition(random: RandomStream, depth: number): string {
  if (depth === 0 || random.nextUnit() < 0.25) return TESTS[random.nextInteger(0, TESTS.length - 1)];
  if (random.nextUnit() < 0.25) return `not (${generateRuleCondition(random, depth - 1)})`;
  const joiner = random.nextUnit() < 0.5 ? ' and ' : ' or ';
  const parts = Array.from({ length: random.nextInteger(2, 3) }, () => generateRuleCondition(random, depth - 1));
  return `(${parts.join(joiner)})`;
}
