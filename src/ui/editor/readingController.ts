import { createStore } from 'zustand/vanilla';
import {
  measureChanges,
  CONTROLS,
  controlRate,
  judgeTrust,
  measuredLevelOf,
  playKey,
  pairedDifference,
  standInsOf,
  type BehaviorFigures,
  type ChunkResult,
  type ControlRate,
  type CueProjection,
  type Diagnostic,
  type Explanation,
  type RulesExplanation,
  type GameDocument,
  type MeasureChange,
  type MoverPreviews,
  type PairedDifference,
  type PlayerReach,
  type PursuitFigure,
  type RecordedRun,
  type RouteTimes,
  type RunRecord,
  type Summary,
  type Trust,
} from '@/core/index';
import type { CueCheck } from '../workers/simulation';
import type { KeptNumbers, WantedRuns } from '../requests/keptNumbers';
import { startSimulationWorker, type SimulationWorker } from '../workers/simulationWorker';
import { passed } from '../workers/turns';
import { ReadingGeneration, type ChunksByPlayer, type Piecework } from './readingGeneration';
import { keepReadingSize, loadReadingSize, USUAL_SIZE, type ReadingSize } from './readingSize';

/** One stand-in of the ladder: what its runs come to so far. */
export interface Rung {
  standIn: string;
  /** What it is called. */
  name: string;
  summary: Summary;
  trust: Trust;
}

/** What stands in the Reading and under the arena. */
export interface ReadingState {
  /** Whether the numbers belong to an earlier version of the level. */
  isStale: boolean;
  isRefining: boolean;
  /** Whether it stops after its first runs, so that the machine is left to other work. */
  isHeld: boolean;
  /** On how many runs it rests. */
  size: ReadingSize;
  faults: Diagnostic[];
  /** All stand-ins that have runs, from the least to the most able; and what the level comes to with nobody playing. */
  ladder: readonly Rung[];
  controls: readonly ControlRate[];
  /** The stand-in that everything below is about. */
  standIn: string;
  summary: Summary | undefined;
  /** The runs that the summary rests on. */
  rows: readonly RunRecord[];
  /** Change against the reading before the last edit, on the same seeds. */
  difference: PairedDifference | undefined;
  /** What else has changed for certain against it. */
  changes: readonly MeasureChange[];
  routes: RouteTimes[];
  /** How movers go by themselves; of the last version that could be compiled. */
  previews: MoverPreviews | undefined;
  /** What the control scheme of the player comes to. */
  reach: PlayerReach | undefined;
  sampleRun: RecordedRun | undefined;
  /** Where that begins, as a start is written; as drafted where it is undefined. */
  sampleFrom: string | undefined;
  /** For every cell the share of the shown run in which somebody watches it; of the version for which it was last asked. */
  watched: Float32Array | undefined;
  sampleSeed: number;
  /** What lies before the first seed: 0, or more where fresh seeds were asked for. */
  seedsFrom: number;
  /** From the edit to the first number, milliseconds. */
  firstNumberMs: number | undefined;
}

const HELD_KEY = 'gorge.reading-held';
/** Whose numbers are shown first. */
const USUAL_STAND_IN = 'casual';
const KEPT_READINGS = 24;
/** Fresh seeds begin so much further on each time. */
const SEEDS_APART = 10_000;
/** Fewer runs are nothing to compare with, unless the Reading rests on fewer. */
const LEAST_BASELINE_RUNS = 150;
/** Fewer runs say nothing of how else they have changed. */
const LEAST_COMPARED_RUNS = 40;
/** A run that takes longer cannot keep up with a hand that drags, milliseconds. */
const LONG_RUN_MS = 150;
/** So long after its last move a hand may go on, and is told to workers so much more often, milliseconds. */
const HAND_MS = 400;
const HAND_TOLD_MS = 100;
/** Fewer runs of a control prove nothing against anybody. */
const LEAST_CONTROL_RUNS = 40;

