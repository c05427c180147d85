import { cellsOfArea, type Area } from '../arena/area';
import { computeDistanceField } from '../arena/distanceField';
import { cellIndexAt, type ArenaGrid } from '../arena/grid';
import { slideEnds } from '../arena/slide';
import { buildBodyWalkGrid, type WalkGrid } from '../arena/walkGrid';
import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { standShapeOf, type Kind } from '../document/resolveKind';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { outlineOf } from './compileBodies';
import { findContact } from './compileContacts';
import { FOOTING, type GroundMap } from './levelProgram';

type Path = (string | number)[];

/**
 * Whether the player can get to the exit at all: over ground that bears it, or, when something in the level carries, over
 * any; for one that slides until it is blocked, by slides. Ground that opens or wears away during a run counts as open.
 */
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
  const hasCarrier = level.pieces.some((piece) =>
    game.contacts?.[findContact(game, piece.kind, kind.id)]?.does.some(({ effect }) => effect === 'carry along'),
  );
  const passable = passableGrid(game, grid, ground, hasCarrier || (kind.floats ?? false));
  const walk = buildBodyWalkGrid(passable, outlineOf(standShapeOf(kind)), true);
  const goals = cellsOfArea(exit, grid.width, grid.height).filter((cell) => !walk.blocked[cell]);
  const start = cellIndexAt(grid, player.at[0], player.at[1]);
  const isReached =
    kind.control?.scheme === 'slide until blocked'
      ? slidesTo(walk, start, new Set(goals))
      : Number.isFinite(computeDistanceField(walk, goals)[start]);
  if (isReached) return [];
  const markIndex = level.marks.findIndex((mark) => mark.id === level.rules.winAt);
  const mark = level.marks[markIndex];
  const isWalledUp = goals.length === 0;
  const slides = kind.control?.scheme === 'slide until blocked';
  return [
    errorAt(
      { path: [...path, 'marks', markIndex] },
      'exit-unreachable',
      `${player.name} cannot reach ${mark.name}: no ${slides ? 'row of slides' : 'way'} leads from ${player.at[0]}, ${player.at[1]} to ${exit.x}, ${exit.y}.`,
      isWalledUp
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
    ground.typeOfCell.some((type, cell) => !grid.solid[cell] && isUnsafe(ground, type))
  );
}

function isUnsafe(ground: GroundMap, type: number): boolean {
  const { footing } = ground.types[type];
  return footing === FOOTING.liquid || footing === FOOTING.void;
}

/** The ground as open as it can come to be. */
export function passableGrid(
  game: GameDocument,
  grid: ArenaGrid,
  ground: GroundMap,
  crossesUnsafe: boolean,
): ArenaGrid {
  const opened = new Set<string>();
  for (const contact of game.contacts ?? [])
    for (const effect of contact.does) if (effect.effect === 'open') opened.add(effect.ground);
  const canOpen = ground.types.map(
    (type) => opened.has(type.id) || (type.strength > 0 && ground.types[type.becomes]?.solid === false),
  );
  const solid = Uint8Array.from(grid.solid, (isSolid, cell) => {
    const type = ground.typeOfCell[cell];
    if (isSolid) return canOpen[type] ? 0 : 1;
    return !crossesUnsafe && isUnsafe(ground, type) ? 1 : 0;
  });
  return { ...grid, solid };
}

/** Whether slides from a cell come over one of the goals. */
function slidesTo(walk: WalkGrid, start: number, goals: ReadonlySet<number>): boolean {
  const reached = new Set([start]);
  for (const cell of reached) {
    for (const slide of slideEnds(walk, cell)) {
      if (slide.some((passed) => goals.has(passed))) return true;
      if (slide.length > 0) reached.add(slide[slide.length - 1]);
    }
  }
  return goals.has(start);
}
