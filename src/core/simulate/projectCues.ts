import { countInWave, MOST_OF_A_KIND, waveAt, type WavesProgram } from '../compile/cueProgram';
import type { LevelProgram } from '../compile/levelProgram';
import { WAVE_STAGE } from './engine/cues/cueState';
import { NEVER } from './engine/never';
import { prepareRuns } from './engine/prepareRuns';
import { pieceIdOf, type RunEvent } from './engine/runEvent';
import { stepAlone } from './engine/tick';
import { World } from './engine/world';
import { Leavers, withoutStayers } from './stillPieces';

/** One arrival as it happened; times in seconds, lengths in cells. */
export interface ProjectedArrival {
  cue: number;
  kind: number;
  seconds: number;
  x: number;
  y: number;
  /** How fast it sets out; 0 when it stands. */
  speed: number;
}

/** What cues do by themselves in one run, with no player there. */
export interface ProjectedRun {
  arrivals: ProjectedArrival[];
  /** How many of each cue are there, once a second from the start: `[second][cue]`. */
  population: Uint16Array[];
  /** When each wave begins. */
  waves: { cue: number; number: number; seconds: number }[];
  missed: number[];
  rejected: number[];
  /** Of each cue, how many were taken away while they were still in the level. */
  vanished: number[];
}

/**
 * Lets the cues of a level run for some seeds by the very engine that runs use, with no player there. Nobody is there to
 * defeat anything, so what belongs to a wave is taken away so long after its last arrival. What can never go by itself
 * counts the same wherever it is, and what only drifts leaves when arithmetic says, so neither is moved, and stretches in
 * which nothing moves and nothing is due are skipped, unless `moves` says so.
 */
export function projectCues(
  program: LevelProgram,
  seeds: { first: number; count: number },
  seconds: number,
  clearSeconds: number,
  moves: 'all' | 'who can go' = 'who can go',
): ProjectedRun[] {
  const still = moves === 'all' ? undefined : withoutStayers(program);
  const world = new World(prepareRuns(still?.program ?? program));
  const leavers = still && new Leavers(world, still.drifts, still.meet, seconds * program.ticksPerSecond);
  return Array.from({ length: seeds.count }, (_, index) =>
    projectOne(world, program, seeds.first + index, seconds, clearSeconds, leavers),
  );
}

/** How many come in each wave, up to so many waves, and whether the cap or the number of places holds it down. */
export function waveSizes(waves: WavesProgram, most: number): { count: number; isCapped: boolean }[] {
  const sizes: { count: number; isCapped: boolean }[] = [];
  for (let number = 0; number < most; number++) {
    const wave = waveAt(waves, number);
    if (!wave) break;
    const counts = wave.entries.map((entry) => countInWave(waves, number, entry));
    sizes.push({
      count: counts.reduce((sum, count) => sum + count, 0),
      isCapped: waves.growth > 1 && counts.some((count) => count >= Math.min(waves.cap, MOST_OF_A_KIND)),
    });
  }
  return sizes;
}

function projectOne(
  world: World,
  program: LevelProgram,
  seed: number,
  seconds: number,
  clearSeconds: number,
  leavers: Leavers | undefined,
): ProjectedRun {
  const { ticksPerSecond, cues } = program;
  const events: RunEvent[] = [];
  const vanished = cues.map(() => 0);
  const run: ProjectedRun = { arrivals: [], population: [], waves: [], missed: [], rejected: [], vanished };
  world.reset(seed);
  leavers?.reset();
  world.events = events;
  const indexOf = new Map(cues.map(({ name }, index) => [name, index]));
  const indexOfPiece = new Map(program.pieces.map(({ id }, index) => [id, index]));
  const pieceOf = (logName: string) => indexOfPiece.get(pieceIdOf(logName))!;
  const cameBy = new Map<number, number>();
  while (world.tick < seconds * ticksPerSecond) {
    if (world.tick % ticksPerSecond === 0) run.population.push(Uint16Array.from(world.cues.alive));
    stepAlone(world);
    for (const event of leavers ? events : [])
      if (event.type === 'arrival') leavers!.note(pieceOf(event.piece), event.tick);
    leavers?.retireDue();
    for (const event of events) {
      const at = event.tick / ticksPerSecond;
      if (event.type === 'arrival') {
        const piece = pieceOf(event.piece);
        const cue = indexOf.get(event.cue)!;
        cameBy.set(piece, cue);
        run.arrivals.push({
          cue,
          kind: program.pieces[piece].kindIndex,
          seconds: at,
          x: event.x,
          y: event.y,
          speed: speedOf(world, program, piece) * ticksPerSecond,
        });
      } else if (event.type === 'gone' && event.why === 'left') {
        const piece = pieceOf(event.piece);
        const cue = cameBy.get(piece);
        if (cue !== undefined && isInLevel(world, piece)) vanished[cue]++;
      } else if (event.type === 'wave' && event.what === 'starts')
        run.waves.push({ cue: indexOf.get(event.cue)!, number: event.number, seconds: at });
    }
    events.length = 0;
    clearWaves(world, clearSeconds * ticksPerSecond);
    if (isOver(world)) break;
    if (leavers) skipQuiet(world, leavers, run, seconds * ticksPerSecond, clearSeconds * ticksPerSecond);
  }
  // What is over stays over.
  while (run.population.length < seconds) run.population.push(new Uint16Array(cues.length));
  world.events = undefined;
  run.missed = [...world.cues.missed];
  run.rejected = [...world.cues.rejected];
  return run;
}

