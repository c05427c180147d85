import { gameShape, type GameDocument } from './gameDocument';

const LINE_WIDTH = 118;

/**
 * The text of a document: keys in the order of the format, maps and scripts one row a line, small things on one line. The
 * same document always gives the same bytes, and a small edit a small difference.
 */
export function writeGame(game: GameDocument): string {
  return write(gameShape.parse(game), '', '') + '\n';
}

function write(value: unknown, indent: string, key: string): string {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const oneLine = ROWS.has(key) ? undefined : onOneLine(value);
  if (oneLine !== undefined && indent.length + key.length + oneLine.length <= LINE_WIDTH) return oneLine;
  const inner = indent + '  ';
  if (Array.isArray(value)) {
    if (value.length === 0) return '[]';
    return `[\n${value.map((entry) => inner + write(entry, inner, '')).join(',\n')}\n${indent}]`;
  }
  const fields = Object.entries(value).filter(([, entry]) => entry !== undefined);
  return `{\n${fields.map(([name, entry]) => `${inner}${JSON.stringify(name)}: ${write(entry, inner, name)}`).join(',\n')}\n${indent}}`;
}

/** Fields that are always written one entry a line. */
const ROWS = new Set(['map', 'lines', 'cues', 'pieces', 'marks', 'cast', 'terrain', 'scripts', 'levels']);

function onOneLine(value: object): string {
  if (Array.isArray(value))
    return `[${value.map((entry) => (typeof entry === 'object' && entry !== null ? onOneLine(entry) : JSON.stringify(entry))).join(', ')}]`;
  const fields = Object.entries(value).filter(([, entry]) => entry !== undefined);
  return `{ ${fields.map(([name, entry]) => `${JSON.stringify(name)}: ${typeof entry === 'object' && entry !== null ? onOneLine(entry) : JSON.stringify(entry)}`).join(', ')} }`.replace(
    '{  }',
    '{}',
  );
}
