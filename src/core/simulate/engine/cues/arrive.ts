import type { GapProgram, GivenProgram, PlaceProgram, WaveEntry, WavesProgram } from '../../../compile/cueProgram';
import { bearsArrival } from '../../../compile/entryPlaces';
import type { RandomStream } from '../../../foundation/random';
import type { World } from '../world';

/** So many places are drawn for an arrival before it is given up. */
export const MOST_PLACES = 16;

const spot = { x: 0.5, y: 0.5, inward: 0.5 };

/** Draws a place for a kind until one is allowed; false when none of so many was. Rejected ones are counted for the cue. */
function drawPlace(world: World, cue: number, kind: number, place: PlaceProgram, random: RandomStream): boolean {
  for (let attempt = 0; attempt < MOST_PLACES; attempt++) {
    const index = place.spots.length > 1 ? random.nextInteger(0, place.spots.length - 1) : 0;
    const { x, y, width, height, isLine } = place.spots[index];
    const along = width !== 0 || height !== 0 ? random.nextUnit() : 0;
    const across = isLine ? along : height !== 0 ? random.nextUnit() : 0;
    spot.x = x + width * along;
    spot.y = y + height * across;
    spot.inward = place.spots[index].inward;
    if (isAllowed(world, kind, place)) return true;
    world.cues.rejected[cue]++;
  }
  return false;
}

/** Where its body may come in, and far enough from the player. */
function isAllowed(world: World, kind: number, place: PlaceProgram): boolean {
  const { x, y } = spot;
  if (place.away > 0) {
    const dx = world.player.x - x;
    const dy = world.player.y - y;
    if (dx * dx + dy * dy < place.away * place.away) return false;
  }
  return bearsArrival(world.ground, world.level.program.kinds[kind], place.ground, x, y);
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
  letIn(world, cue, slot, given, place.graceTicks, countsForCue);
  return true;
}

/** Lets a piece in at the spot that was found. */
function letIn(
  world: World,
  cue: number,
  slot: number,
  given: GivenProgram,
  graceTicks: number,
  countsForCue: boolean,
): void {
  const random = world.randomOfCue(cue);
  const { kindIndex } = world.level.program.pieces[slot];
  const heading = given.heading ? between(given.heading, random) : spot.inward;
  const step = given.step ? between(given.step, random) : 0;
  world.bringIn(slot, spot.x, spot.y, heading, step, graceTicks);
  world.cueOfPiece[slot] = countsForCue ? cue : -1;
  if (countsForCue) {
    world.cues.come[cue]++;
    world.cues.alive[cue]++;
  }
  world.events?.push({
    type: 'arrival',
    tick: world.tick,
    cue: world.level.program.cues[cue].name,
    piece: world.logName(slot),
    kind: world.level.program.kinds[kindIndex].id,
    x: spot.x,
    y: spot.y,
  });
}

/** Draws where the rows of a wave begin: their first in the north-west. */
export function placeRows(world: World, cue: number, { spots }: PlaceProgram): void {
  const random = world.randomOfCue(cue);
  const { x, y } = spots[spots.length > 1 ? random.nextInteger(0, spots.length - 1) : 0];
  world.cues.rowsX[cue] = x;
  world.cues.rowsY[cue] = y;
}

/** Brings in one of a row at its own place, wherever its formation has come to by now. */
export function arriveInRow(world: World, cue: number, waves: WavesProgram, entry: WaveEntry, number: number): boolean {
  const slot = freeSlot(world, entry.kind);
  if (slot < 0) return false;
  const { formation } = waves;
  spot.x = world.cues.rowsX[cue] + (number % entry.columns) * entry.apart + world.formationX[formation];
  spot.y = world.cues.rowsY[cue] + Math.floor(number / entry.columns) * entry.apart + world.formationY[formation];
  spot.inward = 90;
  letIn(world, cue, slot, waves, waves.place.graceTicks, true);
  world.formationOf[slot] = formation;
  world.formationSize[formation]++;
  return true;
}

/** Brings in two that block, with a gap between them, and what stands in it; false when there is no room among the pieces. */
export function arriveWithGap(
  world: World,
  cue: number,
  gap: GapProgram,
  place: PlaceProgram,
  given: GivenProgram,
): boolean {
  const random = world.randomOfCue(cue);
  const { x, y, width, height, isLine, inward } = place.spots[0];
  // Drawn in any case, so that what does not come changes nothing for what comes later.
  const size = between([gap.least, gap.most], random);
  const share = random.nextUnit();
  const heading = given.heading ? between(given.heading, random) : inward;
  const step = given.step ? between(given.step, random) : 0;
  const isUpright = Math.abs(height) >= Math.abs(width);
  const length = isUpright ? Math.abs(height) : Math.abs(width);
  const start = isUpright ? Math.min(y, y + height) : Math.min(x, x + width);
  let from = start + size / 2;
  let to = start + length - size / 2;
  const last = world.cues.lastGap[cue];
  if (last === last) {
    from = Math.max(from, last - gap.shift);
    to = Math.min(to, last + gap.shift);
  }
  const middle = from < to ? from + (to - from) * share : (from + to) / 2;
  const { kinds } = world.level.program;
  const [first, second] = [kinds[gap.first].hit, kinds[gap.second].hit];
  const ends = isUpright ? [first.south, second.north] : [first.east, second.west];
  const parts: [kind: number, at: number][] = [
    [gap.first, middle - size / 2 - ends[0]],
    [gap.second, middle + size / 2 + ends[1]],
  ];
  if (gap.strip >= 0) parts.push([gap.strip, middle]);
  const slots: number[] = [];
  for (const [kind] of parts) slots.push(freeSlot(world, kind, slots));
  if (slots.includes(-1)) return false;
  world.cues.lastGap[cue] = middle;
  const exact: GivenProgram = { heading: [heading, heading], step: given.step && [step, step] };
  parts.forEach(([, at], index) => {
    spot.x = isUpright ? x + (isLine ? 0 : width / 2) : at;
    spot.y = isUpright ? at : y + (isLine ? 0 : height / 2);
    letIn(world, cue, slots[index], exact, place.graceTicks, true);
  });
  return true;
}

function between([low, high]: [number, number], random: RandomStream): number {
  return low === high ? low : low + (high - low) * random.nextUnit();
}

/** A place among the pieces of a kind that is free and not among those already chosen; −1 for none. */
function freeSlot(world: World, kind: number, chosen: readonly number[] = []): number {
  const pool = world.level.poolOfKind[kind];
  if (!pool) return -1;
  for (let slot = pool.first; slot < pool.first + pool.count; slot++)
    if (world.alive[slot] === 0 && !chosen.includes(slot)) return slot;
  return -1;
}
