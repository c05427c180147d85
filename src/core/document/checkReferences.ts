import type { FaultCode } from '../foundation/faultCodes';
import { TAKEN_IDS } from './standIns';
import { gunOf } from './controlShape';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import type { Contact, Effect } from './contactShape';
import type { GameDocument, KindEntry, Level, Terrain } from './gameDocument';
import { ancestorsOf, kindOf } from './resolveKind';

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
    ...twice(
      (game.standIns ?? []).map((standIn) => standIn.id),
      ['standIns'],
      'stand-in',
    ),
    ...(game.standIns ?? []).flatMap(({ id }, index) =>
      TAKEN_IDS.includes(id)
        ? [
            errorAt(
              { path: ['standIns', index, 'id'] },
              'standin-name-taken',
              `\`${id}\` is always there.`,
              'Give the stand-in of this game another id.',
            ),
          ]
        : [],
    ),
    ...game.terrain.flatMap((ground, index) => checkGround(game, ground, ['terrain', index])),
    ...game.cast.flatMap((kind, index) => checkKind(game, kind, ['cast', index])),
    ...(game.contacts ?? []).flatMap((contact, index) => checkContact(game, contact, ['contacts', index])),
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

/** The fault of a name that must be the id of something and is not. */
function unknown(
  path: Path,
  code: FaultCode,
  sentence: string,
  what: string,
  entries: readonly { id: string }[],
): Diagnostic {
  return errorAt({ path }, code, sentence, listOf(what, entries));
}

function checkGround(game: GameDocument, ground: Terrain, path: Path): Diagnostic[] {
  const faults: Diagnostic[] = [];
  if (ground.becomes !== undefined && !game.terrain.some((other) => other.id === ground.becomes)) {
    faults.push(
      unknown(
        [...path, 'becomes'],
        'unknown-ground',
        `${ground.name} turns into \`${ground.becomes}\`, which is no ground.`,
        'types of ground',
        game.terrain,
      ),
    );
  }
  if ((ground.strength === undefined) !== (ground.becomes === undefined)) {
    faults.push(
      errorAt(
        { path },
        'erosion-incomplete',
        `${ground.name} has ${ground.strength === undefined ? 'a ground to turn into but no strength' : 'a strength but no ground to turn into'}.`,
        'Give both `strength` and `becomes`, or neither.',
      ),
    );
  }
  return faults;
}

function checkKind(game: GameDocument, kind: KindEntry, path: Path): Diagnostic[] {
  const faults: Diagnostic[] = [];
  if (kind.behavior && !game.scripts.some((script) => script.id === kind.behavior)) {
    faults.push(
      unknown(
        [...path, 'behavior'],
        'unknown-behavior',
        `The kind ${kind.id} follows \`${kind.behavior}\`, but there is no such script.`,
        'scripts',
        game.scripts,
      ),
    );
  }
  if (kind.varies !== undefined) {
    const line = ancestorsOf(game.cast, kind.id);
    const last = line[line.length - 1] ?? kind;
    if (!game.cast.some((other) => other.id === kind.varies)) {
      faults.push(
        unknown(
          [...path, 'varies'],
          'unknown-kind',
          `The kind ${kind.id} varies \`${kind.varies}\`, which is not in the cast.`,
          'kinds',
          game.cast,
        ),
      );
    } else if (last.varies !== undefined && game.cast.some((other) => other.id === last.varies)) {
      faults.push(
        errorAt(
          { path: [...path, 'varies'] },
          'variant-cycle',
          `The kind ${kind.id} varies itself in the end: ${[kind, ...line].map((entry) => entry.id).join(' → ')} → ${last.varies}.`,
          'Let one of them vary no other.',
        ),
      );
    }
  }
  faults.push(...checkParts(game, kind, [...path, 'parts']));
  const shot = gunOf(kind.control)?.shot;
  if (shot !== undefined && !game.cast.some((other) => other.id === shot)) {
    faults.push(
      unknown(
        [...path, 'control', 'shot'],
        'unknown-kind',
        `The kind ${kind.id} fires \`${shot}\`, which is not in the cast.`,
        'kinds',
        game.cast,
      ),
    );
  }
  return faults;
}

