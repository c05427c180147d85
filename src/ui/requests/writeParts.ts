const written = new WeakMap<object, string>();

/**
 * JSON of a document as `JSON.stringify` writes it, but quicker the second time: parts that cannot change are written once,
 * and an edit leaves most parts of a document as they are.
 */
export function writeParts(part: unknown): string | undefined {
  if (typeof part !== 'object' || part === null) return JSON.stringify(part);
  const known = written.get(part);
  if (known !== undefined) return known;
  const text = Array.isArray(part) ? writeList(part) : writeFields(part);
  if (Object.isFrozen(part)) written.set(part, text);
  return text;
}

function writeList(list: readonly unknown[]): string {
  // What JSON has no word for is null in a list.
  return `[${list.map((entry) => writeParts(entry) ?? 'null').join(',')}]`;
}

function writeFields(fields: object): string {
  const texts = Object.entries(fields).flatMap(([name, value]) => {
    const text = writeParts(value);
    return text === undefined ? [] : [`${JSON.stringify(name)}:${text}`];
  });
  return `{${texts.join(',')}}`;
}
