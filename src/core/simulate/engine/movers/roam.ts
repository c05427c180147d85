import { NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS, type WalkGrid } from '../../../arena/walkGrid';
import type { MotionProgram } from '../../../compile/levelProgram';
import type { World } from '../world';

/** Straight neighbours only. */
const HEADINGS = 4;
const choices = new Int8Array(HEADINGS);

type Roam = Extract<MotionProgram, { operation: 'roam' }>;

/** Walks from the middle of a cell to the middle of the next, and chooses where there is a choice. */
export function roam(world: World, piece: number, motion: Roam, step: number, walk: WalkGrid): void {
  if (world.steerGoalCell[piece] < 0) {
    // It begins by going to the middle of the cell in which it stands.
    const column = Math.floor(world.x[piece]);
    const row = Math.floor(world.y[piece]);
    setGoal(world, piece, row * walk.width + column, walk.width);
  }
  let left = step;
  for (let turn = 0; turn < 64; turn++) {
    const dx = world.steerX[piece] - world.x[piece];
    const dy = world.steerY[piece] - world.y[piece];
    const distance = Math.sqrt(dx * dx + dy * dy);
    if (distance > left) {
      world.facingX[piece] = dx / distance;
      world.facingY[piece] = dy / distance;
      world.x[piece] += (dx / distance) * left;
      world.y[piece] += (dy / distance) * left;
      return;
    }
    if (distance > 0) {
      world.facingX[piece] = dx / distance;
      world.facingY[piece] = dy / distance;
    }
    world.x[piece] = world.steerX[piece];
    world.y[piece] = world.steerY[piece];
    left -= distance;
    if (!chooseNext(world, piece, motion, walk)) return;
    if (left <= 0) return;
  }
}

function setGoal(world: World, piece: number, cell: number, width: number): void {
  world.steerGoalCell[piece] = cell;
  world.steerX[piece] = (cell % width) + 0.5;
  world.steerY[piece] = Math.floor(cell / width) + 0.5;
}

/** Chooses among the open neighbours, not the one it comes from unless that is the only one; false when it is shut in. */
function chooseNext(world: World, piece: number, motion: Roam, walk: WalkGrid): boolean {
  const cell = world.steerGoalCell[piece];
  const column = cell % walk.width;
  const row = (cell - column) / walk.width;
  let count = 0;
  let back = -1;
  for (let heading = 0; heading < HEADINGS; heading++) {
    const toColumn = column + NEIGHBOUR_COLUMNS[heading];
    const toRow = row + NEIGHBOUR_ROWS[heading];
    if (toColumn < 0 || toRow < 0 || toColumn >= walk.width || toRow >= walk.height) continue;
    if (walk.blocked[toRow * walk.width + toColumn]) continue;
    const isBack =
      NEIGHBOUR_COLUMNS[heading] * world.facingX[piece] + NEIGHBOUR_ROWS[heading] * world.facingY[piece] < -0.9;
    if (isBack) back = heading;
    else choices[count++] = heading;
  }
  if (count === 0 && back < 0) return false;
  const chosen = count === 0 ? back : count === 1 ? choices[0] : choose(world, piece, motion, column, row, count);
  setGoal(world, piece, (row + NEIGHBOUR_ROWS[chosen]) * walk.width + column + NEIGHBOUR_COLUMNS[chosen], walk.width);
  return true;
}

/** One of the first so many headings in `choices`, as the motion says. */
function choose(world: World, piece: number, motion: Roam, column: number, row: number, count: number): number {
  if (motion.choice === 'random') return choices[world.randomOf(piece).nextInteger(0, count - 1)];
  const { player } = world;
  const lead = motion.choice === 'ahead' ? motion.lead : 0;
  const goalX = player.x + player.facingX * lead;
  const goalY = player.y + player.facingY * lead;
  const sign = motion.choice === 'away' ? -1 : 1;
  let best = choices[0];
  let bestSquare = Infinity;
  for (let index = 0; index < count; index++) {
    const heading = choices[index];
    const dx = column + NEIGHBOUR_COLUMNS[heading] + 0.5 - goalX;
    const dy = row + NEIGHBOUR_ROWS[heading] + 0.5 - goalY;
    const square = sign * (dx * dx + dy * dy);
    if (square < bestSquare) {
      best = heading;
      bestSquare = square;
    }
  }
  return best;
}
