import { bodyOverlapsSolid, type ArenaGrid } from '../arena/grid';
import { kindsOfSpawner, type CueProgram, type PlaceProgram } from './cueProgram';
import { isUnsafe, type GroundProgram, type KindProgram, type LevelProgram } from './levelProgram';

/** The ground on which something comes in: as the level has it, or as it has become in a run. */
export interface EntryGround {
  grid: ArenaGrid;
  types: readonly GroundProgram[];
  typeOfCell: Uint8Array;
}

/**
 * Whether a body may come in at a place, wherever the player is: not in a wall, not on ground that does not bear it, and on
 * the ground that is asked for (its index, or −1). Outside of the level all is allowed, and its rim is no wall for what
 * comes in over it.
 */
export function bearsArrival(
  { grid, types, typeOfCell }: EntryGround,
  { stand, floats }: Pick<KindProgram, 'stand' | 'floats'>,
  wanted: number,
  x: number,
  y: number,
): boolean {
  const isInside = x >= 0 && y >= 0 && x < grid.width && y < grid.height;
  if (!isInside) return wanted < 0;
  const cell = Math.floor(y) * grid.width + Math.floor(x);
  if (wanted >= 0 && typeOfCell[cell] !== wanted) return false;
  if (floats) return true;
  if (wanted < 0 && isUnsafe(types[typeOfCell[cell]])) return false;
  const crossesRim =
    x - stand.west < 0 || y - stand.north < 0 || x + stand.east > grid.width || y + stand.south > grid.height;
  return crossesRim ? grid.solid[cell] === 0 : !bodyOverlapsSolid(grid, x, y, stand);
}

/** A point, line or area at which a cue lets in, as the ground there allows it. Lengths in cells. */
export interface EntrySpot {
  x: number;
  y: number;
  width: number;
  height: number;
  isLine: boolean;
  /** Of a line: the stretches on which something may come in, as shares 0..1 of the way to its second end. */
  open: [from: number, to: number][];
  /**
   * Of a straight line: how far the middle of these stretches lies from the middle of the opening that they are in, towards
   * its second end; undefined where there is no such opening.
   */
  offCentre: number | undefined;
}

/** Where and how far apart a cue lets in what it brings, before any run. */
export interface CueEntry {
  cue: string;
  spots: EntrySpot[];
  /** Least and greatest time between two, seconds; undefined where it is not one after the other. */
  interval: [least: number, most: number] | undefined;
  /** Cells between two that go straight on: at the least interval and speed, on average, at the greatest of both. */
  apart: [least: number, usual: number, most: number] | undefined;
}

/** Where each cue of a level lets in what it brings. */
export function describeEntries(program: LevelProgram): CueEntry[] {
  return program.cues.map((cue) => ({
    cue: cue.name,
    spots: cue.place.spots.map((spot) => describeSpot(program, cue, spot)),
    ...spacingOf(program, cue),
  }));
}

/** A deviation of less than this many cells is meant, or does not matter. */
const EVEN_CELLS = 0.25;
const SAMPLES_A_CELL = 8;

function describeSpot(program: LevelProgram, cue: CueProgram, spot: PlaceProgram['spots'][number]): EntrySpot {
  const { x, y, width, height, isLine } = spot;
  const shape = { x, y, width, height, isLine };
  // Along a side of an area a gap is drawn as along a line.
  const isGap = cue.type === 'spawner' && cue.gap !== undefined;
  if (!isLine && !isGap) return { ...shape, open: [], offCentre: undefined };
  const open: [number, number][] = isGap ? [[0, 1]] : openStretches(program, cue, spot);
  return { ...shape, open, offCentre: offCentreOf(program, spot, open) };
}

