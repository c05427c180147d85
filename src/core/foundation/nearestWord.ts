import { distance } from 'fastest-levenshtein';

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

/** A hint that proposes the nearest known word, or lists what is known. */
export function proposeWord(written: string, known: readonly string[], whatTheyAre: string): string {
  const nearest = nearestWord(written, known);
  if (nearest) return `Did you mean \`${nearest}\`?`;
  if (known.length === 0) return `There are no ${whatTheyAre} here yet.`;
  return `The ${whatTheyAre} here are ${known.map((word) => `\`${word}\``).join(', ')}.`;
}
