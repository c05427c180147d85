import { progressAt } from '../../compile/scrollProgram';
import type { ArenaGrid } from '../../arena/grid';
import type { LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { hasPoint, type Input } from '../engine/player/inputs';
import { groundWith } from '../moves/groundNow';
import type { MoveGraph } from '../moves/moveGraph';
import { computeWays, movesOver, type WayField } from '../moves/wayField';
import { Belief } from './belief/belief';
import { CarrierForecast } from './belief/carriers';
import { Danger } from './belief/danger';
import { feelGround, FoundShut, NOTHING_IN_THE_WAY } from './belief/feltGround';
import { Foreseen } from './belief/foreseen';
import { crosses, unknownVents } from './belief/unknownVents';
import { Gunner } from './hands/gunner';
import { makeHand, type Hand } from './hands/hand';
import type { LevelKnowledge } from './levelKnowledge';
import type { MindPicture } from './mindPicture';
import { followWay } from './plan/followWay';
import { SlideGuess } from './plan/slideGuess';
import { Planner, type RimForecast, type Leg } from './plan/planner';
import { drawPerson } from './onePerson';
import { SHOWN, type ScreenFrame } from './screen';
import type { OwnState, StandIn } from './standIn';
import type { StandInTraits } from '../../people/traits';
import { sameCells, Wants, type Want } from './wants/wants';

/** Seconds between two steps of what is foreseen. */
const STEP_SECONDS = 0.1;
/** Without danger the way is followed so many moves, and so many thoughts, at once. */
const LEGS_AT_ONCE = 8;
const THOUGHTS_AT_ONCE = 3;
/** While it looks round, this much danger where it stands, within so many seconds, makes it set out. */
const ALARMING = 0.6;
const ALARMING_SECONDS = 1.6;
/** A plan with more danger than this, in seconds of detour, is weighed anew after so long, s. */
const RISKY_SECONDS = 1;
const WEIGHED_SECONDS = 0.35;
/** In this last share of the time somebody hurries, and takes down to so much of the usual care. */
const HURRIED_SHARE = 0.4;
const LEAST_CALM = 0.2;
/** Headway is at least so many seconds of the way. */
const HEADWAY_SECONDS = 0.2;
/** On an empty screen it looks round for this share of the time. */
const EMPTY_SHARE = 0.1;
/** With these all is done once one is there. */
const ENDS: ReadonlySet<Want['why']> = new Set(['exit', 'fetch', 'bring', 'refill', 'touch', 'open']);
/** A want that changes with what moves is looked at anew this often, s. */
const FIGHT_SECONDS = 0.5;

/**
 * A stand-in for all schemes in which one goes from rest to rest. It holds beliefs about what it saw, wants something, plans
 * over the moves of its body, keeps the plan until the picture differs, and lets its hand carry it out.
 */
export class Person implements StandIn {
  private readonly belief: Belief;
  private readonly danger: Danger;
  private readonly carriers: CarrierForecast;
  private readonly planner: Planner;
  private readonly wants: Wants;
  private readonly hand: Hand;
  private readonly gunner: Gunner | undefined;
  private readonly shut: FoundShut;
  private readonly guess: SlideGuess | undefined;
  private graph: MoveGraph;
  private grid: ArenaGrid;
  private groundChanges = 0;
  private ways: WayField | undefined;
  private over: ReadonlyMap<number, number> = new Map();
  private want: Want = { why: 'stay alive', cells: [] };
  private misjudged: Float64Array | undefined;
  private inTheWay = NOTHING_IN_THE_WAY;
  private feltSign = 0;
  private readonly foreseen = new Foreseen();
  private legs: Leg[] = [];
  private isQuiet = true;
  private plannedTick = 0;
  private thoughtTick = 0;
  private nextThought = 0;
  private setsOut = 0;
  /** Until when it watches those whose beat it does not know. */
  private watchesUntil = 0;
  isWatching = false;
  private bestWay = Infinity;
  private headwayTick = 0;
  /** The least way that was ever left to what is wanted, and how often patience has run out since. */
  private nearestWay = Infinity;
  private fedUp = 0;
  private nextFight = 0;
  private livesLeft = 0;
  private readonly thoughtTicks: number;
  private readonly pressTicks: number;
  private readonly isStepwise: boolean;

  /** The limits of whoever is at the controls in this run. */
  private readonly traits: StandInTraits;

  constructor(
    private readonly program: LevelProgram,
    private readonly tier: StandInTraits,
    private readonly knowledge: LevelKnowledge,
  ) {
    const traits = (this.traits = { ...tier });
    const { ticksPerSecond, player } = program;
    const { scheme } = player.control;
    const stepTicks = Math.max(1, Math.round(STEP_SECONDS * ticksPerSecond));
    const steps = Math.round((traits.lookAheadSeconds * ticksPerSecond) / stepTicks);
    this.graph = knowledge.graphs.atStart;
    this.grid = program.grid;
    this.isStepwise = scheme === 'one cell a press' || scheme === 'slide until blocked';
    this.thoughtTicks = ticksPerSecond / traits.thoughtsPerSecond;
    this.pressTicks = this.isStepwise ? ticksPerSecond / traits.pressesPerSecond : 0;
    this.belief = new Belief(program);
    this.danger = new Danger(program, traits, knowledge.sights, knowledge.lines, stepTicks, steps);
    this.carriers = new CarrierForecast(
      program,
      Math.ceil((steps * stepTicks) / this.graph.waitTicks) + 2,
      traits.beatRounds,
    );
    this.planner = new Planner(this.danger, this.carriers, ticksPerSecond, this.graph.isRest.length);
    this.wants = new Wants(program, knowledge.graphs, traits.lookAheadSeconds);
    this.hand = makeHand(program, traits);
    this.shut = new FoundShut(program);
    if (scheme === 'slide until blocked')
      this.guess = new SlideGuess(traits.slidesAhead, 1 / player.step, this.graph.isRest.length);
    const gun = player.gun && new Gunner(program, traits, player.gun);
    this.gunner = gun?.hasTargets ? gun : undefined;
  }

  reset(random: RandomStream, keepsNotebook: boolean): void {
    if (!keepsNotebook) drawPerson(this.traits, this.tier, random);
    const { hesitationSeconds, watchSeconds, wayMisjudgement } = this.traits;
    const { ticksPerSecond } = this.program;
    if (keepsNotebook) this.danger.dreadWhatWasNear(this.belief, this.seenX, this.seenY);
    else this.danger.forget();
    this.belief.reset(keepsNotebook);
    this.danger.boldness = this.danger.stakes = 1;
    this.wants.reset();
    this.hand.reset();
    this.gunner?.reset();
    this.shut.reset();
    this.guess?.reset(random, keepsNotebook);
    this.graph = this.knowledge.graphs.atStart;
    this.grid = this.program.grid;
    this.groundChanges = 0;
    this.misjudged = feelGround(this.graph, wayMisjudgement, random);
    this.setsOut = Math.round(random.nextUnit() * hesitationSeconds * (keepsNotebook ? 0.5 : 1) * ticksPerSecond);
    this.watchesUntil =
      watchSeconds > 0 ? Math.round((0.5 + random.nextUnit() / 2) * watchSeconds * ticksPerSecond) : 0;
    this.want = { why: 'stay alive', cells: [] };
    this.ways = undefined;
    this.inTheWay = NOTHING_IN_THE_WAY;
    this.feltSign = 0;
    this.legs = [];
    this.isQuiet = true;
    this.isWatching = this.hasTurned = false;
    this.nextThought = this.nextFight = 0;
    this.bestWay = this.nearestWay = Infinity;
    this.fedUp = 0;
    this.headwayTick = this.setsOut;
    this.livesLeft = this.program.rules.lives;
  }

  look(frame: ScreenFrame): void {
    this.belief.look(frame, this.seenX, this.seenY);
  }

  private seenX = 0;
  private seenY = 0;

  press(own: OwnState, random: RandomStream): Input {
    const { body, tick } = own;
    this.wants.notice(this.belief, own);
    this.seenX = body.x;
    this.seenY = body.y;
    if (own.livesLeft !== this.livesLeft) this.beginLife(own);
    if (this.hand.canChange(body) && (tick >= this.nextThought || this.hand.isAtALoss(own, this.legs, this.graph)))
      this.think(own, random);
    const input = this.hand.carryOut(own, this.legs, this.graph, random);
    return this.gunner && tick >= this.setsOut ? this.withShot(own, input, random) : input;
  }

  watch(own: OwnState): void {
    const { body, tick, livesLeft } = own;
    this.wants.notice(this.belief, own);
    this.seenX = body.x;
    this.seenY = body.y;
    this.livesLeft = livesLeft;
    // Whoever has looked on sets out at once, and is not impatient yet.
    this.setsOut = 0;
    this.headwayTick = tick;
  }

  private beginLife({ tick, livesLeft }: OwnState): void {
    this.livesLeft = livesLeft;
    this.legs = [];
    this.nextThought = tick;
    this.hand.reset();
    this.bestWay = this.nearestWay = Infinity;
    this.fedUp = 0;
    this.headwayTick = tick;
  }

  private withShot({ body, tick }: OwnState, input: Input, random: RandomStream): Input {
    const gunner = this.gunner!;
    if (gunner.isFixed) {
      const fires = body.cooldown <= 1 && gunner.isLinedUp(this.belief, body, tick, this.grid);
      return fires ? input + gunner.fireBit : input;
    }
    if (this.shot === undefined) return input;
    // Whoever steers by pointing fires where it goes; otherwise the pointer is free to aim.
    if (gunner.pointsAtTargets) return hasPoint(input) ? input + gunner.fireBit : input + this.shot;
    return this.hand.shoot(body, tick, input, this.shot, random);
  }

  private shot: Input | undefined;

  private think(own: OwnState, random: RandomStream): void {
    const { belief, danger } = this;
    const { body, tick } = own;
    this.thoughtTick = tick;
    this.nextThought = tick + this.thoughtTicks;
    this.takeUpGround();
    this.gunner?.think(random);
    this.shot = this.gunner?.isFixed ? undefined : this.gunner?.choose(belief, body, tick, this.graph, this.grid);
    const start = this.hand.restOf(body, this.graph);
    const isPressed = danger.pick(belief, body, tick);
    if (isPressed) danger.glance(belief, tick, this.grid);
    if (tick < this.lookedRound() || this.watches(own, start)) {
      if (!isPressed || !this.isAlarming(body.x, body.y, start, tick)) {
        this.legs = [];
        this.isWatching = true;
        if (tick < this.lookedRound()) this.nextThought = Math.min(this.nextThought, this.lookedRound());
        return;
      }
      this.setsOut = tick;
      this.watchesUntil = 0;
    }
    this.isWatching = false;
    this.takeUpWant(own, start);
    const hasTurned = this.hasTurned;
    this.hasTurned = false;
    const ways = this.ways && this.guess ? this.feelWays(this.guess, this.ways, start) : this.ways;
    this.judgeHeadway(start, tick);
    const rides = this.graph.needsCarrier.length > 0;
    if (!isPressed && !rides && ways && !this.guess) {
      // Gone on with before it ends, so that nobody stops in the middle of an empty way.
      if (this.isQuiet && !hasTurned && this.isUnderWay(own) && !this.endsSoon(own, ways)) return;
      this.isQuiet = true;
      this.legs = followWay(
        this.graph,
        ways,
        this.over,
        start,
        tick,
        LEGS_AT_ONCE,
        THOUGHTS_AT_ONCE * this.thoughtTicks,
      );
      this.begin(start, tick);
      return;
    }
    if (!isPressed && !rides && this.wants.isOnlyToLive && this.legs.length === 0) return;
    const isKept = !rides || (this.walks && this.carriers.holds(belief));
    if (!hasTurned && isKept && !this.isQuiet && this.isAsForeseen(own)) return;
    this.isQuiet = false;
    this.plannedTick = tick;
    if (rides) this.lookAtCarriers(body, start, tick);
    danger.foresee(belief, tick, this.grid);
    this.legs = this.planner.plan(
      {
        graph: this.graph,
        start,
        from: this.goesFreely && this.graph.needsCarrier[start] !== 1 ? { x: body.x, y: body.y } : undefined,
        delayTicks: this.hand.ticksUntilRest(body, this.graph, start),
        ways,
        over: this.over,
        isEnd: ENDS.has(this.want.why) && this.want.waits !== true,
        felt: { factor: this.misjudged, extra: this.inTheWay.extra },
        narrow: this.ways ? undefined : this.knowledge.narrow(this.graph),
        walksOnCarriers:
          rides && this.walks ? { offX: this.carriers.offMiddleX, offY: this.carriers.offMiddleY } : undefined,
        rim: this.rimFrom(own),
        keep: this.hand.next(this.legs),
        pressTicks: this.pressTicks,
      },
      tick,
    );
    this.foreseen.remember(danger);
    this.begin(start, tick);
  }

  /** Lets the hand carry the plan out; whoever is in a cell that is wanted, and goes nowhere else, goes to its middle. */
  private begin(start: number, tick: number): void {
    if (this.legs.length === 0 && this.walks && this.ways?.[start] === 0)
      this.legs = [{ move: -1, cell: start, starts: tick, ends: tick + this.thoughtTicks }];
    this.hand.begin(this.legs);
  }

  private feelWays(guess: SlideGuess, ways: WayField, start: number): WayField {
    guess.noteRest(start);
    return guess.seen(this.graph, ways, this.want.cells, this.over);
  }

  /** Whether the plan still holds: nobody new is minded, and all are where they were foreseen. */
  private isAsForeseen(own: OwnState): boolean {
    const { danger } = this;
    if (!this.isUnderWay(own)) return false;
    const passed = Math.round((own.tick - this.plannedTick) / danger.stepTicks);
    // What was foreseen runs out: the last part of a plan is not waited for.
    if (passed > danger.steps / 2) return false;
    // What looked risky from afar is weighed anew as it comes nearer.
    if (this.planner.risk > RISKY_SECONDS && passed * STEP_SECONDS > WEIGHED_SECONDS) return false;
    return this.foreseen.holds(danger, passed);
  }

  private isUnderWay({ tick }: OwnState): boolean {
    const last = this.legs.at(-1);
    return last !== undefined && tick < last.ends && !this.hand.isDone(this.legs);
  }

  /** Whether it stands and watches for now, to learn a beat. */
  private watches(own: OwnState, start: number): boolean {
    const { belief, danger } = this;
    // Only whoever knows beats waits for what is in its way to end.
    const vents = this.traits.beatRounds > 0 ? unknownVents(belief, this.program.ticksPerSecond) : undefined;
    if (vents?.length && crosses(this.wayAhead(own, start), vents, belief, this.program, this.graph)) return true;
    return own.tick < this.watchesUntil && danger.hasUnknownBeat(belief) && !this.isNearlyThere(own, start);
  }

  /** The way as it would be gone from here, as far as it thinks ahead. */
  private wayAhead(own: OwnState, start: number): readonly Leg[] {
    this.takeUpWant(own, start);
    const { danger, ways } = this;
    return ways ? followWay(this.graph, ways, this.over, start, own.tick, 1, danger.steps * danger.stepTicks) : [];
  }

  /** Whether it can think the whole way through: then there is nothing to watch for first. */
  private isNearlyThere(own: OwnState, start: number): boolean {
    this.takeUpWant(own, start);
    const { danger, ways } = this;
    return ways !== undefined && ways[start] < danger.steps * danger.stepTicks;
  }

  /** Until when it looks round: not for long where there is nothing to look at. */
  private lookedRound(): number {
    const { frame, feared } = this.belief;
    const { scroll } = this.program;
    // Nobody looks round for long while the view moves on by itself.
    if (scroll && scroll.step > 0)
      return Math.min(this.setsOut, (this.traits.reactionMs / 1000) * this.program.ticksPerSecond);
    if (feared.some((piece) => frame.shown[piece] !== SHOWN.gone)) return this.setsOut;
    const reaction = (this.traits.reactionMs / 1000) * this.program.ticksPerSecond;
    return Math.min(this.setsOut, reaction + this.setsOut * EMPTY_SHARE);
  }

  /** Whether the legs end before the next thought, and not where it wants to be. */
  private endsSoon({ tick }: OwnState, ways: WayField): boolean {
    const last = this.legs.at(-1);
    return (
      last !== undefined && ways[last.cell] > 0 && !this.over.has(last.move) && last.ends - tick < this.thoughtTicks
    );
  }

  /** How far along each rest of the graph lies; worked out once for each graph. */
  private alongOf: { graph: MoveGraph; along: Float64Array } | undefined;

  private rimFrom({ rim }: OwnState): RimForecast | undefined {
    const { scroll } = this.program;
    if (!scroll || scroll.step === 0) return undefined;
    const { graph } = this;
    if (this.alongOf?.graph !== graph)
      this.alongOf = { graph, along: graph.restX.map((x, cell) => progressAt(scroll, x, graph.restY[cell])) };
    return { along: this.alongOf.along, now: rim, step: scroll.step };
  }

  /** Whether it goes about freely, not from cell to cell. */
  private get walks(): boolean {
    const { scheme } = this.program.player.control;
    return scheme !== 'one cell a press' && scheme !== 'slide until blocked';
  }

  /** Whether it goes on from wherever it is, without momentum. */
  private get goesFreely(): boolean {
    return this.walks && this.program.player.control.scheme !== 'run and jump';
  }

  private lookAtCarriers({ x, y }: { x: number; y: number }, start: number, tick: number): void {
    const rides = this.graph.needsCarrier[start] === 1;
    this.carriers.offMiddleX = rides ? x - this.graph.restX[start] : 0;
    this.carriers.offMiddleY = rides ? y - this.graph.restY[start] : 0;
    this.carriers.update(this.belief, tick, this.graph.waitTicks, this.graph.needsCarrier);
  }

  private takeUpGround(): void {
    const { frame } = this.belief;
    if (frame.groundChanges === this.groundChanges) return;
    this.groundChanges = frame.groundChanges;
    this.graph = this.knowledge.graphs.on(frame.typeOfCell);
    this.grid = groundWith(this.program, frame.typeOfCell).grid;
    this.want = { why: 'stay alive', cells: [] };
    this.ways = undefined;
    this.feltSign = 0;
  }

  /** Whether what it wants, or how the ground is felt, has changed since it last made up its mind. */
  private hasTurned = false;

  /** Takes up what is wanted now. */
  private takeUpWant(own: OwnState, start: number): void {
    const { belief } = this;
    const sign = this.shut.sign(belief, own.tick, own.rim);
    const hasFelt = sign !== this.feltSign;
    if (hasFelt) {
      this.feltSign = sign;
      this.inTheWay = this.shut.extra(belief, this.traits, this.danger, this.knowledge, own.tick, own.rim);
    }
    let want = this.want;
    const isFight = this.gunner !== undefined && this.wants.wantsFight;
    if (!isFight || own.tick >= this.nextFight) {
      want = this.wants.next(belief, own, this.graph, (cells) =>
        sameCells(cells, this.want.cells) && this.ways ? this.ways[start] < Infinity : this.leadsTo(start, cells),
      );
      if (isFight && (want.why === 'stay alive' || this.gunner!.isFixed)) {
        this.nextFight = own.tick + FIGHT_SECONDS * this.program.ticksPerSecond;
        const cells = this.gunner!.firingCells(belief, own.body, own.tick, this.graph, this.grid);
        if (cells.length > 0) want = { why: 'fight', cells };
      }
    }
    const isNew = !sameCells(want.cells, this.want.cells) || want.why !== this.want.why;
    this.want = want;
    this.danger.isFighting = want.why === 'fight';
    if (!isNew && !hasFelt) return;
    this.hasTurned = true;
    if (isNew) {
      this.bestWay = this.nearestWay = Infinity;
      this.fedUp = 0;
      this.over = new Map(movesOver(this.graph, want.cells));
      this.guess?.aimFor(want.cells);
    }
    this.ways =
      want.cells.length > 0
        ? computeWays(this.graph, want.cells, { factor: this.misjudged, ...this.inTheWay })
        : undefined;
    if (this.ways && this.ways[start] === Infinity) this.ways = undefined;
  }

  private leadsTo(start: number, cells: readonly number[]): boolean {
    return computeWays(this.graph, cells)[start] < Infinity;
  }

  /** The longer there is no headway, the bolder it becomes; and what stood in the way it takes for shut for a while. */
  private judgeHeadway(start: number, tick: number): void {
    const { ticksPerSecond } = this.program;
    const way = this.ways ? this.ways[start] : 0;
    if (way < this.bestWay - HEADWAY_SECONDS * ticksPerSecond || !this.ways) {
      this.bestWay = way;
      this.headwayTick = tick;
    }
    if (way < this.nearestWay - HEADWAY_SECONDS * ticksPerSecond || !this.ways) {
      this.nearestWay = way;
      this.fedUp = 0;
    }
    const idleSeconds = (tick - this.headwayTick) / ticksPerSecond;
    const { patienceSeconds } = this.traits;
    this.danger.stakes = this.calm(tick) / (1 + this.fedUp);
    this.danger.boldness = this.danger.stakes / (1 + Math.max(0, idleSeconds / patienceSeconds - 0.5));
    if (idleSeconds < patienceSeconds) return;
    this.fedUp++;
    this.shut.note(this.danger, tick);
    this.headwayTick = tick;
    this.bestWay = Infinity;
  }

  /** 1 as long as there is time; less and less in the last part of it, where that is lost when it is up. */
  private calm(tick: number): number {
    const { timeLimitTicks } = this.program;
    if (timeLimitTicks === 0 || (this.wants.isOnlyToLive && !this.gunner)) return 1;
    return Math.max(LEAST_CALM, Math.min(1, (timeLimitTicks - tick) / (HURRIED_SHARE * timeLimitTicks)));
  }

  private isAlarming(x: number, y: number, cell: number, tick: number): boolean {
    const { danger } = this;
    const steps = Math.min(
      danger.steps,
      Math.round((ALARMING_SECONDS * this.program.ticksPerSecond) / danger.stepTicks),
    );
    danger.foresee(this.belief, tick, this.grid, steps);
    let sum = 0;
    for (let step = 0; step <= steps; step++) sum += danger.rateAt(x, y, cell, step) * STEP_SECONDS;
    return sum > ALARMING;
  }

  /** What it believes, minds and wants just now, to be drawn over a replay. */
  get mind(): MindPicture {
    const { belief, danger, want, legs } = this;
    danger.foresee(belief, Math.max(belief.tick, this.thoughtTick), this.grid);
    return {
      want: want.why,
      goals: want.cells.slice(0, 64),
      legs: legs
        .slice(
          Math.max(
            0,
            legs.findIndex(({ cell }) => cell === this.hand.next(legs)),
          ),
        )
        .map(({ cell }) => cell),
      minded: danger.picture(),
    };
  }
}
