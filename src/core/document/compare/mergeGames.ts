import isEqual from 'fast-deep-equal';
import { diff3Merge } from 'node-diff3';
import { fail, succeed, type Result } from '../../foundation/result';
import type { Diagnostic } from '../../foundation/diagnostic';
import type { GameDocument } from '../gameDocument';
import { readGameValue } from '../readGame';
import { ORDER, type Way } from './changes';
import { isFields, isText, readKeyed, type Fields, type KeyedList, type Value } from './keyedLists';

/** A place that both sides have changed, each in its own way. */
export interface Clash {
  way: Way;
  base: Value;
  mine: Value;
  theirs: Value;
}

export type Side = 'mine' | 'theirs';

export interface MergedGame {
  /** What both changed stands as the chosen side has it. */
  game: GameDocument;
  clashes: readonly Clash[];
}

/**
 * Joins what two sides have made of one document. Things in lists are known by their names, texts are joined line by line and
 * maps cell by cell; only where both touch the same place is it a clash, and then `choose` says which side counts. Fails with
 * what does not fit where each side is sound by itself and both together are not, as when one takes away a kind that the other
 * has placed.
 */
export function mergeGames(
  base: GameDocument,
  mine: GameDocument,
  theirs: GameDocument,
  choose: (way: Way) => Side = () => 'mine',
): Result<MergedGame, Diagnostic> {
  const merge = new Merge(choose);
  const value = merge.join(base, mine, theirs, []);
  const read = readGameValue(value);
  return read.ok ? succeed({ game: read.value, clashes: merge.clashes }) : fail(read.faults);
}

class Merge {
  readonly clashes: Clash[] = [];

  constructor(private readonly choose: (way: Way) => Side) {}

  join(base: Value, mine: Value, theirs: Value, way: Way): Value {
    if (isEqual(mine, theirs) || isEqual(base, theirs)) return mine;
    if (isEqual(base, mine)) return theirs;
    if (isFields(base) && isFields(mine) && isFields(theirs) && isSameSort(mine, theirs))
      return this.joinFields(base, mine, theirs, way);
    const lists = [readKeyed(base ?? []), readKeyed(mine), readKeyed(theirs)];
    if (lists.every((list) => list !== undefined)) return this.joinLists(lists[0], lists[1], lists[2], way);
    if (isText(base) && isText(mine) && isText(theirs)) {
      const joined = way.at(-1) === 'map' ? joinMaps(base, mine, theirs) : joinLines(base, mine, theirs);
      if (joined) return joined;
    }
    return this.clash(base, mine, theirs, way);
  }

  private clash(base: Value, mine: Value, theirs: Value, way: Way): Value {
    this.clashes.push({ way, base, mine, theirs });
    return this.choose(way) === 'mine' ? mine : theirs;
  }

  private joinFields(base: Fields, mine: Fields, theirs: Fields, way: Way): Fields {
    const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
    const joined = names.map(
      (name) => [name, this.join(base[name], mine[name], theirs[name], [...way, name])] as const,
    );
    return Object.fromEntries(joined.filter(([, value]) => value !== undefined));
  }

  private joinLists(base: KeyedList, mine: KeyedList, theirs: KeyedList, way: Way): Value {
    const entries = new Map<string, Value>();
    for (const key of new Set([...mine.keys, ...theirs.keys])) {
      const value = this.join(base.entries.get(key), mine.entries.get(key), theirs.entries.get(key), [...way, key]);
      if (value !== undefined) entries.set(key, value);
    }
    return this.joinOrders(base, mine, theirs, way)
      .filter((key) => entries.has(key))
      .map((key) => entries.get(key));
  }

  /** The order of whichever side has changed it; what only the other side has follows what it follows there. */
  private joinOrders(base: KeyedList, mine: KeyedList, theirs: KeyedList, way: Way): string[] {
    const common = (list: KeyedList) =>
      list.keys.filter((key) => [base, mine, theirs].every(({ entries }) => entries.has(key)));
    const [was, own, other] = [common(base), common(mine), common(theirs)];
    let leading: Side = isEqual(was, own) && !isEqual(was, other) ? 'theirs' : 'mine';
    if (!isEqual(was, own) && !isEqual(was, other) && !isEqual(own, other)) {
      this.clashes.push({ way: [...way, ORDER], base: was, mine: own, theirs: other });
      leading = this.choose([...way, ORDER]);
    }
    const [first, second] = leading === 'mine' ? [mine, theirs] : [theirs, mine];
    const keys = [...first.keys];
    second.keys.forEach((key, index) => {
      if (keys.includes(key)) return;
      const before = index === 0 ? -1 : keys.indexOf(second.keys[index - 1]);
      keys.splice(before + 1, 0, key);
    });
    return keys;
  }
}

/** Variants of one thing, such as two control schemes or two forms of a mark, are not mixed. */
function isSameSort(one: Fields, other: Fields): boolean {
  if (['scheme', 'form', 'effect'].some((field) => one[field] !== other[field])) return false;
  return ['point', 'area', 'line'].every((field) => field in one === field in other);
}

function joinLines(base: readonly string[], mine: readonly string[], theirs: readonly string[]): string[] | undefined {
  const regions = diff3Merge([...mine], [...base], [...theirs], { excludeFalseConflicts: true });
  return regions.every((region) => region.ok) ? regions.flatMap((region) => region.ok ?? []) : undefined;
}

/** Cell by cell, as long as no side has changed the size. */
function joinMaps(base: readonly string[], mine: readonly string[], theirs: readonly string[]): string[] | undefined {
  const isSameSize = (map: readonly string[]) =>
    map.length === base.length && map.every((row, index) => row.length === base[index].length);
  if (!isSameSize(mine) || !isSameSize(theirs)) return undefined;
  const joined: string[] = [];
  for (let row = 0; row < base.length; row++) {
    let line = '';
    for (let column = 0; column < base[row].length; column++) {
      const [was, own, other] = [base[row][column], mine[row][column], theirs[row][column]];
      if (own !== was && other !== was && own !== other) return undefined;
      line += own === was ? other : own;
    }
    joined.push(line);
  }
  return joined;
}
