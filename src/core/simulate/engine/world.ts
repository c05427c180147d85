import { layBlock, liftBlock } from './blocks';
import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import { RANDOM_WORDS, RandomStream, STREAM } from '../../foundation/random';
import { ColumnTable, type Counts } from './columns';
import { CueState } from './cues/cueState';
import type { Following } from './timeline/follow';
import { GroundState } from './groundState';
import { LiveList } from './liveList';
import { putOnLine } from './movers/hover';
import { NEVER } from './never';
import { placePart } from './parts';
import { PieceBuckets } from './pieceBuckets';
import { PlayerBody } from './player/playerBody';
import type { PreparedLevel } from './preparedLevel';
import { logNameOf, type RunEvent, type TurnCause } from './runEvent';
import { copyNumbers, resetNumbers, RunNumbers } from './runNumbers';
import { mostSounds, Soundscape } from './sounds';
import { waysOnChangedGround, type Ways } from './ways';

/** How far player and piece have come in meeting: not at all, only the boxes around them, or they themselves. */
export const ENCOUNTER = { none: 0, box: 1, shape: 2 } as const;

/** How many tests with a duration one state may hold; the language has no limit, so it is computed for each level. */
function mostSlots({ program }: PreparedLevel): number {
  return program.brains.reduce(
    (most, brain) => brain.states.reduce((inBrain, state) => Math.max(inBrain, state.slots), most),
    1,
  );
}

function countsOf({ program }: PreparedLevel): Counts {
  return {
    piece: program.pieces.length,
    kind: program.kinds.length,
    formation: program.formations,
    cue: program.cues.length,
    score: program.rules.scores.length,
    cell: program.grid.solid.length,
    sound: mostSounds(program),
    one: 1,
  };
}

/** What the columns of a world are made from. */
class WorldBase extends RunNumbers {
  readonly table: ColumnTable;
  readonly slotsPerPiece: number;
  readonly memoryPerPiece: number;

  constructor(readonly level: PreparedLevel) {
    super();
    this.table = new ColumnTable(countsOf(level));
    this.slotsPerPiece = mostSlots(level);
    this.memoryPerPiece = level.program.brains.reduce((most, brain) => Math.max(most, brain.memory.length), 0);
  }
}

/**
 * Everything that changes during a run: single numbers (see `RunNumbers`), the player's body, and the columns below, which
 * are one table. A column is declared here and nowhere else. Made once, reset for every run; the tick allocates nothing.
 * Lengths in cells, durations in ticks, facings as unit vectors.
 */
export class World extends WorldBase {
  /** 0 once a piece is gone for good, or not there yet. */
  readonly alive = this.table.bytes('piece', { stays: true });
  readonly x = this.table.floats('piece');
  readonly y = this.table.floats('piece');
  readonly beforeX = this.table.floats('piece');
  readonly beforeY = this.table.floats('piece');
  readonly facingX = this.table.floats('piece');
  readonly facingY = this.table.floats('piece');

  /** State of each piece's brain and since when it is in it. */
  readonly state = this.table.shorts('piece', { start: -1 });
  readonly stateSince = this.table.integers('piece');
  readonly hasArrived = this.table.bytes('piece');

  /** Whether the piece has the player in its (wide) sight in this tick. */
  readonly sights = this.table.bytes('piece');
  /** Whether nothing opaque stands between piece and player; only valid within the wide range. */
  readonly isLineOpen = this.table.bytes('piece');
  readonly lastSeenTick = this.table.integers('piece', { start: NEVER });
  readonly lastSeenX = this.table.floats('piece');
  readonly lastSeenY = this.table.floats('piece');
  /** For how many ticks on end each test with a duration has held. */
  readonly heldTicks = this.table.integers('piece', { width: this.slotsPerPiece });

