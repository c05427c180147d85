import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import { RandomStream, STREAM } from '../../foundation/random';
import { GroundState } from './groundState';
import { PieceBuckets } from './pieceBuckets';
import { Soundscape } from './sounds';
import { putOnLine } from './movers/hover';
import { PlayerBody } from './player/playerBody';
import type { PreparedLevel } from './preparedLevel';
import { CueState } from './cues/cueState';
import { LiveList } from './liveList';
import { NEVER } from './never';
import type { RunEvent } from './runEvent';
import { waysOnChangedGround, type Ways } from './ways';

/** How many tests with a duration one state may hold; the language has no limit, so it is computed for each level. */
function mostSlots(level: PreparedLevel): number {
  let most = 1;
  for (const brain of level.program.brains) for (const state of brain.states) most = Math.max(most, state.slots);
  return most;
}

/** How far player and piece have come in meeting: not at all, only the boxes around them, or they themselves. */
export const ENCOUNTER = { none: 0, box: 1, shape: 2 } as const;

/**
 * Everything that changes during a run, as arrays with one entry a piece. Made once, reset for every run; the tick
 * allocates nothing. Lengths in cells, durations in ticks, facings as unit vectors. The arrays are only declared, so that
 * their first value is the array itself: fields that were undefined once are read more slowly in every tick.
 */
export class World {
  declare readonly pieceCount: number;
  tick = 0;
  declare readonly player: PlayerBody;
  declare readonly ground: GroundState;
  /** Ways on the ground as it is now. */
  ways: Ways[];

  /** 0 once a piece is gone for good, or not there yet. */
  declare readonly alive: Uint8Array;
  /** Those that are there; who left in this tick may still stand in it. */
  declare readonly live: LiveList;
  private hasAnyLeft = false;
  declare readonly x: Float64Array;
  declare readonly y: Float64Array;
  declare readonly beforeX: Float64Array;
  declare readonly beforeY: Float64Array;
  declare readonly facingX: Float64Array;
  declare readonly facingY: Float64Array;

  /** State of each piece's brain and since when it is in it. */
  declare readonly state: Int16Array;
  declare readonly stateSince: Int32Array;
  declare readonly hasArrived: Uint8Array;

  /** Whether the piece has the player in its (wide) sight in this tick. */
  declare readonly sights: Uint8Array;
  /** Whether nothing opaque stands between piece and player; only valid within the wide range. */
  declare readonly isLineOpen: Uint8Array;
  /** Squared distance to the player, centre to centre. */
  declare readonly playerSquare: Float64Array;
  declare readonly lastSeenTick: Int32Array;
  declare readonly lastSeenX: Float64Array;
  declare readonly lastSeenY: Float64Array;
  /** For how many ticks on end each test with a duration has held. */
  declare readonly heldTicks: Int32Array;
  declare readonly slotsPerPiece: number;

  declare readonly waypoint: Int16Array;
  declare readonly waypointStep: Int8Array;
  declare readonly pauseLeft: Int32Array;
  /** Where a piece that goes by path is steering to, and the cells for which that was worked out. */
  declare readonly steerX: Float64Array;
  declare readonly steerY: Float64Array;
  /** 1 while the line of walk to that place is known to be free, so that no step on it needs a sweep. */
  declare readonly isSteerOpen: Uint8Array;
  /** For so many ticks the way straight on is known to be free; below 0 for how long it is not looked at. */
  declare readonly freeTicks: Int16Array;
  declare readonly steerFromCell: Int32Array;
  declare readonly steerGoalCell: Int32Array;
  /** How far a swing has come; for shots how many ticks they still fly. */
  declare readonly progress: Int32Array;
  declare readonly fallSpeed: Float64Array;

