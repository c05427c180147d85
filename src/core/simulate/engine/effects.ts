import { layBlock, liftBlock } from './blocks';
import type { ContactProgram, EffectProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
import type { World } from './world';

/** Stands for the player where the index of a piece is expected. */
export const PLAYER = -1;

/**
 * Lets all effects of a contact happen to a body, in their order; only what takes effect is logged. Safety that comes with
 * harm is given only by harm that is done: a body that is safe already is not made safe anew by being touched.
 */
export function applyContact(world: World, contact: ContactProgram, by: number, on: number): void {
  if (on !== PLAYER) {
    world.part(on);
    world.struckTick[on] = world.tick;
  }
  let harms = false;
  let hasHarmed = false;
  for (let index = 0; index < contact.effects.length; index++) {
    const effect = contact.effects[index];
    const isHarm = effect.effect === 'harm' || effect.effect === 'defeat';
    if (effect.effect === 'safe' && harms && !hasHarmed) continue;
    const hasTaken = applyEffect(world, effect, by, on);
    harms ||= isHarm;
    hasHarmed ||= isHarm && hasTaken;
    if (hasTaken && world.events)
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
  return body === PLAYER ? world.level.program.player.id : world.logName(body);
}

/** Lets one effect happen; false when there was nothing for it to change. */
function applyEffect(world: World, effect: EffectProgram, by: number, on: number): boolean {
  const { player } = world;
  switch (effect.effect) {
    case 'defeat':
      return defeat(world, by, on);
    case 'harm':
      return harm(world, effect.health, by, on);
    case 'push':
      push(world, effect.step, effect.ticks, by, on);
      return true;
    case 'stun':
      if (on === PLAYER) player.stunLeft = Math.max(player.stunLeft, effect.ticks);
      else world.stunLeft[on] = Math.max(world.stunLeft[on], effect.ticks);
      return true;
    case 'safe':
      if (on === PLAYER) player.safeLeft = Math.max(player.safeLeft, effect.ticks);
      else world.safeLeft[on] = Math.max(world.safeLeft[on], effect.ticks);
      return true;
    case 'speed':
      quicken(world, effect.factor, effect.ticks, on);
      return true;
    case 'collect':
      return on !== PLAYER && collect(world, on);
    case 'deliver':
      return deliver(world);
    case 'fill':
      return on !== PLAYER && fill(world, on);
    case 'teleport':
      teleport(world, effect.x, effect.y, on);
      return true;
    case 'open':
      return open(world, effect);
    case 'score':
      player.score += effect.points;
      return true;
    case 'refill':
      return refill(world, effect, on);
    default:
      return assertNever(effect);
  }
}

function deliver(world: World): boolean {
  const { player } = world;
  if (player.carried === 0) return false;
  player.delivered += player.carried;
  player.carried = world.carriedCount = 0;
  return true;
}

function refill(world: World, { what, amount }: Extract<EffectProgram, { effect: 'refill' }>, on: number): boolean {
  const { player } = world;
  if (what === 'ammunition') {
    if (player.ammunition < 0) return false;
    player.ammunition += amount;
    return true;
  }
  if (on !== PLAYER) return false;
  const before = player.health;
  player.health = Math.min(world.level.program.player.health, before + amount);
  return player.health !== before;
}

/** Takes a piece up, unless the player has its hands full. */
function collect(world: World, piece: number): boolean {
  const { player } = world;
  const { kindIndex } = world.level.program.pieces[piece];
  if (player.carried >= world.level.program.rules.carryMost) return false;
  world.collected[kindIndex]++;
  player.carried++;
  if (world.carriedCount < world.carriedPieces.length) world.carriedPieces[world.carriedCount++] = piece;
  world.retire(piece, 'collected');
  return true;
}

/** Puts the thing that was taken up last into a piece that has none yet. */
function fill(world: World, piece: number): boolean {
  const { player } = world;
  if (player.carried === 0 || world.isFilled[piece] === 1) return false;
  world.isFilled[piece] = 1;
  world.filled[world.level.program.pieces[piece].kindIndex]++;
  player.carried--;
  player.delivered++;
  if (world.carriedCount > 0) world.carriedCount--;
  world.events?.push({ type: 'filled', tick: world.tick, piece: world.logName(piece) });
  return true;
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

function defeat(world: World, by: number, on: number): boolean {
  if (on === PLAYER) {
    if (world.player.safeLeft > 0) return false;
    world.endedBy = by;
    return true;
  }
  if (world.safeLeft[on] > 0 || world.alive[on] === 0) return false;
  world.retire(on, 'defeated');
  return true;
}

function harm(world: World, amount: number, by: number, on: number): boolean {
  if (on === PLAYER) {
    if (world.player.safeLeft > 0) return false;
    world.player.health -= amount;
    if (world.player.health <= 0) world.endedBy = by;
    return true;
  }
  if (world.safeLeft[on] > 0 || world.alive[on] === 0) return false;
  world.health[on] -= amount;
  if (world.health[on] <= 0) world.retire(on, 'defeated');
  return true;
}

/** Away from the one that pushes; straight ahead of it when both stand on the same place. */
function push(world: World, step: number, ticks: number, by: number, on: number): void {
  const { player } = world;
  let dx = (on === PLAYER ? player.x : world.x[on]) - (by === PLAYER ? player.x : world.x[by]);
  let dy = (on === PLAYER ? player.y : world.y[on]) - (by === PLAYER ? player.y : world.y[by]);
  let length = Math.sqrt(dx * dx + dy * dy);
  if (length === 0) {
    dx = by === PLAYER ? player.facingX : world.facingX[by];
    dy = by === PLAYER ? player.facingY : world.facingY[by];
    length = 1;
  }
  const pushX = (dx / length) * step;
  const pushY = (dy / length) * step;
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
    player.goalX = player.goalY = player.walkX = player.walkY = -1;
    player.velocityX = player.velocityY = 0;
    player.rider = -1;
  } else {
    const blocks = world.level.blocksOfPiece[on] === 1;
    if (blocks) liftBlock(world, on);
    world.x[on] = world.beforeX[on] = x;
    world.y[on] = world.beforeY[on] = y;
    world.steerGoalCell[on] = -1;
    world.isSteerOpen[on] = 0;
    for (const part of world.level.partsOfPiece[on]) world.settlePart(part);
    world.freeTicks[on] = 0;
    if (blocks) layBlock(world, on);
  }
}

function open(world: World, { cells, ground, becomes, needs }: Extract<EffectProgram, { effect: 'open' }>): boolean {
  if (needs >= 0) {
    if (world.collected[needs] === 0) return false;
    world.collected[needs]--;
  }
  let hasOpened = needs >= 0;
  for (let index = 0; index < cells.length; index++) {
    if (world.ground.typeOfCell[cells[index]] !== ground) continue;
    world.changeGround(cells[index], becomes);
    hasOpened = true;
  }
  return hasOpened;
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
  const { next } = world.own;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) countDownPiece(world, piece);
}

export function countDownPiece(world: World, piece: number): void {
  if (world.stunLeft[piece] > 0) world.stunLeft[piece]--;
  if (world.safeLeft[piece] > 0) world.safeLeft[piece]--;
  if (world.pushLeft[piece] > 0) world.pushLeft[piece]--;
  if (world.speedLeft[piece] > 0 && --world.speedLeft[piece] === 0) world.speedFactor[piece] = 1;
}
