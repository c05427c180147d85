import { isSolidAt, type ArenaGrid } from '../../../arena/grid';
import { isLineClear } from '../../../arena/sight';
import type { ControlProgram, GunProgram, LevelProgram } from '../../../compile/levelProgram';
import { cosDegrees, sinDegrees } from '../../../foundation/exactMath';
import type { RandomStream } from '../../../foundation/random';
import { ACTION_BIT, INPUT_COLUMNS, INPUT_ROWS, pointInput, THROW_BIT, type Input } from '../../engine/player/inputs';
import type { PlayerBody } from '../../engine/player/playerBody';
import type { MoveGraph } from '../../moves/moveGraph';
import type { Belief } from '../belief/belief';
import { SHOWN } from '../screen';
import type { StandInTraits } from '../../../people/traits';

/** Nearer than this to the player, cells, getting away comes before firing. */
const TOO_NEAR_CELLS = 1.4;
/** So far ahead it looks whether it can stand there. */
const STEP_CELLS = 0.9;
/** Of the range of a shot this share is trusted. */
const TRUSTED_SHARE = 0.9;
/** A shot that passes this much outside of a target is still tried. */
const SPARE_CELLS = 0.1;
/** So many times it is thought over where a target will be when one has come under it. */
const MEETING_STEPS = 2;
/** What is aimed at is thought on by so much at a time, ticks. */
const STRIDE_TICKS = 6;
/** A line of fire that something solid stands in is worth so long a detour, cells. */
const SHIELDED_CELLS = 8;
/** A target is dropped for another only when that is so much nearer to the line of fire, cells. */
const KEEP_CELLS = 1.2;

/** Where a stand-in fires: at what its shots do something to, where that will be when the shot arrives. */
export class Gunner {
  private readonly targets: readonly number[];
  private readonly halfOf: Float64Array;
  /** How far beside the line each was when it was last asked. */
  private readonly asideBefore: Float64Array;
  private error = 0;
  /** How far amiss it aims at the most, cells a cell of range. */
  private readonly spread: number;
  /** Whether shots fly the same way whatever the player does. */
  readonly isFixed: boolean;
  /** How far it comes in a tick, cells. */
  private readonly ownStep: number;
  /** The key that fires. */
  readonly fireBit: Input;
  private readonly gun: GunProgram;
  /** Directions in which it can face and fire. */
  private readonly directions: readonly number[];
  /** Nearer than this to a target it does not stop to fire; and as far as this it trusts to hit, cells. */
  private readonly tooNear: number;
  private readonly reach: number;

  constructor(
    private readonly program: LevelProgram,
    traits: StandInTraits,
    own: GunProgram,
  ) {
    const gun = (this.gun = gunAsHeld(program, own));
    this.directions = directionsOf(program.player.control.scheme);
    this.fireBit = gun.hasOwnKey ? THROW_BIT : ACTION_BIT;
    this.tooNear = gun.blowTicks > 0 ? 0 : TOO_NEAR_CELLS;
    this.reach = gun.blowTicks > 0 ? gun.range : gun.range * TRUSTED_SHARE;
    const { pieces, contacts, kinds } = program;
    const shotKind = pieces[gun.firstShot]?.kindIndex ?? -1;
    const shotRadius = pieces[gun.firstShot]?.radius ?? 0;
    this.targets = pieces.flatMap((piece, index) =>
      !piece.isShot && contacts.some(({ by, on }) => by === shotKind && on === piece.kindIndex) ? [index] : [],
    );
    this.asideBefore = new Float64Array(pieces.length).fill(Infinity);
    this.halfOf = Float64Array.from(pieces, ({ kindIndex }) => {
      const { hit } = kinds[kindIndex];
      return Math.min(hit.west + hit.east, hit.north + hit.south) / 2 + shotRadius;
    });
    this.ownStep = program.player.control.step;
    this.isFixed = gun.aimX !== 0 || gun.aimY !== 0;
    this.spread = sinDegrees(traits.aimSpreadDegrees);
  }

  /** Whether the pointer is what aims, so that nobody has to turn for it. */
  get pointsAtTargets(): boolean {
    return this.gun.aimsAtPoint;
  }

