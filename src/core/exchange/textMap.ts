import type { GameDocument } from '../document/gameDocument';
import { LIMITS } from '../document/limits';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';

/** Characters of a text that stand for no ground of the game, with how often they occur. */
export function unknownGlyphs(game: Pick<GameDocument, 'terrain'>, text: string): { glyph: string; count: number }[] {
  const known = new Set(game.terrain.map((ground) => ground.glyph));
  const counts = new Map<string, number>();
  for (const glyph of rowsOf(text).join('')) if (!known.has(glyph)) counts.set(glyph, (counts.get(glyph) ?? 0) + 1);
  return [...counts].map(([glyph, count]) => ({ glyph, count })).sort((a, b) => b.count - a.count);
}

/** Rows of a pasted text: empty lines before and after are no rows. */
function rowsOf(text: string): string[] {
  const rows = text.replace(/\r/g, '').split('\n');
  while (rows.length > 0 && rows[0] === '') rows.shift();
  while (rows.length > 0 && rows[rows.length - 1] === '') rows.pop();
  return rows;
}

/**
 * Reads a text as a map. `meanings` says which ground (by its character) stands for a character that the game does not know.
 * Faults name the row, and the column where there is one.
 */
export function readTextMap(
  game: Pick<GameDocument, 'terrain'>,
  text: string,
  meanings: Readonly<Record<string, string>>,
): Result<string[], Diagnostic> {
  const rows = rowsOf(text);
  if (rows.length === 0 || rows[0] === undefined) {
    return fail([
      errorAt({ path: [] }, 'map-empty', 'There is no text yet.', 'Paste rows of characters, one for each cell.'),
    ]);
  }
  const width = rows[0].length;
  const faults: Diagnostic[] = [];
  if (rows.length > LIMITS.rows || rows.some((row) => row.length > LIMITS.columns)) {
    const longest = Math.max(...rows.map((row) => row.length));
    faults.push(
      errorAt(
        { path: [] },
        'map-too-large',
        `The text has ${longest} × ${rows.length} cells; a level has ${LIMITS.columns} × ${LIMITS.rows} at most.`,
        'Paste a part of it.',
      ),
    );
  }
  const ragged = rows.flatMap((row, index) => (row.length === width ? [] : [{ row: index + 1, length: row.length }]));
  if (ragged.length > 0) {
    const [first] = ragged;
    const others = ragged.length > 1 ? `, and so have ${ragged.length - 1} more rows` : '';
    faults.push(
      errorAt(
        { path: [] },
        'map-ragged',
        `Row ${first.row} has ${first.length} cells, but the first row has ${width}${others}.`,
        `Make every row ${width} cells long.`,
      ),
    );
  }
  const known = new Set(game.terrain.map((ground) => ground.glyph));
  const glyphFor = (glyph: string) => (known.has(glyph) ? glyph : meanings[glyph]);
  for (const { glyph, count } of unknownGlyphs(game, text)) {
    if (glyphFor(glyph) !== undefined) continue;
    const row = rows.findIndex((line) => line.includes(glyph));
    faults.push(
      errorAt(
        { path: [] },
        'unknown-glyph',
        `"${glyph}" in row ${row + 1}, column ${rows[row].indexOf(glyph) + 1}${count > 1 ? ` and ${count - 1} more places` : ''} stands for no ground.`,
        'Say which ground it means.',
      ),
    );
  }
  if (faults.length > 0) return fail(faults);
  return succeed(rows.map((row) => [...row].map((glyph) => glyphFor(glyph) ?? glyph).join('')));
}
