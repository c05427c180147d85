import { isLineClear } from '@/core/index';
import type { World } from '@/core/simulate/engine/world';

/**
 * Looking and deciding of the plain night watch, written by hand for itself alone over the arrays of the engine: no tables, no
 * captured numbers, nothing that could be changed without editing this file. What compiled behaviors are measured against.
 */
const ENTER_SQUARE = 36;
const LEAVE_SQUARE = 7.2 * 7.2;
const COS_55 = 0.5735764363510462;
const COS_80 = 0.17364817766693041;
const COS_110 = -0.3420201433256687;
const NOTICE = 12;
const NERVE = 150;
const SEARCH = 240;
const PUZZLED = 72;

export function watchByHand(world: World): void {
  const { pieceCount } = world;
  for (let piece = 0; piece < pieceCount; piece++) if (world.alive[piece] === 1) look(world, piece);
  for (let piece = 0; piece < pieceCount; piece++) if (world.alive[piece] === 1) decide(world, piece);
}

function look(world: World, piece: number): void {
  const dx = world.player.x - world.x[piece];
  const dy = world.player.y - world.y[piece];
  const square = dx * dx + dy * dy;
  world.playerSquare[piece] = square;
  const saw = world.sights[piece] === 1;
  if (square > (saw ? LEAVE_SQUARE : ENTER_SQUARE)) {
    world.isLineOpen[piece] = 0;
    world.sights[piece] = 0;
    return;
  }
  const ahead = dx * world.facingX[piece] + dy * world.facingY[piece];
  const isOpen =
    ahead >= (saw ? COS_110 : COS_80) * Math.sqrt(square) &&
    isLineClear(world.ground.grid, world.x[piece], world.y[piece], world.player.x, world.player.y);
  world.isLineOpen[piece] = world.sights[piece] = isOpen ? 1 : 0;
  if (!isOpen) return;
  world.lastSeenTick[piece] = world.tick;
  world.lastSeenX[piece] = world.player.x;
  world.lastSeenY[piece] = world.player.y;
}

function sees(world: World, piece: number, cosine: number): boolean {
  if (world.isLineOpen[piece] === 0) return false;
  const square = world.playerSquare[piece];
  if (square > ENTER_SQUARE) return false;
  const ahead =
    (world.player.x - world.x[piece]) * world.facingX[piece] + (world.player.y - world.y[piece]) * world.facingY[piece];
  return ahead >= cosine * Math.sqrt(square);
}

function decide(world: World, piece: number): void {
  switch (world.state[piece]) {
    case 0: {
      const slot = piece * world.slotsPerPiece;
      world.heldTicks[slot] = sees(world, piece, COS_55) ? world.heldTicks[slot] + 1 : 0;
      if (world.heldTicks[slot] >= NOTICE) enter(world, piece, 1);
      return;
    }
    case 1:
      if (world.tick - world.lastSeenTick[piece] >= NERVE) enter(world, piece, 2);
      return;
    case 2:
      if (sees(world, piece, COS_55)) enter(world, piece, 1);
      else if (world.hasArrived[piece] === 1 || world.tick - world.stateSince[piece] >= SEARCH) enter(world, piece, 3);
      return;
    default:
      if (sees(world, piece, COS_80)) enter(world, piece, 1);
      else if (world.tick - world.stateSince[piece] >= PUZZLED) enter(world, piece, 0);
  }
}

function enter(world: World, piece: number, state: number): void {
  world.state[piece] = state;
  world.stateSince[piece] = world.tick;
  world.hasArrived[piece] = world.pauseLeft[piece] = 0;
  world.steerGoalCell[piece] = -1;
  world.isSteerOpen[piece] = world.freeTicks[piece] = 0;
  world.heldTicks[piece * world.slotsPerPiece] = 0;
}
