import type { LevelProgram } from '../compile/levelProgram';
import type { ProjectedArrival } from '../simulate/projectCues';

/** So near to where the player begins an arrival leaves no time to see it, cells. */
const SURPRISE_CELLS = 3;

/** Share of arrivals that harm on touch and come in within {@link SURPRISE_CELLS} of where the player begins; 0 for none. */
export function shareOnPlayer({ player, kinds }: LevelProgram, arrivals: readonly ProjectedArrival[]): number {
  const near = arrivals.filter(
    ({ kind, x, y }) =>
      kinds[kind].isThreat &&
      (x - player.x) * (x - player.x) + (y - player.y) * (y - player.y) < SURPRISE_CELLS * SURPRISE_CELLS,
  );
  return near.length / Math.max(1, arrivals.length);
}
