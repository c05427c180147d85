import type { LevelProgram } from '../compile/levelProgram';
import { isBeatOfSecond } from '../foundation/beats';
import { RandomStream, STREAM } from '../foundation/random';
import { prepareRuns } from './engine/prepareRuns';
import type { RunEvent } from './engine/runEvent';
import { readsDistance } from './engine/scroll';
import { passTime } from './engine/passTime';
import { step, type DecideAll, type RunEnd } from './engine/tick';
import { Following } from './engine/timeline/follow';
import { Timeline } from './engine/timeline/timeline';
import { World } from './engine/world';
import { PressureGauge } from './pressure';
import { RunTrace } from './runTrace';
import { SAMPLES_PER_SECOND, type RunRecord, type RunSamples } from './runRecord';
import { makeStandIn } from './standins/makeStandIn';
import type { OwnState, StandIn } from './standins/standIn';
import { makeControl } from './standins/controls';
import type { MindPicture } from './standins/mindPicture';
import { FRAME_TICKS, ScreenMemory } from './standins/screen';
import { showScreen } from './standins/showScreen';
import type { ControlId, StandInTraits } from '../people/traits';

/**
 * Who steers the player: a stand-in, nobody or a blind hand, inputs kept from a try (one a tick; then none), or a stand-in
 * that watches while such inputs are played and is handed the controls when they end.
 */
export type Steering =
  | { type: 'stand-in'; traits: StandInTraits }
  | { type: 'handover'; traits: StandInTraits; inputs: readonly number[] }
  | { type: 'control'; id: ControlId }
  | { type: 'inputs'; inputs: readonly number[] };

export interface RunObserver {
  /** Called before the first tick and after every one. */
  onTick?: (world: World, input: number) => void;
  events?: RunEvent[];
  samples?: RunSamples;
  /** Stop after this many ticks even if the run goes on. */
  mostTicks?: number;
  /** Asked after every tick whether enough was seen. */
  isEnough?: (world: World) => boolean;
  /** Which person of its tier the stand-in is; that of the seed, if it is left out. What the level draws goes by the seed. */
  person?: number;
  /** It is another try of the same person, who keeps the notebook of those before. */
  isNextTry?: boolean;
  /** Leave the fingerprint out; only for measuring speed. */
  skipHash?: boolean;
}

/** What a run came to; without a record where it was cut short. */
export interface FinishedRun {
  record: RunRecord | undefined;
  hash: string;
}

interface RunUnderWay {
  readonly seed: number;
  readonly observer: RunObserver;
  readonly random: RandomStream;
  readonly trace: RunTrace;
  end: RunEnd | undefined;
}

/** Runs one level with one kind of steering, any number of times. Everything is prepared once; runs reuse it. */
export class Runner {
  private readonly world: World;
  private readonly standIn: StandIn | undefined;
  private readonly memory: ScreenMemory | undefined;
  private readonly own: OwnState;
  private gauge: PressureGauge | undefined;
  private hasRun = false;
  /** The tick at which the run that is under way began. */
  private firstTick = 0;

  constructor(
    readonly program: LevelProgram,
    private readonly steering: Steering,
    decideAll?: DecideAll,
    private readonly mayFollow = decideAll === undefined,
  ) {
    this.world = new World(prepareRuns(program, decideAll));
    if (steering.type === 'control') this.standIn = makeControl(program, steering.id);
    if (steering.type === 'stand-in' || steering.type === 'handover') {
      this.standIn = makeStandIn(program, steering.traits);
      this.memory = new ScreenMemory(program, Math.ceil((steering.traits.reactionMs / 1000) * program.ticksPerSecond));
    }
    this.own = { body: this.world.player, tick: 0, held: this.world.collected, livesLeft: 0, rim: 0 };
  }

  /** Whether the stand-in stands on purpose just now, to see how things go. */
  get isWatching(): boolean {
    return this.standIn?.isWatching ?? false;
  }

  /** What the stand-in believes, minds and wants just now. */
  get mind(): MindPicture | undefined {
    return this.standIn?.mind;
  }

  /** One run from its seed to its end. The record is undefined when `mostTicks` cut the run short. */
  run(seed: number, observer: RunObserver = {}): FinishedRun {
    const run = this.begin(seed, observer);
    this.advance(run, Infinity);
    return this.finish(run);
  }

