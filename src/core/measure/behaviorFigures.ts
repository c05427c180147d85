import { buildFloorCells } from './floorCells';
import { PoseCount, type PoseRow } from './poses';
import { isHunt, type LevelProgram } from '../compile/levelProgram';
import { isWatched, WATCH_PER_SECOND } from './watchedGround';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';
import { Runner } from '../simulate/run';
import { pieceIdOf, type RunEvent } from '../simulate/engine/runEvent';
import type { World } from '../simulate/engine/world';
import { UnrestWatch, type Unrest } from '../simulate/unrest';
import type { StandInTraits } from '../people/traits';

/** Back to where it came from within this time is a second thought. */
const FLIP_SECONDS = 1;
/** A turn of the heading by more than this between two ticks counts as a change of facing, degrees. */
const TURN_COSINE = Math.SQRT1_2;

export interface BehaviorFigures {
  behavior: string;
  /** Who played. */
  standIn: string;
  runs: number;
  /** Simulated seconds of all pieces together. */
  seconds: number;
  /** Share of the time in each state, in the order of the script. */
  states: { name: string; share: number; visits: number }[];
  /** How often each way from state to state was taken, a minute of a piece. */
  transitions: { from: string; to: string; count: number; perMinute: number }[];
  sightings: number;
  /** Median length of a sighting, seconds; undefined without any. */
  medianSightingSeconds: number | undefined;
  /** Changes of state that were taken back at once, a minute of a piece. */
  secondThoughtsPerMinute: number;
  /** Turns by more than 45 degrees from one tick to the next, a second of a piece. */
  turnsPerSecond: number;
  /** Share of the time in which a piece turned for ever, trembled, lay on another of its kind, stood in others' way. */
  unrest: Record<Unrest, number>;
  /** Of the hunts that were begun, how many ended with the player caught; undefined when none was. */
  caught: ShareWithInterval | undefined;
  /** Share of the open ground that pieces of this behavior watch at a moment, walls and arcs taken into account. */
  watchedShare: number;
  /** Which way each kind looked in each state. */
  poses: PoseRow[];
}

interface Sums {
  stateTicks: Map<string, number>;
  visits: Map<string, number>;
  ways: Map<string, number>;
  sightings: number[];
  flips: number;
  turns: number;
  hunts: number;
  catches: number;
  watched: number;
  watchMoments: number;
  pieceTicks: number;
  poses: PoseCount;
}

/** What pieces that follow a behavior did in some runs of a stand-in. Undefined when nobody in the level follows it. */
export function measureBehavior(
  program: LevelProgram,
  behavior: string,
  traits: StandInTraits,
  firstSeed: number,
  runs: number,
): BehaviorFigures | undefined {
  const pieces = program.pieces.flatMap((piece, index) =>
    piece.brain >= 0 && program.brains[piece.brain].behavior === behavior ? [index] : [],
  );
  if (pieces.length === 0) return undefined;
  const sums: Sums = {
    stateTicks: new Map(),
    visits: new Map(),
    ways: new Map(),
    sightings: [],
    flips: 0,
    turns: 0,
    hunts: 0,
    catches: 0,
    watched: 0,
    watchMoments: 0,
    pieceTicks: 0,
    poses: new PoseCount(program),
  };
  const runner = new Runner(program, { type: 'stand-in', traits });
  const unrest = new UnrestWatch({
    ...program,
    pieces: program.pieces.map((piece, index) => (pieces.includes(index) ? piece : { ...piece, brain: -1 })),
  });
  for (let seed = firstSeed; seed < firstSeed + runs; seed++)
    measureRun(program, runner, pieces, seed, sums, unrest, seed === firstSeed);
  return { ...describe(program, behavior, pieces, runs, sums, unrest), standIn: traits.id };
}

function measureRun(
  program: LevelProgram,
  runner: Runner,
  pieces: readonly number[],
  seed: number,
  sums: Sums,
  unrest: UnrestWatch,
  looksAtGround: boolean,
): void {
  const events: RunEvent[] = [];
  const facingX = new Float64Array(pieces.length);
  const facingY = new Float64Array(pieces.length);
  const floor = buildFloorCells(program);
  unrest.reset();
  const { record } = runner.run(seed, {
    events,
    onTick: (world) => {
      unrest.look(world);
      pieces.forEach((piece, index) => {
        if (world.alive[piece] === 0) return;
        const name = program.brains[program.pieces[piece].brain].states[world.state[piece]].name;
        sums.stateTicks.set(name, (sums.stateTicks.get(name) ?? 0) + 1);
        sums.pieceTicks++;
        sums.poses.look(world, piece);
        const cosine = world.facingX[piece] * facingX[index] + world.facingY[piece] * facingY[index];
        if (world.tick > 0 && cosine < TURN_COSINE) sums.turns++;
        facingX[index] = world.facingX[piece];
        facingY[index] = world.facingY[piece];
      });
      // The ground is looked at in the first run only: it costs more than all the rest.
      if (looksAtGround && world.tick % (program.ticksPerSecond / WATCH_PER_SECOND) === 0) {
        sums.watched += watchedShare(world, pieces, floor);
        sums.watchMoments++;
      }
    },
  });
  const ids = new Set(pieces.map((piece) => program.pieces[piece].id));
  addEvents(
    events,
    ids,
    program,
    sums,
    record?.outcome === 'lost' && record.piece !== undefined && ids.has(record.piece) ? record.piece : undefined,
  );
}

