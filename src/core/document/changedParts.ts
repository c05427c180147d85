import { freeze } from 'immer';

/** One place at which a version of a document differs from the version before: what stands there now. */
export interface PartChange {
  path: (string | number)[];
  /** Undefined where a field is gone. */
  value: unknown;
  /** Of a list that has become shorter or longer: how many entries it has now. */
  length?: number;
}

type Part = Record<string, unknown> | unknown[];

/**
 * Where two versions differ that share what is the same in both. Parts that are the same object are not looked into, so this
 * costs what has changed, and not what there is.
 */
export function changedParts(before: unknown, after: unknown, path: PartChange['path'] = []): PartChange[] {
  if (before === after) return [];
  if (!isPart(before) || !isPart(after) || Array.isArray(before) !== Array.isArray(after))
    return [{ path, value: after }];
  const length =
    Array.isArray(before) && Array.isArray(after) && before.length !== after.length ? after.length : undefined;
  const gone = Array.isArray(after) ? [] : Object.keys(before).filter((key) => !(key in after));
  return [
    ...(length === undefined ? [] : [{ path, value: undefined, length }]),
    ...gone.map((key) => ({ path: [...path, key], value: undefined })),
    ...entriesOf(after).flatMap(([key, value]) =>
      key in before ? changedParts(valueAt(before, key), value, [...path, key]) : [{ path: [...path, key], value }],
    ),
  ];
}

/** A version with changes made in it: parts in which nothing changes stay the same objects, and all of it is frozen. */
export function withChangedParts<Whole>(whole: Whole, changes: readonly PartChange[]): Whole {
  return freeze(
    changes.reduce<unknown>((changed, change) => replaced(changed, change, 0), whole),
    true,
  ) as Whole;
}

function replaced(part: unknown, change: PartChange, depth: number): unknown {
  const { path, value, length } = change;
  if (depth === path.length) return length === undefined ? value : resized(part as unknown[], length);
  const key = path[depth];
  const copy: Part = Array.isArray(part) ? [...(part as unknown[])] : { ...(part as Record<string, unknown>) };
  const isGone = depth === path.length - 1 && value === undefined && length === undefined;
  if (isGone && !Array.isArray(copy)) delete copy[key];
  else (copy as Record<string, unknown>)[key] = replaced(valueAt(part as Part, key), change, depth + 1);
  return copy;
}

function resized(list: readonly unknown[], length: number): unknown[] {
  return Array.from({ length }, (_, index) => list[index]);
}

function isPart(value: unknown): value is Part {
  return typeof value === 'object' && value !== null;
}

function entriesOf(part: Part): [string | number, unknown][] {
  return Array.isArray(part) ? [...part.entries()] : Object.entries(part);
}

function valueAt(part: Part, key: string | number): unknown {
  return (part as Record<string, unknown>)[key];
}
