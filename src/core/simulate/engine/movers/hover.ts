import type { MotionProgram } from '../../../compile/levelProgram';
import type { World } from '../world';

/** Nearer than this to where it should be, a piece is on its line. */
const ON_LINE_CELLS = 1e-6;

/** Stands where pieces that go by path note their goal: `steerX` and `steerY` are the place on the line. */
const ON_LINE = -3;

const place = { x: 0, y: 0 };

/** Swings along the route; one that was brought away from it first comes back, at its mean speed. */
export function hover(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'hover' }>): void {
  const lengths = world.level.routeLengths[piece];
  if (lengths.length < 2) return;
  const step = (2 * lengths[lengths.length - 1]) / motion.periodTicks;
  // Where it should be was worked out in the tick before, unless it was at something else.
  if (world.steerGoalCell[piece] !== ON_LINE) {
    world.steerGoalCell[piece] = ON_LINE;
    placeAt(world, piece, motion, world.progress[piece]);
    world.steerX[piece] = place.x;
    world.steerY[piece] = place.y;
  }
  const dx = world.steerX[piece] - world.x[piece];
  const dy = world.steerY[piece] - world.y[piece];
  if (Math.abs(dx) + Math.abs(dy) > ON_LINE_CELLS) {
    const distance = Math.sqrt(dx * dx + dy * dy);
    const share = distance <= step ? 1 : step / distance;
    moveTo(world, piece, world.x[piece] + dx * share, world.y[piece] + dy * share);
    return;
  }
  world.progress[piece]++;
  placeAt(world, piece, motion, world.progress[piece]);
  world.steerX[piece] = place.x;
  world.steerY[piece] = place.y;
  moveTo(world, piece, place.x, place.y);
}

/** Puts a piece where its swing begins. */
export function putOnLine(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'hover' }>): void {
  if (world.level.routeLengths[piece].length < 2) return;
  placeAt(world, piece, motion, 0);
  world.x[piece] = world.beforeX[piece] = place.x;
  world.y[piece] = world.beforeY[piece] = place.y;
}

function moveTo(world: World, piece: number, x: number, y: number): void {
  const dx = x - world.x[piece];
  const dy = y - world.y[piece];
  const length = Math.sqrt(dx * dx + dy * dy);
  if (length > ON_LINE_CELLS) {
    world.facingX[piece] = dx / length;
    world.facingY[piece] = dy / length;
  }
  world.x[piece] = x;
  world.y[piece] = y;
}

/** Where the swing has come to after so many ticks. */
function placeAt(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'hover' }>,
  ticks: number,
): void {
  const turns = ticks / motion.periodTicks + motion.phase;
  const part = turns - Math.floor(turns);
  const there = part < 0.5 ? 2 * part : 2 - 2 * part;
  alongRoute(world, piece, motion.isSmooth ? there * there * (3 - 2 * there) : there);
}

/** The place at a share of the length of a route. */
function alongRoute(world: World, piece: number, share: number): void {
  const route = world.level.routeOfPiece[piece];
  const lengths = world.level.routeLengths[piece];
  const wanted = share * lengths[lengths.length - 1];
  let leg = 1;
  while (leg < lengths.length - 1 && lengths[leg] < wanted) leg++;
  const legLength = lengths[leg] - lengths[leg - 1];
  const part = legLength > 0 ? (wanted - lengths[leg - 1]) / legLength : 0;
  place.x = route[2 * leg - 2] + (route[2 * leg] - route[2 * leg - 2]) * part;
  place.y = route[2 * leg - 1] + (route[2 * leg + 1] - route[2 * leg - 1]) * part;
}
