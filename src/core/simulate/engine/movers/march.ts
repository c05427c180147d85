import { sweepUntilContact, type SweepResult } from '../../../arena/sweep';
import { mixSeeds, STREAM, unitOf } from '../../../foundation/random';
import type { MotionProgram } from '../../../compile/levelProgram';
import { wearWay } from '../wearGround';
import type { World } from '../world';

type March = Extract<MotionProgram, { operation: 'march' }>;

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/**
 * Moves every formation by one tick. All that march in it step at the same moment; when one of them would leave the level
 * or meet a wall, all come down once instead and turn. It comes down again only after a step to the side, so never twice
 * at one edge. With fewer left the time between steps falls evenly from `every` to `quickest`.
 */
export function marchFormations(world: World): void {
  const { formations } = world.level;
  for (let formation = 0; formation < formations.length; formation++) march(world, formation, formations[formation]);
}

function march(world: World, formation: number, members: readonly number[]): void {
  const motion = firstMarch(world, members, formation);
  if (!motion) return;
  const ticks = ++world.formationTicks[formation];
  // Told first, since it is so in most ticks: too early whoever is left.
  if (ticks < motion.everyTicks && ticks < motion.quickestTicks) return;
  const all = world.formationSize[formation];
  if (ticks < stepTicks(motion, countMarching(world, members, formation), all)) return;
  world.formationTicks[formation] = 0;
  const side = world.formationHeading[formation] * motion.step;
  if (canAllMove(world, members, formation, side, 0)) {
    moveAll(world, members, formation, side, 0);
    world.mayComeDown[formation] = 1;
    return;
  }
  wearAhead(world, members, formation, side, 0);
  turn(world, members, formation);
  if (world.mayComeDown[formation] === 0) return;
  world.mayComeDown[formation] = 0;
  if (canAllMove(world, members, formation, 0, motion.down)) {
    moveAll(world, members, formation, 0, motion.down);
    return;
  }
  wearAhead(world, members, formation, 0, motion.down);
  world.hasLanded[formation] = 1;
}

function turn(world: World, members: readonly number[], formation: number): void {
  world.formationHeading[formation] = world.formationHeading[formation] > 0 ? -1 : 1;
  for (const piece of members) if (marchOf(world, piece, formation)) world.noteTurn(piece, 'wall');
}

function firstMarch(world: World, members: readonly number[], formation: number): March | undefined {
  for (const piece of members) {
    const motion = marchOf(world, piece, formation);
    if (motion) return motion;
  }
  return undefined;
}

function countMarching(world: World, members: readonly number[], formation: number): number {
  let marching = 0;
  for (const piece of members) if (marchOf(world, piece, formation)) marching++;
  return marching;
}

/** Ticks between steps when so many of so many are left. */
export function stepTicks(motion: March, left: number, all: number): number {
  const lost = all > 1 ? (all - left) / (all - 1) : 0;
  return Math.max(1, Math.round(motion.everyTicks + (motion.quickestTicks - motion.everyTicks) * lost));
}

function marchOf(world: World, piece: number, formation: number): March | undefined {
  if (world.alive[piece] === 0 || world.formationOf[piece] !== formation || world.stunLeft[piece] > 0) return undefined;
  const brain = world.level.brainOfPiece[piece];
  const motion = brain < 0 ? undefined : world.level.brains[brain].states[world.state[piece]].motion;
  return motion?.operation === 'march' ? motion : undefined;
}

function canAllMove(world: World, members: readonly number[], formation: number, dx: number, dy: number): boolean {
  for (const piece of members) {
    if (!marchOf(world, piece, formation)) continue;
    const outline = world.level.standOfPiece[piece];
    const grid = world.ground.gridOf(world.level.program.pieces[piece].kindIndex);
    sweepUntilContact(grid, world.x[piece], world.y[piece], outline, dx, dy, sweep);
    if (sweep.touched) return false;
  }
  return true;
}

/** Those that wear ground take a hit from all that is in their way. */
function wearAhead(world: World, members: readonly number[], formation: number, dx: number, dy: number): void {
  for (const piece of members) if (marchOf(world, piece, formation)) wearWay(world, piece, dx, dy);
}

function moveAll(world: World, members: readonly number[], formation: number, dx: number, dy: number): void {
  world.formationX[formation] += dx;
  world.formationY[formation] += dy;
  for (const piece of members) {
    if (!marchOf(world, piece, formation)) continue;
    world.x[piece] += dx;
    world.y[piece] += dy;
  }
}

/** What is drawn for a formation and a kind at one beat of the clock, in [0, 1); the same for all that ask in that tick. */
export function drawOfFormation({ seed, tick }: World, formation: number, kind: number, ticks: number): number {
  const own = mixSeeds(mixSeeds(seed, STREAM.formations + formation), kind);
  return unitOf(mixSeeds(own, tick / ticks));
}

/** Whether a piece is the one that is drawn, at a beat of the clock, among the foremost of its formation that are of its kind. */
export function isDrawn(world: World, piece: number, ticks: number): boolean {
  if (world.tick === 0 || world.tick % ticks !== 0) return false;
  const formation = world.formationOf[piece];
  if (formation < 0) return true;
  const { formations, program } = world.level;
  const { kindIndex } = program.pieces[piece];
  let count = 0;
  let place = -1;
  for (const other of formations[formation]) {
    const isOne =
      world.alive[other] === 1 &&
      world.formationOf[other] === formation &&
      program.pieces[other].kindIndex === kindIndex &&
      isForemost(world, other);
    if (!isOne) continue;
    if (other === piece) place = count;
    count++;
  }
  return place >= 0 && place === Math.floor(drawOfFormation(world, formation, kindIndex, ticks) * count);
}

/** Whether nobody of a piece's formation is left below it in its file: nearer to its middle line than half its own width. */
export function isForemost(world: World, piece: number): boolean {
  const formation = world.formationOf[piece];
  if (formation < 0) return true;
  const members = world.level.formations[formation];
  const { west, east } = world.level.standOfPiece[piece];
  const half = (west + east) / 2;
  for (let index = 0; index < members.length; index++) {
    const other = members[index];
    const marchesAlong = world.alive[other] === 1 && world.formationOf[other] === formation;
    if (!marchesAlong || world.y[other] <= world.y[piece]) continue;
    const off = world.x[other] - world.x[piece];
    if (off < half && off > -half) return false;
  }
  return true;
}