  readonly waypoint = this.table.shorts('piece');
  readonly waypointStep = this.table.signs('piece', { start: 1 });
  readonly pauseLeft = this.table.integers('piece');
  /** Where a piece that goes by path is steering to, and the cells for which that was worked out. */
  readonly steerX = this.table.floats('piece');
  readonly steerY = this.table.floats('piece');
  /** 1 while the line of walk to that place is known to be free, so that no step on it needs a sweep. */
  readonly isSteerOpen = this.table.bytes('piece');
  /** For so many ticks the way straight on is known to be free; below 0 for how long it is not looked at. */
  readonly freeTicks = this.table.shorts('piece');
  readonly steerFromCell = this.table.integers('piece', { start: -1 });
  readonly steerGoalCell = this.table.integers('piece', { start: -1 });
  /** How far a swing has come; for shots how many ticks they still fly. */
  readonly progress = this.table.integers('piece');
  readonly fallSpeed = this.table.floats('piece');

  readonly health = this.table.floats('piece');
  readonly stunLeft = this.table.integers('piece');
  readonly safeLeft = this.table.integers('piece');
  readonly pushLeft = this.table.integers('piece');
  readonly pushX = this.table.floats('piece');
  readonly pushY = this.table.floats('piece');
  readonly speedLeft = this.table.integers('piece');
  readonly speedFactor = this.table.floats('piece', { start: 1 });
  /** Tick until which nothing happens again between the piece and the player, each way. */
  readonly calmPlayer = this.table.integers('piece', { start: NEVER, isNoted: true, matters: 'until then' });
  readonly calmPiece = this.table.integers('piece', { start: NEVER, isNoted: true, matters: 'until then' });
  /** Tick until which a piece suffers nothing more from another piece. */
  readonly calmOther = this.table.integers('piece', { start: NEVER, isNoted: true, matters: 'until then' });
  /** Whether the boxes of piece and player met in the last tick: 0 no, 1 only the boxes so far, 2 the shapes too. */
  readonly encounter = this.table.bytes('piece', { isNoted: true });
  /** For each shot whether it passed the player closely, see `NEARNESS`. */
  readonly nearness = this.table.bytes('piece');
  /** How many more each shot goes through, and cells a tick of what was fired. */
  readonly piercesLeft = this.table.shorts('piece');
  readonly shotStep = this.table.floats('piece');
  /** 1 for goals that have been filled. */
  readonly isFilled = this.table.bytes('piece');

  /** 1 once a piece has done what its start state does on entering. */
  readonly hasBegun = this.table.bytes('piece');
  /** 1 until the motion of a state has begun; `origin` is what it then notes. */
  readonly isFresh = this.table.bytes('piece', { start: 1 });
  readonly originX = this.table.floats('piece');
  readonly originY = this.table.floats('piece');
  /** Where a search goes next. */
  readonly goalX = this.table.floats('piece');
  readonly goalY = this.table.floats('piece');
  /** Where a piece goes, while its state makes it face elsewhere. */
  readonly hasHeading = this.table.bytes('piece');
  readonly headingX = this.table.floats('piece');
  readonly headingY = this.table.floats('piece');
  /** 1 while a chaser stands at its distance by intention. */
  readonly isWaiting = this.table.bytes('piece');
  /** 1 while no way leads to where a piece wants to go. */
  readonly isCutOff = this.table.bytes('piece');
  /** For how many ticks it has wanted to go on and has not come from its place. */
  readonly stillTicks = this.table.integers('piece');
  /** The piece to which a chaser that keeps apart has last given way; −1 while it has its way. */
  readonly yieldsTo = this.table.integers('piece', { start: -1 });
  /** How often it has turned round by itself. */
  readonly turns = this.table.integers('piece');
  readonly struckTick = this.table.integers('piece', { start: NEVER, matters: 'in the next tick' });
  readonly hasHeard = this.table.bytes('piece');
  readonly lastSoundX = this.table.floats('piece');
  readonly lastSoundY = this.table.floats('piece');
  /** What pieces remember, so many numbers for each. */
  readonly memory = this.table.floats('piece', { width: this.memoryPerPiece });

