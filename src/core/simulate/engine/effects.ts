import type { ContactProgram, EffectProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
import type { World } from './world';

/** Stands for the player where the index of a piece is expected. */
export const PLAYER = -1;

/** Lets all effects of a contact happen to a body, in their order. */
export function applyContact(world: World, contact: ContactProgram, by: number, on: number): void {
  if (on !== PLAYER) world.struckTick[on] = world.tick;
  for (const effect of contact.effects) {
    applyEffect(world, effect, by, on);
    if (world.events)
      world.events.push({
        type: 'contact',
        tick: world.tick,
        by: nameOf(world, by),
        on: nameOf(world, on),
        effect: effect.effect,
      });
  }
}

function nameOf(world: World, body: number): string {
  return body === PLAYER ? world.level.program.player.id : world.level.program.pieces[body].id;
}

function applyEffect(world: World, effect: EffectProgram, by: number, on: number): void {
  const { player } = world;
  switch (effect.effect) {
    case 'defeat':
      defeat(world, by, on);
      return;
    case 'harm':
      harm(world, effect.health, by, on);
      return;
    case 'push':
      push(world, effect.step, effect.ticks, by, on);
      return;
    case 'stun':
      if (on === PLAYER) player.stunLeft = Math.max(player.stunLeft, effect.ticks);
      else world.stunLeft[on] = Math.max(world.stunLeft[on], effect.ticks);
      return;
    case 'safe':
      if (on === PLAYER) player.safeLeft = Math.max(player.safeLeft, effect.ticks);
      else world.safeLeft[on] = Math.max(world.safeLeft[on], effect.ticks);
      return;
    case 'speed':
      quicken(world, effect.factor, effect.ticks, on);
      return;
    case 'collect':
      if (on !== PLAYER) collect(world, on);
      return;
    case 'deliver':
      player.delivered += player.carried;
      player.carried = world.carriedCount = 0;
      return;
    case 'fill':
      if (on !== PLAYER) fill(world, on);
      return;
    case 'teleport':
      teleport(world, effect.x, effect.y, on);
      return;
    case 'open':
      open(world, effect);
      return;
    case 'score':
      player.score += effect.points;
      return;
    case 'refill':
      if (effect.what === 'ammunition') {
        if (player.ammunition >= 0) player.ammunition += effect.amount;
      } else if (on === PLAYER)
        player.health = Math.min(world.level.program.player.health, player.health + effect.amount);
      return;
    default:
      assertNever(effect);
  }
}

/** Takes a piece up, unless the player has its hands full. */
function collect(world: World, piece: number): void {
  const { player } = world;
  const { kindIndex } = world.level.program.pieces[piece];
  if (player.carried >= world.level.program.rules.carryMost) return;
  world.collected[kindIndex]++;
  player.carried++;
  if (world.carriedCount < world.carriedPieces.length) world.carriedPieces[world.carriedCount++] = piece;
  world.retire(piece, 'collected');
}

/** Puts the thing that was taken up last into a piece that has none yet. */
function fill(world: World, piece: number): void {
  const { player } = world;
  if (player.carried === 0 || world.isFilled[piece] === 1) return;
  world.isFilled[piece] = 1;
  world.filled[world.level.program.pieces[piece].kindIndex]++;
  player.carried--;
  player.delivered++;
  if (world.carriedCount > 0) world.carriedCount--;
  world.events?.push({ type: 'filled', tick: world.tick, piece: world.level.program.pieces[piece].id });
}

/** Lays what the player carries back to where each thing was at the start of the run. */
export function layBack(world: World): void {
  for (let index = 0; index < world.carriedCount; index++) {
    const piece = world.carriedPieces[index];
    const { x, y, facing, kindIndex } = world.level.program.pieces[piece];
    world.collected[kindIndex]--;
    world.collectedInAll[kindIndex]--;
    world.bringIn(piece, x, y, facing, 0, 0);
  }
  world.carriedCount = world.player.carried = 0;
}

function defeat(world: World, by: number, on: number): void {
  if (on === PLAYER) {
    if (world.player.safeLeft === 0) world.endedBy = by;
  } else if (world.safeLeft[on] === 0) world.retire(on, 'defeated');
}

function harm(world: World, amount: number, by: number, on: number): void {
  if (on === PLAYER) {
    if (world.player.safeLeft > 0) return;
    world.player.health -= amount;
    if (world.player.health <= 0) world.endedBy = by;
    return;
  }
  if (world.safeLeft[on] > 0) return;
  world.health[on] -= amount;
  if (world.health[on] <= 0) world.retire(on, 'defeated');
}

/** Away from the one that pushes; straight ahead of it when both stand on the same place. */
function push(world: World, step: number, ticks: number, by: number, on: number): void {
  const { player } = world;
  const [fromX, fromY] = by === PLAYER ? [player.x, player.y] : [world.x[by], world.y[by]];
  const [toX, toY] = on === PLAYER ? [player.x, player.y] : [world.x[on], world.y[on]];
  let dx = toX - fromX;
  let dy = toY - fromY;
  let length = Math.sqrt(dx * dx + dy * dy);
  if (length === 0)
    [dx, dy, length] = by === PLAYER ? [player.facingX, player.facingY, 1] : [world.facingX[by], world.facingY[by], 1];
  const [pushX, pushY] = [(dx / length) * step, (dy / length) * step];
  if (on === PLAYER) {
    player.pushX = pushX;
    player.pushY = pushY;
    player.pushLeft = ticks;
  } else {
    world.pushX[on] = pushX;
    world.pushY[on] = pushY;
    world.pushLeft[on] = ticks;
  }
}

export function quicken(world: World, factor: number, ticks: number, on: number): void {
  if (on === PLAYER) {
    world.player.speedFactor = factor;
    world.player.speedLeft = ticks;
  } else {
    world.speedFactor[on] = factor;
    world.speedLeft[on] = ticks;
  }
}

function teleport(world: World, x: number, y: number, on: number): void {
  if (on === PLAYER) {
    const { player } = world;
    player.x = player.beforeX = x;
    player.y = player.beforeY = y;
    player.goalX = player.goalY = -1;
    player.velocityX = player.velocityY = 0;
    player.rider = -1;
  } else {
    world.x[on] = world.beforeX[on] = x;
    world.y[on] = world.beforeY[on] = y;
    world.steerGoalCell[on] = -1;
    world.isSteerOpen[on] = 0;
    world.freeTicks[on] = 0;
  }
}

function open(world: World, effect: Extract<EffectProgram, { effect: 'open' }>): void {
  if (effect.needs >= 0) {
    if (world.collected[effect.needs] === 0) return;
    world.collected[effect.needs]--;
  }
  for (const cell of effect.cells)
    if (world.ground.typeOfCell[cell] === effect.ground) world.changeGround(cell, effect.becomes);
}

/** Counts down everything that lasts only for a time. */
export function countDown(world: World): void {
  const { player } = world;
  if (player.stunLeft > 0) player.stunLeft--;
  if (player.safeLeft > 0) player.safeLeft--;
  if (player.pushLeft > 0) player.pushLeft--;
  if (player.cooldown > 0) player.cooldown--;
  if (player.speedLeft > 0 && --player.speedLeft === 0) player.speedFactor = 1;
  if (!world.level.countsDown) return;
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    if (world.stunLeft[piece] > 0) world.stunLeft[piece]--;
    if (world.safeLeft[piece] > 0) world.safeLeft[piece]--;
    if (world.pushLeft[piece] > 0) world.pushLeft[piece]--;
    if (world.speedLeft[piece] > 0 && --world.speedLeft[piece] === 0) world.speedFactor[piece] = 1;
  }
}
