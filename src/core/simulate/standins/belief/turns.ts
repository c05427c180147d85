/** So many places of turning back are known of each thing; one that passes within so far of them turns there, cells. */
const KNOWN_TURNS = 2;
const TURN_CELLS = 0.3;
/** What has stepped aside no farther than this before it goes back has turned, cells. */
const MOST_ASIDE_CELLS = 1;
/** Less is no step aside, cells. */
const STEP_ASIDE_CELLS = 0.004;

/** The axis along which something goes: sideways or up and down. */
type Axis = 0 | 1;

/**
 * Where things were seen to turn back on their way. What steps aside before it goes back, as ranks do at a wall, turns there
 * as well, and is known to do so next time.
 */
export class TurnsOfPieces {
  /** How each went when it went last, cells a tick. */
  readonly wentX: Float64Array;
  readonly wentY: Float64Array;
  /** By axis: how it went along it when it last did, and where on the other axis that was. */
  private readonly wentAlong: Float64Array;
  private readonly wentAside: Float64Array;
  /** The last places at which each turned back, and how it came there: x, y for {@link KNOWN_TURNS} of them. */
  private readonly places: Float64Array;
  private readonly cameBy: Float64Array;
  /** How far it stepped aside at each of them, cells. */
  private readonly asides: Float64Array;
  private readonly counts: Int32Array;
  /** 1 + the axis of what was seen to step aside and go back; else 0. */
  private readonly backAfterAside: Uint8Array;

  constructor(count: number) {
    this.wentX = new Float64Array(count);
    this.wentY = new Float64Array(count);
    this.wentAlong = new Float64Array(2 * count);
    this.wentAside = new Float64Array(2 * count);
    this.places = new Float64Array(2 * KNOWN_TURNS * count);
    this.cameBy = new Float64Array(2 * KNOWN_TURNS * count);
    this.asides = new Float64Array(KNOWN_TURNS * count);
    this.counts = new Int32Array(count);
    this.backAfterAside = new Uint8Array(count);
  }

  /** Nothing has been seen. */
  forget(): void {
    for (const kept of [this.wentX, this.wentY, this.wentAlong, this.wentAside, this.places, this.cameBy, this.asides])
      kept.fill(0);
    this.counts.fill(0);
    this.backAfterAside.fill(0);
  }

  /** Takes note of how something goes on from a place, cells a tick. */
  note(piece: number, x: number, y: number, speedX: number, speedY: number): void {
    const axis: Axis = Math.abs(speedX) >= Math.abs(speedY) ? 0 : 1;
    const at = 2 * piece + axis;
    const [speed, aside] = axis === 0 ? [speedX, y] : [speedY, x];
    const cameAlong = this.wentAlong[at];
    const stepped = Math.abs(aside - this.wentAside[at]);
    if (speed * cameAlong < 0 && stepped < MOST_ASIDE_CELLS) {
      this.keep(piece, x, y, axis === 0 ? cameAlong : 0, axis === 0 ? 0 : cameAlong, stepped);
      if (stepped >= STEP_ASIDE_CELLS) this.backAfterAside[piece] = 1 + axis;
    } else if (speedX * this.wentX[piece] + speedY * this.wentY[piece] < 0)
      this.keep(piece, x, y, this.wentX[piece], this.wentY[piece], 0);
    this.wentAlong[at] = speed;
    this.wentAside[at] = aside;
    this.wentX[piece] = speedX;
    this.wentY[piece] = speedY;
  }

  private keep(piece: number, x: number, y: number, cameX: number, cameY: number, aside: number): void {
    const turn = KNOWN_TURNS * piece + (this.counts[piece]++ % KNOWN_TURNS);
    this.places[2 * turn] = x;
    this.places[2 * turn + 1] = y;
    this.cameBy[2 * turn] = cameX;
    this.cameBy[2 * turn + 1] = cameY;
    this.asides[turn] = aside;
  }

  /** Whether something has turned back before at a place that it is about to pass, having come by this speed for some ticks. */
  turnsAt(piece: number, x: number, y: number, velocityX: number, velocityY: number, ticks: number): boolean {
    const known = Math.min(KNOWN_TURNS, this.counts[piece]);
    const step = Math.sqrt(velocityX * velocityX + velocityY * velocityY) * ticks;
    for (let turn = KNOWN_TURNS * piece; turn < KNOWN_TURNS * piece + known; turn++) {
      // What goes away from where it has just turned does not turn there again.
      if (velocityX * this.cameBy[2 * turn] + velocityY * this.cameBy[2 * turn + 1] <= 0) continue;
      const dx = this.places[2 * turn] - x;
      const dy = this.places[2 * turn + 1] - y;
      const ahead = dx * velocityX + dy * velocityY;
      // What steps aside whenever it turns comes back to this side after another turn on the other one.
      const near = TURN_CELLS + step + 2 * this.asides[turn];
      if (Math.abs(dx) + Math.abs(dy) < near && ahead <= 0 && ahead > -step * step) return true;
    }
    return false;
  }

  /** How what steps aside at this speed goes on, along the axis on which it goes back: its speed there; undefined where it does not. */
  backFrom(piece: number, speedX: number, speedY: number): { axis: Axis; speed: number } | undefined {
    const kept = this.backAfterAside[piece];
    if (kept === 0) return undefined;
    const axis: Axis = kept === 1 ? 0 : 1;
    const isAlong = Math.abs(speedX) >= Math.abs(speedY) === (axis === 0);
    if (isAlong) return undefined;
    const speed = Math.max(Math.abs(speedX), Math.abs(speedY));
    return { axis, speed: -Math.sign(this.wentAlong[2 * piece + axis]) * speed };
  }
}