function checkParts(game: GameDocument, kind: KindEntry, path: Path): Diagnostic[] {
  const own = kindOf(game, kind.id);
  if (kind.parts && own?.control)
    return [
      errorAt(
        { path },
        'part-unfit',
        `${kind.name} is the player, who has no parts.`,
        'Fix the parts to a kind that is not steered.',
      ),
    ];
  return (kind.parts ?? []).flatMap(({ kind: id }, index) => {
    const part = kindOf(game, id);
    if (!part)
      return [
        unknown(
          [...path, index, 'kind'],
          'unknown-kind',
          `The kind ${kind.id} has a part \`${id}\`, which is not in the cast.`,
          'kinds',
          game.cast,
        ),
      ];
    const why = part.control
      ? 'is the player'
      : part.parts?.length
        ? 'has parts of its own'
        : part.blocks
          ? 'blocks, and so stands where it is'
          : undefined;
    if (why === undefined) return [];
    return [
      errorAt(
        { path: [...path, index, 'kind'] },
        'part-unfit',
        `${part.name} cannot be a part of ${kind.name}: it ${why}.`,
        'Take another kind for the part.',
      ),
    ];
  });
}

function checkContact(game: GameDocument, contact: Contact, path: Path): Diagnostic[] {
  const tags = new Set(game.cast.flatMap((kind) => kind.tags ?? []));
  const isKnown = (name: string) => tags.has(name) || game.cast.some((kind) => kind.id === name);
  const sides = (['by', 'on'] as const).flatMap((side) =>
    isKnown(contact[side])
      ? []
      : [
          unknown(
            [...path, side],
            'unknown-kind',
            `The contact of \`${contact.by}\` with \`${contact.on}\` names \`${contact[side]}\`, which is neither a kind nor a tag.`,
            'kinds',
            game.cast,
          ),
        ],
  );
  return [...sides, ...contact.does.flatMap((effect, index) => checkEffect(game, effect, [...path, 'does', index]))];
}

function checkEffect(game: GameDocument, effect: Effect, path: Path): Diagnostic[] {
  const marks = game.levels.flatMap((level) => level.marks);
  const wants = (field: string, value: string, what: string, entries: readonly { id: string }[]) =>
    entries.some((entry) => entry.id === value)
      ? []
      : [
          unknown(
            [...path, field],
            `unknown-${what === 'marks' ? 'mark' : what === 'kinds' ? 'kind' : 'ground'}`,
            `\`${effect.effect}\` names \`${value}\`, which is not among the ${what}.`,
            what,
            entries,
          ),
        ];
  if (effect.effect === 'teleport') return wants('to', effect.to, 'marks', marks);
  if (effect.effect !== 'open') return [];
  return [
    ...wants('area', effect.area, 'marks', marks),
    ...wants('ground', effect.ground, 'types of ground', game.terrain),
    ...wants('becomes', effect.becomes, 'types of ground', game.terrain),
    ...(effect.needs === undefined ? [] : wants('needs', effect.needs, 'kinds', game.cast)),
  ];
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
    ...twice(
      (level.lanes ?? []).map((lane) => lane.id),
      [...path, 'lanes'],
      'lane',
    ),
    ...(level.lanes ?? []).flatMap((lane, index) =>
      level.marks.some((mark) => mark.id === lane.mark)
        ? []
        : [
            unknown(
              [...path, 'lanes', index, 'mark'],
              'unknown-mark',
              `The lane ${lane.id} begins at \`${lane.mark}\`, which is no mark of ${level.id}.`,
              'marks',
              level.marks,
            ),
          ],
    ),
    ...(level.links ?? []).flatMap((link, index) =>
      link.to === undefined || game.levels.some(({ id }) => id === link.to)
        ? []
        : [
            unknown(
              [...path, 'links', index, 'to'],
              'unknown-level',
              `${level.name} leads on to \`${link.to}\`, which is no level.`,
              'levels',
              game.levels,
            ),
          ],
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
