import { progressAt } from '../compile/scrollProgram';
import type { World } from './engine/world';

/** Contacts farther off than this many seconds press on nobody. */
export const CONTACT_HORIZON_SECONDS = 4;

/**
 * Pressure in 0..1 at this moment. Each threat that comes nearer presses by 1 − t / 4 s, t being the time to contact at
 * the present closing speed; several join as 1 − Π(1 − pᵢ), so that two never press less than one. The rim of a view that
 * moves on is such a threat.
 */
export function measurePressure(world: World): number {
  const { player, pieces } = world.level.program;
  let calm = calmBeforeRim(world);
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
    calm *= calmBefore(world, Math.max(0, distance - player.radius - pieces[piece].radius), closingPerTick);
  }
  return 1 - calm;
}

/** 1 minus the pressure of what is so many cells away and comes so many cells a tick nearer. */
function calmBefore(world: World, gap: number, closingPerTick: number): number {
  const seconds = gap / (closingPerTick * world.level.program.ticksPerSecond);
  return Math.min(1, seconds / CONTACT_HORIZON_SECONDS);
}

/**
 * The same for the rim: it comes nearer by its own speed, less by how fast the player gets on. Where it only follows the
 * player it presses on one who falls back.
 */
function calmBeforeRim(world: World): number {
  const { scroll } = world.level.program;
  if (!scroll) return 1;
  const { player, tick } = world;
  const own = progressAt(scroll, player.x, player.y);
  const ownStep = own - progressAt(scroll, player.beforeX, player.beforeY);
  const rimStep = tick > scroll.afterTicks ? scroll.step : 0;
  return rimStep > ownStep ? calmBefore(world, Math.max(0, own - world.rim), rimStep - ownStep) : 1;
}