/** Fetched when the first numbers stand. */
const LATER_NUMBERS: Pick<KeptNumbers, 'find' | 'keep'> = {
  find: async (...asked) => (await import('../requests/keptNumbers')).keptNumbers.find(...asked),
  keep: async (...made) => (await import('../requests/keptNumbers')).keptNumbers.keep(...made),
};

/**
 * Keeps the Reading up to date: after every edit the level is compiled in workers and run on seeds 1, 2, 3 …, in small
 * chunks, so that a newer edit is never waited for. Numbers rest on an unbroken stretch of seeds from 1, so the same level
 * always comes to the same numbers.
 */
export class ReadingController {
  readonly store = createStore<ReadingState>(() => ({
    isStale: true,
    isRefining: true,
    isHeld: false,
    size: USUAL_SIZE,
    faults: [],
    ladder: [],
    controls: [],
    standIn: USUAL_STAND_IN,
    summary: undefined,
    rows: [],
    difference: undefined,
    changes: [],
    routes: [],
    previews: undefined,
    reach: undefined,
    sampleRun: undefined,
    sampleFrom: undefined,
    watched: undefined,
    sampleSeed: 1,
    seedsFrom: 0,
    firstNumberMs: undefined,
  }));
  private workers: SimulationWorker[] = [];
  private ownCueWorker: SimulationWorker | undefined;
  private generation: ReadingGeneration | undefined;
  private readonly busy = new Set<SimulationWorker>();
  /** Finished readings by content, so that undo shows at once what was known. */
  private readonly kept = new Map<string, ChunksByPlayer>();
  private baseline: readonly RunRecord[] = [];
  /** How long one run took last, milliseconds. */
  private runMs = 0;
  /** Until when a hand on the arena goes first, and when workers were told of it last. */
  private handUntil = 0;
  private toldAt = 0;

  constructor(
    private readonly levelId: string,
    private readonly startWorker: () => SimulationWorker = startSimulationWorker,
    private readonly workerCount = workersBesidePage(),
    private readonly numbers: Pick<KeptNumbers, 'find' | 'keep'> = LATER_NUMBERS,
  ) {}

  /** Begins with a run that was asked for, before anything is shown. */
  beginWith(sampleSeed: number, standIn: string): void {
    this.store.setState({ sampleSeed, standIn });
  }

  /** Takes up whether the Reading was held when the desk was open last, and how large it was. */
  load(storage: Storage): void {
    this.store.setState({ isHeld: storage.getItem(HELD_KEY) !== null, size: loadReadingSize(storage) });
  }

  /** Rests the numbers on more runs or fewer from now on. What is run already is kept. */
  resize(size: ReadingSize, storage: Storage): void {
    keepReadingSize(size, storage);
    this.store.setState({ size });
    if (!this.generation) return;
    this.refresh(this.generation);
    this.workUp();
  }

  /** Holds the Reading after its first runs from now on, or lets it go on. */
  hold(isHeld: boolean, storage: Storage): void {
    if (isHeld) storage.setItem(HELD_KEY, 'held');
    else storage.removeItem(HELD_KEY);
    this.store.setState({ isHeld });
    this.workUp();
  }

  /** Lets every worker that has nothing to do take up what is left. */
  private workUp(): void {
    const { generation } = this;
    if (!generation) return;
    const { isStale, size } = this.store.getState();
    this.store.setState({ isRefining: isStale || !generation.isDone(this.standIn, size) });
    void this.findKnown(generation);
    this.workers.forEach((worker) => void this.goOn(worker, generation));
  }

  private startWorkers(): void {
    if (this.workers.length > 0) return;
    this.workers = Array.from({ length: this.workerCount }, this.startWorker);
  }

