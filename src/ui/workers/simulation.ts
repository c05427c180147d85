import { transfer } from 'comlink';
import {
  checkGame,
  compileGameLevel,
  compileNextVersion,
  explainMoment,
  explainRulesAt,
  measureBehavior,
  measurePursuit,
  measureReach,
  measureWatched,
  previewMovers,
  projectLevelCues,
  Prover,
  recordRun,
  Runner,
  runPeople,
  runSeeds,
  standInsOf,
  steeringOf,
  timeRoute,
  USUAL_MOMENTS,
  type BehaviorFigures,
  type ChunkResult,
  type CompiledVersion,
  type CueProjection,
  type Diagnostic,
  type Explanation,
  type RulesExplanation,
  type LevelProgram,
  type MoverPreviews,
  type PlayerReach,
  type Proof,
  type PursuitFigure,
  type Overrides,
  type RecordedRun,
  type StandInTraits,
  type RouteTimes,
} from '@/core/index';
import { GameMirror, type GameNews } from './gameFeed';

/** What a level says before it is run. */
export interface Preparation {
  /** Empty when the level can be run. */
  faults: Diagnostic[];
  routes: RouteTimes[];
}

/** What is wrong with cues, and what keeps their level from being run, wherever it is. */
export interface CueCheck {
  faults: Diagnostic[];
  obstacle: Diagnostic | undefined;
}

/** Compiles and runs levels; in a worker, so that the page never waits. Most of it is about the level that was prepared last. */
export function createSimulation() {
  const mirror = new GameMirror();
  let version: CompiledVersion | undefined;
  let program: LevelProgram | undefined;
  /** Who can play the game of that level. */
  let standIns: readonly StandInTraits[] = [];
  /** One for each who plays, since each keeps what it has worked out of the level. */
  const runners = new Map<string, Runner>();
  const traitsOf = (standInId: string) => standIns.find((candidate) => candidate.id === standInId);
  /** The runner of a stand-in that is handed a moment; kept until another moment comes. */
  let proving: Prover | undefined;
  let handed: { key: string; runner: Runner } | undefined;
  const handover = (standInId: string, seed: number, inputs: readonly number[]): Runner | undefined => {
    const traits = traitsOf(standInId);
    if (!program || !traits) return undefined;
    const key = JSON.stringify([standInId, seed, inputs]);
    if (handed?.key !== key) handed = { key, runner: new Runner(program, { type: 'handover', traits, inputs }) };
    return handed.runner;
  };
  return {
    prepare(news: GameNews, levelId: string, wantsRoutes: boolean, overrides?: Overrides): Preparation {
      const game = mirror.take(news);
      const compiled = compileNextVersion(version, game, levelId, overrides);
      version = compiled.ok ? compiled.value : undefined;
      program = version?.program;
      standIns = standInsOf(game);
      runners.clear();
      handed = proving = undefined;
      return { faults: compiled.ok ? [] : compiled.faults, routes: program && wantsRoutes ? timeRoute(program) : [] };
    },

    /** Runs a stretch of seeds of the level that was prepared last; undefined when that cannot be run. */
    runChunk(standInId: string, firstSeed: number, count: number): ChunkResult | undefined {
      const steering = steeringOf(standInId, standIns);
      if (!program || !steering) return undefined;
      const runner = runners.get(standInId) ?? new Runner(program, steering);
      runners.set(standInId, runner);
      return runSeeds(runner, firstSeed, count);
    },

    /** How movers of the level that was prepared last go by themselves. */
    preview(): { previews: MoverPreviews; reach: PlayerReach } | undefined {
      if (!program) return undefined;
      const previews = previewMovers(program);
      return transfer({ previews, reach: measureReach(program) }, [previews.frames.buffer]);
    },

    /** One run, written down for showing. */
    record(standInId: string, seed: number): RecordedRun | undefined {
      const steering = steeringOf(standInId, standIns);
      if (!program || !steering) return undefined;
      const run = recordRun(program, steering, seed);
      return transfer(run, [run.frames.buffer]);
    },

    /** How people of a tier go on from a moment of a run, up to which these inputs were played. */
    goOn(
      standInId: string,
      seed: number,
      inputs: readonly number[],
      firstPerson: number,
      count: number,
    ): ChunkResult | undefined {
      const runner = handover(standInId, seed, inputs);
      return runner && runPeople(runner, seed, firstPerson, count);
    },

    /** One of them, written down for showing. */
    recordGoingOn(standInId: string, seed: number, inputs: readonly number[], person: number): RecordedRun | undefined {
      const traits = traitsOf(standInId);
      if (!program || !traits) return undefined;
      const run = recordRun(program, { type: 'handover', traits, inputs }, seed, person);
      return transfer(run, [run.frames.buffer]);
    },

    /** Goes on finding out whether the level can be won on a seed; begins anew with another seed or level. */
    proveOn(seed: number): Proof | undefined {
      if (!program) return undefined;
      if (proving?.proof.seed !== seed) proving = new Prover(program, seed, USUAL_MOMENTS);
      return proving.work();
    },

    /** A run from inputs, written down for showing. */
    recordInputs(seed: number, inputs: readonly number[]): RecordedRun | undefined {
      if (!program) return undefined;
      const run = recordRun(program, { type: 'inputs', inputs }, seed);
      return transfer(run, [run.frames.buffer]);
    },

    /** Why a piece does what it does at a moment of a run. */
    explain(standInId: string, seed: number, tick: number, piece: string): Explanation | undefined {
      const steering = steeringOf(standInId, standIns);
      return program && steering ? explainMoment(program, steering, seed, tick, piece) : undefined;
    },

    /** What cues and rules wait for at a moment of a run. */
    explainRules(standInId: string, seed: number, tick: number): RulesExplanation | undefined {
      const steering = steeringOf(standInId, standIns);
      return program && steering ? explainRulesAt(program, steering, seed, tick) : undefined;
    },

    /** What pieces that follow a behavior do in some runs. */
    behaviorFigures(standInId: string, behavior: string, runs: number): BehaviorFigures | undefined {
      const traits = traitsOf(standInId);
      return program && traits ? measureBehavior(program, behavior, traits, 1, runs) : undefined;
    },

    /** Everything that is wrong with the cues of a level, on its ground and with its cast. */
    checkCues(news: GameNews, levelId: string): CueCheck {
      const game = mirror.take(news);
      const faults = checkGame(game, levelId).filter(
        ({ where }) => where.path[0] === 'levels' && where.path[2] === 'cues',
      );
      const compiled = compileGameLevel(game, levelId);
      return { faults, obstacle: compiled.ok ? undefined : compiled.faults[0] };
    },

    /** What the cues of a level come to over many seeds; undefined when it cannot be compiled. */
    projectCues(news: GameNews, levelId: string, seeds: number, clearSeconds: number): CueProjection | undefined {
      const projected = projectLevelCues(mirror.take(news), levelId, seeds, clearSeconds);
      return projected.ok ? projected.value : undefined;
    },

    /** For every cell the share of one run in which somebody watches it. */
    watched(standInId: string, seed: number): Float32Array | undefined {
      const traits = traitsOf(standInId);
      return program && traits ? measureWatched(program, traits, seed) : undefined;
    },

    /** What a pursuer comes to; undefined when the game cannot be compiled. */
    pursuit(news: GameNews, levelId: string, kind: string, playerSpeed: number): PursuitFigure | undefined {
      const measured = measurePursuit(mirror.take(news), levelId, kind, playerSpeed);
      return measured.ok ? measured.value : undefined;
    },
  };
}

export type Simulation = ReturnType<typeof createSimulation>;
