import { distance } from 'fastest-levenshtein';
import type { Advice } from './diagnostic';

/** The known word that is nearest to a misspelled one, or undefined when none is near enough to be meant. */
export function nearestWord(written: string, known: Iterable<string>): string | undefined {
  let best: string | undefined;
  let bestDistance = Math.max(1, Math.floor(written.length / 2)) + 0.5;
  for (const word of known) {
    const steps = distance(written.toLowerCase(), word.toLowerCase());
    if (steps < bestDistance) {
      best = word;
      bestDistance = steps;
    }
  }
  return best;
}

/** Advice that proposes the nearest known word and puts it there, or lists what is known. */
export function proposeWord(written: string, known: readonly string[], whatTheyAre: string): Advice {
  const nearest = nearestWord(written, known);
  if (nearest) return adviseWord(nearest);
  if (known.length === 0) return { hint: `There are no ${whatTheyAre} here yet.` };
  return { hint: `The ${whatTheyAre} here are ${known.map((word) => `\`${word}\``).join(', ')}.` };
}

/** Advice to write other words. */
export function adviseWord(meant: string): Advice {
  return { hint: `Did you mean \`${meant}\`?`, fix: { type: 'replace', text: meant } };
}

/** Advice to write a number with the unit that is wanted. */
export function adviseUnit(withUnit: string): Advice {
  return { hint: `Write the unit: \`${withUnit}\`.`, fix: { type: 'replace', text: withUnit } };
}
