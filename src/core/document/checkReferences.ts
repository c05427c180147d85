import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import type { GameDocument, Level } from './gameDocument';

type Path = (string | number)[];

/** Faults between the parts of a document: ids used twice, names that lead nowhere, maps that are no rectangle. */
export function checkReferences(game: GameDocument): Diagnostic[] {
  return [
    ...twice(
      game.terrain.map((terrain) => terrain.id),
      ['terrain'],
      'ground',
    ),
    ...twiceGlyph(game),
    ...twice(
      game.cast.map((kind) => kind.id),
      ['cast'],
      'kind',
    ),
    ...twice(
      game.scripts.map((script) => script.id),
      ['scripts'],
      'script',
    ),
    ...twice(
      game.levels.map((level) => level.id),
      ['levels'],
      'level',
    ),
    ...game.cast.flatMap((kind, index) =>
      kind.behavior && !game.scripts.some((script) => script.id === kind.behavior)
        ? [
            errorAt(
              { path: ['cast', index, 'behavior'] },
              'unknown-behavior',
              `The kind ${kind.id} follows \`${kind.behavior}\`, but there is no such script.`,
              listOf('scripts', game.scripts),
            ),
          ]
        : [],
    ),
    ...game.levels.flatMap((level, index) => checkLevel(game, level, ['levels', index])),
  ];
}

function listOf(what: string, entries: readonly { id: string }[]): string {
  if (entries.length === 0) return `There are no ${what} yet.`;
  return `The ${what} are ${entries.map((entry) => entry.id).join(', ')}.`;
}

function twice(ids: string[], path: Path, what: string): Diagnostic[] {
  return ids.flatMap((id, index) =>
    ids.indexOf(id) === index
      ? []
      : [
          errorAt(
            { path: [...path, index, 'id'] },
            'id-twice',
            `There are two of ${what} \`${id}\`.`,
            'Give one of them another id.',
          ),
        ],
  );
}

function twiceGlyph(game: GameDocument): Diagnostic[] {
  const glyphs = game.terrain.map((terrain) => terrain.glyph);
  return glyphs.flatMap((glyph, index) =>
    glyphs.indexOf(glyph) === index
      ? []
      : [
          errorAt(
            { path: ['terrain', index, 'glyph'] },
            'glyph-twice',
            `The character "${glyph}" stands for two types of ground.`,
            'Give one of them another character.',
          ),
        ],
  );
}

function checkLevel(game: GameDocument, level: Level, path: Path): Diagnostic[] {
  return [
    ...checkMap(game, level, path),
    ...twice(
      level.pieces.map((piece) => piece.id),
      [...path, 'pieces'],
      'piece',
    ),
    ...twice(
      level.marks.map((mark) => mark.id),
      [...path, 'marks'],
      'mark',
    ),
    ...level.pieces.flatMap((piece, index) =>
      game.cast.some((kind) => kind.id === piece.kind)
        ? []
        : [
            errorAt(
              { path: [...path, 'pieces', index, 'kind'] },
              'unknown-kind',
              `The piece ${piece.id} is of the kind \`${piece.kind}\`, which is not in the cast.`,
              listOf('kinds', game.cast),
            ),
          ],
    ),
  ];
}

function checkMap(game: GameDocument, level: Level, path: Path): Diagnostic[] {
  const width = level.map[0].length;
  const faults: Diagnostic[] = [];
  if (width === 0)
    faults.push(
      errorAt(
        { path: [...path, 'map', 0] },
        'map-empty',
        `The map of ${level.id} has no cells.`,
        'Write at least one character a row.',
      ),
    );
  level.map.forEach((row, index) => {
    const place = { path: [...path, 'map', index] };
    if (row.length !== width) {
      faults.push(
        errorAt(
          place,
          'map-ragged',
          `Row ${index + 1} of the map of ${level.id} has ${row.length} cells, but the first row has ${width}.`,
          `Make every row ${width} cells long.`,
        ),
      );
    }
    const unknown = [...row].find((glyph) => !game.terrain.some((terrain) => terrain.glyph === glyph));
    if (unknown !== undefined) {
      const known = game.terrain.map((terrain) => `"${terrain.glyph}" ${terrain.name}`).join(', ');
      faults.push(
        errorAt(
          place,
          'unknown-glyph',
          `Row ${index + 1} of the map of ${level.id} has "${unknown}" in column ${row.indexOf(unknown) + 1}, which stands for no ground.`,
          `The characters are ${known}.`,
        ),
      );
    }
  });
  return faults;
}
