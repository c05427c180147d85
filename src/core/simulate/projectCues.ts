import { countInWave, MOST_OF_A_KIND, waveAt, type WavesProgram } from '../compile/cueProgram';
import type { LevelProgram } from '../compile/levelProgram';
import { WAVE_STAGE } from './engine/cues/cueState';
import { prepareRuns } from './engine/prepareRuns';
import type { RunEvent } from './engine/runEvent';
import { stepWithoutPlayer } from './engine/tick';
import { World } from './engine/world';

/** One arrival as it happened; times in seconds, lengths in cells. */
export interface ProjectedArrival {
  cue: number;
  kind: number;
  seconds: number;
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
}

/**
 * Lets the cues of a level run for some seeds by the very engine that runs use, with no player there. Nobody is there to
 * defeat anything, so what belongs to a wave is taken away so long after its last arrival.
 */
export function projectCues(
  program: LevelProgram,
  seeds: { first: number; count: number },
  seconds: number,
  clearSeconds: number,
): ProjectedRun[] {
  const world = new World(prepareRuns(program));
  return Array.from({ length: seeds.count }, (_, index) =>
    projectOne(world, seeds.first + index, seconds, clearSeconds),
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

function projectOne(world: World, seed: number, seconds: number, clearSeconds: number): ProjectedRun {
  const { program } = world.level;
  const { ticksPerSecond, cues } = program;
  const events: RunEvent[] = [];
  const run: ProjectedRun = { arrivals: [], population: [], waves: [], missed: [], rejected: [] };
  world.reset(seed);
  world.events = events;
  const indexOf = new Map(cues.map(({ name }, index) => [name, index]));
  const pieceOf = new Map(program.pieces.map(({ id }, index) => [id, index]));
  while (world.tick < seconds * ticksPerSecond) {
    if (world.tick % ticksPerSecond === 0) run.population.push(Uint16Array.from(world.cues.alive));
    stepWithoutPlayer(world);
    for (const event of events) {
      const at = event.tick / ticksPerSecond;
      if (event.type === 'arrival') {
        const piece = pieceOf.get(event.piece)!;
        run.arrivals.push({
          cue: indexOf.get(event.cue)!,
          kind: program.pieces[piece].kindIndex,
          seconds: at,
          speed: speedOf(world, piece) * ticksPerSecond,
        });
      } else if (event.type === 'wave' && event.what === 'starts')
        run.waves.push({ cue: indexOf.get(event.cue)!, number: event.number, seconds: at });
    }
    events.length = 0;
    clearWaves(world, clearSeconds * ticksPerSecond);
    if (isOver(world)) break;
  }
  // What is over stays over.
  while (run.population.length < seconds) run.population.push(new Uint16Array(cues.length));
  world.events = undefined;
  run.missed = [...world.cues.missed];
  run.rejected = [...world.cues.rejected];
  return run;
}

/** Whether nothing more comes and all that came is gone. */
function isOver({ cues: state, level }: World): boolean {
  return level.program.cues.every((cue, index) => {
    if (state.alive[index] > 0) return false;
    if (cue.type === 'waves') return state.stage[index] === WAVE_STAGE.over;
    return state.isClosed[index] === 1 || state.come[index] >= cue.mostInAll;
  });
}

/** Cells a tick. */
function speedOf(world: World, piece: number): number {
  if (world.givenStep[piece] > 0) return world.givenStep[piece];
  const brain = world.level.brainOfPiece[piece];
  const motion = brain < 0 ? undefined : world.level.brains[brain].states[world.state[piece]].motion;
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
