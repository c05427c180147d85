import isEqual from 'fast-deep-equal';
import type { GameDocument } from '../gameDocument';
import { isFields, readKeyed, type Fields, type Value } from './keyedLists';

/** The way to a place in a document: names of fields, and names of things in lists. */
export type Way = readonly string[];

/** One place at which two documents differ; undefined where there is nothing. */
export interface Change {
  way: Way;
  before: Value;
  after: Value;
}

/** The smallest places at which two documents differ, in the order of the later one. Texts and maps are told as a whole. */
export function changesBetween(before: GameDocument, after: GameDocument): Change[] {
  return compare(before, after, []);
}

function compare(before: Value, after: Value, way: Way): Change[] {
  if (isEqual(before, after)) return [];
  if (isFields(before) && isFields(after)) {
    const names = [...new Set([...Object.keys(after), ...Object.keys(before)])];
    const at = (side: Fields, name: string) => side[name] ?? (name === 'knobs' ? {} : undefined);
    return names.flatMap((name) => compare(at(before, name), at(after, name), [...way, name]));
  }
  const [one, other] = [readKeyed(before), readKeyed(after)];
  if (!one || !other) return [{ way, before, after }];
  const keys = [...new Set([...other.keys, ...one.keys])];
  const within = keys.flatMap((key) => compare(one.entries.get(key), other.entries.get(key), [...way, key]));
  // Things that stay may stand in another order.
  const stay = (mine: readonly string[], others: ReadonlyMap<string, Value>) => mine.filter((key) => others.has(key));
  const order = [stay(one.keys, other.entries), stay(other.keys, one.entries)];
  if (!isEqual(order[0], order[1])) within.push({ way: [...way, ORDER], before: order[0], after: order[1] });
  return within;
}

/** Stands at the end of the way where only the order of things differs; no id is like it. */
export const ORDER = '(order)';
