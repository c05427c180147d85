import { computeDistanceField } from '../arena/distanceField';
import { cellIndexAt, type ArenaGrid } from '../arena/grid';
import { slideEnds } from '../arena/slide';
import { buildBodyWalkGrid, type WalkGrid } from '../arena/walkGrid';
import { markBox, type GameDocument, type Level, type Piece } from '../document/gameDocument';
import { standShapeOf, type Kind } from '../document/resolveKind';
import { outlineOf } from './compileBodies';
import { findContact } from './compileContacts';
import { isUnsafe, type GroundMap } from './levelProgram';

/** Where the player can come at the very best, before any run. */
export interface WithinReach {
  walk: WalkGrid;
  /** 1 for every cell that its middle can come over. */
  isReached: Uint8Array;
}

/**
 * The cells that the player can come over at best: on ground that bears it or, when something in the level carries, on any;
 * for one that slides until it is blocked, by slides. Ground that opens or wears away during a run counts as open, and
 * gravity counts for nothing, so what is out of reach here is out of reach in every run.
 */
export function cellsWithinReach(
  game: GameDocument,
  level: Level,
  grid: ArenaGrid,
  ground: GroundMap,
  player: Piece,
  kind: Kind,
): WithinReach {
  const crossesUnsafe = (kind.floats ?? false) || hasCarrier(game, level, kind);
  const walk = buildBodyWalkGrid(passableGrid(game, grid, ground, crossesUnsafe), outlineOf(standShapeOf(kind)), true);
  const starts = [player.at, ...teleportsOf(game, level, kind)].map(([x, y]) => cellIndexAt(grid, x, y));
  const isReached =
    kind.control?.scheme === 'slide until blocked'
      ? cellsOfSlides(walk, starts)
      : Uint8Array.from(computeDistanceField(walk, starts), (way) => (Number.isFinite(way) ? 1 : 0));
  return { walk, isReached };
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
    return !crossesUnsafe && isUnsafe(ground.types[type]) ? 1 : 0;
  });
  return { ...grid, solid };
}

function hasCarrier(game: GameDocument, level: Level, kind: Kind): boolean {
  return level.pieces.some((piece) =>
    game.contacts?.[findContact(game, piece.kind, kind.id)]?.does.some(({ effect }) => effect === 'carry along'),
  );
}

/** Where contacts of what is in the level take the player. */
function teleportsOf(game: GameDocument, level: Level, kind: Kind): [number, number][] {
  return (game.contacts ?? []).flatMap(({ does }, index) => {
    const isMet = level.pieces.some((piece) => findContact(game, piece.kind, kind.id) === index);
    return does.flatMap((effect): [number, number][] => {
      const mark = effect.effect === 'teleport' && isMet && level.marks.find(({ id }) => id === effect.to);
      if (!mark) return [];
      const [x, y, width, height] = markBox(mark);
      return [[x + width / 2, y + height / 2]];
    });
  });
}

/** Every cell that some row of slides passes. */
function cellsOfSlides(walk: WalkGrid, starts: readonly number[]): Uint8Array {
  const isPassed = new Uint8Array(walk.width * walk.height);
  const stops = new Set(starts);
  for (const cell of stops) {
    isPassed[cell] = 1;
    for (const slide of slideEnds(walk, cell)) {
      for (const passed of slide) isPassed[passed] = 1;
      if (slide.length > 0) stops.add(slide[slide.length - 1]);
    }
  }
  return isPassed;
}