function addEvents(
  events: readonly RunEvent[],
  ids: ReadonlySet<string>,
  program: LevelProgram,
  sums: Sums,
  catcher: string | undefined,
): void {
  const seenSince = new Map<string, number>();
  const lastChange = new Map<string, { tick: number; from: string }>();
  const hunting = new Set<string>();
  const isOurs = (piece: string) => ids.has(pieceIdOf(piece));
  for (const event of events) {
    if (event.type === 'sight' && isOurs(event.piece)) seenSince.set(event.piece, event.tick);
    if (event.type === 'sight lost' && isOurs(event.piece)) {
      sums.sightings.push((event.tick - (seenSince.get(event.piece) ?? event.tick)) / program.ticksPerSecond);
      seenSince.delete(event.piece);
    }
    if (event.type !== 'state' || !isOurs(event.piece)) continue;
    const way = `${event.from}\n${event.to}`;
    sums.ways.set(way, (sums.ways.get(way) ?? 0) + 1);
    sums.visits.set(event.to, (sums.visits.get(event.to) ?? 0) + 1);
    const before = lastChange.get(event.piece);
    if (before?.from === event.to && event.tick - before.tick <= FLIP_SECONDS * program.ticksPerSecond) sums.flips++;
    lastChange.set(event.piece, { tick: event.tick, from: event.from });
    const isHunt = chases(program, pieceIdOf(event.piece), event.to);
    if (isHunt && !hunting.has(event.piece)) sums.hunts++;
    if (isHunt) hunting.add(event.piece);
    else hunting.delete(event.piece);
  }
  const lastTick = events.at(-1)?.tick ?? 0;
  for (const since of seenSince.values()) sums.sightings.push((lastTick - since) / program.ticksPerSecond);
  if (catcher !== undefined && hunting.has(catcher)) sums.catches++;
}

function chases(program: LevelProgram, piece: string, state: string): boolean {
  const own = program.pieces.find((candidate) => candidate.id === piece);
  const motion = own && program.brains[own.brain].states.find(({ name }) => name === state)?.motion;
  return motion !== undefined && isHunt(motion);
}

/** Share of open cells whose middle lies in the sight of one of the pieces. */
function watchedShare(world: World, pieces: readonly number[], floor: readonly { x: number; y: number }[]): number {
  let watched = 0;
  for (const { x, y } of floor) if (isWatched(world, pieces, x, y)) watched++;
  return floor.length > 0 ? watched / floor.length : 0;
}

function describe(
  program: LevelProgram,
  behavior: string,
  pieces: readonly number[],
  runs: number,
  sums: Sums,
  unrest: UnrestWatch,
): Omit<BehaviorFigures, 'standIn'> {
  const names = program.brains[program.pieces[pieces[0]].brain].states.map((state) => state.name);
  const seconds = sums.pieceTicks / program.ticksPerSecond;
  const sorted = [...sums.sightings].sort((a, b) => a - b);
  return {
    behavior,
    runs,
    seconds,
    states: names.map((name) => ({
      name,
      share: sums.pieceTicks > 0 ? (sums.stateTicks.get(name) ?? 0) / sums.pieceTicks : 0,
      visits: sums.visits.get(name) ?? 0,
    })),
    transitions: [...sums.ways].map(([way, count]) => {
      const [from, to] = way.split('\n');
      return { from, to, count, perMinute: seconds > 0 ? (count / seconds) * 60 : 0 };
    }),
    sightings: sorted.length,
    medianSightingSeconds: sorted[Math.floor(sorted.length / 2)],
    secondThoughtsPerMinute: seconds > 0 ? (sums.flips / seconds) * 60 : 0,
    turnsPerSecond: seconds > 0 ? sums.turns / seconds : 0,
    unrest: shareOfSeconds(unrest),
    caught: sums.hunts > 0 ? wilsonInterval(sums.catches, sums.hunts) : undefined,
    watchedShare: sums.watchMoments > 0 ? sums.watched / sums.watchMoments : 0,
    poses: sums.poses.rows(names),
  };
}

/** The shares of unrest with their names and what each means, in the order in which they are shown. */
export function describeUnrest({ unrest }: BehaviorFigures): { name: string; share: number; meaning: string }[] {
  return [
    {
      name: 'turning for ever',
      share: unrest.turning,
      meaning: 'Share of its time in which a piece turned round more than four times a second',
    },
    {
      name: 'trembling',
      share: unrest.trembling,
      meaning: 'Share of its time in which a piece went back on its own way from tick to tick',
    },
    {
      name: 'on each other',
      share: unrest.overlapping,
      meaning: 'Share of their time in which two of a kind were nearer than half of both their radii',
    },
    {
      name: 'deadlocked',
      share: unrest.deadlocked,
      meaning: "Share of their time in which pieces stood in each other's way although they wanted on",
    },
  ];
}

function shareOfSeconds({ seconds, pieceSeconds }: UnrestWatch): Record<Unrest, number> {
  const share = (count: number) => (pieceSeconds > 0 ? count / pieceSeconds : 0);
  return {
    turning: share(seconds.turning),
    trembling: share(seconds.trembling),
    overlapping: share(seconds.overlapping),
    deadlocked: share(seconds.deadlocked),
  };
}
