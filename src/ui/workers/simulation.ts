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
  previewMoversInSteps,
  projectLevelCues,
  PartsStudy,
  Prover,
  type PartsStudyState,
  slideFactsOf,
  type SlideFacts,
  recordRunInSteps,
  Runner,
  runAgain,
  runPeople,
  runSeedsInSteps,
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
  type GameDocument,
  type LevelProgram,
  type MoverPreviews,
  type PlayerReach,
  type Proof,
  type PursuitFigure,
  type Overrides,
  type RecordedRun,
  type StandInTraits,
  type Steering,
  type RouteTimes,
} from '@/core/index';
import { GameMirror, type GameNews } from './gameFeed';
import { Turns } from './turns';

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

/** What the parts of a simulation share: the level that was prepared last, and what has been worked out of it. */
class PreparedGame {
  readonly mirror = new GameMirror();
  program: LevelProgram | undefined;
  private version: CompiledVersion | undefined;
  /** Who can play the game of that level. */
  private standIns: readonly StandInTraits[] = [];
  /** One for each who plays, since each keeps what it has worked out of the level. */
  private readonly runners = new Map<string, Runner>();
  /** The runner of a stand-in that is handed a moment; kept until another moment comes. */
  private handed: { key: string; runner: Runner } | undefined;
  private proving: Prover | undefined;
  private studied: { key: string; study: PartsStudy } | undefined;
  private game: GameDocument | undefined;

  prepare(game: GameDocument, levelId: string, overrides: Overrides | undefined): Diagnostic[] {
    const compiled = compileNextVersion(this.version, game, levelId, overrides);
    this.version = compiled.ok ? compiled.value : undefined;
    this.program = this.version?.program;
    this.standIns = standInsOf(game);
    this.runners.clear();
    this.handed = this.proving = this.studied = undefined;
    this.game = game;
    return compiled.ok ? [] : compiled.faults;
  }

  traitsOf(standInId: string): StandInTraits | undefined {
    return this.standIns.find(({ id }) => id === standInId);
  }

  steeringOf(standInId: string): Steering | undefined {
    return steeringOf(standInId, this.standIns);
  }

  runnerOf(standInId: string): Runner | undefined {
    const steering = this.steeringOf(standInId);
    if (!this.program || !steering) return undefined;
    const runner = this.runners.get(standInId) ?? new Runner(this.program, steering);
    this.runners.set(standInId, runner);
    return runner;
  }

  /** Of a stand-in to which a moment is handed, up to which these inputs were played. */
  handedRunner(standInId: string, seed: number, inputs: readonly number[]): Runner | undefined {
    const traits = this.traitsOf(standInId);
    if (!this.program || !traits) return undefined;
    const key = JSON.stringify([standInId, seed, inputs]);
    if (this.handed?.key !== key)
      this.handed = { key, runner: new Runner(this.program, { type: 'handover', traits, inputs }) };
    return this.handed.runner;
  }

  /** Of what each part of the level does to a stand-in; begins anew with another one. */
  studyOf(standInId: string, runs: number): PartsStudy | undefined {
    const traits = this.traitsOf(standInId);
    if (!this.program || !this.game || !traits) return undefined;
    const key = `${standInId} ${runs}`;
    if (this.studied?.key !== key)
      this.studied = { key, study: new PartsStudy(this.game, this.program.levelId, traits, runs) };
    return this.studied.study;
  }

  /** Begins anew with another seed or level. */
  proverOf(seed: number): Prover | undefined {
    if (!this.program) return undefined;
    if (this.proving?.proof.seed !== seed) this.proving = new Prover(this.program, seed, USUAL_MOMENTS);
    return this.proving;
  }
}

/** Compiles and runs levels; in a worker, so that the page never waits. Most of it is about the level that was prepared last. */
export function createSimulation() {
  const prepared = new PreparedGame();
  const turns = new Turns();
  return {
    ...preparing(prepared, turns),
    ...running(prepared, turns),
    ...measuring(prepared, turns),
    ...explaining(prepared),
    ...judgingCues(prepared),
  };
}

function preparing(prepared: PreparedGame, turns: Turns) {
  return {
    prepare(news: GameNews, levelId: string, wantsRoutes: boolean, overrides?: Overrides): Preparation {
      const faults = prepared.prepare(prepared.mirror.take(news), levelId, overrides);
      const { program } = prepared;
      return { faults, routes: program && wantsRoutes ? timeRoute(program) : [] };
    },

    /** How movers of the level that was prepared last go by themselves. */
    async preview(): Promise<{ previews: MoverPreviews; reach: PlayerReach } | undefined> {
      const { program } = prepared;
      if (!program) return undefined;
      const previews = await turns.finish(previewMoversInSteps(program));
      return transfer({ previews, reach: measureReach(program) }, [previews.frames.buffer]);
    },
  };
}

/** So many ticks of a run are worked out in a step: few enough that a step is short on the largest level. */
const TICKS_A_STEP = 16;

