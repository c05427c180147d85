import type { LevelProgram } from '../compile/levelProgram';
import type { Input } from '../simulate/engine/player/inputs';
import { passTime } from '../simulate/engine/passTime';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { step, type RunEnd } from '../simulate/engine/tick';
import { World } from '../simulate/engine/world';

/** A press may be early or late by so much at the most, s; that is looked at; more counts as so much. */
const MOST_SECONDS = 0.5;
/** So long after the press nothing may happen to the player, s. */
const WATCHED_SECONDS = 2;
/** Of so many presses the tightest is looked for; the first ones of longer rows. */
const MOST_PRESSES = 400;
/** Who lands lower than this many cells under where it landed in time has missed its ledge. */
const MISSED_CELLS = 1;

/** One press of a row of inputs: when, where, and how much earlier and later it may come without harm in the next two seconds. */
export interface Leeway {
  tick: number;
  x: number;
  y: number;
  /** Ticks, up to half a second. */
  early: number;
  late: number;
}

/** What a winning row asks of the hand. */
export interface WitnessFacts {
  /** How often the player stands with nothing to do for a quarter of a second or longer, and for how many ticks in all. */
  waits: number;
  waitTicks: number;
  /** The press with the least room; undefined where there are none. */
  tightest: Leeway | undefined;
}

const LEAST_WAIT_SECONDS = 0.25;

/** Plays a winning row once more and moves each of its presses to and fro. */
export function factsOfWitness(program: LevelProgram, seed: number, inputs: readonly Input[]): WitnessFacts {
  const level = prepareRuns(program);
  const world = new World(level);
  world.reset(seed);
  passTime(world);
  const behind = new World(level);
  behind.copyFrom(world);
  const trial = new World(level);
  const most = Math.round(MOST_SECONDS * program.ticksPerSecond);
  const watched = Math.round(WATCHED_SECONDS * program.ticksPerSecond);
  const presses = inputs
    .flatMap((input, tick) => (input !== (inputs[tick - 1] ?? 0) ? [tick] : []))
    .slice(0, MOST_PRESSES);
  const places = placesOf(world, inputs, program);
  let tightest: Leeway | undefined;
  let behindTick = 0;
  for (const tick of presses) {
    // A world a little before the press, from which every shifted press is played.
    for (; behindTick < Math.max(0, tick - most); behindTick++) step(behind, inputs[behindTick]);
    const isGood = (shift: number) => {
      trial.copyFrom(behind);
      return isUnharmed(
        trial,
        shifted(inputs, tick, shift),
        behindTick,
        Math.min(inputs.length, tick + watched),
        places,
      );
    };
    const room = (sign: number) => {
      let good = 0;
      while (good < most && isGood(sign * (good + 1))) good++;
      return good;
    };
    const [early, late] = [room(-1), room(1)];
    if (!tightest || early + late < tightest.early + tightest.late)
      tightest = { tick, x: places.x[tick], y: places.y[tick], early, late };
  }
  return { ...places.waits, tightest };
}

interface Places {
  x: Float64Array;
  y: Float64Array;
  isSideView: boolean;
  waits: Pick<WitnessFacts, 'waits' | 'waitTicks'>;
}

/** Where the player is before every tick, and how it waits. Plays the world to its end. */
function placesOf(world: World, inputs: readonly Input[], { isSideView, ticksPerSecond }: LevelProgram): Places {
  const x = new Float64Array(inputs.length + 1);
  const y = new Float64Array(inputs.length + 1);
  const waits = { waits: 0, waitTicks: 0 };
  const least = LEAST_WAIT_SECONDS * ticksPerSecond;
  let still = 0;
  const endWait = () => {
    if (still >= least) {
      waits.waits++;
      waits.waitTicks += still;
    }
    still = 0;
  };
  for (let tick = 0; tick <= inputs.length; tick++) {
    [x[tick], y[tick]] = [world.player.x, world.player.y];
    if (tick > 0 && x[tick] === x[tick - 1] && y[tick] === y[tick - 1]) still++;
    else endWait();
    if (tick < inputs.length) step(world, inputs[tick]);
  }
  endWait();
  return { x, y, isSideView, waits };
}

/** The same row with the press that begins at a tick earlier or later; what is held before or after gives way. */
function shifted(inputs: readonly Input[], tick: number, shift: number): Input[] {
  const row = inputs.slice();
  const before = inputs[tick - 1] ?? 0;
  const isShort = inputs[tick] !== 0 && inputs[tick + 1] !== inputs[tick];
  if (shift < 0) for (let at = Math.max(0, tick + shift); at < tick; at++) row[at] = inputs[tick];
  else for (let at = tick; at < Math.min(row.length, tick + shift); at++) row[at] = before;
  if (!isShort) return row;
  // A press of one tick moves as it is.
  if (shift < 0) for (let at = Math.max(0, tick + shift + 1); at <= tick; at++) row[at] = inputs[tick + 1] ?? 0;
  else if (tick + shift < row.length) row[tick + shift] = inputs[tick];
  return row;
}

/** Whether a row loses nothing up to a tick, and in the end no ledge. */
function isUnharmed(world: World, inputs: readonly Input[], from: number, to: number, places: Places): boolean {
  const { livesLeft } = world;
  const { health } = world.player;
  let end: RunEnd | undefined;
  for (let tick = from; tick < to && !end; tick++) {
    end = step(world, inputs[tick]);
    if (world.livesLeft < livesLeft || world.player.health < health) return false;
  }
  if (end) return end.outcome === 'won';
  return !(places.isSideView && world.player.isGrounded && world.player.y > places.y[to] + MISSED_CELLS);
}