  /** Takes in a version of the game; does nothing when what matters for this level is the same. */
  show(game: GameDocument): void {
    const { seedsFrom } = this.store.getState();
    const key = `${seedsFrom} ${playKey(game, this.levelId)}`;
    if (this.generation?.key === key) return;
    this.startWorkers();
    const { rows, isStale, size } = this.store.getState();
    // What a slider passes through on its way is nothing to compare with.
    const isOnSameSeeds = this.generation?.seedsFrom === seedsFrom;
    const isToCompare = rows.length >= Math.min(LEAST_BASELINE_RUNS, size.runs);
    if (isToCompare && !isStale && isOnSameSeeds) this.baseline = rows;
    const generation = new ReadingGeneration(key, game, seedsFrom, this.kept.get(key));
    this.generation = generation;
    // Who has been taken out of the game is shown no longer.
    if (!standInsOf(generation.game).some(({ id }) => id === this.standIn))
      this.store.setState({ standIn: USUAL_STAND_IN, difference: undefined, changes: [] });
    this.store.setState({ isStale: true, isRefining: true, firstNumberMs: undefined });
    // What is being run belongs to the version of before.
    for (const worker of this.busy) void worker.api.giveUp();
    this.workers.forEach((worker, index) => void this.drive(worker, index === 0));
  }

  /**
   * Leaves the machine to a hand that is on the arena: where a level is so large that no number could follow the hand, its
   * frames shall at least not wait for numbers.
   */
  giveWay(): void {
    if (this.runMs < LONG_RUN_MS) return;
    const now = performance.now();
    this.handUntil = now + HAND_MS;
    if (now - this.toldAt < HAND_TOLD_MS) return;
    this.toldAt = now;
    for (const worker of this.workers) void worker.api.rest(HAND_MS);
  }

  /** Comes when no hand is on the arena any more. */
  private async handGone(): Promise<void> {
    for (let left = this.handUntil - performance.now(); left > 0; left = this.handUntil - performance.now())
      await passed(left);
  }

  /**
   * Runs on seeds that nobody has looked at yet, so that what was tuned to the usual ones can be believed; or on the usual
   * ones again.
   */
  useSeeds(which: 'fresh' | 'usual'): void {
    const { seedsFrom, sampleSeed } = this.store.getState();
    const next = which === 'usual' ? 0 : seedsFrom + SEEDS_APART;
    this.store.setState({ seedsFrom: next, sampleSeed: next + (sampleSeed - seedsFrom) });
    // Other seeds are nothing to compare with.
    this.baseline = [];
    if (this.generation) this.show(this.generation.game);
  }

  /** Shows the numbers and the runs of another stand-in. */
  choose(standIn: string): void {
    if (standIn === this.store.getState().standIn) return;
    this.baseline = [];
    this.store.setState({ standIn, difference: undefined, changes: [] });
    const { generation } = this;
    if (!generation) return;
    this.refresh(generation);
    void this.showSample(this.store.getState().sampleSeed);
    this.workUp();
  }

  private get standIn(): string {
    return this.store.getState().standIn;
  }

  /** Shows a run that was made elsewhere, for example a kept try, and may begin elsewhere. */
  showRun(sampleRun: RecordedRun, sampleFrom?: string): void {
    this.store.setState({ sampleRun, sampleFrom });
  }

  /** Shows another run in the arena. */
  async showSample(seed: number): Promise<void> {
    this.store.setState({ sampleSeed: seed });
    const { generation } = this;
    const sampleRun = await this.workers[0]?.api.record(this.standIn, seed);
    if (generation === this.generation && sampleRun) this.showRun(sampleRun);
  }

  /** Why a piece does what it does at a moment of the run that is shown; undefined while that cannot be told. */
  async explain(tick: number, piece: string): Promise<Explanation | undefined> {
    return this.workers[0]?.api.explain(this.standIn, this.store.getState().sampleSeed, tick, piece);
  }

  /** What cues and rules wait for at a moment of the run that is shown. */
  async explainRules(tick: number): Promise<RulesExplanation | undefined> {
    return this.workers[0]?.api.explainRules(this.standIn, this.store.getState().sampleSeed, tick);
  }

  /** What pieces that follow a behavior did in some runs. */
  async behaviorFigures(behavior: string, runs: number): Promise<BehaviorFigures | undefined> {
    return this.workers[0]?.api.behaviorFigures(this.standIn, behavior, runs);
  }

