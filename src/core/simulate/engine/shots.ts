import { lastNormal, sweepUntilContact, type SweepResult } from '../../arena/sweep';
import type { GunProgram } from '../../compile/levelProgram';
import { hasAction, hasPoint, hasThrow, pointX, pointY, type Input } from './player/inputs';
import { wearGround } from './wearGround';
import type { World } from './world';

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Lets the player fire: held long enough, cooled down, with ammunition left and a shot free. */
export function firePlayer(world: World, input: Input): void {
  const { player } = world;
  const { gun } = world.level.program.player;
  if (!gun) return;
  const isHeld = (hasThrow(input) || (!gun.hasOwnKey && hasAction(input))) && player.stunLeft === 0;
  player.heldTicks = isHeld ? player.heldTicks + 1 : 0;
  if (!isHeld || player.heldTicks <= gun.chargeTicks || player.cooldown > 0 || player.ammunition === 0) return;
  launch.x = player.x;
  launch.y = player.y;
  aimGun(gun, player, input);
  launch.step = gun.blowTicks > 0 ? 0 : gun.shotStep;
  launch.ticks = gun.blowTicks > 0 ? gun.blowTicks : Math.ceil(gun.range / gun.shotStep);
  if (!launchShot(world, gun.firstShot, gun.shotCount)) return;
  player.cooldown = gun.cooldownTicks;
  player.heldTicks = 0;
  if (player.ammunition > 0) player.ammunition--;
}

/** Puts into {@link launch} where the gun aims: a fixed way, to the place that is pointed at, or where the player faces. */
function aimGun(
  gun: GunProgram,
  player: { x: number; y: number; facingX: number; facingY: number },
  input: Input,
): void {
  launch.aimX = player.facingX;
  launch.aimY = player.facingY;
  if (gun.aimX !== 0 || gun.aimY !== 0) {
    launch.aimX = gun.aimX;
    launch.aimY = gun.aimY;
  } else if (gun.aimsAtPoint && hasPoint(input)) {
    const dx = pointX(input) - player.x;
    const dy = pointY(input) - player.y;
    const far = Math.sqrt(dx * dx + dy * dy);
    if (far === 0) return;
    launch.aimX = dx / far;
    launch.aimY = dy / far;
  }
}

/**
 * Holds a blow out before the player, wherever it has gone; it moves with it, so that it meets what the player runs into. False
 * for everything else.
 */
export function holdBlow(world: World, shot: number): boolean {
  const { gun } = world.level.program.player;
  if (!gun || !isBlow(world, shot)) return false;
  world.x[shot] = world.player.x + world.facingX[shot] * gun.range;
  world.y[shot] = world.player.y + world.facingY[shot] * gun.range;
  if (world.progress[shot] < 0) world.retire(shot, 'spent');
  return true;
}

function isBlow(world: World, shot: number): boolean {
  const { gun } = world.level.program.player;
  return gun !== undefined && gun.blowTicks > 0 && shot >= gun.firstShot && shot < gun.firstShot + gun.shotCount;
}

/** How the next shot is sent off: its place, a unit vector, cells a tick, for how many ticks it flies. Reused. */
export const launch = { x: 0.5, y: 0.5, aimX: 0.5, aimY: 0.5, step: 0.5, ticks: 0 };

/** Sends off the first free shot of a stretch of places as {@link launch} says; false when all are under way. */
export function launchShot(world: World, first: number, count: number): boolean {
  for (let shot = first; shot < first + count; shot++) {
    if (world.alive[shot] === 1) continue;
    world.table.renew(shot);
    world.makeLive(shot);
    world.x[shot] = world.beforeX[shot] = launch.x;
    world.y[shot] = world.beforeY[shot] = launch.y;
    world.facingX[shot] = launch.aimX;
    world.facingY[shot] = launch.aimY;
    world.shotStep[shot] = launch.step;
    world.progress[shot] = launch.ticks;
    world.health[shot] = world.level.program.kinds[world.level.program.pieces[shot].kindIndex].health;
    world.bornAt[shot] = world.tick;
    world.piercesLeft[shot] = world.level.program.kinds[world.level.program.pieces[shot].kindIndex].pierces;
    world.nearness[shot] = NEARNESS.far;
    world.calmOther[shot] = world.calmPlayer[shot] = world.calmPiece[shot] = -1;
    world.events?.push({ type: 'shot', tick: world.tick, piece: world.logName(shot) });
    return true;
  }
  return false;
}

/** A shot has done its part on somebody: spent, unless it goes through. */
export function spendShot(world: World, shot: number): void {
  // A blow is over with its time, however many it has met.
  if (world.alive[shot] === 0 || isBlow(world, shot)) return;
  if (world.piercesLeft[shot] > 0) world.piercesLeft[shot]--;
  else world.retire(shot, 'spent');
}

/** How near a shot has come to the player; counted once for each. */
export const NEARNESS = { far: 0, near: 1, done: 2 } as const;
/** A shot that passes with a gap of at most so many cells is a near miss. */
const NEAR_MISS_CELLS = 0.5;

/** Counts shots that came near the player and went by without touching it. */
export function noteNearMisses(world: World): void {
  const { fearedShots, fearedReach } = world.level;
  const { nearness, alive, x, y, player } = world;
  for (let index = 0; index < fearedShots.length; index++) {
    const shot = fearedShots[index];
    if (nearness[shot] === NEARNESS.done) continue;
    const gapX = Math.abs(x[shot] - player.x) - fearedReach[index];
    const gapY = Math.abs(y[shot] - player.y) - fearedReach[index];
    const isNear = alive[shot] === 1 && gapX <= NEAR_MISS_CELLS && gapY <= NEAR_MISS_CELLS;
    if (isNear) nearness[shot] = NEARNESS.near;
    else if (nearness[shot] === NEARNESS.near) {
      nearness[shot] = NEARNESS.done;
      world.nearMisses++;
      world.events?.push({
        type: 'near miss',
        tick: world.tick,
        piece: world.logName(shot),
        x: player.x,
        y: player.y,
      });
    }
  }
}

/** Moves everything that was fired; what meets ground wears it and is spent. */
export function moveShots(world: World): void {
  const { next } = world.liveShots;
  const slowing = world.level.program.kinds;
  for (let shot = next[0]; shot < world.pieceCount; shot = next[shot + 1]) {
    if (world.alive[shot] === 0) continue;
    world.progress[shot]--;
    // What was laid down lies.
    if (world.shotStep[shot] === 0) {
      holdBlow(world, shot);
      continue;
    }
    const outline = world.level.standOfPiece[shot];
    const dx = world.facingX[shot] * world.shotStep[shot];
    const dy = world.facingY[shot] * world.shotStep[shot];
    const grid = world.ground.gridOf(world.level.program.pieces[shot].kindIndex);
    sweepUntilContact(grid, world.x[shot], world.y[shot], outline, dx, dy, sweep);
    world.x[shot] = sweep.x;
    world.y[shot] = sweep.y;
    world.shotStep[shot] *= slowing[world.level.program.pieces[shot].kindIndex].slowing;
    if (sweep.touched) {
      wearGround(world, shot, lastNormal.x, lastNormal.y);
      world.retire(shot, 'spent');
    } else if (world.progress[shot] <= 0) world.retire(shot, 'spent');
  }
}