function openStretches(
  { grid, ground, kinds }: LevelProgram,
  cue: CueProgram,
  { x, y, width, height }: PlaceProgram['spots'][number],
): [number, number][] {
  const brought = kindsOf(cue).map((kind) => kinds[kind]);
  const count = Math.max(1, Math.ceil(Math.max(Math.abs(width), Math.abs(height)) * SAMPLES_A_CELL));
  const open: [number, number][] = [];
  for (let sample = 0; sample < count; sample++) {
    const share = (sample + 0.5) / count;
    const isOpen = brought.some((kind) =>
      bearsArrival({ grid, ...ground }, kind, cue.place.ground, x + width * share, y + height * share),
    );
    if (!isOpen) continue;
    const last = open.at(-1);
    if (last && last[1] === sample / count) last[1] = (sample + 1) / count;
    else open.push([sample / count, (sample + 1) / count]);
  }
  return open;
}

/** Compares a range along a line with the stretch between the walls on both sides of it. */
function offCentreOf(
  { grid }: LevelProgram,
  { x, y, width, height }: PlaceProgram['spots'][number],
  open: readonly (readonly [number, number])[],
): number | undefined {
  const isUpright = Math.abs(height) >= Math.abs(width);
  const length = isUpright ? height : width;
  const isStraight = isUpright ? width === 0 || Math.abs(width) < Math.abs(height) : height === 0 || height < width;
  if (open.length === 0 || length === 0 || !isStraight) return undefined;
  const start = isUpright ? y : x;
  const ends = [start + length * open[0][0], start + length * open[open.length - 1][1]];
  const middle = (ends[0] + ends[1]) / 2;
  const [across, along] = isUpright ? [grid.width, grid.height] : [grid.height, grid.width];
  // What comes in over the rim comes through the cells behind it; a line between cells lies along both.
  const at = Math.min(across - 0.5, Math.max(0.5, isUpright ? x : y));
  const isFree = (beside: number, cell: number) =>
    cell >= 0 && cell < along && grid.solid[isUpright ? cell * grid.width + beside : beside * grid.width + cell] === 0;
  const beside = [Math.floor(at), Math.ceil(at) - 1].find((cell) => isFree(cell, Math.floor(middle)));
  if (beside === undefined) return undefined;
  let [from, to] = [Math.floor(middle), Math.floor(middle)];
  while (isFree(beside, from - 1)) from--;
  while (isFree(beside, to + 1)) to++;
  const off = (middle - (from + to + 1) / 2) * Math.sign(length);
  return Math.abs(off) < EVEN_CELLS ? 0 : off;
}

function kindsOf(cue: CueProgram): number[] {
  return cue.type === 'spawner'
    ? kindsOfSpawner(cue)
    : cue.waves.flatMap(({ entries }) => entries.map(({ kind }) => kind));
}

function spacingOf(program: LevelProgram, cue: CueProgram): Pick<CueEntry, 'interval' | 'apart'> {
  if (cue.type === 'waves' || cue.isOnce) return { interval: undefined, apart: undefined };
  const { ticksPerSecond } = program;
  const least = Math.max(0, cue.everyTicks - cue.jitterTicks);
  const most = cue.everyTicks + cue.jitterTicks;
  const steps = straightSteps(program, cue);
  return {
    interval: [least / ticksPerSecond, most / ticksPerSecond],
    apart: steps && [steps[0] * least, ((steps[0] + steps[1]) / 2) * cue.everyTicks, steps[1] * most],
  };
}

/** Least and greatest cells a tick of what a spawner brings in, if all of it goes straight on. */
export function straightSteps(
  { brains, pieces }: LevelProgram,
  cue: Extract<CueProgram, { type: 'spawner' }>,
): [number, number] | undefined {
  const steps: number[] = [];
  for (const kind of kindsOfSpawner(cue)) {
    const { brain } = pieces.find((piece) => piece.isArrival && piece.kindIndex === kind) ?? { brain: -1 };
    const motion = brain < 0 ? undefined : brains[brain].states[brains[brain].startState].motion;
    if (motion?.operation !== 'drift') return undefined;
    steps.push(...(cue.step ?? [motion.step]));
  }
  return steps.length === 0 ? undefined : [Math.min(...steps), Math.max(...steps)];
}
