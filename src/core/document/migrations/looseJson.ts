/** Help for steps on documents whose shape has not been checked yet. */
export function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A document with each entry of one of its lists exchanged; what is no list, or no entry, stays. */
export function mapEntries(
  document: Record<string, unknown>,
  list: string,
  exchange: (entry: Record<string, unknown>) => Record<string, unknown>,
): Record<string, unknown> {
  const entries = document[list];
  if (!Array.isArray(entries)) return document;
  return { ...document, [list]: entries.map((entry: unknown) => (isRecord(entry) ? exchange(entry) : entry)) };
}
