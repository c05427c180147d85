import type { SpawnerProgram } from '../../../compile/cueProgram';
import { NO_PIECE } from '../rules/preparedRules';
import { isOutside } from '../movers/drift';
import { NEVER } from '../never';
import type { World } from '../world';
import { arrive, arriveWithGap } from './arrive';
import { serveWaves } from './serveWaves';

/** Lets in all that is due in this tick, cue by cue in written order. */
export function serveCues(world: World): void {
  const { cues, from } = world.level.program;
  for (let cue = 0; cue < cues.length; cue++) {
    const program = cues[cue];
    if (from.only !== undefined && program.name !== from.only) continue;
    if (program.type === 'spawner') serveSpawner(world, cue, program);
    else serveWaves(world, cue, program);
  }
}

function serveSpawner(world: World, cue: number, spawner: SpawnerProgram): void {
  const state = world.cues;
  if (state.isClosed[cue] === 1) return;
  const { opens, closes } = world.level.rules;
  if (state.openedAt[cue] === NEVER) {
    if (opens[cue]?.(world, NO_PIECE) === false) return;
    state.openedAt[cue] = world.tick;
    state.jitter[cue] = spawner.isOnce ? jitterOf(world, cue, spawner) : 0;
    state.due[cue] = dueTime(world, cue, spawner);
  }
  if (closes[cue]?.(world, NO_PIECE)) {
    state.isClosed[cue] = 1;
    return;
  }
  while (state.due[cue] <= world.tick + ROUNDING) {
    if (state.come[cue] >= spawner.mostInAll) {
      state.isClosed[cue] = 1;
      return;
    }
    letIn(world, cue, spawner);
    state.served[cue]++;
    state.jitter[cue] += jitterOf(world, cue, spawner);
    state.due[cue] = spawner.isOnce ? Infinity : dueTime(world, cue, spawner);
  }
}

/** A due time that misses a whole tick by less than this many ticks was meant to be there. */
const ROUNDING = 1e-6;

/** Worked out from when it opened, not from the last arrival: what is left of an interval is kept and nothing adds up. */
function dueTime({ cues }: World, cue: number, { firstTicks, everyTicks }: SpawnerProgram): number {
  return cues.openedAt[cue] + firstTicks + cues.served[cue] * everyTicks + cues.jitter[cue];
}

function letIn(world: World, cue: number, spawner: SpawnerProgram): void {
  // Drawn in any case, so that what does not come changes nothing for what comes later.
  const kind = spawner.gap ? -1 : pick(world, cue, spawner);
  const hasRoom = world.cues.alive[cue] < spawner.mostAlive;
  const isIn =
    hasRoom &&
    (spawner.gap
      ? arriveWithGap(world, cue, spawner.gap, spawner.place, spawner)
      : arrive(world, cue, kind, spawner.place, spawner, true));
  if (!isIn) world.cues.missed[cue]++;
}

function pick(world: World, cue: number, { picks }: SpawnerProgram): number {
  if (picks.length === 1) return picks[0].kind;
  let total = 0;
  for (let index = 0; index < picks.length; index++) total += picks[index].weight;
  let left = world.randomOfCue(cue).nextUnit() * total;
  for (let index = 0; index < picks.length; index++) {
    left -= picks[index].weight;
    if (left < 0) return picks[index].kind;
  }
  return picks[picks.length - 1].kind;
}

function jitterOf(world: World, cue: number, { jitterTicks }: SpawnerProgram): number {
  return jitterTicks > 0 ? jitterTicks * (2 * world.randomOfCue(cue).nextUnit() - 1) : 0;
}

/** Takes away what its cue retires: too far outside, or there for too long. */
export function retireArrivals(world: World): void {
  const { program } = world.level;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    if (world.alive[piece] === 0 || world.cueOfPiece[piece] < 0) continue;
    const cue = program.cues[world.cueOfPiece[piece]];
    if (cue.type !== 'spawner') continue;
    const isOld = world.tick - world.bornAt[piece] >= cue.retireTicks;
    if (isOld || isOutside(world, piece, cue.outsideBy)) world.retire(piece, 'left');
  }
}
