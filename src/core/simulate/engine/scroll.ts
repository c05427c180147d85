import type { LevelProgram } from '../../compile/levelProgram';
import { progressAt } from '../../compile/scrollProgram';
import type { World } from './world';

/** What lies wholly so far behind the rim of the view is gone, cells. */
const GONE_CELLS = 1;

/** Moves the rim of the view on, by itself or behind the player, notes whom it has overtaken, and takes away what it has passed. */
export function moveRim(world: World): void {
  const { scroll } = world.level.program;
  if (!scroll) return;
  const { player } = world;
  const own = progressAt(scroll, player.x, player.y);
  if (world.tick >= scroll.afterTicks) world.rim += scroll.step;
  world.rim = Math.max(world.rim, own - scroll.follows);
  if (own < world.rim && player.safeLeft === 0) world.takenBy = 'overtaken';
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    if (world.alive[piece] === 0) continue;
    const { west, north, east, south } = world.level.extentOfPiece[piece];
    const extent = scroll.axis === 'x' ? Math.max(west, east) : Math.max(north, south);
    if (progressAt(scroll, world.x[piece], world.y[piece]) + extent < world.rim - GONE_CELLS)
      world.retire(piece, 'left');
  }
}

/** After a lost life the view goes back to where the player comes back, no nearer behind it than at the start. */
export function layRimBack(world: World): void {
  const { scroll } = world.level.program;
  if (!scroll) return;
  const { player } = world;
  const start = world.level.program.player;
  const room = progressAt(scroll, start.x, start.y) - scroll.from;
  world.rim = Math.min(world.rim, progressAt(scroll, player.x, player.y) - room);
}

/** Notes how far the player has come at the farthest: the way that the level scrolls, or else in a straight line. */
export function noteDistance(world: World): void {
  const { scroll, player: start } = world.level.program;
  const { player } = world;
  const [dx, dy] = [player.x - start.x, player.y - start.y];
  const far = scroll
    ? progressAt(scroll, player.x, player.y) - progressAt(scroll, start.x, start.y)
    : Math.sqrt(dx * dx + dy * dy);
  if (far > world.farthest) world.farthest = far;
}

/** Whether any rule or cue reads how far the player has come. */
export function readsDistance({ cues, rules }: LevelProgram): boolean {
  return (
    rules.playsFor === 'distance' ||
    JSON.stringify([cues, rules]).includes('"reading":"distance"') ||
    rules.scores.some(({ event }) => event.type === 'each')
  );
}