  /** Which cue brought a piece in, or −1; when, and until when it is harmless. */
  readonly cueOfPiece = this.table.shorts('piece', { start: -1 });
  readonly bornAt = this.table.integers('piece');
  readonly graceUntil = this.table.integers('piece', { start: NEVER });
  /** Cells a tick that an arrival was given instead of what its behavior says; 0 for none. */
  readonly givenStep = this.table.floats('piece');
  /** How often the place of a piece has been taken in this run; tells those apart that take it one after the other. */
  readonly takenTimes = this.table.integers('piece', { stays: true });
  /** Whether a piece has drawn random numbers, and where its stream is at; written when a world is copied. */
  readonly hasDrawn = this.table.bytes('piece', { stays: true });
  private readonly randomWords = this.table.integers('piece', { width: RANDOM_WORDS, stays: true });

  /** The formation in which a piece marches, or −1; and how many marched in each at first. */
  readonly formationOf = this.table.shorts('piece');
  readonly formationSize = this.table.integers('formation');
  /** How far a formation has come since it began, cells. */
  readonly formationX = this.table.floats('formation');
  readonly formationY = this.table.floats('formation');
  readonly formationTicks = this.table.integers('formation');
  readonly formationHeading = this.table.signs('formation', { start: 1 });
  /** 1 when a formation has stepped to the side since it last came down. */
  readonly mayComeDown = this.table.bytes('formation', { start: 1 });
  readonly hasLanded = this.table.bytes('formation');

  /** By kind: how many the player holds, and how many have been filled. */
  readonly collected = this.table.integers('kind');
  readonly filled = this.table.integers('kind');
  /** By kind: when the player last touched one, how many were defeated and collected, whether one was ever there. */
  readonly touchTick = this.table.integers('kind', { start: NEVER, matters: 'in the next tick' });
  readonly defeated = this.table.integers('kind');
  readonly collectedInAll = this.table.integers('kind');
  readonly hasBeenThere = this.table.bytes('kind');
  /** How many events each rule that scores has counted. */
  readonly scored = this.table.integers('score');
  /** The pieces that the player carries, the one taken up last behind; `carriedCount` of them. */
  readonly carriedPieces = this.table.integers('one', { width: this.table.counts.piece });

  readonly cues = new CueState(this.level.program, this.table);
  private readonly hasCueDrawn = this.table.bytes('cue');
  private readonly cueRandomWords = this.table.integers('cue', { width: RANDOM_WORDS });
  readonly ground = new GroundState(this.level.program, this.table);
  /** Sounds that are heard in this tick, and those that will be in the next. */
  readonly soundsNow = new Soundscape(this.table);
  readonly soundsNext = new Soundscape(this.table);
  readonly player = new PlayerBody();

  readonly pieceCount = this.table.counts.piece;
  // What follows from the columns, kept to be quick.
  /** Those that are there, and of them the shots; who left in this tick may still stand in it. */
  readonly live = new LiveList(this.pieceCount);
  readonly liveShots = new LiveList(this.pieceCount);
  /** Of those that are there, the ones that go by themselves: that do not follow a time line. */
  readonly own = new LiveList(this.pieceCount);
  /** Squared distance to the player, centre to centre, of pieces that have just looked. */
  readonly playerSquare = new Float64Array(this.pieceCount);
  private hasAnyLeft = false;
  private readonly jumpers = new Int32Array(2 * this.pieceCount);
  private jumpCount = 0;
  private waysNow: Ways[] | undefined = this.level.ways;
  private readonly random: (RandomStream | undefined)[] = new Array<RandomStream | undefined>(this.pieceCount);
  private readonly cueRandom: (RandomStream | undefined)[] = new Array<RandomStream | undefined>(this.table.counts.cue);
  private readonly crowds = new Map<number, { tick: number; buckets: PieceBuckets }>();

  /** 1 for pieces that follow a time line for now: their columns but place, facing and state stand still. */
  readonly follows = new Uint8Array(this.pieceCount);
  /** Before this tick nothing can come between a piece that follows and the player; 0 for all others. */
  readonly asleepUntil = new Int32Array(this.pieceCount);
  following: Following | undefined = undefined;

