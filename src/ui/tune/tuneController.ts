import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  Comparison,
  Matter,
  measuredLevelOf,
  NO_OVERRIDES,
  openSolver,
  Sweep,
  sweepPoints,
  type CompareState,
  type CompareTask,
  type GameDocument,
  type MatterState,
  type PlayTask,
  type RunPlan,
  type SolveState,
  type Swept,
  type SweepState,
  type SweepTask,
  type TurnedBetween,
} from '@/core/index';
import { carryOutTold } from '../workers/carryOutTold';
import { wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';
import { PlayPool } from './playPool';
import type { Unfinished, UnfinishedPart } from './unfinished';

/** How something that is looked for stands. */
interface Sought<Request, Found> {
  status: 'none' | 'running' | 'done' | 'cancelled' | 'failed';
  request: Request | undefined;
  found: Found | undefined;
  /** The version of the game of which it is told. */
  game: GameDocument | undefined;
  /** Why it failed, in words. */
  failure: string;
  seconds: number;
}

export interface SweepRequest {
  swept: Swept[];
  standIns: string[];
  runs: number;
}

/** A kept version of the game, with which the draft is compared. */
export interface CompareRequest {
  /** What it is called. */
  name: string;
  before: GameDocument;
  standIns: string[];
  runs: number;
}

/** Versions of the game, the oldest first, whose readings are laid beside each other. */
export interface VersionsRequest {
  versions: { name: string; game: GameDocument }[];
  standIns: string[];
  runs: number;
}

export interface TuneState {
  sweep: Sought<SweepRequest, SweepState>;
  solve: Sought<TurnedBetween[], SolveState>;
  /** Asked of one stand-in, by its id. */
  matter: Sought<string, MatterState>;
  compare: Sought<CompareRequest, CompareState>;
  versions: Sought<VersionsRequest, SweepState>;
}

type Part = keyof TuneState;

/** So often each step is played that seems to do most. */
const MATTER_RUNS = 200;

const NOTHING = {
  status: 'none' as const,
  request: undefined,
  found: undefined,
  game: undefined,
  failure: '',
  seconds: 0,
};

function canGoOn(part: Part): part is UnfinishedPart {
  return part === 'sweep' || part === 'solve' || part === 'matter';
}

/** Sweeps numbers of a level, asks what each does, and looks for values; one at a time, in workers of its own. */
export class TuneController {
  readonly store: StoreApi<TuneState> = createStore<TuneState>(() => ({
    ...{ sweep: NOTHING, solve: NOTHING, matter: NOTHING, compare: NOTHING, versions: NOTHING },
  }));
  private pool: PlayPool | undefined;
  private running: Part | undefined;

  constructor(
    private readonly levelId: string,
    private readonly startWorker?: () => SimulationWorker,
    private readonly workers?: number,
    /** Where it is noted what is not answered yet. */
    private readonly unfinished?: Unfinished,
  ) {}

  /** Takes up what was not answered yet when the page was left; {@link goOn} goes on with it. */
  load(): void {
    const asked = this.unfinished?.load();
    if (asked) this.set(asked.part, { ...NOTHING, status: 'cancelled', request: asked.request });
  }

  /** Goes on with what was cancelled, or cut short; runs that were made of the level as it is are not made again. */
  async goOn(game: GameDocument, part: UnfinishedPart): Promise<void> {
    const { sweep, solve, matter } = this.store.getState();
    if (part === 'sweep' && sweep.request) await this.sweep(game, sweep.request);
    if (part === 'solve' && solve.request) await this.solve(game, solve.request);
    if (part === 'matter' && matter.request !== undefined) await this.matter(game, matter.request);
  }

  async sweep(game: GameDocument, request: SweepRequest): Promise<void> {
    const level = game.levels.find(({ id }) => id === this.levelId);
    const points = level && sweepPoints(game, level, request.swept);
    const begun = { ...NOTHING, request, game };
    if (!points?.ok) return this.fail('sweep', begun, points?.faults[0]);
    const measured = measuredLevelOf(game, this.levelId);
    const plan = new Sweep(points.value, request.standIns, request.runs, measured, level?.brief);
    await this.carryOut('sweep', game, plan, () => plan.state, begun);
  }

  async solve(game: GameDocument, between: TurnedBetween[]): Promise<void> {
    const level = game.levels.find(({ id }) => id === this.levelId);
    const solver = level && openSolver(game, level, between, level.brief ?? [], measuredLevelOf(game, this.levelId));
    const begun = { ...NOTHING, request: between, game };
    if (!solver?.ok) return this.fail('solve', begun, solver?.faults[0]);
    await this.carryOut('solve', game, solver.value, () => solver.value.state, begun);
  }

  /** What a step of each number does to a stand-in. */
  async matter(game: GameDocument, standIn: string): Promise<void> {
    const level = game.levels.find(({ id }) => id === this.levelId);
    const begun = { ...NOTHING, request: standIn, game };
    if (!level) return this.fail('matter', begun, undefined);
    const plan = new Matter(game, level, standIn, MATTER_RUNS);
    await this.carryOut('matter', game, plan, () => plan.state, begun);
  }

  /** The draft against a version of before, on the same seeds. */
  async compare(game: GameDocument, request: CompareRequest): Promise<void> {
    const plan = new Comparison(request.standIns, request.runs);
    const begun = { ...NOTHING, request, game };
    if (!request.before.levels.some(({ id }) => id === this.levelId))
      return this.set('compare', { ...begun, status: 'failed', failure: 'That version has no such level.' });
    const gameOf = ({ side }: CompareTask) => (side === 0 ? request.before : game);
    await this.carryOut('compare', game, plan, () => plan.state, begun, gameOf);
  }

  /** What everybody comes to in each of some versions, on the same seeds. */
  async versions(game: GameDocument, request: VersionsRequest): Promise<void> {
    const points = request.versions.map((_, at) => ({ values: [at], overrides: NO_OVERRIDES }));
    const plan = new Sweep(points, request.standIns, request.runs, measuredLevelOf(game, this.levelId));
    const gameOf = ({ cell }: SweepTask) => request.versions[Math.floor(cell / request.standIns.length)].game;
    await this.carryOut('versions', game, plan, () => plan.state, { ...NOTHING, request, game }, gameOf);
  }

  private fail(part: Part, begun: object, fault: { message: string; hint: string } | undefined): void {
    const failure = fault ? `${fault.message} ${fault.hint}` : 'There is no such level.';
    if (canGoOn(part)) this.unfinished?.forget(part);
    this.set(part, { ...begun, status: 'failed', failure });
  }

  private async carryOut<Task extends PlayTask>(
    part: Part,
    game: GameDocument,
    plan: RunPlan<Task>,
    stateOf: () => SweepState | SolveState | MatterState | CompareState,
    begun: object,
    gameOf: (task: Task) => GameDocument = () => game,
  ): Promise<void> {
    this.cancel();
    const pool = (this.pool = new PlayPool(game, this.levelId, this.startWorker, this.workers));
    this.running = part;
    const isWanted = () => this.pool === pool;
    const { request } = begun as { request: unknown };
    if (canGoOn(part)) this.unfinished?.note({ part, request });
    const tell = (status: 'running' | 'done', seconds: number) =>
      this.set(part, { ...begun, status, found: stateOf(), seconds });
    this.set(part, { ...begun, status: 'running' });
    try {
      const play = (task: Task) => pool.play(task, this.levelId, gameOf(task));
      const seconds = await carryOutTold(plan, play, pool.size, isWanted, (soFar) => tell('running', soFar));
      if (!isWanted()) return;
      tell('done', seconds);
      if (canGoOn(part)) this.unfinished?.forget(part);
      this.end();
    } catch (error) {
      if (!isWanted()) return;
      this.end();
      if (canGoOn(part)) this.unfinished?.forget(part);
      this.set(part, { ...begun, status: 'failed', failure: wordsOf(error) });
    }
  }

  private set(part: Part, to: object): void {
    this.store.setState((state) => ({ ...state, [part]: { ...state[part], ...to } }));
  }

  /** Ends what is under way; what is known by then stays. */
  cancel(): void {
    const { running } = this;
    this.end();
    if (running) this.set(running, { status: 'cancelled' });
  }

  /** Ends the workers. */
  end(): void {
    this.pool?.end();
    this.pool = undefined;
    this.running = undefined;
  }
}