  declare readonly health: Float64Array;
  declare readonly stunLeft: Int32Array;
  declare readonly safeLeft: Int32Array;
  declare readonly pushLeft: Int32Array;
  declare readonly pushX: Float64Array;
  declare readonly pushY: Float64Array;
  declare readonly speedLeft: Int32Array;
  declare readonly speedFactor: Float64Array;
  /** Tick until which nothing happens again between the piece and the player, each way. */
  declare readonly calmPlayer: Int32Array;
  declare readonly calmPiece: Int32Array;
  /** Tick until which a piece suffers nothing more from another piece. */
  declare readonly calmOther: Int32Array;
  /** Whether the boxes of piece and player met in the last tick: 0 no, 1 only the boxes so far, 2 the shapes too. */
  declare readonly encounter: Uint8Array;
  /** Encounters in which only the boxes met. */
  boxOnly = 0;
  /** How many shots passed the player closely; and for each shot whether it did, see `NEARNESS`. */
  nearMisses = 0;
  declare readonly nearness: Uint8Array;
  /** How many more each shot goes through. */
  declare readonly piercesLeft: Int16Array;
  /** How many of each kind the player holds. */
  declare readonly collected: Int32Array;
  /** The pieces that it carries, the one taken up last behind; `carriedCount` of them. */
  declare readonly carriedPieces: Int32Array;
  carriedCount = 0;
  /** 1 for goals that have been filled; and how many of each kind. */
  declare readonly isFilled: Uint8Array;
  declare readonly filled: Int32Array;

  /** The formation in which a piece marches, or −1; and how many marched in each at first. */
  declare readonly formationOf: Int16Array;
  declare readonly formationSize: Int32Array;
  /** How far a formation has come since it began, cells. */
  declare readonly formationX: Float64Array;
  declare readonly formationY: Float64Array;
  declare readonly formationTicks: Int32Array;
  declare readonly formationHeading: Int8Array;
  /** 1 when a formation has stepped to the side since it last came down. */
  declare readonly mayComeDown: Uint8Array;
  declare readonly hasLanded: Uint8Array;

  /** Random numbers of the pieces that need them. */
  readonly random: (RandomStream | undefined)[];
  /** Set by effects: the piece that ended the run in this tick, −2 while none did. */
  endedBy = -2;

  /** 1 once a piece has done what its start state does on entering. */
  declare readonly hasBegun: Uint8Array;
  /** 1 until the motion of a state has begun; `origin` is what it then notes. */
  declare readonly isFresh: Uint8Array;
  declare readonly originX: Float64Array;
  declare readonly originY: Float64Array;
  /** Where a search goes next. */
  declare readonly goalX: Float64Array;
  declare readonly goalY: Float64Array;
  /** Where a piece goes, while its state makes it face elsewhere. */
  declare readonly hasHeading: Uint8Array;
  declare readonly headingX: Float64Array;
  declare readonly headingY: Float64Array;
  /** 1 while a chaser stands at its distance by intention. */
  declare readonly isWaiting: Uint8Array;
  /** 1 while no way leads to where a piece wants to go. */
  declare readonly isCutOff: Uint8Array;
  /** For how many ticks it has wanted to go on and has not come from its place. */
  declare readonly stillTicks: Int32Array;
  declare readonly struckTick: Int32Array;
  declare readonly hasHeard: Uint8Array;
  declare readonly lastSoundX: Float64Array;
  declare readonly lastSoundY: Float64Array;
  /** What pieces remember, so many numbers for each. */
  declare readonly memory: Float64Array;
  readonly memoryPerPiece: number;
  /** Which cue brought a piece in, or −1; when, and until when it is harmless. */
  declare readonly cueOfPiece: Int16Array;
  declare readonly bornAt: Int32Array;
  declare readonly graceUntil: Int32Array;
  /** Cells a tick that an arrival was given instead of what its behavior says; 0 for none. */
  declare readonly givenStep: Float64Array;
  /** What the cues are at. */
  readonly cues: CueState;
  livesLeft = 1;
  /** When and where the player was last lost, and the piece that did it: −1 for none. */
  readonly loss = { tick: NEVER, piece: -1, x: 0, y: 0 };
  /** By kind: when the player last touched one, how many were defeated and collected, whether one was ever there. */
  readonly touchTick: Int32Array;
  readonly defeated: Int32Array;
  readonly collectedInAll: Int32Array;
  readonly hasBeenThere: Uint8Array;
  /** How many events each rule that scores has counted. */
  readonly scored: Int32Array;
  private readonly cueRandom: (RandomStream | undefined)[];
  /** Cells a tick of what was fired. */
  declare readonly shotStep: Float64Array;
  /** Sounds that are heard in this tick, and those that will be in the next. */
  soundsNow = new Soundscape();
  soundsNext = new Soundscape();
  /** How far the player moved in the tick before. */
  playerMovedX = 0.5;
  playerMovedY = 0.5;
  private readonly crowds = new Map<number, { tick: number; buckets: PieceBuckets }>();
  private seed = 0;

