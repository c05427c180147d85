import { bodyOverlapsSolid, cellIndexAt, isSolidAt, type ArenaGrid } from '../arena/grid';
import type { Area } from '../arena/area';
import type { Outline } from '../arena/outline';
import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { markBox } from '../document/markBox';
import { reachOf } from '../document/outlineShape';
import { endsRun, hitShapeOf, kindOf, standShapeOf, type Kind } from '../document/resolveKind';
import { errorAt, warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { CheckedCues } from '../language/cues/checkedCues';
import { buildGrid } from './buildGrid';
import { checkControl } from './checkControl';
import { outlineOf } from './compileBodies';
import { findContact } from './compileContacts';
import { FOOTING, type GroundMap } from './levelProgram';

type Path = (string | number)[];

/** What can be said of a level's geometry before any run: pieces in walls, no player, an exit that cannot be reached. */
export function checkLevelGeometry(
  game: GameDocument,
  level: Level,
  grid: ArenaGrid,
  ground: GroundMap,
  path: Path,
  cues: CheckedCues | undefined,
  /** All that there can be in the level; see `kindsOfLevel`. */
  kindIds: readonly string[],
): Diagnostic[] {
  const placed = level.pieces.flatMap((piece, index) => {
    const kind = kindOf(game, piece.kind);
    return kind ? [{ piece, kind, path: [...path, 'pieces', index] }] : [];
  });
  const differs = game.terrain.some(({ lets, bars }) => lets || bars);
  const gridFor = (kind: Kind) => (differs ? buildGrid(game, level, kind.names) : grid);
  const faults = placed.flatMap(({ piece, kind, path: place }) => [
    ...checkPiece(piece, kind, gridFor(kind), place),
    ...checkFooting(game, piece, kind, placed, grid, ground, place),
  ]);
  const players = placed.filter(({ kind }) => kind.control);
  if (players.length === 0) {
    faults.push(
      errorAt(
        { path: [...path, 'pieces'] },
        'no-player',
        `The level ${level.name} has no player.`,
        'Place a piece of a kind that has a control scheme.',
      ),
    );
  }
  for (const extra of players.slice(1)) {
    faults.push(
      errorAt(
        { path: extra.path },
        'player-twice',
        `The level ${level.name} has more than one player.`,
        'Remove this one or the other.',
      ),
    );
  }
  const exit = findExit(level);
  const winsByRule = (cues?.rules?.wins.length ?? 0) > 0;
  const isPlayedOn = cues?.rules?.playsFor !== undefined;
  if (!exit && level.rules.winAt === undefined && !winsByRule && !isPlayedOn) {
    faults.push(
      errorAt(
        { path: [...path, 'rules'] },
        'no-win',
        `Nothing wins ${level.name}: it has no exit and no rule that wins.`,
        'Name a mark as its exit, or write `win when …` in its rules; or `play for time`, `points` or `distance` where nothing wins it.',
      ),
    );
  } else if (!exit && level.rules.winAt !== undefined) {
    faults.push(
      errorAt(
        { path: [...path, 'rules', 'winAt'] },
        'no-exit',
        `The level ${level.name} has no exit: there is no mark \`${level.rules.winAt}\`.`,
        'Add the mark, or name another one in the rules.',
      ),
    );
  }
  const { loseWhenTouching } = level.rules;
  const all = kindIds.map((id) => kindOf(game, id)!);
  const canLose =
    all.some((kind) => endsRun(level, kind)) ||
    (players.length > 0 && endsByContact(game, players[0].kind, all)) ||
    (cues?.rules?.loses.length ?? 0) > 0;
  if (loseWhenTouching !== undefined && !canLose && ground.isPlain) {
    faults.push(
      warningAt(
        { path: [...path, 'rules', 'loseWhenTouching'] },
        'no-threat',
        `Nothing in ${level.name} has the tag \`${loseWhenTouching}\`, so no touch ends a run.`,
        'Place such a piece, name another tag, or leave `loseWhenTouching` out where no touch should.',
      ),
    );
  }
  if (players.length === 1) {
    faults.push(...checkControl(game, level, grid, players[0].kind));
  }
  return faults;
}

export function findExit(level: Level): Area | undefined {
  const mark = level.marks.find((candidate) => candidate.id === level.rules.winAt);
  if (!mark) return undefined;
  const [x, y, width, height] = markBox(mark);
  return { x, y, width, height };
}

/** Whether some contact of what there can be in a level can end a run. */
function endsByContact(game: GameDocument, player: Kind, all: readonly Kind[]): boolean {
  return all.some((kind) =>
    game.contacts?.[findContact(game, kind.id, player.id)]?.does.some(
      ({ effect }) => effect === 'defeat' || effect === 'harm',
    ),
  );
}

function isOutside(
  grid: ArenaGrid,
  x: number,
  y: number,
  reach: Pick<Outline, 'west' | 'north' | 'east' | 'south'>,
): boolean {
  return x - reach.west < 0 || y - reach.north < 0 || x + reach.east > grid.width || y + reach.south > grid.height;
}

/** Whether a place lies within the box around a piece. */
function isOver(piece: Piece, kind: Kind, x: number, y: number): boolean {
  const { west, north, east, south } = reachOf(hitShapeOf(kind));
  const [dx, dy] = [x - piece.at[0], y - piece.at[1]];
  return dx >= -west && dx <= east && dy >= -north && dy <= south;
}

const NO_REACH = { west: 0, north: 0, east: 0, south: 0 };

/** What walks must not begin on ground that drowns or swallows it, unless something carries it there. */
function checkFooting(
  game: GameDocument,
  piece: Piece,
  kind: Kind,
  placed: readonly { piece: Piece; kind: Kind }[],
  grid: ArenaGrid,
  ground: GroundMap,
  path: Path,
): Diagnostic[] {
  const [x, y] = piece.at;
  const type = ground.types[ground.typeOfCell[cellIndexAt(grid, x, y)]];
  const isUnsafe = type.footing === FOOTING.liquid || type.footing === FOOTING.void;
  if (!isUnsafe || kind.floats || !kind.control) return [];
  const isCarried = placed.some(
    ({ piece: other, kind: carrier }) =>
      isOver(other, carrier, x, y) &&
      game.contacts?.[findContact(game, carrier.id, kind.id)]?.does.some(({ effect }) => effect === 'carry along'),
  );
  if (isCarried) return [];
  return [
    errorAt(
      { path: [...path, 'at'] },
      'piece-on-unsafe-ground',
      `${piece.name} at ${x}, ${y} begins on ${type.name}, which does not bear it.`,
      'Move it to firm ground.',
    ),
  ];
}

function checkPiece(piece: Piece, kind: Kind, grid: ArenaGrid, path: Path): Diagnostic[] {
  const [x, y] = piece.at;
  const faults: Diagnostic[] = [];
  const outline = outlineOf(standShapeOf(kind));
  if (isOutside(grid, x, y, outline)) {
    faults.push(
      errorAt(
        { path: [...path, 'at'] },
        'piece-outside',
        `${piece.name} at ${x}, ${y} stands outside the arena of ${grid.width} × ${grid.height} cells.`,
        'Move it inside.',
      ),
    );
  } else if (!kind.floats && bodyOverlapsSolid(grid, x, y, outline)) {
    faults.push(
      errorAt(
        { path: [...path, 'at'] },
        'piece-in-wall',
        `${piece.name} at ${x}, ${y} stands in a wall.`,
        `Move it to open ground, ${(outline.west + outline.east).toFixed(2)} × ${(outline.north + outline.south).toFixed(2)} cells around its centre.`,
      ),
    );
  }
  if (kind.blocks && kind.behavior !== undefined)
    faults.push(
      errorAt(
        { path },
        'blocker-moves',
        `${piece.name} blocks, so it must stand, but its kind follows \`${kind.behavior}\`.`,
        'Take the behavior away, or let it not block.',
      ),
    );
  piece.route?.forEach(([waypointX, waypointY], index) => {
    const place = { path: [...path, 'route', index] };
    if (isOutside(grid, waypointX, waypointY, NO_REACH)) {
      faults.push(
        errorAt(
          place,
          'waypoint-outside',
          `Waypoint ${index + 1} of ${piece.name} at ${waypointX}, ${waypointY} is outside the arena.`,
          'Move it inside or remove it.',
        ),
      );
    } else if (!kind.floats && isSolidAt(grid, Math.floor(waypointX), Math.floor(waypointY))) {
      faults.push(
        errorAt(
          place,
          'waypoint-in-wall',
          `Waypoint ${index + 1} of ${piece.name} at ${waypointX}, ${waypointY} is in a wall.`,
          'Move it to open ground or remove it.',
        ),
      );
    }
  });
  return faults;
}
