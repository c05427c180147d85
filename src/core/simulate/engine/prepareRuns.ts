import { decide } from './brain';
import { prepareLevel, type PreparedLevel } from './preparedLevel';
import { World } from './world';
import type { LevelProgram } from '../../compile/levelProgram';

/** A level made ready for runs, with the start of those pieces that have already moved when a run begins. */
export function prepareRuns(program: LevelProgram): PreparedLevel {
  const level = prepareLevel(program);
  if (program.pieces.some((piece) => piece.leadTicks > 0)) level.start = moveAhead(new World(level));
  return level;
}

/**
 * Moves every piece that has a lead by itself for so long, as if the player were not there yet, and gives back the world
 * with the clocks turned so that the run begins at tick 0.
 */
function moveAhead(world: World): World {
  const { program, brains } = world.level;
  program.pieces.forEach((piece, index) => {
    const brain = piece.brain >= 0 ? brains[piece.brain] : undefined;
    if (!brain || piece.leadTicks === 0) return;
    for (world.tick = 0; world.tick < piece.leadTicks && world.alive[index] === 1; world.tick++) {
      decide(world, index, brain);
      brain.states[world.state[index]].move(world, index);
    }
    world.stateSince[index] -= piece.leadTicks;
  });
  world.tick = 0;
  return world;
}