  /** The log of the run; undefined when nobody asked for it. */
  events: RunEvent[] | undefined;

  constructor(readonly level: PreparedLevel) {
    const { program } = level;
    const count = program.pieces.length;
    const floats = () => new Float64Array(count);
    const integers = () => new Int32Array(count);
    const bytes = () => new Uint8Array(count);
    this.pieceCount = count;
    this.slotsPerPiece = mostSlots(level);
    this.player = new PlayerBody();
    this.ground = new GroundState(program);
    this.ways = level.ways;
    [this.x, this.y, this.beforeX, this.beforeY] = [floats(), floats(), floats(), floats()];
    [this.facingX, this.facingY, this.playerSquare] = [floats(), floats(), floats()];
    [this.lastSeenX, this.lastSeenY, this.steerX, this.steerY] = [floats(), floats(), floats(), floats()];
    [this.fallSpeed, this.health, this.pushX, this.pushY] = [floats(), floats(), floats(), floats()];
    this.speedFactor = floats();
    [this.stateSince, this.lastSeenTick, this.pauseLeft] = [integers(), integers(), integers()];
    [this.steerFromCell, this.steerGoalCell, this.progress] = [integers(), integers(), integers()];
    [this.stunLeft, this.safeLeft, this.pushLeft, this.speedLeft] = [integers(), integers(), integers(), integers()];
    [this.calmPlayer, this.calmPiece, this.calmOther] = [integers(), integers(), integers()];
    this.heldTicks = new Int32Array(count * this.slotsPerPiece);
    [this.state, this.waypoint, this.freeTicks] = [new Int16Array(count), new Int16Array(count), new Int16Array(count)];
    this.waypointStep = new Int8Array(count);
    [this.alive, this.hasArrived, this.sights] = [bytes(), bytes(), bytes()];
    this.live = new LiveList(count);
    [this.isLineOpen, this.isSteerOpen, this.encounter] = [bytes(), bytes(), bytes()];
    this.collected = new Int32Array(program.kinds.length);
    this.filled = new Int32Array(program.kinds.length);
    this.carriedPieces = integers();
    [this.isFilled, this.nearness] = [bytes(), bytes()];
    this.piercesLeft = new Int16Array(count);
    this.formationOf = new Int16Array(count);
    this.formationSize = new Int32Array(program.formations);
    this.formationX = new Float64Array(program.formations);
    this.formationY = new Float64Array(program.formations);
    this.formationTicks = new Int32Array(program.formations);
    this.formationHeading = new Int8Array(program.formations);
    this.mayComeDown = new Uint8Array(program.formations);
    this.hasLanded = new Uint8Array(program.formations);
    [this.hasBegun, this.isFresh, this.hasHeading, this.isWaiting] = [bytes(), bytes(), bytes(), bytes()];
    [this.isCutOff, this.hasHeard] = [bytes(), bytes()];
    [this.originX, this.originY, this.goalX, this.goalY] = [floats(), floats(), floats(), floats()];
    [this.headingX, this.headingY, this.lastSoundX, this.lastSoundY] = [floats(), floats(), floats(), floats()];
    [this.stillTicks, this.struckTick] = [integers(), integers()];
    this.shotStep = floats();
    this.givenStep = floats();
    this.cueOfPiece = new Int16Array(count);
    [this.bornAt, this.graceUntil] = [integers(), integers()];
    this.cues = new CueState(program);
    this.cueRandom = new Array<RandomStream | undefined>(program.cues.length).fill(undefined);
    const kinds = program.kinds.length;
    [this.touchTick, this.defeated, this.collectedInAll] = [
      new Int32Array(kinds),
      new Int32Array(kinds),
      new Int32Array(kinds),
    ];
    this.hasBeenThere = new Uint8Array(kinds);
    this.scored = new Int32Array(program.rules.scores.length);
    this.memoryPerPiece = program.brains.reduce((most, brain) => Math.max(most, brain.memory.length), 0);
    this.memory = new Float64Array(count * this.memoryPerPiece);
    this.random = new Array<RandomStream | undefined>(count).fill(undefined);
    this.reset(0);
  }

