/** Something that was stored and is not as it was: the storage has been damaged. */
export class StoredDamage extends Error {
  constructor(
    readonly what: string,
    readonly hint: string,
  ) {
    super(`${what} is damaged in the database`);
  }
}

/** A value from its stored text; throws {@link StoredDamage} where that is none. */
export function readStored<Value>(text: string, what: string, hint: string): Value {
  try {
    return JSON.parse(text) as Value;
  } catch {
    throw new StoredDamage(what, hint);
  }
}

/** As {@link readStored}, for what can be done without. */
export function readStoredOr<Value>(text: string | null | undefined, otherwise: Value): Value {
  try {
    return text ? (JSON.parse(text) as Value) : otherwise;
  } catch {
    return otherwise;
  }
}
