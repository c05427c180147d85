import {
  topOfRows,
  type GapProgram,
  type GivenProgram,
  type PlaceProgram,
  type WaveEntry,
  type WavesProgram,
} from '../../../compile/cueProgram';
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
  const heading = given.heading ? between(given.heading, random) : spot.inward;
  const step = given.step ? between(given.step, random) : 0;
  letInAt(world, cue, slot, heading, step, graceTicks, countsForCue);
}

function letInAt(
  world: World,
  cue: number,
  slot: number,
  heading: number,
  step: number,
  graceTicks: number,
  countsForCue: boolean,
): void {
  world.bringIn(slot, spot.x, spot.y, heading, step, graceTicks);
  world.cueOfPiece[slot] = countsForCue ? cue : -1;
  if (countsForCue) {
    world.cues.come[cue]++;
    world.cues.alive[cue]++;
  }
  if (!world.events) return;
  const { kindIndex } = world.level.program.pieces[slot];
  world.events.push({
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
  const top = topOfRows(waves, world.cues.wave[cue], entry);
  spot.y = world.cues.rowsY[cue] + top + Math.floor(number / entry.columns) * entry.down + world.formationY[formation];
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
  const size = gap.least === gap.most ? gap.least : gap.least + (gap.most - gap.least) * random.nextUnit();
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
  const { hit: first } = kinds[gap.first];
  const { hit: second } = kinds[gap.second];
  parts.count = gap.strip >= 0 ? 3 : 2;
  setPart(0, gap.first, middle - size / 2 - (isUpright ? first.south : first.east));
  setPart(1, gap.second, middle + size / 2 + (isUpright ? second.north : second.west));
  setPart(2, gap.strip, middle);
  for (let part = 0; part < parts.count; part++) {
    parts.slots[part] = freeSlotForPart(world, part);
    if (parts.slots[part] < 0) return false;
  }
  world.cues.lastGap[cue] = middle;
  for (let part = 0; part < parts.count; part++) {
    spot.x = isUpright ? x + (isLine ? 0 : width / 2) : parts.at[part];
    spot.y = isUpright ? parts.at[part] : y + (isLine ? 0 : height / 2);
    letInAt(world, cue, parts.slots[part], heading, step, place.graceTicks, true);
  }
  return true;
}

/** What comes in with a gap: the two that block, and what stands between them; their places are chosen together. Reused. */
const parts = {
  count: 0,
  kinds: new Int32Array(3),
  at: new Float64Array(3),
  slots: new Int32Array(3),
};

function setPart(part: number, kind: number, at: number): void {
  parts.kinds[part] = kind;
  parts.at[part] = at;
}

function between(range: readonly [number, number], random: RandomStream): number {
  return range[0] === range[1] ? range[0] : range[0] + (range[1] - range[0]) * random.nextUnit();
}

/** A place among the pieces of a kind that is free; −1 for none. */
function freeSlot(world: World, kind: number): number {
  const pool = world.level.poolOfKind[kind];
  if (!pool) return -1;
  for (let slot = pool.first; slot < pool.first + pool.count; slot++) if (world.alive[slot] === 0) return slot;
  return -1;
}

/** As {@link freeSlot}, and not taken by a part that was given its place before. */
function freeSlotForPart(world: World, part: number): number {
  const pool = world.level.poolOfKind[parts.kinds[part]];
  if (!pool) return -1;
  for (let slot = pool.first; slot < pool.first + pool.count; slot++) {
    let isFree = world.alive[slot] === 0;
    for (let before = 0; before < part; before++) if (parts.slots[before] === slot) isFree = false;
    if (isFree) return slot;
  }
  return -1;
}