  /** Puts everything back to the start of a run. */
  reset(seed: number): void {
    this.tick = 0;
    this.boxOnly = this.nearMisses = this.carriedCount = 0;
    this.endedBy = -2;
    this.seed = seed;
    this.soundsNow.count = this.soundsNext.count = 0;
    this.playerMovedX = this.playerMovedY = 0;
    for (const crowd of this.crowds.values()) crowd.tick = NEVER;
    this.player.reset(this.level.program.player);
    if (this.ground.reset()) this.ways = this.level.ways;
    this.placePieces();
    this.clearPieces();
    this.random.fill(undefined);
    this.cueRandom.fill(undefined);
    this.resetCues();
    if (this.level.start) this.takeOverPieces(this.level.start);
  }

  private resetCues(): void {
    const { rules, from, pieces } = this.level.program;
    this.cues.reset();
    this.livesLeft = rules.lives;
    this.loss.tick = NEVER;
    this.player.score = from.score ?? 0;
    this.touchTick.fill(NEVER);
    for (const array of [this.defeated, this.collectedInAll, this.hasBeenThere, this.scored]) array.fill(0);
    for (const piece of pieces) if (!piece.isShot && !piece.isArrival) this.hasBeenThere[piece.kindIndex] = 1;
  }

  private placePieces(): void {
    const { program } = this.level;
    for (let index = 0; index < this.pieceCount; index++) {
      const { x, y, facing, isShot, isArrival } = program.pieces[index];
      this.place(index, x, y, facing);
      this.alive[index] = isShot || isArrival ? 0 : 1;
    }
    this.live.reset(this.alive);
  }

  /** Takes one of the places that are kept for what comes. */
  makeLive(piece: number): void {
    this.alive[piece] = 1;
    this.live.add(piece);
  }

  /** To be called between ticks: who left in the last one is passed over from now on. */
  forgetLeft(): void {
    if (this.hasAnyLeft) this.live.forgetLeft(this.alive);
    this.hasAnyLeft = false;
  }

  /** Brings in what a cue lets in: it begins as any piece does at the start of a run. */
  bringIn(piece: number, x: number, y: number, facing: number, step: number, graceTicks: number): void {
    const zero = [
      [this.hasArrived, this.sights, this.isLineOpen, this.playerSquare, this.lastSeenX, this.lastSeenY],
      [this.waypoint, this.pauseLeft, this.isSteerOpen, this.progress, this.fallSpeed, this.stunLeft],
      [this.safeLeft, this.pushLeft, this.pushX, this.pushY, this.speedLeft, this.hasBegun, this.hasHeading],
      [this.isWaiting, this.isCutOff, this.hasHeard, this.stillTicks, this.freeTicks, this.encounter],
    ];
    for (const group of zero) for (const array of group) array[piece] = 0;
    const never = [this.lastSeenTick, this.struckTick, this.calmPlayer, this.calmPiece, this.calmOther];
    for (const array of never) array[piece] = NEVER;
    this.heldTicks.fill(0, piece * this.slotsPerPiece, (piece + 1) * this.slotsPerPiece);
    this.steerFromCell[piece] = this.steerGoalCell[piece] = -1;
    this.isFresh[piece] = this.speedFactor[piece] = this.waypointStep[piece] = 1;
    this.stateSince[piece] = this.bornAt[piece] = this.tick;
    this.isFilled[piece] = 0;
    this.formationOf[piece] = this.level.program.pieces[piece].formation;
    this.graceUntil[piece] = this.tick + graceTicks;
    this.givenStep[piece] = step;
    this.place(piece, x, y, facing);
    this.makeLive(piece);
    this.hasBeenThere[this.level.program.pieces[piece].kindIndex] = 1;
  }

