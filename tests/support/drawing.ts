import { RandomStream } from '@/core/foundation/random';

/** Draws one of a list, every one as likely, the same ones for the same seed. */
export function drawing(seed: number): <Item>(items: readonly Item[]) => Item {
  const random = new RandomStream(seed, 3);
  return (items) => items[Math.floor(random.nextUnit() * items.length)];
}
