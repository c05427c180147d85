import { testsOf } from '../compile/conditionProgram';
import type { CueProgram, RuleCondition, RuleTestWord } from '../compile/cueProgram';
import { actsOfState, type BrainProgram, type LevelProgram, type MotionProgram } from '../compile/levelProgram';
import { factorOfGiven } from './engine/motion';
import { hasLeftLevel, isOutside } from './engine/movers/drift';
import type { World } from './engine/world';

type Drift = Extract<MotionProgram, { operation: 'drift' }>;

/** A level in which what need not move stands still. */
export interface StillLevel {
  program: LevelProgram;
  /** For every piece that only drifts until it leaves, how. */
  drifts: (Drift | undefined)[];
  /** Whether any that are there without the player can meet. */
  meet: boolean;
}

/**
 * The level as projections of its cues need it. Stands still what can neither go nor lay or fire anything; what does nothing
 * but drift out of the level, since it is known when it will be gone; and all that was placed, where no cue and nothing that
 * still moves can notice.
 */
export function withoutStayers(program: LevelProgram): StillLevel {
  const { brains, ground, kinds, isSideView } = program;
  const meets = kindsThatMeet(program);
  const used = new Set(ground.typeOfCell);
  const pushes = ground.types.some(({ pushX, pushY }, type) => used.has(type) && (pushX !== 0 || pushY !== 0));
  const isMovedAlone = (kind: number) =>
    meets.has(kind) || kinds[kind].falls || (!kinds[kind].floats && (isSideView || pushes));
  // What is fixed to a body must be where that is, if it may meet something there.
  const isMoved = (kind: number) => isMovedAlone(kind) || kinds[kind].parts.some((part) => meets.has(part));
  const stays = brains.map((brain) => brain.states.every((state) => !goes(state)));
  const driftOfBrain = brains.map(onlyDrift);
  const drifts = program.pieces.map(({ brain, kindIndex, isArrival }) =>
    isArrival && brain >= 0 && !isMoved(kindIndex) ? driftOfBrain[brain] : undefined,
  );
  const isStill = program.pieces.map(
    ({ brain, kindIndex }, piece) => brain < 0 || drifts[piece] !== undefined || (stays[brain] && !isMoved(kindIndex)),
  );
  const arrivalsAreStill = program.pieces.every(({ isArrival }, piece) => !isArrival || isStill[piece]);
  const isUnnoticed =
    arrivalsAreStill && !program.cues.some((cue) => waitsForPieces(cue) || lieOnWearing(program, cue));
  const pieces = program.pieces.map((piece, index) =>
    isStill[index] || (isUnnoticed && !piece.isArrival) ? { ...piece, brain: -1 } : piece,
  );
  return { program: { ...program, pieces }, drifts, meet: meets.size > 0 };
}

/**
 * Kinds that something happens to, or that do something, when they meet another one than the player. What only the player
 * throws or fires is not there without it.
 */
function kindsThatMeet({ contacts, pieces, shots }: LevelProgram): Set<number> {
  const there = new Set(pieces.flatMap(({ isShot, kindIndex }) => (isShot ? [] : [kindIndex])));
  for (const { kind } of shots) there.add(kind);
  return new Set(contacts.flatMap(({ by, on }) => (there.has(by) && there.has(on) ? [by, on] : [])));
}

/** Whether a piece can go, lay or fire something in a state. */
function goes(state: BrainProgram['states'][number]): boolean {
  return (
    (state.motion.operation === 'drift' && state.motion.rim === 'leave') ||
    actsOfState(state).some(({ act }) => act === 'vanish' || act === 'fire')
  );
}

/** How a piece drifts that never does anything else. */
function onlyDrift({ states }: BrainProgram): Drift | undefined {
  const [{ motion }] = states;
  const isOnly = states.length === 1 && actsOfState(states[0]).length === 0;
  return isOnly && motion.operation === 'drift' && motion.rim === 'leave' ? motion : undefined;
}

/** Which tests of cues ask for what is there of some kinds. */
const ABOUT_PIECES: Record<RuleTestWord, boolean> = {
  touches: true,
  'none left': true,
  'all filled': true,
  'some at': true,
  'each at': true,
  at: false,
  cleared: false,
  compare: false,
};