  /**
   * As {@link run}, so many ticks a step: who has others to answer can do so in between, or leave it at that. Nothing else may
   * be run with this runner meanwhile.
   */
  *runInSteps(seed: number, observer: RunObserver, ticksAStep: number): Generator<void, FinishedRun> {
    const run = this.begin(seed, observer);
    while (!this.advance(run, ticksAStep)) yield;
    return this.finish(run);
  }

  private begin(seed: number, observer: RunObserver): RunUnderWay {
    const { world } = this;
    world.reset(seed);
    this.follow(observer);
    world.events = observer.events;
    this.firstTick = passTime(world);
    const random = new RandomStream(observer.person ?? seed, STREAM.standIn);
    this.standIn?.reset(random, observer.isNextTry ?? false);
    this.memory?.reset();
    observer.onTick?.(world, 0);
    return { seed, observer, random, trace: new RunTrace(world), end: undefined };
  }

  /** Goes on with a run for so many ticks at the most; whether it is over. */
  private advance(run: RunUnderWay, ticks: number): boolean {
    const { world, program } = this;
    const { observer, random, trace } = run;
    const mostTicks = observer.mostTicks ?? Infinity;
    const until = Math.min(mostTicks, world.tick + ticks);
    while (!run.end && world.tick < until) {
      if (observer.samples && isBeatOfSecond(world.tick, program.ticksPerSecond, SAMPLES_PER_SECOND))
        this.takeSample(observer.samples);
      const input = this.nextInput(random);
      run.end = step(world, input);
      if (!observer.skipHash) trace.add(input);
      observer.onTick?.(world, input);
      if (observer.isEnough?.(world)) return true;
    }
    return run.end !== undefined || world.tick >= mostTicks;
  }

  private finish({ seed, end, trace }: RunUnderWay): FinishedRun {
    this.world.events = undefined;
    return { record: end && this.record(seed, end, trace), hash: trace.digest() };
  }

  /** From the second run on, pieces follow what they did in the first as long as nobody disturbs them; not if it is logged. */
  private follow({ events, samples, onTick }: RunObserver): void {
    const { world } = this;
    const isWanted = events === undefined;
    if (this.hasRun && isWanted && !world.following && this.mayFollow && Timeline.isOfUse(world))
      world.following = new Following(new Timeline(new World(world.level)), world.pieceCount, this.program.player.step);
    this.hasRun = true;
    if (!world.following) return;
    world.following.isLazy = !this.standIn && !samples && !onTick && !world.level.asksForPlaces;
    if (isWanted) world.following.begin(world);
    else world.following.rest(world);
  }

  private nextInput(random: RandomStream): number {
    const { world, own, memory, steering } = this;
    const past = world.tick - this.firstTick;
    if (steering.type === 'inputs') return steering.inputs[past] ?? 0;
    const standIn = this.standIn!;
    if (memory && past % FRAME_TICKS === 0) {
      const isFirst = memory.isEmpty;
      showScreen(world, memory.next());
      const frame = memory.known(isFirst);
      if (frame) standIn.look(frame);
    }
    own.tick = world.tick;
    own.livesLeft = world.livesLeft;
    own.rim = world.rim;
    if (steering.type !== 'handover' || past >= steering.inputs.length) return standIn.press(own, random);
    standIn.watch?.(own);
    return steering.inputs[past];
  }

  private takeSample(samples: RunSamples): void {
    const { world } = this;
    this.gauge ??= new PressureGauge(this.program);
    samples.pressure.push(this.gauge.measure(world));
    let sighted = 0;
    const { next } = world.live;
    for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) sighted += world.sights[piece];
    samples.sighted.push(sighted);
  }

  private record(seed: number, end: RunEnd, trace: RunTrace): RunRecord {
    return {
      seed,
      outcome: end.outcome,
      cause: end.cause,
      piece: end.piece >= 0 ? this.program.pieces[end.piece].id : undefined,
      x: this.world.player.x,
      y: this.world.player.y,
      ticks: this.world.tick,
      boxOnly: this.world.boxOnly,
      nearMisses: this.world.nearMisses,
      score: this.world.player.score,
      ...(readsDistance(this.program) ? { distance: this.world.farthest } : {}),
      hash: trace.digest(),
    };
  }
}
