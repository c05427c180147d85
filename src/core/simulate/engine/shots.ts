import { lastNormal, sweepUntilContact, type SweepResult } from '../../arena/sweep';
import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import { hasAction, type Input } from './player/inputs';
import { wearGround } from './wearGround';
import type { World } from './world';

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Lets the player fire: held long enough, cooled down, with ammunition left and a shot free. */
export function firePlayer(world: World, input: Input): void {
  const { player } = world;
  const { control } = world.level.program.player;
  if (control.scheme !== 'rail and fire') return;
  const isHeld = hasAction(input) && player.stunLeft === 0;
  player.heldTicks = isHeld ? player.heldTicks + 1 : 0;
  if (!isHeld || player.heldTicks <= control.chargeTicks || player.cooldown > 0 || player.ammunition === 0) return;
  for (let shot = control.firstShot; shot < control.firstShot + control.shotCount; shot++) {
    if (world.alive[shot] === 1) continue;
    launch(world, shot, control.aim, Math.ceil(control.range / control.shotStep));
    player.cooldown = control.cooldownTicks;
    player.heldTicks = 0;
    if (player.ammunition > 0) player.ammunition--;
    return;
  }
}

function launch(world: World, shot: number, aim: number, ticks: number): void {
  const { player } = world;
  world.alive[shot] = 1;
  world.x[shot] = world.beforeX[shot] = player.x;
  world.y[shot] = world.beforeY[shot] = player.y;
  world.facingX[shot] = cosDegrees(aim);
  world.facingY[shot] = sinDegrees(aim);
  world.progress[shot] = ticks;
  world.health[shot] = world.level.program.kinds[world.level.program.pieces[shot].kindIndex].health;
  world.calmOther[shot] = -1;
  world.events?.push({ type: 'shot', tick: world.tick, piece: world.level.program.pieces[shot].id });
}

/** Moves everything that was fired; what meets ground wears it and is spent. */
export function moveShots(world: World): void {
  const { control } = world.level.program.player;
  if (control.scheme !== 'rail and fire') return;
  for (let shot = control.firstShot; shot < control.firstShot + control.shotCount; shot++) {
    if (world.alive[shot] === 0) continue;
    const outline = world.level.standOfPiece[shot];
    const dx = world.facingX[shot] * control.shotStep;
    const dy = world.facingY[shot] * control.shotStep;
    sweepUntilContact(world.ground.grid, world.x[shot], world.y[shot], outline, dx, dy, sweep);
    world.x[shot] = sweep.x;
    world.y[shot] = sweep.y;
    world.progress[shot]--;
    if (sweep.touched) {
      wearGround(world, shot, lastNormal.x, lastNormal.y);
      world.retire(shot, 'spent');
    } else if (world.progress[shot] <= 0) world.retire(shot, 'spent');
  }
}