/** Whether a cue opens or closes by what is there of some kinds. */
function waitsForPieces(cue: CueProgram): boolean {
  const names = (condition: RuleCondition | undefined): boolean =>
    condition !== undefined && testsOf(condition).some(({ type }) => ABOUT_PIECES[type]);
  return names(cue.open) || (cue.type === 'spawner' && names(cue.close));
}

/** Whether ground that can wear away lies where a cue lets in. */
function lieOnWearing({ ground, grid, kinds }: LevelProgram, cue: CueProgram): boolean {
  const reach = kinds.reduce((most, { stand }) => Math.max(most, stand.west, stand.north, stand.east, stand.south), 0);
  const places = [cue.place, ...(cue.type === 'waves' ? cue.supplies.map(({ place }) => place) : [])];
  return places.some(({ spots }) =>
    spots.some(({ x, y, width, height }) => {
      const [west, east] = [Math.min(x, x + width) - reach, Math.max(x, x + width) + reach];
      const [north, south] = [Math.min(y, y + height) - reach, Math.max(y, y + height) + reach];
      return ground.typeOfCell.some((type, cell) => {
        const column = cell % grid.width;
        const row = (cell - column) / grid.width;
        const isNear = column + 1 > west && column < east && row + 1 > north && row < south;
        return isNear && ground.types[type].strength > 0;
      });
    }),
  );
}

/** Takes pieces that only drift out of the level when they would have left it, without moving them. */
export class Leavers {
  /** The tick in which the next of them leaves; Infinity for none. */
  next = Infinity;
  private readonly leavesIn: Float64Array;
  /** Where they are by then. */
  private readonly lastX: Float64Array;
  private readonly lastY: Float64Array;

  constructor(
    private readonly world: World,
    private readonly drifts: readonly (Drift | undefined)[],
    readonly meet: boolean,
    private readonly endTick: number,
  ) {
    this.leavesIn = new Float64Array(drifts.length);
    [this.lastX, this.lastY] = [new Float64Array(drifts.length), new Float64Array(drifts.length)];
    this.reset();
  }

  reset(): void {
    this.leavesIn.fill(Infinity);
    this.next = Infinity;
  }

  /** Works out when a piece that came in in a tick will leave. */
  note(piece: number, tick: number): void {
    const motion = this.drifts[piece];
    const { world } = this;
    // What came in too far outside is gone again by now.
    if (!motion || world.alive[piece] === 0) return;
    const { x, y, facingX, facingY, givenStep, cueOfPiece } = world;
    const given = givenStep[piece];
    const step = motion.step * (given === 0 ? 1 : factorOfGiven(motion, 1, given));
    const cue = world.level.program.cues[cueOfPiece[piece]];
    const { outsideBy, retireTicks } = cue.type === 'spawner' ? cue : { outsideBy: Infinity, retireTicks: Infinity };
    const [fromX, fromY] = [x[piece], y[piece]];
    this.leavesIn[piece] = Infinity;
    // Step by step as it would have gone, so that it leaves in the very same tick.
    for (let at = tick; at < this.endTick; at++) {
      x[piece] += facingX[piece] * step;
      y[piece] += facingY[piece] * step;
      const isOld = at - tick >= retireTicks;
      if (!isOld && !hasLeftLevel(world, piece) && !isOutside(world, piece, outsideBy)) continue;
      this.leavesIn[piece] = at;
      [this.lastX[piece], this.lastY[piece]] = [x[piece], y[piece]];
      break;
    }
    x[piece] = fromX;
    y[piece] = fromY;
    this.next = Math.min(this.next, this.leavesIn[piece]);
  }

  /** Takes out those that have left by the end of the tick that has just passed. */
  retireDue(): void {
    const { world, leavesIn } = this;
    if (this.next >= world.tick) return;
    this.next = Infinity;
    const { next } = world.live;
    for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
      if (leavesIn[piece] >= world.tick) {
        this.next = Math.min(this.next, leavesIn[piece]);
        continue;
      }
      leavesIn[piece] = Infinity;
      world.x[piece] = this.lastX[piece];
      world.y[piece] = this.lastY[piece];
      // Its cue has already taken it away when it was old enough.
      world.retire(piece, 'left');
    }
  }
}