  /** Puts a piece to a place in the state in which its brain begins. */
  private place(index: number, x: number, y: number, facing: number): void {
    const { program, brains } = this.level;
    const piece = program.pieces[index];
    this.x[index] = this.beforeX[index] = x;
    this.y[index] = this.beforeY[index] = y;
    this.facingX[index] = cosDegrees(facing);
    this.facingY[index] = sinDegrees(facing);
    this.state[index] = piece.brain >= 0 ? brains[piece.brain].startState : -1;
    this.health[index] = program.kinds[piece.kindIndex].health;
    const motion = piece.brain >= 0 ? brains[piece.brain].states[this.state[index]].motion : undefined;
    const memory = piece.brain >= 0 ? program.brains[piece.brain].memory : [];
    for (let slot = 0; slot < this.memoryPerPiece; slot++)
      this.memory[index * this.memoryPerPiece + slot] = memory[slot] ?? 0;
    if (motion?.operation === 'hover') putOnLine(this, index, motion);
  }

  private clearPieces(): void {
    const zero = [
      [this.stateSince, this.hasArrived, this.sights, this.isLineOpen, this.playerSquare, this.lastSeenX],
      [this.lastSeenY, this.heldTicks, this.waypoint, this.pauseLeft, this.isSteerOpen, this.progress],
      [this.fallSpeed, this.stunLeft, this.safeLeft, this.pushLeft, this.pushX, this.pushY, this.speedLeft],
      [this.hasBegun, this.hasHeading, this.isWaiting, this.isCutOff, this.hasHeard, this.stillTicks],
      [
        this.freeTicks,
        this.encounter,
        this.collected,
        this.filled,
        this.isFilled,
        this.nearness,
        this.formationTicks,
        this.hasLanded,
      ],
      [this.bornAt, this.graceUntil, this.givenStep],
    ];
    this.cueOfPiece.fill(-1);
    for (const group of zero) for (const array of group) array.fill(0);
    this.lastSeenTick.fill(NEVER);
    this.struckTick.fill(NEVER);
    this.isFresh.fill(1);
    for (const array of [this.calmPlayer, this.calmPiece, this.calmOther]) array.fill(NEVER);
    this.speedFactor.fill(1);
    this.waypointStep.fill(1);
    this.steerFromCell.fill(-1);
    this.steerGoalCell.fill(-1);
    this.formationHeading.fill(1);
    this.formationSize.fill(0);
    this.formationX.fill(0);
    this.formationY.fill(0);
    this.level.program.pieces.forEach(({ formation }, piece) => {
      this.formationOf[piece] = formation;
      if (formation >= 0) this.formationSize[formation]++;
    });
    this.mayComeDown.fill(1);
  }

  /** A formation begins anew where its cue lets it in. */
  startFormation(formation: number): void {
    this.formationTicks[formation] = this.formationSize[formation] = this.hasLanded[formation] = 0;
    this.formationX[formation] = this.formationY[formation] = 0;
    this.formationHeading[formation] = this.mayComeDown[formation] = 1;
  }

  /** The random numbers of a piece, which begin anew with every run. */
  randomOf(piece: number): RandomStream {
    return (this.random[piece] ??= new RandomStream(this.seed, STREAM.firstPiece + piece));
  }

  /** The random numbers of a cue: what one cue draws never changes what comes of another. */
  randomOfCue(cue: number): RandomStream {
    return (this.cueRandom[cue] ??= new RandomStream(this.seed, STREAM.firstCue + cue));
  }

