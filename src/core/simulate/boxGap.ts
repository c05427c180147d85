import type { LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';

/** How far the boxes of some pieces are from that of the player, by their place in a list. */
export class BoxGap {
  private readonly halfX: Float64Array;
  private readonly halfY: Float64Array;

  constructor(
    { pieces, kinds, player }: LevelProgram,
    private readonly list: readonly number[],
  ) {
    const own = kinds[player.kindIndex].hit;
    const half = (low: 'west' | 'north', high: 'east' | 'south') =>
      Float64Array.from(list, (piece) => {
        const { hit } = kinds[pieces[piece].kindIndex];
        return (hit[low] + hit[high] + own[low] + own[high]) / 2;
      });
    this.halfX = half('west', 'east');
    this.halfY = half('north', 'south');
  }

  /** The larger of both gaps along the axes, cells; below 0 where the boxes overlap. */
  cells({ x, y, player }: World, index: number): number {
    const piece = this.list[index];
    return Math.max(
      Math.abs(x[piece] - player.x) - this.halfX[index],
      Math.abs(y[piece] - player.y) - this.halfY[index],
    );
  }
}
