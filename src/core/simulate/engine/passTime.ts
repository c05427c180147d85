import { NOBODY } from './runNumbers';
import { stepAlone } from './tick';
import type { World } from './world';

/** Begins a run where its program says: at the start, or after so long without the player. Gives the tick at which it begins. */
export function passTime(world: World): number {
  const { program } = world.level;
  const { seconds, score } = program.from;
  if (seconds === undefined) return world.tick;
  const ticks = Math.min(program.timeLimitTicks - 1, Math.round(seconds * program.ticksPerSecond));
  // Nothing that happens meanwhile harms the player or ends the run.
  while (world.tick < ticks) stepAlone(world);
  world.hasPlayer = true;
  world.player.reset(program.player);
  world.player.score = score ?? 0;
  world.endedBy = NOBODY;
  return world.tick;
}
