import type { LevelProgram } from '../../compile/levelProgram';
import { drawsWithoutStream } from './lots';
import { prepareLevel, type PreparedLevel } from './preparedLevel';
import { prepareTick, type DecideAll } from './tick';
import { World } from './world';

/** A level made ready for runs: its tick, and the start of those pieces that have already moved when a run begins. */
export function prepareRuns(program: LevelProgram, decideAll?: DecideAll): PreparedLevel {
  const level: PreparedLevel = {
    ...prepareLevel(program),
    tick: { withPlayer: [], alone: [] },
    placeStart: undefined,
  };
  level.tick = prepareTick(level, decideAll);
  level.placeStart = prepareStart(level);
  return level;
}

/**
 * Pieces with a lead come into the level so long before the run begins, and move on by the same tick as in it: with one
 * another, but with neither the player nor the other pieces nor cues there yet. Undefined when none has a lead.
 */
function prepareStart(level: PreparedLevel): ((world: World) => void) | undefined {
  const { pieces } = level.program;
  const longest = pieces.reduce((most, { leadTicks }) => Math.max(most, leadTicks), 0);
  if (longest === 0) return undefined;
  const withoutCues: LevelProgram = { ...level.program, cues: [] };
  const tick = prepareTick({ ...level, program: withoutCues });
  const drawsBySeed = drawsWithoutStream(level.program);
  // Where nobody draws lots, all runs begin alike.
  let start: World | undefined;
  return (world) => {
    const { seed } = world;
    if (start) {
      world.copyFrom(start);
      world.seed = seed;
      return;
    }
    moveAhead(world, longest, tick);
    if (world.hasDrawn.includes(1) || drawsBySeed) return;
    start = new World({ ...level, placeStart: undefined });
    start.copyFrom(world);
  };
}

function moveAhead(world: World, longest: number, tick: PreparedLevel['tick']): void {
  const { pieces } = world.level.program;
  const isPlaced = world.alive.slice();
  world.alive.fill(0);
  world.live.reset(world.alive);
  world.hasPlayer = false;
  for (world.tick = -longest; world.tick < 0; world.tick++) {
    pieces.forEach(({ leadTicks, x, y, facing, partOf }, piece) => {
      // Parts come in with what they are fixed to.
      if (isPlaced[piece] === 0 || partOf >= 0 || leadTicks !== -world.tick) return;
      // What it drew as the level was laid out is drawn again as it comes in.
      world.forgetStream(piece);
      world.bringIn(piece, x, y, facing, 0, 0);
    });
    for (const phase of tick.alone) phase(world, 0);
  }
  world.forgetLeft();
  pieces.forEach(({ leadTicks }, piece) => {
    if (isPlaced[piece] === 1 && leadTicks === 0) world.makeLive(piece);
  });
  world.hasPlayer = true;
}
