import type { LevelProgram } from '../compile/levelProgram';
import { prepareRuns } from './engine/prepareRuns';
import { World } from './engine/world';

/** When a patrolling piece gets to its waypoints if nothing disturbs it. */
export interface RouteTimes {
  piece: string;
  /** The waypoints that this is about, as x, y, x, y, … */
  waypoints: readonly number[];
  /** Seconds from the start at which each waypoint is first reached; undefined where it never is. */
  reachedAtSeconds: (number | undefined)[];
  /** Where it goes, as x, y, x, y, …, sampled ten times a second until it has been everywhere once. */
  track: number[];
}

/** Longer than this no preview looks ahead. */
const MOST_SECONDS = 120;

/**
 * Walks every patrolling piece through its route by the very motion that runs use, with nobody in sight, and notes the
 * times. What is drawn before a run can therefore not differ from what happens in it.
 */
export function timeRoute(program: LevelProgram): RouteTimes[] {
  const world = new World(prepareRuns(program));
  const { brains } = world.level;
  return program.pieces.flatMap((piece, index): RouteTimes[] => {
    const brain = piece.brain >= 0 ? brains[piece.brain] : undefined;
    const start = brain?.states[brain.startState];
    const motion = start?.motion;
    const waypoints = piece.route.length / 2;
    if (motion?.operation !== 'patrol' || waypoints === 0 || motion.step === 0) return [];
    const { move } = start!;
    const reachedAtSeconds: (number | undefined)[] = new Array<number | undefined>(waypoints).fill(undefined);
    const track: number[] = [world.x[index], world.y[index]];
    let reached = 0;
    for (let tick = 1; tick <= MOST_SECONDS * program.ticksPerSecond && reached < waypoints; tick++) {
      const heading = world.waypoint[index];
      move(world, index);
      const isThere =
        world.waypoint[index] !== heading ||
        world.hasArrived[index] === 1 ||
        (waypoints === 1 && world.pauseLeft[index] > 0);
      if (isThere && reachedAtSeconds[heading] === undefined) {
        reachedAtSeconds[heading] = tick / program.ticksPerSecond;
        reached++;
      }
      if (waypoints === 1 && isThere) break;
      if (isThere || tick % (program.ticksPerSecond / 10) === 0) track.push(world.x[index], world.y[index]);
    }
    return [{ piece: piece.id, waypoints: piece.route, reachedAtSeconds, track }];
  });
}
