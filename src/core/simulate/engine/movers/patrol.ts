import type { MotionProgram } from '../../../compile/levelProgram';
import { assertNever } from '../../../foundation/result';
import { forgetSteer, goToFixed } from '../walking';
import type { World } from '../world';

/** Walks the waypoints of a piece in order, pausing at each. */
export function patrol(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'patrol' }>,
  step: number,
): void {
  const route = world.level.routeOfPiece[piece];
  const count = route.length / 2;
  if (count === 0 || world.hasArrived[piece]) return;
  if (world.pauseLeft[piece] > 0) {
    world.pauseLeft[piece]--;
    return;
  }
  const waypoint = world.waypoint[piece];
  // Where a route leads over a ledge, that is meant.
  if (!goToFixed(world, piece, route[2 * waypoint], route[2 * waypoint + 1], step, false)) return;
  world.pauseLeft[piece] = motion.pauseTicks;
  forgetSteer(world, piece);
  if (count === 1) return;
  const isLast = waypoint === count - 1;
  switch (motion.order) {
    case 'loop':
      world.waypoint[piece] = isLast ? 0 : waypoint + 1;
      return;
    case 'once':
      if (isLast) world.hasArrived[piece] = 1;
      else world.waypoint[piece] = waypoint + 1;
      return;
    case 'back and forth':
      // Decided from where the piece stands, so two turns in one tick cannot cancel out.
      if (isLast) world.waypointStep[piece] = -1;
      else if (waypoint === 0) world.waypointStep[piece] = 1;
      world.waypoint[piece] = waypoint + world.waypointStep[piece];
      return;
    default:
      assertNever(motion.order);
  }
}