  /** The log of the run; undefined when nobody asked for it. */
  events: RunEvent[] | undefined;

  constructor(level: PreparedLevel, seed = 0) {
    super(level);
    this.table.nameAfterFields(this);
    this.random.fill(undefined);
    this.cueRandom.fill(undefined);
    this.reset(seed);
  }

  /** Puts everything back to the start of a run. */
  reset(seed: number): void {
    const { program, placeStart } = this.level;
    resetNumbers(this);
    this.seed = seed;
    this.follows.fill(0);
    this.asleepUntil.fill(0);
    this.table.reset();
    this.player.reset(program.player);
    this.player.score = program.from.score ?? 0;
    this.livesLeft = program.rules.lives;
    this.rim = program.scroll?.from ?? 0;
    this.ground.begin();
    this.cues.begin();
    this.random.fill(undefined);
    this.cueRandom.fill(undefined);
    program.pieces.forEach((piece, index) => {
      this.place(index, piece.x, piece.y, piece.facing);
      const isThere = piece.partOf < 0 ? !piece.isArrival : !program.pieces[piece.partOf].isArrival;
      if (piece.isShot || !isThere) return;
      this.alive[index] = 1;
      this.hasBeenThere[piece.kindIndex] = 1;
      if (piece.partOf >= 0) this.settlePart(index);
      if (piece.formation >= 0) this.formationSize[piece.formation]++;
    });
    this.followColumns(this.level.ways);
    placeStart?.(this);
  }

  /** Lets a piece that something happens to go by itself from now on. */
  part(piece: number): void {
    if (this.follows[piece] === 1) this.following!.partPiece(this, piece);
  }

  /** Takes over everything of another world of the same level. */
  copyFrom(other: World): void {
    other.following?.partAll(other);
    this.follows.fill(0);
    other.noteStreams();
    copyNumbers(this, other);
    this.table.copyFrom(other.table);
    this.player.copyFrom(other.player);
    this.takeUpColumns();
  }

  /** Works out what follows from columns, numbers and player that have been written from outside. */
  takeUpColumns(): void {
    for (let piece = 0; piece < this.pieceCount; piece++) {
      this.random[piece] = this.hasDrawn[piece] === 0 ? undefined : streamAt(this.randomWords, piece);
    }
    for (let cue = 0; cue < this.cueRandom.length; cue++)
      this.cueRandom[cue] = this.hasCueDrawn[cue] === 0 ? undefined : streamAt(this.cueRandomWords, cue);
    this.ground.readTypes();
    this.followColumns(this.groundChanges === 0 ? this.level.ways : undefined);
  }

  private followColumns(ways: Ways[] | undefined): void {
    this.waysNow = ways;
    this.live.reset(this.alive);
    this.own.reset(this.alive);
    this.liveShots.reset(this.alive, this.level.isShot);
    this.hasAnyLeft = false;
    for (const crowd of this.crowds.values()) crowd.tick = NEVER;
  }

  /** Writes down where all random streams are at, so that copies and snapshots go on from there. */
  noteStreams(): void {
    for (let piece = 0; piece < this.pieceCount; piece++)
      this.random[piece]?.writeState(this.randomWords, piece * RANDOM_WORDS);
    for (let cue = 0; cue < this.cueRandom.length; cue++)
      this.cueRandom[cue]?.writeState(this.cueRandomWords, cue * RANDOM_WORDS);
  }

  /** Takes one of the places that are kept for what comes. */
  makeLive(piece: number): void {
    this.alive[piece] = 1;
    this.takenTimes[piece]++;
    this.live.add(piece);
    this.own.add(piece);
    if (this.level.isShot[piece] === 1) this.liveShots.add(piece);
  }

  /** To be called between ticks: who left in the last one is passed over from now on. */
  forgetLeft(): void {
    if (!this.hasAnyLeft) return;
    this.live.forgetLeft(this.alive);
    this.own.forgetLeft(this.alive);
    this.liveShots.forgetLeft(this.alive);
    this.hasAnyLeft = false;
  }

