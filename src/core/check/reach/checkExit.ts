import { cellsOfArea, type Area } from '../arena/area';
import type { ArenaGrid } from '../arena/grid';
import type { GameDocument, Level, Piece } from '../document/gameDocument';
import type { Kind } from '../document/resolveKind';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { cellsWithinReach } from './cellsWithinReach';
import { isUnsafe, type GroundMap } from './levelProgram';

type Path = (string | number)[];

/** Whether the player can get to the exit at all. */
export function checkWayOut(
  game: GameDocument,
  level: Level,
  grid: ArenaGrid,
  ground: GroundMap,
  exit: Area,
  player: Piece,
  kind: Kind,
  path: Path,
): Diagnostic[] {
  const { walk, isReached } = cellsWithinReach(game, level, grid, ground, player, kind);
  const goals = cellsOfArea(exit, grid.width, grid.height).filter((cell) => !walk.blocked[cell]);
  if (goals.some((cell) => isReached[cell] === 1)) return [];
  const markIndex = level.marks.findIndex((mark) => mark.id === level.rules.winAt);
  const mark = level.marks[markIndex];
  const slides = kind.control?.scheme === 'slide until blocked';
  return [
    errorAt(
      { path: [...path, 'marks', markIndex] },
      'exit-unreachable',
      `${player.name} cannot reach ${mark.name}: no ${slides ? 'row of slides' : 'way'} leads from ${player.at[0]}, ${player.at[1]} to ${exit.x}, ${exit.y}.`,
      goals.length === 0
        ? 'The exit itself is walled up.'
        : slides
          ? 'Put something in the way where it should stop, or open a way.'
          : hasOnlyUnsafeWay(level, kind, grid, ground)
            ? 'Ground that does not bear it lies between: lay firm ground, or place something that carries.'
            : 'Open a way through the walls, at least as wide as the player.',
    ),
  ];
}

function hasOnlyUnsafeWay(level: Level, kind: Kind, grid: ArenaGrid, ground: GroundMap): boolean {
  return (
    level.view !== 'side' &&
    !kind.floats &&
    ground.typeOfCell.some((type, cell) => !grid.solid[cell] && isUnsafe(ground.types[type]))
  );
}
