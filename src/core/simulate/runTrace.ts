import { TraceHash } from '../foundation/traceHash';
import type { World } from './engine/world';

/** Stands for the player where the index of a piece is expected. */
const PLAYER_BODY = -1;
/** Added to the state of a goal that has been filled. */
const FILLED = 1 << 16;

const playerX = new Float64Array(1);
const playerY = new Float64Array(1);
const playerXWords = new Int32Array(playerX.buffer);
const playerYWords = new Int32Array(playerY.buffer);

/** What is shown of a piece besides its place, as one whole number: its state, and whether it is a goal that is filled. */
export function shownState({ state, isFilled }: World, piece: number): number {
  return state[piece] + FILLED * isFilled[piece];
}

/** Fingerprint of one run: the player with what it presses and every piece that is there, in every tick. */
export class RunTrace {
  private readonly hash = new TraceHash();
  private readonly xWords: Int32Array;
  private readonly yWords: Int32Array;

  constructor(private readonly world: World) {
    this.xWords = new Int32Array(world.x.buffer);
    this.yWords = new Int32Array(world.y.buffer);
  }

  /** To be called after every tick. */
  add(input: number): void {
    const { world, hash, xWords, yWords } = this;
    const { alive, tick, pieceCount } = world;
    playerX[0] = world.player.x;
    playerY[0] = world.player.y;
    hash.addPose(PLAYER_BODY, tick, playerXWords, playerYWords, 0, input);
    const { next } = world.own;
    for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1])
      if (alive[piece] === 1) hash.addPose(piece, tick, xWords, yWords, piece, shownState(world, piece));
  }

  /** The fingerprint of the run up to the last tick; with what was taken from a time line. */
  digest(): string {
    const whole = new TraceHash();
    whole.addSums(this.hash.sumA, this.hash.sumB);
    this.world.following?.addSums(this.world, (sumA, sumB) => whole.addSums(sumA, sumB));
    return whole.digest();
  }
}