  private flightTicks(cells: number): number {
    return this.gun.blowTicks > 0 ? 0 : cells / this.gun.shotStep;
  }

  /** How much farther than its reach the middle of a target may be: a blow meets its near side. */
  private spareReach(piece: number): number {
    return this.gun.blowTicks > 0 ? this.halfOf[piece] : 0;
  }

  get hasTargets(): boolean {
    return this.targets.length > 0;
  }

  /** Nothing is aimed at yet. */
  reset(): void {
    this.target = -1;
    this.asideBefore.fill(Infinity);
  }

  /** Draws how far off it aims until it thinks again. */
  think(random: RandomStream): void {
    this.error = (2 * random.nextUnit() - 1) * this.spread;
  }

  /** Whether to fire now along the fixed line: something will be in it when the shot arrives. */
  isLinedUp(belief: Belief, own: Readonly<PlayerBody>, tick: number, grid: ArenaGrid): boolean {
    const { aimX, aimY, ammunition } = this.gun;
    const spread = ammunition < 0 ? this.spread : 0;
    let isGood = false;
    for (const piece of this.targets) {
      const aside = this.asideOf(belief, piece, own.x, own.y, tick, grid);
      if (aside === undefined) continue;
      const range = (belief.frame.x[piece] - own.x) * aimX + (belief.frame.y[piece] - own.y) * aimY;
      // Where shots are not counted, one fires at what may be hit by chance, too: as far off as one aims amiss.
      const before = this.asideBefore[piece];
      this.asideBefore[piece] = Math.abs(aside);
      if (Math.abs(aside) >= this.halfOf[piece] + SPARE_CELLS + spread * range) continue;
      // Nobody fires while it gets better still.
      if (Math.abs(aside) < SPARE_CELLS || Math.abs(aside) >= before) isGood = true;
    }
    return isGood;
  }

  /** How far beside a line of fire from a place a target will be when a shot gets there; undefined when it does not get there. */
  private asideOf(
    belief: Belief,
    piece: number,
    x: number,
    y: number,
    tick: number,
    grid: ArenaGrid,
  ): number | undefined {
    const { frame } = belief;
    const { aimX, aimY } = this.gun;
    if (frame.shown[piece] !== SHOWN.here) return undefined;
    const dx = frame.x[piece] - x;
    const dy = frame.y[piece] - y;
    const range = dx * aimX + dy * aimY;
    if (range <= 0 || range > this.gun.range) return undefined;
    const ticks = tick - belief.tick + this.flightTicks(range);
    this.foresee(belief, piece, ticks, grid);
    return (this.thenX - x) * aimY - (this.thenY - y) * aimX + this.error * range;
  }

  private thenX = 0;
  private thenY = 0;

  /** Where a target will be after so many ticks: straight on, and back from walls and from where it has turned before. */
  private foresee(belief: Belief, piece: number, ticks: number, grid: ArenaGrid): void {
    let x = belief.frame.x[piece];
    let y = belief.frame.y[piece];
    let velocityX = belief.velocityX[piece];
    let velocityY = belief.velocityY[piece];
    const isInside = isSolidAt(grid, Math.floor(x), Math.floor(y));
    for (let left = ticks; left > 0; left -= STRIDE_TICKS) {
      const stride = Math.min(left, STRIDE_TICKS);
      const nextX = x + velocityX * stride;
      const nextY = y + velocityY * stride;
      const turns =
        (!isInside && isSolidAt(grid, Math.floor(nextX), Math.floor(nextY))) ||
        belief.turns.turnsAt(piece, nextX, nextY, velocityX, velocityY, stride);
      if (turns) {
        velocityX = -velocityX;
        velocityY = -velocityY;
      } else {
        x = nextX;
        y = nextY;
      }
    }
    this.thenX = x;
    this.thenY = y;
  }

  /** The rests from which the nearest targets come into the line of fire. */
  firingCells(belief: Belief, own: Readonly<PlayerBody>, tick: number, graph: MoveGraph, grid: ArenaGrid): number[] {
    return this.isFixed
      ? this.cellsUnder(belief, own, tick, graph, grid)
      : this.cellsInLine(belief, own, tick, graph, grid);
  }

