import { FieldCache, nextCellDownhill } from '../../../arena/distanceField';
import { PathFinder } from '../../../arena/findPath';
import { bodyOverlapsSolid, cellIndexAt, type ArenaGrid } from '../../../arena/grid';
import { isWalkClear } from '../../../arena/sweep';
import { buildBodyWalkGrid, type WalkGrid } from '../../../arena/walkGrid';
import { isUnsafe, type PlayerProgram } from '../../../compile/levelProgram';
import type { GroundState } from '../groundState';
import { hasPoint, pointX, pointY, type Input } from './inputs';
import type { PlayerBody } from './playerBody';

/** How many cells of a way are looked ahead for a straight line of walk. */
const SMOOTHING_CELLS = 12;

/** Ways of a player who walks on by itself, on ground as it is now. */
interface OwnWays {
  groundVersion: number;
  grid: ArenaGrid;
  walk: WalkGrid;
  fields: FieldCache;
  finder: PathFinder;
}

const waysOfGround = new WeakMap<GroundState, OwnWays>();

/**
 * Where one who walks on by itself goes: a new press sets the place, and it is walked to on the shortest way for this body, cut
 * straight wherever there is a free line of walk, whatever is pressed meanwhile. A place that cannot be reached stands for the
 * reachable cell nearest to it. Writes the move of this tick into `wish`, in cells; none at the place.
 */
export function walkOn(
  body: PlayerBody,
  input: Input,
  program: PlayerProgram,
  ground: GroundState,
  step: number,
  wish: { x: number; y: number },
): void {
  notePlace(body, input, program, ground);
  wish.x = wish.y = 0;
  if (body.walkX < 0) return;
  const ways = waysFor(program, ground);
  const [toX, toY] = nextPlace(body, program, ways);
  const dx = toX - body.x;
  const dy = toY - body.y;
  const distance = Math.sqrt(dx * dx + dy * dy);
  const share = distance <= step ? 1 : step / distance;
  wish.x = dx * share;
  wish.y = dy * share;
  if (share === 1 && toX === body.walkX && toY === body.walkY) body.walkX = body.walkY = -1;
}

/** Takes up a place that is newly pointed at; one that stays pointed at counts once. */
function notePlace(body: PlayerBody, input: Input, program: PlayerProgram, ground: GroundState): void {
  if (!hasPoint(input)) {
    body.pointedX = body.pointedY = -1;
    return;
  }
  const x = pointX(input);
  const y = pointY(input);
  if (x === body.pointedX && y === body.pointedY) return;
  body.pointedX = x;
  body.pointedY = y;
  const ways = waysFor(program, ground);
  const { grid } = ways;
  const cell = cellIndexAt(grid, clampTo(x, grid.width), clampTo(y, grid.height));
  const from = cellIndexAt(grid, body.x, body.y);
  const way = ways.finder.find(from, cell);
  const end = way.cells[way.cells.length - 1];
  const isExact = end === cell && !bodyOverlapsSolid(grid, x, y, program.stand);
  body.walkX = isExact ? x : (end % grid.width) + 0.5;
  body.walkY = isExact ? y : Math.floor(end / grid.width) + 0.5;
}

function clampTo(value: number, size: number): number {
  return Math.min(size - 0.5, Math.max(0, value));
}

function nextPlace(body: PlayerBody, program: PlayerProgram, { grid, walk, fields }: OwnWays): [x: number, y: number] {
  const { x, y, walkX, walkY } = body;
  const from = cellIndexAt(grid, x, y);
  const goal = cellIndexAt(grid, walkX, walkY);
  if (from === goal || isWalkClear(grid, x, y, walkX, walkY, program.stand)) return [walkX, walkY];
  const field = fields.toCell(goal, from);
  let steer = nextCellDownhill(walk, field, from);
  // What has been shut since: it goes straight, as far as it gets.
  if (steer < 0) return [walkX, walkY];
  const middleX = (cell: number) => (cell % grid.width) + 0.5;
  const middleY = (cell: number) => Math.floor(cell / grid.width) + 0.5;
  for (let ahead = 1, cell = steer; ahead < SMOOTHING_CELLS && cell !== goal; ahead++) {
    cell = nextCellDownhill(walk, field, cell);
    if (cell < 0 || !isWalkClear(grid, x, y, middleX(cell), middleY(cell), program.stand)) break;
    steer = cell;
  }
  return [middleX(steer), middleY(steer)];
}

/** Walls, and ground that would not bear the body, stop it; worked out again when the ground changes. */
function waysFor(program: PlayerProgram, ground: GroundState): OwnWays {
  const known = waysOfGround.get(ground);
  if (known?.groundVersion === ground.version) return known;
  const { control } = program;
  const minds = control.scheme === 'steer to a point' && control.mindsGround;
  const solid = Uint8Array.from(ground.grid.solid, (own, cell) =>
    own === 1 || (minds && isUnsafe(ground.types[ground.typeOfCell[cell]])) ? 1 : 0,
  );
  const grid = { ...ground.grid, solid };
  const walk = buildBodyWalkGrid(grid, program.stand, true);
  const ways = {
    groundVersion: ground.version,
    grid,
    walk,
    fields: new FieldCache(walk),
    finder: new PathFinder(walk),
  };
  waysOfGround.set(ground, ways);
  return ways;
}
