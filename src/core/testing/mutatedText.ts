import { RandomStream } from '../foundation/random';

/** What stands in texts of behaviors, cues and rules, right and wrong. */
const BITS = [
  ...['{', '}', '..', ';', ',', '#', '\n', '§', '"', '=', '(', ')', '>', '±', ' é', ''],
  ...[
    'do ',
    'go ',
    'when ',
    'state ',
    'start ',
    'knob ',
    ' or ',
    ' not ',
    'sees ',
    'player ',
    'keep ',
    'set ',
    'shout ',
  ],
  ...['enter {', 'either ', 'use ', 'repeat every ', 'with ', 'face ', ' every ', ' wave 3 ', ' at least '],
  ...['5 ', ' 9', ' s', ' cells/s'],
];
const MOST_CUTS = 6;
const LONGEST_CUT = 30;
const MOST_TIMES = 40;

/** A text with some stretches exchanged for other words and signs, or written many times over; the same for the same seed. */
export function mutatedText(text: string, seed: number): string {
  const random = new RandomStream(seed, 3);
  let mutated = text;
  for (let cut = random.nextInteger(1, MOST_CUTS); cut > 0; cut--) {
    const from = random.nextInteger(0, mutated.length);
    const to = Math.min(mutated.length, from + random.nextInteger(0, LONGEST_CUT));
    const isTiled = random.nextInteger(0, 9) === 0;
    const between = isTiled
      ? mutated.slice(from, to).repeat(random.nextInteger(1, MOST_TIMES))
      : BITS[random.nextInteger(0, BITS.length - 1)];
    mutated = mutated.slice(0, from) + between + mutated.slice(to);
  }
  return mutated;
}
