import { sweepBody, type SweepResult } from '../../arena/sweep';
import { isPlaceIn } from '../../arena/meeting';
import type { PlayerBody } from './player/playerBody';
import type { Supports } from './player/movePlayer';
import type { World } from './world';

const sweep: SweepResult = { x: 0, y: 0, touched: false };
/** A foot this little below the top of a carrier still stands on it. */
const STEP_CELLS = 1e-6;

/** Notes who carries the player at the start of a tick; seen from the side that is known from where it landed. */
export function findRide(world: World): void {
  const { player } = world;
  if (player.rider >= 0 && carries(world, player.rider)) return;
  player.rider = findCarrierUnder(world);
}

/** The first carrier, in the order of the level, on which the player stands, or −1. */
export function findCarrierUnder(world: World): number {
  for (const piece of world.level.carriers) if (carries(world, piece)) return piece;
  return -1;
}

function carries(world: World, piece: number): boolean {
  const { kinds, pieces } = world.level.program;
  const { hit } = kinds[pieces[piece].kindIndex];
  const { x, y, player } = world;
  // Told first and in line, since it is so for nearly all: the player is beside the box round it.
  if (player.x < x[piece] - hit.west || player.x > x[piece] + hit.east) return false;
  if (player.y < y[piece] - hit.north || player.y > y[piece] + hit.south) return false;
  return world.isIn(piece) && isPlaceIn(hit, x[piece], y[piece], player.x, player.y);
}

/** Moves the player by as much as its carrier moved in this tick; walls still stop it. */
export function carryPlayer(world: World): void {
  const { player } = world;
  const { rider } = player;
  // In the middle of a step it is off the ground.
  if (rider < 0 || player.isUnderWay || world.alive[rider] === 0) return;
  const dx = world.x[rider] - world.beforeX[rider];
  const dy = world.y[rider] - world.beforeY[rider];
  if (dx === 0 && dy === 0) return;
  sweepBody(world.ground.grid, player.x, player.y, world.level.program.player.stand, dx, dy, sweep);
  player.x = sweep.x;
  player.y = sweep.y;
}

/** Finds the tops of carriers on which a falling body lands. */
export class CarrierTops implements Supports {
  topY = 0;
  /** In which they are looked for. */
  world: World | undefined;

  findTop(body: PlayerBody, dy: number): number {
    const { world } = this;
    if (!world) return -1;
    const { program, carriers } = world.level;
    const { stand } = program.player;
    const feet = body.y + stand.south;
    let found = -1;
    for (const piece of carriers) {
      if (!world.isIn(piece)) continue;
      const { hit } = program.kinds[program.pieces[piece].kindIndex];
      const top = world.y[piece] - hit.north;
      const isOver = body.x + stand.east > world.x[piece] - hit.west && body.x - stand.west < world.x[piece] + hit.east;
      if (!isOver || feet > top + STEP_CELLS || feet + dy < top) continue;
      if (found >= 0 && top - stand.south >= this.topY) continue;
      found = piece;
      this.topY = top - stand.south;
    }
    return found;
  }
}