/** Goes on at once to shortly before the next tick in which anything can happen; what is there stays the same until then. */
function skipQuiet(world: World, leavers: Leavers, run: ProjectedRun, end: number, clearTicks: number): void {
  const { ticksPerSecond } = world.level.program;
  const until = Math.min(end, quietUntil(world, clearTicks, leavers.meet) - 1, leavers.next - 1);
  for (; world.tick < until; world.tick++)
    if (world.tick % ticksPerSecond === 0) run.population.push(Uint16Array.from(world.cues.alive));
}

/** No cue lets anything in or takes anything away before this tick; the present one while something moves or is waited for. */
function quietUntil(world: World, clearTicks: number, meet: boolean): number {
  const { brainOfPiece, program } = world.level;
  const { alive, cues: state } = world;
  // What lies on another may wear it down in time.
  if (meet) return world.tick;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1])
    if (alive[piece] === 1 && brainOfPiece[piece] >= 0) return world.tick;
  let until = Infinity;
  for (let index = 0; index < program.cues.length; index++) {
    const cue = program.cues[index];
    if (cue.open && state.openedAt[index] === NEVER) return world.tick;
    if (cue.type === 'spawner') {
      if (cue.close && state.isClosed[index] === 0) return world.tick;
      if (state.isClosed[index] === 0) until = Math.min(until, Math.floor(state.due[index]));
      if (cue.retireTicks < Infinity && state.alive[index] > 0)
        until = Math.min(until, firstRetired(world, index, cue.retireTicks));
    } else if (state.stage[index] === WAVE_STAGE.open) {
      if (state.alive[index] === 0) return world.tick;
      const waited = Math.min(cue.stragglerTicks, cue.nextTicks, clearTicks);
      until = Math.min(until, Math.floor(state.lastArrival[index] + waited));
    } else if (state.stage[index] !== WAVE_STAGE.over) until = Math.min(until, Math.floor(state.due[index]));
  }
  return until;
}

/** The tick in which the first of those that a spawner let in has been there for so long. */
function firstRetired(world: World, cue: number, retireTicks: number): number {
  let first = Infinity;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1])
    if (world.alive[piece] === 1 && world.cueOfPiece[piece] === cue)
      first = Math.min(first, Math.floor(world.bornAt[piece] + retireTicks));
  return first;
}

/** Whether nothing more comes and all that came is gone. */
function isOver({ cues: state, level }: World): boolean {
  return level.program.cues.every((cue, index) => {
    if (state.alive[index] > 0) return false;
    if (cue.type === 'waves') return state.stage[index] === WAVE_STAGE.over;
    return state.isClosed[index] === 1 || state.come[index] >= cue.mostInAll;
  });
}

/** Whether the middle of a piece lies in the level; of one that is gone, where it was last. */
function isInLevel({ x, y, level }: World, piece: number): boolean {
  const { width, height } = level.program.grid;
  return x[piece] >= 0 && y[piece] >= 0 && x[piece] <= width && y[piece] <= height;
}

/** Cells a tick. */
function speedOf(world: World, { pieces, brains }: LevelProgram, piece: number): number {
  if (world.givenStep[piece] > 0) return world.givenStep[piece];
  const { brain } = pieces[piece];
  const motion = brain < 0 ? undefined : brains[brain].states[brains[brain].startState].motion;
  return motion && 'step' in motion ? motion.step : 0;
}

function clearWaves(world: World, clearTicks: number): void {
  const { program } = world.level;
  program.cues.forEach((cue, index) => {
    const { stage, lastArrival } = world.cues;
    if (cue.type !== 'waves' || stage[index] !== WAVE_STAGE.open || world.tick - lastArrival[index] < clearTicks)
      return;
    for (const { first, count } of program.pools)
      for (let piece = first; piece < first + count; piece++)
        if (world.alive[piece] === 1 && world.cueOfPiece[piece] === index) world.retire(piece, 'defeated');
  });
}
