import type { NamedNumber } from '@/core/index';

/** A number that is asked for by some of its words, and what it is to be, if that is said. */
export interface AskedNumber {
  number: NamedNumber;
  value: number | undefined;
}

/** So many are offered at once. */
const MOST_OFFERED = 8;

/**
 * Numbers that words such as "warden pace 3" mean: each word stands in the name, and a number behind them is what it is to be.
 * Nothing is offered for less than three letters.
 */
export function askedNumbers(words: string, numbers: readonly NamedNumber[]): AskedNumber[] {
  const [, names = '', said] = /^\s*(.*?)(?:\s*=?\s*(-?\d+(?:\.\d+)?)\s*[a-z%/²]*)?\s*$/i.exec(words) ?? [];
  const parts = names
    .toLowerCase()
    .split(/[\s.=]+/)
    .filter(Boolean);
  if (parts.join('').length < 3) return [];
  const value = said === undefined ? undefined : Number(said);
  return numbers
    .filter(({ name, low, high }) => {
      const own = name.toLowerCase();
      return parts.every((part) => own.includes(part)) && (value === undefined || (value >= low && value <= high));
    })
    .sort((one, other) => one.name.length - other.name.length)
    .slice(0, MOST_OFFERED)
    .map((number) => ({ number, value }));
}
