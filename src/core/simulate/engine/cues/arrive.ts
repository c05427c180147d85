import { bodyOverlapsSolid } from '../../../arena/grid';
import type { GivenProgram, PlaceProgram } from '../../../compile/cueProgram';
import type { RandomStream } from '../../../foundation/random';
import { isUnsafe } from '../groundState';
import type { World } from '../world';

/** So many places are drawn for an arrival before it is given up. */
export const MOST_PLACES = 16;

const spot = { x: 0.5, y: 0.5 };

/** Draws a place for a kind until one is allowed; false when none of so many was. Rejected ones are counted for the cue. */
function drawPlace(world: World, cue: number, kind: number, place: PlaceProgram, random: RandomStream): boolean {
  for (let attempt = 0; attempt < MOST_PLACES; attempt++) {
    const index = place.spots.length > 1 ? random.nextInteger(0, place.spots.length - 1) : 0;
    const { x, y, width, height, isLine } = place.spots[index];
    const along = width !== 0 || height !== 0 ? random.nextUnit() : 0;
    const across = isLine ? along : height !== 0 ? random.nextUnit() : 0;
    spot.x = x + width * along;
    spot.y = y + height * across;
    if (isAllowed(world, kind, place)) return true;
    world.cues.rejected[cue]++;
  }
  return false;
}

/** Not in a wall, not on ground that does not bear it, on its ground, far enough from the player. Outside of the level all is allowed. */
function isAllowed(world: World, kind: number, place: PlaceProgram): boolean {
  const { x, y } = spot;
  const { grid } = world.ground;
  if (place.away > 0) {
    const dx = world.player.x - x;
    const dy = world.player.y - y;
    if (dx * dx + dy * dy < place.away * place.away) return false;
  }
  const isInside = x >= 0 && y >= 0 && x < grid.width && y < grid.height;
  if (!isInside) return place.ground < 0;
  const { stand, floats } = world.level.program.kinds[kind];
  const cell = Math.floor(y) * grid.width + Math.floor(x);
  if (place.ground >= 0 && world.ground.typeOfCell[cell] !== place.ground) return false;
  if (floats) return true;
  if (isUnsafe(world.ground.types[world.ground.typeOfCell[cell]]) && place.ground < 0) return false;
  return !overlapsInside(world, x, y, stand);
}

/** Whether a body overlaps solid ground of the level itself; its rim is no wall for what comes in over it. */
function overlapsInside(world: World, x: number, y: number, stand: Parameters<typeof bodyOverlapsSolid>[3]): boolean {
  const { grid } = world.ground;
  const crossesRim =
    x - stand.west < 0 || y - stand.north < 0 || x + stand.east > grid.width || y + stand.south > grid.height;
  return crossesRim
    ? grid.solid[Math.floor(y) * grid.width + Math.floor(x)] === 1
    : bodyOverlapsSolid(grid, x, y, stand);
}

/** Brings in one of a kind; false when no place is allowed or all its places among the pieces are taken. */
export function arrive(
  world: World,
  cue: number,
  kind: number,
  place: PlaceProgram,
  given: GivenProgram,
  countsForCue: boolean,
): boolean {
  const random = world.randomOfCue(cue);
  const slot = freeSlot(world, kind);
  if (slot < 0 || !drawPlace(world, cue, kind, place, random)) return false;
  const heading = given.heading ? between(given.heading, random) : 0;
  const step = given.step ? between(given.step, random) : 0;
  world.bringIn(slot, spot.x, spot.y, heading, step, place.graceTicks);
  world.cueOfPiece[slot] = countsForCue ? cue : -1;
  if (countsForCue) {
    world.cues.come[cue]++;
    world.cues.alive[cue]++;
  }
  world.events?.push({
    type: 'arrival',
    tick: world.tick,
    cue: world.level.program.cues[cue].name,
    piece: world.level.program.pieces[slot].id,
    kind: world.level.program.kinds[kind].id,
    x: spot.x,
    y: spot.y,
  });
  return true;
}

function between([low, high]: [number, number], random: RandomStream): number {
  return low === high ? low : low + (high - low) * random.nextUnit();
}

function freeSlot(world: World, kind: number): number {
  const pool = world.level.poolOfKind[kind];
  if (!pool) return -1;
  for (let slot = pool.first; slot < pool.first + pool.count; slot++) if (world.alive[slot] === 0) return slot;
  return -1;
}
