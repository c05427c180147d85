import { cellIndexAt } from '../../../arena/grid';
import type { MotionProgram } from '../../../compile/levelProgram';
import { turnBy } from './turning';
import { forgetSteer, goToFixed, waysOf } from '../walking';
import type { World } from '../world';

/** So many places are drawn before it stays where it is. */
const MOST_TRIES = 8;

/** Visits places near where it began, drawn at random, and turns about at each of them. */
export function search(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'search' }>,
  step: number,
): void {
  if (world.isFresh[piece] === 1) {
    world.isFresh[piece] = 0;
    world.originX[piece] = world.x[piece];
    world.originY[piece] = world.y[piece];
    choosePlace(world, piece, motion.range);
  }
  if (world.pauseLeft[piece] > 0) {
    world.pauseLeft[piece]--;
    turnBy(world, piece, 360 / motion.pauseTicks);
    if (world.pauseLeft[piece] === 0) choosePlace(world, piece, motion.range);
    return;
  }
  if (!goToFixed(world, piece, world.goalX[piece], world.goalY[piece], step, true)) return;
  forgetSteer(world, piece);
  if (motion.pauseTicks > 0) world.pauseLeft[piece] = motion.pauseTicks;
  else choosePlace(world, piece, motion.range);
}

function choosePlace(world: World, piece: number, range: number): void {
  const { walk, fields } = waysOf(world, piece);
  const random = world.randomOf(piece);
  const from = cellIndexAt(world.ground.grid, world.x[piece], world.y[piece]);
  const growing = fields.growing(from);
  world.goalX[piece] = world.x[piece];
  world.goalY[piece] = world.y[piece];
  for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
    const x = Math.floor(world.originX[piece] + (random.nextUnit() * 2 - 1) * range);
    const y = Math.floor(world.originY[piece] + (random.nextUnit() * 2 - 1) * range);
    if (x < 0 || y < 0 || x >= walk.width || y >= walk.height || walk.blocked[y * walk.width + x]) continue;
    // Not behind a wall with a long way round.
    if (growing.reach(y * walk.width + x) > 3 * range + 2) continue;
    world.goalX[piece] = x + 0.5;
    world.goalY[piece] = y + 0.5;
    return;
  }
}
