import type { LevelProgram } from '../compile/levelProgram';
import { isBeatOfSecond } from '../foundation/beats';
import { prepareRuns } from './engine/prepareRuns';
import { stepAlone } from './engine/tick';
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
/** So often the way that a piece goes is noted. */
const TRACK_PER_SECOND = 10;

/**
 * Walks every patrolling piece through its route by the tick that runs use, with nobody in sight, and notes the times. What is
 * drawn before a run can therefore not differ from what happens in it. A piece that leaves the state in which it patrols is
 * watched no farther.
 */
export function timeRoute(program: LevelProgram): RouteTimes[] {
  const world = new World(prepareRuns(program));
  const watches = program.pieces.flatMap((_, index) => RouteWatch.of(world, index) ?? []);
  const ticks = MOST_SECONDS * program.ticksPerSecond;
  for (let tick = 1; tick <= ticks && watches.some(({ isDone }) => !isDone); tick++) {
    for (const watch of watches) watch.expect();
    stepAlone(world);
    for (const watch of watches) watch.look(tick);
  }
  return watches.map(({ times }) => times);
}

/** Follows one piece on its route. */
class RouteWatch {
  readonly times: RouteTimes;
  isDone = false;
  private reached = 0;
  private heading = 0;

  private constructor(
    private readonly world: World,
    private readonly index: number,
    private readonly count: number,
  ) {
    const { id: piece, route: waypoints } = world.level.program.pieces[index];
    this.times = {
      piece,
      waypoints,
      reachedAtSeconds: new Array<number | undefined>(count).fill(undefined),
      track: [world.x[index], world.y[index]],
    };
  }

  /** Undefined for a piece that does not begin by walking a route. */
  static of(world: World, index: number): RouteWatch | undefined {
    const { brain, route } = world.level.program.pieces[index];
    if (brain < 0 || route.length === 0) return undefined;
    const { states, startState } = world.level.brains[brain];
    const { motion } = states[startState];
    if (motion.operation !== 'patrol' || motion.step === 0) return undefined;
    return new RouteWatch(world, index, route.length / 2);
  }

  /** To be called before a tick. */
  expect(): void {
    this.heading = this.world.waypoint[this.index];
  }

  look(tick: number): void {
    const { world, index, count, times, heading } = this;
    if (this.isDone) return;
    const { startState } = world.level.brains[world.level.brainOfPiece[index]];
    if (world.alive[index] === 0 || world.state[index] !== startState) {
      this.isDone = true;
      return;
    }
    const { ticksPerSecond } = world.level.program;
    const isThere =
      world.waypoint[index] !== heading || world.hasArrived[index] === 1 || (count === 1 && world.pauseLeft[index] > 0);
    if (isThere && times.reachedAtSeconds[heading] === undefined) {
      times.reachedAtSeconds[heading] = tick / ticksPerSecond;
      this.reached++;
    }
    if (isThere || isBeatOfSecond(tick, ticksPerSecond, TRACK_PER_SECOND))
      times.track.push(world.x[index], world.y[index]);
    this.isDone = this.reached >= count;
  }
}
