import type { World } from './world';

/**
 * The first threat that the player met in this tick, or −1. Both moved in a straight line during the tick; they met if
 * their least distance on the way was within both radii, so quick bodies cannot pass through each other.
 */
export function findTouchingThreat(world: World): number {
  const { threats, radiusOfPiece } = world.level;
  const playerRadius = world.level.program.player.radius;
  const playerMoveX = world.playerX - world.playerBeforeX;
  const playerMoveY = world.playerY - world.playerBeforeY;
  for (let index = 0; index < threats.length; index++) {
    const piece = threats[index];
    const reach = playerRadius + radiusOfPiece[piece];
    const fromX = world.playerBeforeX - world.beforeX[piece];
    const fromY = world.playerBeforeY - world.beforeY[piece];
    const moveX = playerMoveX - (world.x[piece] - world.beforeX[piece]);
    const moveY = playerMoveY - (world.y[piece] - world.beforeY[piece]);
    const moveSquare = moveX * moveX + moveY * moveY;
    let moment = moveSquare > 0 ? -(fromX * moveX + fromY * moveY) / moveSquare : 0;
    moment = moment < 0 ? 0 : moment > 1 ? 1 : moment;
    const gapX = fromX + moveX * moment;
    const gapY = fromY + moveY * moment;
    if (gapX * gapX + gapY * gapY <= reach * reach) return piece;
  }
  return -1;
}
