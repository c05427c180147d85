/** What is at a place of a document: a value, a record of values, or a list. */
export type Value = unknown;
export type Fields = Record<string, Value>;

export function isFields(value: Value): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

export function isText(value: Value): value is readonly string[] {
  return Array.isArray(value) && value.every((line) => typeof line === 'string');
}

/** A list whose entries are told apart by a name rather than by their place in it. */
export interface KeyedList {
  keys: readonly string[];
  entries: ReadonlyMap<string, Fields>;
}

/**
 * Lists of things with an id, and of contacts, which are known by the two that meet. Undefined for other lists, and where two
 * entries have one name.
 */
export function readKeyed(value: Value): KeyedList | undefined {
  if (!Array.isArray(value)) return undefined;
  const entries = new Map<string, Fields>();
  for (const entry of value as Value[]) {
    const key = isFields(entry) ? keyOf(entry) : undefined;
    if (key === undefined || entries.has(key)) return undefined;
    entries.set(key, entry as Fields);
  }
  return { keys: [...entries.keys()], entries };
}

function keyOf({ id, by, on }: Fields): string | undefined {
  if (typeof id === 'string') return id;
  return typeof by === 'string' && typeof on === 'string' ? `${by} ${on}` : undefined;
}