  private cellsUnder(
    belief: Belief,
    own: Readonly<PlayerBody>,
    tick: number,
    graph: MoveGraph,
    grid: ArenaGrid,
  ): number[] {
    const { aimX, aimY } = this.gun;
    let best: number[] = [];
    let least = Infinity;
    let chosen = -1;
    for (const piece of this.targets) {
      let aside = this.asideOf(belief, piece, own.x, own.y, tick, grid);
      if (aside === undefined) continue;
      // By the time it stands there the target has gone on.
      for (let again = 0; again < MEETING_STEPS; again++)
        aside = this.asideOf(belief, piece, own.x, own.y, tick + Math.abs(aside) / this.ownStep, grid) ?? aside;
      const column = Math.floor(own.x + aside * aimY);
      const row = Math.floor(own.y - aside * aimX);
      if (column < 0 || row < 0 || column >= graph.width || row * graph.width + column >= graph.isRest.length) continue;
      const cell = row * graph.width + column;
      const range = (belief.frame.x[piece] - own.x) * aimX + (belief.frame.y[piece] - own.y) * aimY;
      const far =
        Math.abs(aside) +
        0.3 * range -
        (piece === this.target ? KEEP_CELLS : 0) +
        (this.isShielded(grid, graph.restX[cell], graph.restY[cell], range) ? SHIELDED_CELLS : 0);
      if (graph.isRest[cell] === 0 || far >= least) continue;
      least = far;
      best = [cell];
      chosen = piece;
    }
    this.target = chosen;
    return best;
  }

  private target = -1;

  /** Whether something solid stands in the fixed line of fire from a place, up to a range. */
  private isShielded({ width, height, solid }: ArenaGrid, x: number, y: number, range: number): boolean {
    const { aimX, aimY } = this.gun;
    for (let far = 1; far < range; far++) {
      const column = Math.floor(x + aimX * far);
      const row = Math.floor(y + aimY * far);
      if (column < 0 || row < 0 || column >= width || row >= height) return false;
      if (solid[row * width + column] === 1) return true;
    }
    return false;
  }

  /** Cells from which the nearest target lies straight ahead, not too near and with nothing in between. */
  private cellsInLine(
    belief: Belief,
    own: Readonly<PlayerBody>,
    tick: number,
    graph: MoveGraph,
    grid: ArenaGrid,
  ): number[] {
    const nearest = this.nearest(belief, own);
    if (nearest < 0) return [];
    const { frame, velocityX, velocityY } = belief;
    const ticks = tick - belief.tick;
    const column = Math.floor(frame.x[nearest] + velocityX[nearest] * ticks);
    const row = Math.floor(frame.y[nearest] + velocityY[nearest] * ticks);
    const cells: number[] = [];
    const most = Math.max(1, Math.floor(this.reach));
    for (const direction of this.directions)
      for (let far = 1; far <= most; far++) {
        const x = column + INPUT_COLUMNS[direction] * far;
        const y = row + INPUT_ROWS[direction] * far;
        if (x < 0 || y < 0 || x >= grid.width || y >= grid.height || grid.solid[y * grid.width + x] === 1) break;
        if (far > this.tooNear && graph.isRest[y * grid.width + x] === 1) cells.push(y * grid.width + x);
      }
    return cells;
  }

  private nearest({ frame }: Belief, own: Readonly<PlayerBody>): number {
    let best = -1;
    let least = Infinity;
    for (const piece of this.targets) {
      if (frame.shown[piece] !== SHOWN.here) continue;
      const far = Math.abs(frame.x[piece] - own.x) + Math.abs(frame.y[piece] - own.y);
      if (far >= least) continue;
      least = far;
      best = piece;
    }
    return best;
  }

  /** How high the nearest target is that still lies ahead of a fixed line of fire; undefined when none does. */
  heightAhead(belief: Belief, own: Readonly<PlayerBody>): number | undefined {
    const { frame } = belief;
    let height: number | undefined;
    let least = Infinity;
    for (const piece of this.targets) {
      const ahead = (frame.x[piece] - own.x) * this.gun.aimX;
      if (frame.shown[piece] !== SHOWN.here || ahead <= 0 || ahead >= least) continue;
      least = ahead;
      height = frame.y[piece];
    }
    return height;
  }

