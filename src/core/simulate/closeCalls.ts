import type { LevelProgram } from '../compile/levelProgram';
import { harmOfKinds } from './standins/belief/harms';
import type { World } from './engine/world';

/** What comes nearer to the player than this without touching it is a close call, cells between both boxes. */
const CLOSE_CELLS = 0.5;

/** Counts how often something that harms, and is no shot, passes the player closely without touching it. For one run at a time. */
export class CloseCalls {
  private readonly foes: readonly number[];
  private readonly halfX: Float64Array;
  private readonly halfY: Float64Array;
  /** 1 while a foe is close. */
  private readonly isClose: Uint8Array;
  private count = 0;
  private losses = 0;

  constructor(program: LevelProgram) {
    const { pieces, kinds, player } = program;
    const harms = harmOfKinds(program);
    this.foes = [...pieces.keys()].filter((index) => !pieces[index].isShot && harms[pieces[index].kindIndex] > 0);
    const own = kinds[player.kindIndex].hit;
    const half = (low: 'west' | 'north', high: 'east' | 'south') =>
      Float64Array.from(this.foes, (foe) => {
        const { hit } = kinds[pieces[foe].kindIndex];
        return (hit[low] + hit[high] + own[low] + own[high]) / 2;
      });
    this.halfX = half('west', 'east');
    this.halfY = half('north', 'south');
    this.isClose = new Uint8Array(this.foes.length);
  }

  /** Some times a second, with how often the player has been harmed or lost so far. */
  look(world: World, losses: number): void {
    const { player, x, y } = world;
    // Whoever was close when it happened was no close call.
    if (losses !== this.losses) this.isClose.fill(0);
    this.losses = losses;
    for (let index = 0; index < this.foes.length; index++) {
      const foe = this.foes[index];
      const gap = Math.max(
        Math.abs(x[foe] - player.x) - this.halfX[index],
        Math.abs(y[foe] - player.y) - this.halfY[index],
      );
      const isClose = gap <= CLOSE_CELLS && world.isIn(foe);
      if (!isClose && this.isClose[index] === 1) this.count++;
      this.isClose[index] = isClose ? 1 : 0;
    }
  }

  /** How many there were; ready for the next run. */
  finish(): number {
    const { count } = this;
    this.count = this.losses = 0;
    this.isClose.fill(0);
    return count;
  }
}
