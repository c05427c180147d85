import type { RandomStream } from '@/core/foundation/random';

const STRANGE: readonly unknown[] = [
  null,
  -1,
  0,
  1e308,
  1.5,
  '',
  'a',
  '\u0000',
  '__proto__',
  '../../etc/passwd',
  '💡'.repeat(50),
  'x'.repeat(5000),
  true,
  [],
  {},
  [[]],
  [null],
  { id: 'player' },
  { constructor: 1 },
];

/** A copy of a JSON value with something in it exchanged, left out, doubled or cut, at random. */
export function spoilValue(value: unknown, random: RandomStream): unknown {
  const copy = JSON.parse(JSON.stringify(value)) as unknown;
  for (let round = 0; round < 1 + Math.floor(random.nextUnit() * 3); round++) spoilOnce(copy, random);
  return copy;
}

function pick<Entry>(entries: readonly Entry[], random: RandomStream): Entry {
  return entries[Math.floor(random.nextUnit() * entries.length)];
}

/** Goes down to a place that holds other values, and does something to one of these. */
function spoilOnce(value: unknown, random: RandomStream): void {
  let holder = value as Record<string, unknown>;
  for (;;) {
    const names = Object.keys(holder);
    if (names.length === 0) return;
    const name = pick(names, random);
    const next = holder[name];
    const isDeeper = typeof next === 'object' && next !== null && Object.keys(next).length > 0;
    if (isDeeper && random.nextUnit() < 0.8) {
      holder = next as Record<string, unknown>;
      continue;
    }
    const way = random.nextUnit();
    if (way < 0.15) delete holder[name];
    else if (way < 0.3) holder[`${name}2`] = next;
    else if (way < 0.4 && Array.isArray(holder)) holder.push(next);
    else if (way < 0.5 && typeof next === 'string') holder[name] = spoilText(next, random);
    // A copy, since the next round may reach into it.
    else holder[name] = JSON.parse(JSON.stringify(pick(STRANGE, random)));
    return;
  }
}

/** A text with a stretch cut out, doubled or written over, at random. */
export function spoilText(text: string, random: RandomStream): string {
  const from = Math.floor(random.nextUnit() * text.length);
  const to = Math.min(text.length, from + Math.floor(random.nextUnit() * 40));
  const way = random.nextUnit();
  if (way < 0.4) return text.slice(0, from) + text.slice(to);
  if (way < 0.7) return text.slice(0, to) + text.slice(from);
  const noise = Array.from({ length: 6 }, () => pick([...'{}[]":,\\\n\u0000é😀 09-e.'], random)).join('');
  return text.slice(0, from) + noise + text.slice(to);
}
