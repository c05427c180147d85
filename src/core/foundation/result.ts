/** Either a value or the faults that prevented it. User faults travel as data; they are never thrown. */
export type Result<Value, Fault> = { ok: true; value: Value } | { ok: false; faults: Fault[] };

export function succeed<Value>(value: Value): { ok: true; value: Value } {
  return { ok: true, value };
}

export function fail<Fault>(faults: Fault[]): { ok: false; faults: Fault[] } {
  return { ok: false, faults };
}

/** Closes a switch over a tagged union: reaching it is our own broken invariant, never a user's fault. */
export function assertNever(value: never): never {
  throw new Error(`this is a bug: unexpected case ${JSON.stringify(value)}`);
}

/** Throws for a broken invariant of our own. */
export function bug(what: string): never {
  throw new Error(`this is a bug: ${what}`);
}
