import type { TokenCursor } from '../check/tokenCursor';

type Joiner = 'or' | 'and';

/** Reads what is joined by `or` and `and`; `and` binds tighter. A single part is given as it is. */
export function readJoined<T>(
  cursor: TokenCursor,
  readSingle: () => T | undefined,
  join: (type: Joiner, parts: T[]) => T,
): T | undefined {
  const chain = (joiner: Joiner, readPart: () => T | undefined): T | undefined => {
    const parts: T[] = [];
    do {
      const part = readPart();
      if (!part) return undefined;
      parts.push(part);
    } while (cursor.takeIfText(joiner));
    return parts.length === 1 ? parts[0] : join(joiner, parts);
  };
  return chain('or', () => chain('and', readSingle));
}