  /** The key and the shot for the nearest target that a heading meets; undefined when none does, or one is too near. */
  choose(
    belief: Belief,
    own: Readonly<PlayerBody>,
    tick: number,
    graph: MoveGraph,
    grid: ArenaGrid,
  ): Input | undefined {
    if (own.cooldown > 0 || own.ammunition === 0) return undefined;
    const { frame, velocityX, velocityY } = belief;
    let best: Input | undefined;
    let bestDistance = Infinity;
    for (const piece of this.targets) {
      if (frame.shown[piece] !== SHOWN.here) continue;
      const nowX = frame.x[piece] - own.x;
      const nowY = frame.y[piece] - own.y;
      const far = Math.sqrt(nowX * nowX + nowY * nowY);
      if (far >= bestDistance || far < this.tooNear || far - this.spareReach(piece) >= this.reach) continue;
      const ticks = tick - belief.tick + this.flightTicks(far);
      const thenX = nowX + velocityX[piece] * ticks;
      const thenY = nowY + velocityY[piece] * ticks;
      const heading = this.gun.aimsAtPoint ? 0 : this.headingFor(thenX, thenY, this.halfOf[piece]);
      if (!this.gun.aimsAtPoint && (heading === 0 || !this.mayFire(graph, own, heading))) continue;
      if (!isLineClear(grid, own.x, own.y, frame.x[piece], frame.y[piece])) continue;
      const aside = this.error;
      best = this.gun.aimsAtPoint
        ? this.fireBit + pointInput(own.x + thenX - thenY * aside, own.y + thenY + thenX * aside)
        : heading + this.fireBit;
      bestDistance = far;
    }
    return best;
  }

  /** Whether it can fire that way from where it is: facing so already with a key for it, or by a step that way. */
  private mayFire(graph: MoveGraph, own: Readonly<PlayerBody>, heading: number): boolean {
    const faces = this.gun.hasOwnKey && own.facingX === INPUT_COLUMNS[heading];
    return faces || mayStep(graph, own, heading);
  }

  /** The direction along which a shot passes within the body of a target; 0 for none. */
  private headingFor(dx: number, dy: number, half: number): number {
    for (const direction of this.directions) {
      const columns = INPUT_COLUMNS[direction];
      const rows = INPUT_ROWS[direction];
      const scale = columns !== 0 && rows !== 0 ? Math.SQRT1_2 : 1;
      const ahead = (dx * columns + dy * rows) * scale;
      const aside = (dx * rows - dy * columns) * scale + this.error * ahead;
      if (ahead > 0 && Math.abs(aside) < half + SPARE_CELLS) return direction;
    }
    return 0;
  }
}

/** The gun as it is in the hands of a player: one that flaps always faces the way that it flies. */
function gunAsHeld({ player }: LevelProgram, gun: GunProgram): GunProgram {
  const isFixed = gun.aimX !== 0 || gun.aimY !== 0 || gun.aimsAtPoint;
  if (isFixed || player.control.scheme !== 'flap') return gun;
  return { ...gun, aimX: cosDegrees(player.facing), aimY: sinDegrees(player.facing) };
}

function directionsOf(scheme: ControlProgram['scheme']): readonly number[] {
  if (scheme === 'run and jump') return [1, 5];
  return scheme === 'eight ways' || scheme === 'steer to a point' ? [1, 2, 3, 4, 5, 6, 7, 8] : [1, 3, 5, 7];
}

/** Firing goes with a step that way; nobody steps into the water for it. */
function mayStep(graph: MoveGraph, own: { x: number; y: number }, heading: number): boolean {
  const x = Math.floor(own.x + INPUT_COLUMNS[heading] * STEP_CELLS);
  const y = Math.floor(own.y + INPUT_ROWS[heading] * STEP_CELLS);
  const cell = y * graph.width + x;
  return x >= 0 && y >= 0 && x < graph.width && cell < graph.isRest.length && graph.isRest[cell] === 1;
}
