/**
 * Fingerprint of a run, as two 32-bit sums. Every body adds a number for each tick that is mixed from who it is, which tick
 * it is, and the bits of where it is; so equal fingerprints mean that every position in every tick was equal to the last bit,
 * and what one body adds can be summed up by itself, in any order. Not for secrets.
 */
export class TraceHash {
  sumA = 0;
  sumB = 0;

  /**
   * Adds one body in one tick. `xWords` and `yWords` hold the bits of places as two 32-bit numbers each, those of the body
   * being number `at`; `state` is any whole number.
   */
  addPose(body: number, tick: number, xWords: Int32Array, yWords: Int32Array, at: number, state: number): void {
    mixPose(body, tick, xWords, yWords, at, state);
    this.sumA = (this.sumA + mixed.a) | 0;
    this.sumB = (this.sumB + mixed.b) | 0;
  }

  /** Adds what has been summed up elsewhere. */
  addSums(sumA: number, sumB: number): void {
    this.sumA = (this.sumA + sumA) | 0;
    this.sumB = (this.sumB + sumB) | 0;
  }

  /** Sixteen hexadecimal digits. */
  digest(): string {
    return hex(this.sumA) + hex(this.sumB);
  }
}

/** What a body adds to both sums in a tick; written by {@link mixPose}. */
export const mixed = { a: 0, b: 0 };

/**
 * Two independent mixtures of the same bits: each a sum of products with odd constants, so that any one changed bit changes
 * it, and then stirred, so that changes of several bodies do not cancel out.
 */
export function mixPose(
  body: number,
  tick: number,
  xWords: Int32Array,
  yWords: Int32Array,
  at: number,
  state: number,
): void {
  const x0 = xWords[2 * at];
  const x1 = xWords[2 * at + 1];
  const y0 = yWords[2 * at];
  const y1 = yWords[2 * at + 1];
  const key = Math.imul(body + 0x3c6ef372, 0x9e3779b1) ^ Math.imul(tick, 0x85ebca6b);
  let a =
    Math.imul(x0, 0x27d4eb2f) +
    Math.imul(x1, 0x165667b1) +
    Math.imul(y0, 0x2545f491) +
    Math.imul(y1, 0x5851f42d) +
    Math.imul(state, 0x14057b7f) +
    key;
  a ^= a >>> 15;
  a = Math.imul(a, 0x2c1b3c6d);
  a ^= a >>> 12;
  mixed.a = Math.imul(a, 0x297a2d39);
  let b =
    Math.imul(x0, 0x6c8e9cf5) +
    Math.imul(x1, 0x7feb352d) +
    Math.imul(y0, 0x846ca68b) +
    Math.imul(y1, 0x1b873593) +
    Math.imul(state, 0x4cf5ad43) -
    key;
  b ^= b >>> 16;
  b = Math.imul(b, 0x21f0aaad);
  b ^= b >>> 15;
  mixed.b = Math.imul(b, 0x735a2d97);
}

/** A hash over a list of whole numbers in their order, for telling data apart. */
export class OrderedHash {
  private laneA = 0x811c9dc5 | 0;
  private laneB = 0x1b873593 | 0;

  addInteger(value: number): void {
    this.laneA = Math.imul(this.laneA ^ value, 0x01000193);
    this.laneB = Math.imul((this.laneB << 13) | (this.laneB >>> 19), 5) ^ Math.imul(value, 0xcc9e2d51);
  }

  addText(text: string): void {
    for (let index = 0; index < text.length; index++) this.addInteger(text.charCodeAt(index));
  }

  /** Both lanes, stirred, as numbers to be summed up: sums of many lists then tell them apart, in whatever order they came. */
  sums(): HashSums {
    return { a: stir(this.laneA), b: stir(this.laneB) };
  }

  /** Sixteen hexadecimal digits. */
  digest(): string {
    return hex(this.laneA) + hex(this.laneB);
  }
}

/** Two 32-bit sums over many hashes. */
export interface HashSums {
  a: number;
  b: number;
}

export function addHashSums(into: HashSums, other: HashSums): void {
  into.a = (into.a + other.a) | 0;
  into.b = (into.b + other.b) | 0;
}

/** Sixteen hexadecimal digits. */
export function digestSums({ a, b }: HashSums): string {
  return hex(a) + hex(b);
}

/** The last steps of A. Appleby's MurmurHash3 (2011): every bit of the lane comes to bear on every bit of the result. */
function stir(lane: number): number {
  let mix = lane ^ (lane >>> 16);
  mix = Math.imul(mix, 0x85ebca6b);
  mix ^= mix >>> 13;
  mix = Math.imul(mix, 0xc2b2ae35);
  return mix ^ (mix >>> 16);
}

function hex(lane: number): string {
  return (lane >>> 0).toString(16).padStart(8, '0');
}
