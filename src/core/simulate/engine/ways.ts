import { FieldCache } from '../../arena/distanceField';
import type { ArenaGrid } from '../../arena/grid';
import { circleOutline, type Outline } from '../../arena/outline';
import { buildBodyWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import type { GroundState } from './groundState';

/** How bodies of one size get about: the cells they can use and the ways to any cell, shared by all runs. */
export interface Ways {
  /** What stops such a body when it walks: walls, and ground that would not bear it. */
  grid: ArenaGrid;
  /** As `grid`, with ground closed that is dear to cross: where no straight way may be cut. */
  cheapGrid: ArenaGrid;
  walk: WalkGrid;
  fields: FieldCache;
  /** The same cells when only straight neighbours are taken. */
  squares: WalkGrid;
  squareFields: FieldCache;
}

/** Bodies with the same key get about in the same way. */
export interface WayKey {
  /** Undefined for all bodies up to one cell wide. */
  outline: Outline | undefined;
  floats: boolean;
  /** The first kind that the ground stops in the same way. */
  stoppedAs: number;
}

export function wayKeyOf(program: LevelProgram, kindIndex: number): WayKey {
  const { stand, floats } = program.kinds[kindIndex];
  const isSmall = Math.max(stand.west, stand.north, stand.east, stand.south) <= 0.5;
  // All bodies up to one cell wide use the same cells.
  const { types } = program.ground;
  const isSame = (kind: number) => types.every(({ solidFor }) => !solidFor || solidFor[kind] === solidFor[kindIndex]);
  const stoppedAs = program.kinds.findIndex((_, kind) => isSame(kind));
  return { outline: isSmall ? undefined : stand, floats: floats || program.ground.isPlain, stoppedAs };
}

export function buildWays(
  program: LevelProgram,
  ground: ArenaGrid,
  typeOfCell: Uint8Array,
  { outline, floats }: WayKey,
): Ways {
  const { types } = program.ground;
  // Seen from the side nothing walks over liquid or void; it falls in.
  const minds = !floats && !program.isSideView;
  const close = (isClosed: (type: number) => boolean): ArenaGrid => ({
    ...ground,
    solid: Uint8Array.from(ground.solid, (solid, cell) => (solid || isClosed(typeOfCell[cell]) ? 1 : 0)),
  });
  const grid = minds ? close((type) => isUnsafe(types[type])) : ground;
  const used = new Set(typeOfCell);
  const isEven = types.every((type, index) => type.pathCost === 1 || !used.has(index));
  const cheapGrid = isEven ? grid : close((type) => (minds && isUnsafe(types[type])) || types[type].pathCost > 1);
  const walk = buildBodyWalkGrid(grid, outline ?? SMALL, true);
  if (!isEven) walk.costs = Float64Array.from(typeOfCell, (type) => types[type].pathCost);
  const squares = { ...walk, diagonals: false };
  return { grid, cheapGrid, walk, fields: new FieldCache(walk), squares, squareFields: new FieldCache(squares) };
}

const SMALL = circleOutline(0.5);

/** The ways of all pieces on ground that has changed during a run. */
export function waysOnChangedGround(
  program: LevelProgram,
  waysOfPiece: Int16Array,
  count: number,
  state: GroundState,
): Ways[] {
  return Array.from({ length: count }, (_, index) => {
    const piece = program.pieces[waysOfPiece.indexOf(index)];
    return buildWays(program, state.gridOf(piece.kindIndex), state.typeOfCell, wayKeyOf(program, piece.kindIndex));
  });
}
