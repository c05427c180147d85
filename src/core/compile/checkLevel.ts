import { circleOverlapsSolid, cellIndexAt, isSolidAt, type ArenaGrid } from '../arena/grid';
import { computeDistanceField } from '../arena/distanceField';
import { buildWalkGrid } from '../arena/walkGrid';
import type { GameDocument, Kind, Level, Piece } from '../document/gameDocument';
import { errorAt, warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { Area } from './levelProgram';

type Path = (string | number)[];

/** What can be said of a level's geometry before any run: pieces in walls, no player, an exit that cannot be reached. */
export function checkLevelGeometry(game: GameDocument, level: Level, grid: ArenaGrid, path: Path): Diagnostic[] {
  const placed = level.pieces.flatMap((piece, index) => {
    const kind = game.cast.find((candidate) => candidate.id === piece.kind);
    return kind ? [{ piece, kind, path: [...path, 'pieces', index] }] : [];
  });
  const faults = placed.flatMap(({ piece, kind, path: place }) => checkPiece(piece, kind, grid, place));
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
  if (!exit) {
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
  if (!placed.some(({ kind }) => kind.tags.includes(loseWhenTouching))) {
    faults.push(
      warningAt(
        { path: [...path, 'rules', 'loseWhenTouching'] },
        'no-threat',
        `Nothing in ${level.name} has the tag \`${loseWhenTouching}\`, so no touch ends a run.`,
        'Place such a piece, or name another tag.',
      ),
    );
  }
  if (exit && players.length === 1 && !faults.some((fault) => fault.severity === 'error')) {
    faults.push(...checkWayOut(level, grid, exit, players[0].piece, players[0].kind, path));
  }
  return faults;
}

export function findExit(level: Level): Area | undefined {
  const mark = level.marks.find((candidate) => candidate.id === level.rules.winAt);
  if (!mark) return undefined;
  const [x, y, width, height] = mark.area;
  return { x, y, width, height };
}

function isOutside(grid: ArenaGrid, x: number, y: number, radius: number): boolean {
  return x - radius < 0 || y - radius < 0 || x + radius > grid.width || y + radius > grid.height;
}

function checkPiece(piece: Piece, kind: Kind, grid: ArenaGrid, path: Path): Diagnostic[] {
  const [x, y] = piece.at;
  const faults: Diagnostic[] = [];
  if (isOutside(grid, x, y, kind.radius)) {
    faults.push(
      errorAt(
        { path: [...path, 'at'] },
        'piece-outside',
        `${piece.name} at ${x}, ${y} stands outside the arena of ${grid.width} × ${grid.height} cells.`,
        'Move it inside.',
      ),
    );
  } else if (circleOverlapsSolid(grid, x, y, kind.radius)) {
    faults.push(
      errorAt(
        { path: [...path, 'at'] },
        'piece-in-wall',
        `${piece.name} at ${x}, ${y} stands in a wall.`,
        `Move it to open ground with ${kind.radius} cells around its centre.`,
      ),
    );
  }
  piece.route?.forEach(([waypointX, waypointY], index) => {
    const place = { path: [...path, 'route', index] };
    if (isOutside(grid, waypointX, waypointY, 0)) {
      faults.push(
        errorAt(
          place,
          'waypoint-outside',
          `Waypoint ${index + 1} of ${piece.name} at ${waypointX}, ${waypointY} is outside the arena.`,
          'Move it inside or remove it.',
        ),
      );
    } else if (isSolidAt(grid, Math.floor(waypointX), Math.floor(waypointY))) {
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

/** The cells that overlap an area and that a body can stand in. */
export function cellsOfArea(area: Area, width: number, height: number): number[] {
  const cells: number[] = [];
  for (let row = Math.max(0, Math.floor(area.y)); row < Math.min(height, Math.ceil(area.y + area.height)); row++) {
    for (
      let column = Math.max(0, Math.floor(area.x));
      column < Math.min(width, Math.ceil(area.x + area.width));
      column++
    ) {
      cells.push(row * width + column);
    }
  }
  return cells;
}

function checkWayOut(level: Level, grid: ArenaGrid, exit: Area, player: Piece, kind: Kind, path: Path): Diagnostic[] {
  const walk = buildWalkGrid(grid, kind.radius, true);
  const goals = cellsOfArea(exit, grid.width, grid.height).filter((cell) => !walk.blocked[cell]);
  const field = computeDistanceField(walk, goals);
  if (Number.isFinite(field[cellIndexAt(grid, player.at[0], player.at[1])])) return [];
  const markIndex = level.marks.findIndex((mark) => mark.id === level.rules.winAt);
  const mark = level.marks[markIndex];
  return [
    errorAt(
      { path: [...path, 'marks', markIndex] },
      'exit-unreachable',
      `${player.name} cannot reach ${mark.name}: no way leads from ${player.at[0]}, ${player.at[1]} to ${exit.x}, ${exit.y}.`,
      goals.length === 0
        ? 'The exit itself is walled up.'
        : 'Open a way through the walls, at least as wide as the player.',
    ),
  ];
}