/** Runs for numbers, of the level that was prepared last, in turns with whatever else is asked. */
function measuring(prepared: PreparedGame, turns: Turns) {
  return {
    /**
     * Runs a stretch of seeds; whoever does not clear it may try again. Undefined where the level cannot be run, and when it
     * was given up. One stretch at a time.
     */
    async runChunk(
      standInId: string,
      firstSeed: number,
      count: number,
      tries?: number,
    ): Promise<ChunkResult | undefined> {
      const runner = prepared.runnerOf(standInId);
      return runner && turns.work(runSeedsInSteps(runner, firstSeed, count, TICKS_A_STEP, tries));
    },

    /** Leaves the stretch at that which is being run. */
    giveUp(): void {
      turns.giveUp();
    },

    /** Leaves the machine to others for a while, milliseconds. */
    rest(forMs: number): void {
      turns.rest(forMs);
    },
  };
}

/** Runs of the level that was prepared last; undefined wherever it cannot be run. */
function running(prepared: PreparedGame, turns: Turns) {
  const recorded = async (
    steering: Steering | undefined,
    seed: number,
    person?: number,
  ): Promise<RecordedRun | undefined> => {
    const { program } = prepared;
    if (!program || !steering) return undefined;
    const run = await turns.finish(recordRunInSteps(program, steering, seed, { person, ticksAStep: TICKS_A_STEP }));
    return transfer(run, [run.frames.buffer]);
  };
  return {
    /** Runs seeds that were run before; maps are made of the whole of each, or of these seconds of it. */
    runAgain(
      standInId: string,
      seeds: readonly number[],
      during: readonly [from: number, to: number] | undefined,
    ): ChunkResult | undefined {
      const runner = prepared.runnerOf(standInId);
      return runner && runAgain(runner, seeds, during);
    },

    /** One run, written down for showing. */
    record(standInId: string, seed: number): Promise<RecordedRun | undefined> {
      return recorded(prepared.steeringOf(standInId), seed);
    },

    /** A run from inputs, written down for showing. */
    recordInputs(seed: number, inputs: readonly number[]): Promise<RecordedRun | undefined> {
      return recorded({ type: 'inputs', inputs }, seed);
    },

    /** How people of a tier go on from a moment of a run, up to which these inputs were played. */
    goOn(
      standInId: string,
      seed: number,
      inputs: readonly number[],
      firstPerson: number,
      count: number,
    ): ChunkResult | undefined {
      const runner = prepared.handedRunner(standInId, seed, inputs);
      return runner && runPeople(runner, seed, firstPerson, count);
    },

    /** One of them, written down for showing. */
    recordGoingOn(
      standInId: string,
      seed: number,
      inputs: readonly number[],
      person: number,
    ): Promise<RecordedRun | undefined> {
      const traits = prepared.traitsOf(standInId);
      return recorded(traits && { type: 'handover', traits, inputs }, seed, person);
    },

    /** Goes on finding out whether the level can be won on a seed. */
    proveOn(seed: number): Proof | undefined {
      return prepared.proverOf(seed)?.work();
    },

    /** Goes on leaving out one part of the level after the other, for so many runs each. */
    studyParts(standInId: string, runs: number): PartsStudyState | undefined {
      return prepared.studyOf(standInId, runs)?.work();
    },

    /** What the board of the level comes to, where bodies slide. */
    slideFacts(): SlideFacts | undefined {
      return prepared.program && slideFactsOf(prepared.program);
    },
  };
}

/** Answers about runs of the level that was prepared last; undefined wherever there is none. */
function explaining(prepared: PreparedGame) {
  return {
    /** Why a piece does what it does at a moment of a run. */
    explain(standInId: string, seed: number, tick: number, piece: string): Explanation | undefined {
      const [{ program }, steering] = [prepared, prepared.steeringOf(standInId)];
      return program && steering ? explainMoment(program, steering, seed, tick, piece) : undefined;
    },

    /** What cues and rules wait for at a moment of a run. */
    explainRules(standInId: string, seed: number, tick: number): RulesExplanation | undefined {
      const [{ program }, steering] = [prepared, prepared.steeringOf(standInId)];
      return program && steering ? explainRulesAt(program, steering, seed, tick) : undefined;
    },

    /** What pieces that follow a behavior do in some runs. */
    behaviorFigures(standInId: string, behavior: string, runs: number): BehaviorFigures | undefined {
      const [{ program }, traits] = [prepared, prepared.traitsOf(standInId)];
      return program && traits ? measureBehavior(program, behavior, traits, 1, runs) : undefined;
    },

    /** For every cell the share of one run in which somebody watches it. */
    watched(standInId: string, seed: number): Float32Array | undefined {
      const [{ program }, traits] = [prepared, prepared.traitsOf(standInId)];
      return program && traits ? measureWatched(program, traits, seed) : undefined;
    },
  };
}

/** What is asked of any version of the game, without runs. */
function judgingCues({ mirror }: PreparedGame) {
  return {
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

    /** What a pursuer comes to; undefined when the game cannot be compiled. */
    pursuit(news: GameNews, levelId: string, kind: string, playerSpeed: number): PursuitFigure | undefined {
      const measured = measurePursuit(mirror.take(news), levelId, kind, playerSpeed);
      return measured.ok ? measured.value : undefined;
    },
  };
}

export type Simulation = ReturnType<typeof createSimulation>;