  /** Everything that is wrong with the cues of a version. */
  async checkCues(game: GameDocument): Promise<CueCheck> {
    const { api, feed } = this.cueWorker;
    return api.checkCues(feed.next(game), this.levelId);
  }

  /** What the cues of the newest version come to; undefined when it cannot be run. */
  async projectCues(game: GameDocument, seeds: number, clearSeconds: number): Promise<CueProjection | undefined> {
    const { api, feed } = this.cueWorker;
    return api.projectCues(feed.next(game), this.levelId, seeds, clearSeconds);
  }

  /** Cues have a worker of their own, so that what they come to never waits behind the runs of the Reading. */
  private get cueWorker(): SimulationWorker {
    return (this.ownCueWorker ??= this.startWorker());
  }

  /** Finds out which ground is watched in the run that is shown. */
  async showWatched(): Promise<void> {
    const { generation } = this;
    const watched = await this.workers[0]?.api.watched(this.standIn, this.store.getState().sampleSeed);
    if (generation === this.generation && watched) this.store.setState({ watched });
  }

  async pursuit(game: GameDocument, kind: string, playerSpeed: number): Promise<PursuitFigure | undefined> {
    const [worker] = this.workers;
    return worker?.api.pursuit(worker.feed.next(game), this.levelId, kind, playerSpeed);
  }

  private async showPreviews(worker: SimulationWorker, generation: ReadingGeneration): Promise<void> {
    const shown = await worker.api.preview();
    if (generation === this.generation && shown) this.store.setState(shown);
  }

  /**
   * Has a worker take up whatever is the newest version, one at a time: while somebody paints, versions that are already
   * outdated are left out instead of being waited for.
   */
  private async drive(worker: SimulationWorker, isFirst: boolean): Promise<void> {
    if (this.busy.has(worker)) return;
    this.busy.add(worker);
    try {
      for (let done: ReadingGeneration | undefined; this.generation && this.generation !== done;) {
        await this.handGone();
        done = this.generation;
        await this.work(worker, done, isFirst);
      }
    } finally {
      this.busy.delete(worker);
    }
  }

  private async work(worker: SimulationWorker, generation: ReadingGeneration, isFirst: boolean): Promise<void> {
    const isCurrent = () => generation === this.generation;
    const { faults, routes } = await worker.api.prepare(worker.feed.next(generation.game), this.levelId, isFirst);
    if (!isCurrent()) return;
    if (isFirst) this.store.setState({ faults, routes });
    if (faults.length > 0) {
      this.store.setState({ isRefining: false, sampleRun: undefined });
      return;
    }
    if (isFirst) {
      this.refresh(generation);
      await this.showSample(this.store.getState().sampleSeed);
    }
    // The first number comes first; what movers do by themselves right after it.
    let needsPreviews = isFirst;
    for (let piece = this.takeNext(generation); piece && isCurrent(); piece = this.takeNext(generation)) {
      if (!(await this.runPiece(worker, generation, piece))) return;
      if (!needsPreviews) continue;
      needsPreviews = false;
      // What somebody drags past has been replaced by now, and is never asked for.
      void this.findKnown(generation);
      await this.showPreviews(worker, generation);
    }
    if (needsPreviews && isCurrent()) await this.showPreviews(worker, generation);
  }

  /** Takes up work again when somebody else was chosen. */
  private async goOn(worker: SimulationWorker, generation: ReadingGeneration): Promise<void> {
    if (this.busy.has(worker)) return;
    this.busy.add(worker);
    try {
      for (let piece = this.takeNext(generation); piece; piece = this.takeNext(generation))
        if (!(await this.runPiece(worker, generation, piece))) return;
    } finally {
      this.busy.delete(worker);
      if (generation !== this.generation) void this.drive(worker, worker === this.workers[0]);
    }
  }

  private takeNext(generation: ReadingGeneration): Piecework | undefined {
    const { size, isHeld } = this.store.getState();
    return generation.takeNext(this.standIn, size, isHeld);
  }