  /** Brings in a piece during a run: it begins as any does at the start. */
  bringIn(piece: number, x: number, y: number, facing: number, step: number, graceTicks: number): void {
    this.table.renew(piece);
    this.stateSince[piece] = this.bornAt[piece] = this.tick;
    this.graceUntil[piece] = this.tick + graceTicks;
    this.givenStep[piece] = step;
    this.place(piece, x, y, facing);
    this.makeLive(piece);
    if (this.level.blocksOfPiece[piece] === 1) layBlock(this, piece);
    this.hasBeenThere[this.level.program.pieces[piece].kindIndex] = 1;
    for (const part of this.level.partsOfPiece[piece]) {
      this.bringIn(part, x, y, facing, 0, graceTicks);
      this.settlePart(part);
    }
  }

  /** Puts a part to its body as if it had always been there. */
  settlePart(part: number): void {
    placePart(this, part);
    this.beforeX[part] = this.x[part];
    this.beforeY[part] = this.y[part];
  }

  /** Puts a piece to a place in the state in which its brain begins. */
  private place(index: number, x: number, y: number, facing: number): void {
    const { program, brains } = this.level;
    const { brain, formation, kindIndex } = program.pieces[index];
    this.x[index] = this.beforeX[index] = x;
    this.y[index] = this.beforeY[index] = y;
    this.facingX[index] = cosDegrees(facing);
    this.facingY[index] = sinDegrees(facing);
    this.formationOf[index] = formation;
    this.health[index] = program.kinds[kindIndex].health;
    this.state[index] = brain >= 0 ? brains[brain].startState : -1;
    if (brain < 0) return;
    const { memory } = program.brains[brain];
    for (let slot = 0; slot < memory.length; slot++) this.memory[index * this.memoryPerPiece + slot] = memory[slot];
    const { motion } = brains[brain].states[this.state[index]];
    if (motion.operation === 'hover') putOnLine(this, index, motion);
  }

  /** A formation begins anew where its cue lets it in. */
  startFormation(formation: number): void {
    this.formationTicks[formation] = this.formationSize[formation] = this.hasLanded[formation] = 0;
    this.formationX[formation] = this.formationY[formation] = 0;
    this.formationHeading[formation] = this.mayComeDown[formation] = 1;
  }

  /** The random numbers of a piece, which begin anew with every run. */
  randomOf(piece: number): RandomStream {
    const known = this.random[piece];
    if (known) return known;
    this.hasDrawn[piece] = 1;
    return (this.random[piece] = new RandomStream(this.seed, STREAM.firstPiece + piece));
  }

  /** Lets the random numbers of a piece begin anew. */
  forgetStream(piece: number): void {
    this.hasDrawn[piece] = 0;
    this.random[piece] = undefined;
  }

  /** The random numbers of a cue: what one cue draws never changes what comes of another. */
  randomOfCue(cue: number): RandomStream {
    const known = this.cueRandom[cue];
    if (known) return known;
    this.hasCueDrawn[cue] = 1;
    return (this.cueRandom[cue] = new RandomStream(this.seed, STREAM.firstCue + cue));
  }

  /** Pieces of a kind by the cells in which they were when this tick began. */
  crowdOf(kind: number): PieceBuckets {
    let crowd = this.crowds.get(kind);
    if (!crowd) this.crowds.set(kind, (crowd = { tick: NEVER, buckets: new PieceBuckets() }));
    if (crowd.tick !== this.tick) {
      crowd.tick = this.tick;
      this.following?.wakeForCrowd(this);
      crowd.buckets.fill(this, this.level.piecesOfKind[kind], this.beforeX, this.beforeY);
    }
    return crowd.buckets;
  }

  /** Whether a piece is in a state in which it chases. */
  isHunting(piece: number): boolean {
    const brain = this.level.brainOfPiece[piece];
    return brain >= 0 && this.level.brains[brain].states[this.state[piece]].isChase;
  }

