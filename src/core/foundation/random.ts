import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus, xoroshiro128plusFromState } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';

/** Spreads two 32-bit numbers into one, so that neighbouring seeds and streams do not resemble each other. */
export function mixSeeds(seed: number, stream: number): number {
  let mixed = (seed ^ Math.imul(stream + 0x9e3779b9, 0x85ebca6b)) | 0;
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x21f0aaad);
  mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97);
  return (mixed ^ (mixed >>> 15)) | 0;
}

/** Mixed seeds as a number in [0, 1), in steps of 2⁻³². */
export function unitOf(mixed: number): number {
  return (mixed >>> 0) / 4294967296;
}

/** Names of the separate streams of a run; changing what one of them draws never reshuffles the others. */
export const STREAM = { standIn: 1, crumbs: 30, formations: 40, firstCue: 100, firstPiece: 1000 } as const;

/** One stream of random numbers of a run. Same seed and stream, same numbers everywhere. */
export class RandomStream {
  private generator: RandomGenerator;

  constructor(seed: number, stream: number) {
    this.generator = xoroshiro128plus(mixSeeds(seed, stream));
  }

  /** A number in [0, 1), in steps of 2⁻³². */
  nextUnit(): number {
    return unitOf(this.generator.next());
  }

  /** A whole number in [low, high], both included. */
  nextInteger(low: number, high: number): number {
    return uniformInt(this.generator, low, high);
  }

  /** Writes where the stream is at into {@link RANDOM_WORDS} places of an array. */
  writeState(words: Int32Array, at: number): void {
    words.set(this.generator.getState(), at);
  }

  /** Goes on from where another stream was when it was written down. */
  readState(words: Int32Array, at: number): void {
    this.generator = xoroshiro128plusFromState([words[at], words[at + 1], words[at + 2], words[at + 3]]);
  }
}

/** How many 32-bit words the state of a stream takes. */
export const RANDOM_WORDS = 4;