  /** Asks for what was measured of this version before, by whomever; it joins where nobody has begun with it. */
  private async findKnown(generation: ReadingGeneration): Promise<void> {
    const { size, isHeld, seedsFrom } = this.store.getState();
    if (isHeld) return;
    const { game } = generation;
    const isWanted = () => generation === this.generation;
    const runsOf = ({ standIn, firstSeed, count }: Piecework) => ({
      ...{ standInId: standIn, firstSeed: seedsFrom + firstSeed, count },
    });
    const take = ({ standInId, firstSeed, count }: WantedRuns, chunk: ChunkResult) =>
      generation.offer({ standIn: standInId, firstSeed: firstSeed - seedsFrom, count, chunk });
    const wanted = generation.takeUnasked(this.standIn, size).map(runsOf);
    await this.numbers.find(game, this.levelId, wanted, take, isWanted);
    if (isWanted() && generation.adoptAll()) this.refresh(generation);
  }

  /** Hands in what was run of this version, for everybody who measures it later. */
  private handIn(generation: ReadingGeneration): void {
    const { game, seedsFrom } = generation;
    for (const { standIn, firstSeed, count, chunk } of generation.takeUnkept())
      void this.numbers.keep(
        game,
        this.levelId,
        { standInId: standIn, firstSeed: seedsFrom + firstSeed, count },
        chunk,
      );
  }

  /** Runs some seeds; false when nobody wants them any more. */
  private async runPiece(worker: SimulationWorker, generation: ReadingGeneration, piece: Piecework): Promise<boolean> {
    const { standIn, firstSeed, count } = piece;
    const since = performance.now();
    const chunk = await worker.api.runChunk(standIn, generation.seedsFrom + firstSeed, count);
    if (generation !== this.generation || !chunk) return false;
    if (since > this.handUntil) this.runMs = (performance.now() - since) / count;
    generation.add(piece, chunk);
    generation.adoptAll();
    this.refresh(generation);
    return true;
  }

  /** Works out the numbers from the unbroken stretches of seeds that are done. */
  private refresh(generation: ReadingGeneration): void {
    const level = measuredLevelOf(generation.game, this.levelId);
    const controls = CONTROLS.flatMap((control): ControlRate[] => {
      const own = generation.stretchOf(control, level);
      return own ? [controlRate(control, own.summary)] : [];
    });
    const settled = controls.filter(({ runs }) => runs >= LEAST_CONTROL_RUNS);
    const ladder = standInsOf(generation.game).flatMap(({ id, name }): Rung[] => {
      const own = generation.stretchOf(id, level);
      if (!own) return [];
      const { summary } = own;
      return [{ standIn: id, name, summary, trust: judgeTrust(summary, summary.findings, settled) }];
    });
    this.store.setState({ ladder, controls });
    const shown = generation.stretchOf(this.standIn, level);
    if (!shown) return;
    const isDone = generation.isDone(this.standIn, this.store.getState().size);
    if (isDone) this.keep(generation);
    if (isDone) this.handIn(generation);
    this.store.setState({
      isStale: false,
      isRefining: !isDone,
      rows: shown.rows,
      summary: shown.summary,
      difference: pairedDifference(this.baseline, shown.rows),
      changes: shown.rows.length >= LEAST_COMPARED_RUNS ? measureChanges(this.baseline, shown.rows) : [],
      firstNumberMs: this.store.getState().firstNumberMs ?? performance.now() - generation.startedAt,
    });
  }

  private keep(generation: ReadingGeneration): void {
    this.kept.delete(generation.key);
    this.kept.set(generation.key, generation.chunks);
    for (const key of this.kept.keys()) if (this.kept.size > KEPT_READINGS) this.kept.delete(key);
  }

  /** Ends the workers; showing a game starts them again. */
  stop(): void {
    this.generation = undefined;
    for (const worker of this.workers) worker.end();
    this.ownCueWorker?.end();
    this.ownCueWorker = undefined;
    this.workers = [];
  }
}

/** One core stays with the page, so that dragging is smooth while the numbers come in. */
function workersBesidePage(): number {
  return Math.max(1, Math.min(4, (globalThis.navigator?.hardwareConcurrency || 2) - 1));
}
