import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream, STREAM } from '../foundation/random';
import { prepareRuns } from './engine/prepareRuns';
import type { RunEvent } from './engine/runEvent';
import { passTime } from './engine/passTime';
import { step, type DecideAll, type RunEnd } from './engine/tick';
import { Following } from './engine/timeline/follow';
import { Timeline } from './engine/timeline/timeline';
import { World } from './engine/world';
import { measurePressure } from './pressure';
import { RunTrace } from './runTrace';
import { SAMPLES_PER_SECOND, type RunRecord, type RunSamples } from './runRecord';
import { makeStandIn } from './standins/makeStandIn';
import type { StandIn } from './standins/standIn';
import { ScreenMemory, type ScreenFrame } from './standins/standInView';
import type { StandInTraits } from './standins/traits';

/** Who steers the player: a stand-in, or inputs kept from a try (one a tick; then none). */
export type Steering = { type: 'stand-in'; traits: StandInTraits } | { type: 'inputs'; inputs: readonly number[] };

export interface RunObserver {
  /** Called before the first tick and after every one. */
  onTick?: (world: World, input: number) => void;
  events?: RunEvent[];
  samples?: RunSamples;
  /** Stop after this many ticks even if the run goes on. */
  mostTicks?: number;
  /** Leave the fingerprint out; only for measuring speed. */
  skipHash?: boolean;
}

/** Runs one level with one kind of steering, any number of times. Everything is prepared once; runs reuse it. */
export class Runner {
  private readonly world: World;
  private readonly standIn: StandIn | undefined;
  private readonly memory: ScreenMemory | undefined;
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
    if (steering.type === 'stand-in') {
      this.standIn = makeStandIn(program, steering.traits);
      this.memory = new ScreenMemory(program, Math.ceil((steering.traits.reactionMs / 1000) * program.ticksPerSecond));
    }
  }

  /** One run from its seed to its end. The record is undefined when `mostTicks` cut the run short. */
  run(seed: number, observer: RunObserver = {}): { record: RunRecord | undefined; hash: string } {
    const { world, program } = this;
    world.reset(seed);
    this.follow(observer);
    world.events = observer.events;
    this.firstTick = passTime(world);
    const random = new RandomStream(seed, STREAM.standIn);
    this.standIn?.reset(random);
    this.memory?.reset();
    const trace = new RunTrace(world);
    const ticksPerSample = program.ticksPerSecond / SAMPLES_PER_SECOND;
    const mostTicks = observer.mostTicks ?? Infinity;
    let end: RunEnd | undefined;
    observer.onTick?.(world, 0);
    while (!end && world.tick < mostTicks) {
      if (observer.samples && world.tick % ticksPerSample === 0) takeSample(world, observer.samples);
      const input = this.nextInput(random);
      end = step(world, input);
      if (!observer.skipHash) trace.add(input);
      observer.onTick?.(world, input);
    }
    world.events = undefined;
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
    const { world } = this;
    if (this.steering.type === 'inputs') return this.steering.inputs[world.tick - this.firstTick] ?? 0;
    noteArrivals(world, this.memory!);
    showScreen(world, this.memory!.next());
    return this.standIn!.press(this.memory!.viewNow(world.player, world.tick), random);
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
      hash: trace.digest(),
    };
  }
}

/** What came in or was fired in the tick before is new on the screen now. */
function noteArrivals(world: World, memory: ScreenMemory): void {
  for (const { first, count } of world.level.program.pools)
    for (let piece = first; piece < first + count; piece++)
      if (world.alive[piece] === 1 && world.bornAt[piece] === world.tick - 1)
        memory.noteArrival(piece, world.x[piece], world.y[piece]);
  const { shots } = world.level;
  for (let index = 0; index < shots.length; index++) {
    const shot = shots[index];
    if (world.alive[shot] === 1 && world.bornAt[shot] === world.tick - 1)
      memory.noteArrival(shot, world.x[shot], world.y[shot]);
  }
}

function showScreen(world: World, frame: ScreenFrame): void {
  frame.x.set(world.x);
  frame.y.set(world.y);
  frame.facingX.set(world.facingX);
  frame.facingY.set(world.facingY);
  frame.isFilled.set(world.isFilled);
  frame.isAlarmed.fill(0);
  frame.isGone.fill(1);
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    frame.isAlarmed[piece] = isAlarmed(world, piece) ? 1 : 0;
    frame.isGone[piece] = world.isIn(piece) ? 0 : 1;
  }
}

/** Whether a piece is after the player. */
export function isAlarmed(world: World, piece: number): boolean {
  const { brains, brainOfPiece } = world.level;
  const brain = brainOfPiece[piece];
  return brain >= 0 && brains[brain].states[world.state[piece]].isChase;
}

function takeSample(world: World, samples: RunSamples): void {
  samples.pressure.push(measurePressure(world));
  let sighted = 0;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) sighted += world.sights[piece];
  samples.sighted.push(sighted);
}
