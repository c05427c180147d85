import { canPass, isLong, standingPlaces } from '../../arena/standing';
import { canStep, DIAGONAL_COST, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS } from '../../arena/walkGrid';
import { isUnsafe, type GroundProgram, type LevelProgram } from '../../compile/levelProgram';
import { directionFor } from '../engine/player/inputs';
import type { GroundNow } from './groundNow';
import { makeMoveGraph, MOVE, type MoveGraph, type NewMove } from './moveGraph';

/** How much dearer every second is on ground that harms, and beside ground that does not bear. */
const HARMING = 4;
const BESIDE_BRINK = 1.25;
/** The same where the ground pushes towards it. */
const PUSHED_TO_BRINK = 3;
const OVER_NOTHING = 3;
/** How many cells downstream of a push one looks for a brink. */
const DOWNSTREAM_CELLS = 2;
const MOST_WAIT_SECONDS = 0.25;

/** Steps and hops from cell to cell, and moves along a rail. */
export function walkMoves(program: LevelProgram, { grid, typeOfCell }: GroundNow): MoveGraph {
  const { player, ground, ticksPerSecond } = program;
  const { scheme } = player.control;
  const { floats } = program.kinds[player.kindIndex];
  const isSafe = (cell: number) => floats || !isUnsafe(ground.types[typeOfCell[cell]]);
  const hasCarriers = program.kinds.some((kind) => kind.isCarrier);
  const passable =
    hasCarriers || ground.isPlain
      ? grid
      : { ...grid, solid: Uint8Array.from(grid.solid, (solid, cell) => (solid || !isSafe(cell) ? 1 : 0)) };
  const standing = standingPlaces(passable, player.stand);
  const walk = { ...standing, diagonals: scheme === 'eight ways' || scheme === 'steer to a point' };
  const isLongBody = isLong(player.stand);
  const { width, height } = grid;
  const cells = width * height;
  const step = speedIn(program, 1);
  const isRail = player.control.scheme === 'along a rail' ? player.control : undefined;
  const rowOfRail = Math.floor(player.y);
  const columnOfRail = Math.floor(player.x);
  const isOnRail = (cell: number) =>
    !isRail || (isRail.isAcross ? Math.floor(cell / width) === rowOfRail : cell % width === columnOfRail);
  const isHop = scheme === 'one cell a press';
  /** The cells over which a step goes on, where the ground slides. */
  const slideOn = (first: number, neighbour: number): number[] => {
    const passed = [first];
    for (let cell = first; ground.types[typeOfCell[cell]].slides && passed.length <= width + height;) {
      if (!canStep(walk, cell % width, Math.floor(cell / width), neighbour)) break;
      cell += NEIGHBOUR_ROWS[neighbour] * width + NEIGHBOUR_COLUMNS[neighbour];
      passed.push(cell);
    }
    return passed;
  };
  const movesFrom = (cell: number): NewMove[] => {
    const type = ground.types[typeOfCell[cell]];
    const column = cell % width;
    const row = (cell - column) / width;
    const moves: NewMove[] = [];
    for (let neighbour = 0; neighbour < (walk.diagonals ? 8 : 4); neighbour++) {
      if (!canStep(walk, column, row, neighbour)) continue;
      const to = cell + NEIGHBOUR_ROWS[neighbour] * width + NEIGHBOUR_COLUMNS[neighbour];
      if (!isOnRail(to) || (isLongBody && !canPass(passable, player.stand, standing, cell, to))) continue;
      const length = neighbour < 4 ? 1 : DIAGONAL_COST;
      const speed = isHop
        ? step * type.speedFactor
        : speedAlong(
            speedIn(program, length) * type.speedFactor,
            NEIGHBOUR_COLUMNS[neighbour] / length,
            NEIGHBOUR_ROWS[neighbour] / length,
            type,
          );
      if (speed <= 0) continue;
      const passed = isHop ? slideOn(to, neighbour) : [to];
      moves.push({
        to: passed[passed.length - 1],
        ...(passed.length > 1 ? { passes: Int32Array.from(passed) } : {}),
        ticks: (length * passed.length) / speed,
        direction: directionFor(NEIGHBOUR_COLUMNS[neighbour], NEIGHBOUR_ROWS[neighbour]),
        kind: isHop ? MOVE.press : MOVE.step,
      });
    }
    return moves;
  };
  return makeMoveGraph(
    {
      width,
      height,
      isRest: Uint8Array.from(walk.blocked, (blocked, cell) => (blocked || !isOnRail(cell) ? 0 : 1)),
      restX: Float64Array.from({ length: cells }, (_, cell) =>
        isRail && !isRail.isAcross ? player.x : standing.x[cell],
      ),
      restY: Float64Array.from({ length: cells }, (_, cell) => (isRail?.isAcross ? player.y : standing.y[cell])),
      canWait: Uint8Array.from(typeOfCell, (type) => {
        const { pushX, pushY, speedFactor } = ground.types[type];
        return Math.sqrt(pushX * pushX + pushY * pushY) < (isHop ? 1e-9 : step * speedFactor) ? 1 : 0;
      }),
      wary: waryFactors(program, { grid, typeOfCell }, isSafe),
      needsCarrier:
        hasCarriers && !ground.isPlain
          ? Uint8Array.from(typeOfCell, (_, cell) => (!isSafe(cell) && !grid.solid[cell] ? 1 : 0))
          : new Uint8Array(0),
      waitTicks: Math.max(4, Math.min(MOST_WAIT_SECONDS * ticksPerSecond, Math.round(1 / step))),
    },
    movesFrom,
  );
}

