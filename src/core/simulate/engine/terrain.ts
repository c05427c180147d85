import { factsOfMotion } from '../../language/vocabulary';
import { sweepBody, sweepUntilContact, type SweepResult } from '../../arena/sweep';
import { isSolidAt } from '../../arena/grid';
import { FOOTING, isUnsafe, type GroundProgram } from '../../compile/levelProgram';
import { findCarrierUnder } from './carrying';
import type { EndCause } from './runEvent';
import type { World } from './world';

const sweep: SweepResult = { x: 0, y: 0, touched: false };
/** Pieces fall no faster than this, cells a tick at 60 ticks; a wall is never passed anyway. */
const MOST_FALL = 0.5;

/** What the ground does to pieces after they have moved: pushes them along, lets them fall, swallows them. */
export function moveByGround(world: World, piece: number): void {
  const { level, ground } = world;
  // What blocks stands where it was put.
  if (level.blocksOfPiece[piece] === 1) return;
  if (level.fallsOfPiece[piece] === 1) fall(world, piece);
  const isPushed = world.pushLeft[piece] > 0;
  if (level.floatsOfPiece[piece] === 1 && !isPushed) return;
  const type = level.floatsOfPiece[piece] === 1 ? undefined : ground.typeAt(world.x[piece], world.y[piece]);
  const dx = (type?.pushX ?? 0) + (isPushed ? world.pushX[piece] : 0);
  const dy = (type?.pushY ?? 0) + (isPushed ? world.pushY[piece] : 0);
  if (dx !== 0 || dy !== 0) {
    const grid = ground.gridOf(level.program.pieces[piece].kindIndex);
    sweepBody(grid, world.x[piece], world.y[piece], level.standOfPiece[piece], dx, dy, sweep);
    world.x[piece] = sweep.x;
    world.y[piece] = sweep.y;
    world.isSteerOpen[piece] = 0;
    world.freeTicks[piece] = 0;
  }
  if (
    type &&
    !world.level.program.isSideView &&
    isUnsafe(ground.typeAt(world.x[piece], world.y[piece])) &&
    isWalker(world, piece)
  )
    world.retire(piece, 'drowned');
}

function isWalker(world: World, piece: number): boolean {
  const brain = world.level.brainOfPiece[piece];
  if (brain < 0) return false;
  return !factsOfMotion(world.level.brains[brain].states[world.state[piece]].motion.operation).isAirborne;
}

function fall(world: World, piece: number): void {
  const { gravity } = world.level.program;
  const speed = Math.min(MOST_FALL, world.fallSpeed[piece] + gravity);
  const outline = world.level.standOfPiece[piece];
  const grid = world.ground.gridOf(world.level.program.pieces[piece].kindIndex);
  sweepUntilContact(grid, world.x[piece], world.y[piece], outline, 0, speed, sweep);
  // What was known of the way ahead was known at another height.
  if (sweep.y !== world.y[piece] && world.freeTicks[piece] > 0) world.freeTicks[piece] = 0;
  world.y[piece] = sweep.y;
  world.fallSpeed[piece] = sweep.touched ? 0 : speed;
}

/** Lets the ground under the player do to it what it does; notes the cause when that ends the run. */
export function standOnGround(world: World): void {
  world.takenBy = takePlayer(world);
}

function takePlayer(world: World): EndCause | undefined {
  const { ground, player, level } = world;
  const { program } = level;
  const { floats } = program.kinds[program.player.kindIndex];
  const type = ground.typeAt(player.x, player.y);
  const isOffGround = program.player.control.scheme === 'one cell a press' && player.isUnderWay;
  if (isUnsafe(type) && !floats && !isOffGround) {
    const isCarried = program.isSideView ? player.rider >= 0 : findCarrierUnder(world) >= 0;
    if (!isCarried) return type.footing === FOOTING.liquid ? 'drowned' : 'fell';
  }
  if (!ground.canHarm || player.safeLeft > 0) return undefined;
  player.health -= Math.max(type.harm, harmOfTouched(world));
  return player.health <= 0 ? 'worn down' : undefined;
}

/** Closer than this to a wall that harms, the player touches it. */
const TOUCH_CELLS = 0.02;

/** The most that any wall takes which the player touches with one of its sides. */
function harmOfTouched(world: World): number {
  const { player, ground } = world;
  const { west, north, east, south } = world.level.program.player.stand;
  const at = (x: number, y: number): GroundProgram | undefined =>
    isSolidAt(ground.grid, Math.floor(x), Math.floor(y)) ? ground.typeAt(x, y) : undefined;
  return Math.max(
    at(player.x + east + TOUCH_CELLS, player.y)?.harm ?? 0,
    at(player.x - west - TOUCH_CELLS, player.y)?.harm ?? 0,
    at(player.x, player.y + south + TOUCH_CELLS)?.harm ?? 0,
    at(player.x, player.y - north - TOUCH_CELLS)?.harm ?? 0,
  );
}
