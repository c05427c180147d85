import { canStep, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS } from '../../../arena/walkGrid';
import { cellIndexAt } from '../../../arena/grid';
import type { MotionProgram } from '../../../compile/levelProgram';
import { findTarget, targetPlace } from '../targets';
import { goAlongGround, goStraight, waysOf } from '../walking';
import type { World } from '../world';

/** Goes from cell to cell to the neighbour that is farthest from the target by the way that one would have to walk. */
export function flee(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'flee' }>,
  step: number,
): void {
  const isSafe = !findTarget(world, piece, motion.target) || targetPlace.squareDistance >= motion.until * motion.until;
  world.hasArrived[piece] = isSafe ? 1 : 0;
  if (isSafe) {
    world.steerFromCell[piece] = -1;
    return;
  }
  if (world.level.fallsOfPiece[piece] === 1) {
    const away = world.x[piece] < targetPlace.x ? -1 : 1;
    goAlongGround(world, piece, world.x[piece] + away, step, true);
    return;
  }
  const { grid } = world.ground;
  const cell = cellIndexAt(grid, world.x[piece], world.y[piece]);
  const targetCell = cellIndexAt(grid, targetPlace.x, targetPlace.y);
  if (cell !== world.steerFromCell[piece] || targetCell !== world.steerGoalCell[piece]) {
    world.steerFromCell[piece] = cell;
    world.steerGoalCell[piece] = targetCell;
    const away = farthestNeighbour(world, piece, cell, targetCell);
    world.steerX[piece] = (away % grid.width) + 0.5;
    world.steerY[piece] = Math.floor(away / grid.width) + 0.5;
  }
  if (goStraight(world, piece, world.steerX[piece], world.steerY[piece], step)) world.steerFromCell[piece] = -1;
}

/** The cell itself when no neighbour is farther off. */
function farthestNeighbour(world: World, piece: number, cell: number, targetCell: number): number {
  const { walk, fields } = waysOf(world, piece);
  const growing = fields.growing(targetCell);
  const column = cell % walk.width;
  const row = (cell - column) / walk.width;
  let best = cell;
  let farthest = growing.reach(cell);
  if (farthest === Infinity) return cell;
  for (let neighbour = 0; neighbour < 8; neighbour++) {
    if (!canStep(walk, column, row, neighbour)) continue;
    const next = cell + NEIGHBOUR_ROWS[neighbour] * walk.width + NEIGHBOUR_COLUMNS[neighbour];
    const distance = growing.reach(next);
    if (distance > farthest) {
      best = next;
      farthest = distance;
    }
  }
  return best;
}