/** Cells a tick straight on, or aslant when the step has the length of a diagonal. */
function speedIn({ player }: LevelProgram, length: number): number {
  const { control } = player;
  const slants = length > 1 && control.scheme === 'eight ways' && !control.evenDiagonals;
  return control.step * (slants ? Math.SQRT2 : 1);
}

/** How fast a body comes on in a direction on ground that pushes, when it holds against what pushes it aside; 0 for not at all. */
function speedAlong(own: number, unitX: number, unitY: number, { pushX, pushY }: GroundProgram): number {
  const along = pushX * unitX + pushY * unitY;
  const asideX = pushX - along * unitX;
  const asideY = pushY - along * unitY;
  const left = own * own - asideX * asideX - asideY * asideY;
  return left <= 0 ? 0 : Math.max(0, along + Math.sqrt(left));
}

function waryFactors(
  { ground }: LevelProgram,
  { grid, typeOfCell }: GroundNow,
  isSafe: (cell: number) => boolean,
): Float64Array {
  const { width, height } = grid;
  const isBrink = (column: number, row: number) => {
    if (column < 0 || row < 0 || column >= width || row >= height) return false;
    const cell = row * width + column;
    return !grid.solid[cell] && (!isSafe(cell) || ground.types[typeOfCell[cell]].harm > 0);
  };
  return Float64Array.from(typeOfCell, (typeIndex, cell) => {
    const type = ground.types[typeIndex];
    const column = cell % width;
    const row = (cell - column) / width;
    if (!isSafe(cell)) return OVER_NOTHING;
    if (type.harm > 0) return HARMING;
    for (let far = 1; far <= DOWNSTREAM_CELLS; far++)
      if (
        (type.pushX !== 0 || type.pushY !== 0) &&
        isBrink(column + Math.sign(type.pushX) * far, row + Math.sign(type.pushY) * far)
      )
        return 1 + (PUSHED_TO_BRINK - 1) / far;
    for (let neighbour = 0; neighbour < 4; neighbour++)
      if (isBrink(column + NEIGHBOUR_COLUMNS[neighbour], row + NEIGHBOUR_ROWS[neighbour])) return BESIDE_BRINK;
    return 1;
  });
}
