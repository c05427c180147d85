import type { World } from './engine/world';

/** Contacts farther off than this many seconds press on nobody. */
export const CONTACT_HORIZON_SECONDS = 4;

/**
 * Pressure in 0..1 at this moment. Each threat that comes nearer presses by 1 − t / 4 s, t being the time to contact at
 * the present closing speed; several join as 1 − Π(1 − pᵢ), so that two never press less than one.
 */
export function measurePressure(world: World): number {
  const { player, pieces, ticksPerSecond } = world.level.program;
  let calm = 1;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    if (!pieces[piece].isThreat || !world.isIn(piece)) continue;
    const dx = world.x[piece] - world.player.x;
    const dy = world.y[piece] - world.player.y;
    const distance = Math.sqrt(dx * dx + dy * dy);
    const moveX = world.x[piece] - world.beforeX[piece] - (world.player.x - world.player.beforeX);
    const moveY = world.y[piece] - world.beforeY[piece] - (world.player.y - world.player.beforeY);
    const closingPerTick = distance > 0 ? -(moveX * dx + moveY * dy) / distance : 0;
    if (closingPerTick <= 0) continue;
    const gap = Math.max(0, distance - player.radius - pieces[piece].radius);
    const seconds = gap / (closingPerTick * ticksPerSecond);
    if (seconds < CONTACT_HORIZON_SECONDS) calm *= seconds / CONTACT_HORIZON_SECONDS;
  }
  return 1 - calm;
}