  /** Ways on the ground as it is now. */
  get ways(): Ways[] {
    return (this.waysNow ??= waysOnChangedGround(
      this.level.program,
      this.level.waysOfPiece,
      this.level.ways.length,
      this.ground,
    ));
  }

  /** Makes a cell another ground; when that opens or closes a way, the ways are worked out anew when next asked for. */
  changeGround(cell: number, type: number): void {
    this.following?.partAll(this);
    this.groundChanges++;
    const { types, typeOfCell } = this.ground;
    const before = types[typeOfCell[cell]].id;
    if (this.ground.change(cell, type)) this.waysNow = undefined;
    this.freeTicks.fill(0);
    // What was put on ground, or lifted off it, is told by itself.
    if (types[type].id !== before)
      this.events?.push({ type: 'ground', tick: this.tick, cell, becomes: types[type].id });
  }

  /** Whether others meet a piece: it is there and its state is not `out`. */
  isIn(piece: number): boolean {
    if (this.alive[piece] === 0 || this.graceUntil[piece] > this.tick) return false;
    const brain = this.level.brainOfPiece[piece];
    return brain < 0 || !this.level.brains[brain].states[this.state[piece]].isOut;
  }

  /** What the log calls a piece; of those that take one place among the pieces after one another, each has its own name. */
  logName(piece: number): string {
    const { id, isArrival, isShot } = this.level.program.pieces[piece];
    return isArrival || isShot ? logNameOf(id, this.takenTimes[piece]) : id;
  }

  /** Notes that a piece has come to its place in this tick without crossing what lies between. */
  noteJump(piece: number): void {
    this.jumpers[this.jumpCount++] = piece;
  }

  /** Whether a piece has come to its place in this tick without crossing what lies between. */
  hasJumped(piece: number): boolean {
    for (let index = 0; index < this.jumpCount; index++) if (this.jumpers[index] === piece) return true;
    return false;
  }

  /** When all have moved: nobody is met on a way that was not gone, and a rider stays behind. */
  endJumps(): void {
    for (let index = 0; index < this.jumpCount; index++) {
      const piece = this.jumpers[index];
      this.beforeX[piece] = this.x[piece];
      this.beforeY[piece] = this.y[piece];
      if (this.player.rider === piece) this.player.rider = -1;
    }
    this.jumpCount = 0;
  }

  /** Counts and logs that a piece turns round where it is. */
  noteTurn(piece: number, cause: TurnCause): void {
    const { events, tick } = this;
    this.turns[piece]++;
    events?.push({ type: 'turn', tick, piece: this.logName(piece), cause, x: this.x[piece], y: this.y[piece] });
  }

  /** Takes a piece out of the level for good. */
  retire(piece: number, why: 'left' | 'defeated' | 'drowned' | 'collected' | 'spent'): void {
    if (this.alive[piece] === 0) return;
    this.part(piece);
    this.alive[piece] = 0;
    if (this.level.blocksOfPiece[piece] === 1) liftBlock(this, piece);
    this.hasAnyLeft = true;
    // Its encounter is over; if the shapes never met in it, a box would have hit where nothing touched.
    if (this.encounter[piece] === ENCOUNTER.box) this.boxOnly++;
    this.encounter[piece] = ENCOUNTER.none;
    this.sights[piece] = 0;
    const cue = this.cueOfPiece[piece];
    if (cue >= 0) this.cues.alive[cue]--;
    this.cueOfPiece[piece] = -1;
    const { kindIndex, isShot } = this.level.program.pieces[piece];
    if (why === 'defeated') this.defeated[kindIndex]++;
    else if (why === 'collected') this.collectedInAll[kindIndex]++;
    if (!isShot || why === 'defeated')
      this.events?.push({ type: 'gone', tick: this.tick, piece: this.logName(piece), why });
    for (const part of this.level.partsOfPiece[piece]) this.retire(part, 'left');
  }
}

function streamAt(words: Int32Array, index: number): RandomStream {
  const stream = new RandomStream(0, 0);
  stream.readState(words, index * RANDOM_WORDS);
  return stream;
}
