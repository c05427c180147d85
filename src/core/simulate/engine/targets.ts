import { PLAYER_TARGET, type TargetIndex } from '../../compile/levelProgram';
import type { World } from './world';

/** Where a target is; reused. */
export const targetPlace = { x: 0.5, y: 0.5, squareDistance: 0.5 };

/** Finds the player, or the nearest piece with a tag, into {@link targetPlace}; false when there is none. */
export function findTarget(world: World, piece: number, target: TargetIndex): boolean {
  const x = world.x[piece];
  const y = world.y[piece];
  if (target === PLAYER_TARGET) {
    const { player } = world;
    setPlace(player.x, player.y, x, y);
    return true;
  }
  let nearest = -1;
  let best = Infinity;
  for (const other of world.level.piecesOfTag[target]) {
    if (other === piece || !world.isIn(other)) continue;
    // Where it was when the tick began, so that it does not matter who moves first.
    const dx = world.beforeX[other] - x;
    const dy = world.beforeY[other] - y;
    const square = dx * dx + dy * dy;
    if (square < best) {
      best = square;
      nearest = other;
    }
  }
  if (nearest < 0) return false;
  setPlace(world.beforeX[nearest], world.beforeY[nearest], x, y);
  return true;
}

function setPlace(x: number, y: number, fromX: number, fromY: number): void {
  targetPlace.x = x;
  targetPlace.y = y;
  targetPlace.squareDistance = (x - fromX) * (x - fromX) + (y - fromY) * (y - fromY);
}
