import type { MotionProgram } from '../../../compile/levelProgram';
import type { World } from '../world';

/** Nearer than this to where it should be, a piece is on its line. */
const ON_LINE_CELLS = 1e-6;

/** Stands where pieces that go by path note their goal: `steerX` and `steerY` are the place on the line. */
const ON_LINE = -3;

/** Swings along the route; one that was brought away from it first comes back, at its mean speed. */
export function hover(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'hover' }>): void {
  const lengths = world.level.routeLengths[piece];
  const last = lengths.length - 1;
  if (last < 1) return;
  const { x, y, steerX, steerY } = world;
  const fromX = x[piece];
  const fromY = y[piece];
  // Where it should be was worked out in the tick before, unless it was at something else.
  if (world.steerGoalCell[piece] !== ON_LINE) {
    world.steerGoalCell[piece] = ON_LINE;
    findPlace(world, piece, motion, world.progress[piece]);
  }
  const dx = steerX[piece] - fromX;
  const dy = steerY[piece] - fromY;
  if (Math.abs(dx) + Math.abs(dy) > ON_LINE_CELLS) {
    const distance = Math.sqrt(dx * dx + dy * dy);
    const step = (2 * lengths[last]) / motion.periodTicks;
    const share = distance <= step ? 1 : step / distance;
    x[piece] = fromX + dx * share;
    y[piece] = fromY + dy * share;
    world.facingX[piece] = dx / distance;
    world.facingY[piece] = dy / distance;
  } else {
    const ticks = ++world.progress[piece];
    findPlace(world, piece, motion, ticks);
    x[piece] = steerX[piece];
    y[piece] = steerY[piece];
  }
}

/** Puts a piece where its swing begins. */
export function putOnLine(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'hover' }>): void {
  if (world.level.routeLengths[piece].length < 2) return;
  if (motion.drawsPhase) world.progress[piece] = Math.floor(world.randomOf(piece).nextUnit() * motion.periodTicks);
  const { facingX, facingY } = world;
  const [ownX, ownY] = [facingX[piece], facingY[piece]];
  findPlace(world, piece, motion, world.progress[piece]);
  // It has not moved yet.
  [facingX[piece], facingY[piece]] = [ownX, ownY];
  world.x[piece] = world.beforeX[piece] = world.steerX[piece];
  world.y[piece] = world.beforeY[piece] = world.steerY[piece];
}

/** Notes in `steerX` and `steerY` where the swing has come to after so many ticks, and faces along the leg of the route. */
function findPlace(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'hover' }>,
  ticks: number,
): void {
  const turns = ticks / motion.periodTicks + motion.phase;
  const part = turns - Math.floor(turns);
  const there = part < 0.5 ? 2 * part : 2 - 2 * part;
  const share = motion.isSmooth ? there * there * (3 - 2 * there) : there;
  const route = world.level.routeOfPiece[piece];
  const lengths = world.level.routeLengths[piece];
  const wanted = share * lengths[lengths.length - 1];
  let leg = 1;
  while (leg < lengths.length - 1 && lengths[leg] < wanted) leg++;
  const legLength = lengths[leg] - lengths[leg - 1];
  const along = legLength > 0 ? (wanted - lengths[leg - 1]) / legLength : 0;
  if (legLength > 0) {
    // Divided when the level was prepared: this is done for every swing in every tick.
    const directions = world.level.routeDirections[piece];
    const way = part < 0.5 ? 1 : -1;
    world.facingX[piece] = directions[2 * leg - 2] * way;
    world.facingY[piece] = directions[2 * leg - 1] * way;
  }
  world.steerX[piece] = route[2 * leg - 2] + (route[2 * leg] - route[2 * leg - 2]) * along;
  world.steerY[piece] = route[2 * leg - 1] + (route[2 * leg + 1] - route[2 * leg - 1]) * along;
}