  /** Pieces of a kind by the cells in which they were when somebody first asked in this tick. */
  crowdOf(kind: number): PieceBuckets {
    let crowd = this.crowds.get(kind);
    if (!crowd) this.crowds.set(kind, (crowd = { tick: NEVER, buckets: new PieceBuckets() }));
    if (crowd.tick !== this.tick) {
      crowd.tick = this.tick;
      crowd.buckets.fill(this, this.level.piecesOfKind[kind]);
    }
    return crowd.buckets;
  }

  /** Whether a piece is in a state in which it chases. */
  isHunting(piece: number): boolean {
    const brain = this.level.brainOfPiece[piece];
    return brain >= 0 && this.level.brains[brain].states[this.state[piece]].isChase;
  }

  /** Takes over where pieces stand and what they are at; the ground and the player stay. */
  private takeOverPieces(other: World): void {
    const pairs: [Float64Array | Int32Array | Int16Array | Int8Array | Uint8Array, ArrayLike<number>][] = [
      [this.alive, other.alive],
      [this.x, other.x],
      [this.y, other.y],
      [this.beforeX, other.x],
      [this.beforeY, other.y],
      [this.facingX, other.facingX],
      [this.facingY, other.facingY],
      [this.state, other.state],
      [this.stateSince, other.stateSince],
      [this.hasArrived, other.hasArrived],
      [this.waypoint, other.waypoint],
      [this.waypointStep, other.waypointStep],
      [this.pauseLeft, other.pauseLeft],
      [this.progress, other.progress],
      [this.fallSpeed, other.fallSpeed],
      [this.steerX, other.steerX],
      [this.steerY, other.steerY],
      [this.steerGoalCell, other.steerGoalCell],
      [this.hasBegun, other.hasBegun],
      [this.isFresh, other.isFresh],
      [this.originX, other.originX],
      [this.originY, other.originY],
      [this.goalX, other.goalX],
      [this.goalY, other.goalY],
      [this.hasHeading, other.hasHeading],
      [this.headingX, other.headingX],
      [this.headingY, other.headingY],
      [this.memory, other.memory],
      [this.shotStep, other.shotStep],
    ];
    for (const [own, theirs] of pairs) own.set(theirs);
    this.live.reset(this.alive);
  }

  /** Makes a cell another ground and, when that opens or closes a way, works the ways out anew. */
  changeGround(cell: number, type: number): void {
    const { program, waysOfPiece, ways } = this.level;
    if (this.ground.change(cell, type)) this.ways = waysOnChangedGround(program, waysOfPiece, ways.length, this.ground);
    this.freeTicks.fill(0);
    this.events?.push({ type: 'ground', tick: this.tick, cell, becomes: this.ground.types[type].id });
  }

  /** Whether others meet a piece: it is there and its state is not `out`. */
  isIn(piece: number): boolean {
    if (this.alive[piece] === 0 || this.graceUntil[piece] > this.tick) return false;
    const brain = this.level.brainOfPiece[piece];
    return brain < 0 || !this.level.brains[brain].states[this.state[piece]].isOut;
  }

  /** Takes a piece out of the level for good. */
  retire(piece: number, why: 'left' | 'defeated' | 'drowned' | 'collected' | 'spent'): void {
    if (this.alive[piece] === 0) return;
    this.alive[piece] = 0;
    this.hasAnyLeft = true;
    // Its encounter is over; if the shapes never met in it, a box would have hit where nothing touched.
    if (this.encounter[piece] === ENCOUNTER.box) this.boxOnly++;
    this.encounter[piece] = ENCOUNTER.none;
    this.sights[piece] = 0;
    const cue = this.cueOfPiece[piece];
    if (cue >= 0) this.cues.alive[cue]--;
    this.cueOfPiece[piece] = -1;
    const { kindIndex } = this.level.program.pieces[piece];
    if (why === 'defeated') this.defeated[kindIndex]++;
    else if (why === 'collected') this.collectedInAll[kindIndex]++;
    if (!this.level.program.pieces[piece].isShot || why === 'defeated')
      this.events?.push({ type: 'gone', tick: this.tick, piece: this.level.program.pieces[piece].id, why });
  }
}
