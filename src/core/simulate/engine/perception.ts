import { isLineClear } from '../../arena/sight';
import { widenSight } from '../../compile/sight';
import { cosDegrees } from '../../foundation/exactMath';
import type { World } from './world';

/** Range and arc prepared for the tick. */
export interface SightLimits {
  rangeSquare: number;
  /** Cosine of half the arc; −2 for a full circle, which every direction passes. */
  arcCosine: number;
}

export function prepareSight(range: number, arc: number): SightLimits {
  return { rangeSquare: range * range, arcCosine: arc >= 360 ? -2 : cosDegrees(arc / 2) };
}

/** What each brain needs for looking: where it begins to see and where it ceases to. */
export interface Eyes {
  enter: SightLimits;
  leave: SightLimits;
}

export function prepareEyes(range: number, arc: number): Eyes {
  const wide = widenSight({ range, arc });
  return { enter: prepareSight(range, arc), leave: prepareSight(wide.range, wide.arc) };
}

/** Whether the player is within limits of range and arc, walls aside. */
export function isWithin(world: World, piece: number, limits: SightLimits): boolean {
  const square = world.playerSquare[piece];
  if (square > limits.rangeSquare) return false;
  if (limits.arcCosine <= -1) return true;
  const ahead =
    (world.player.x - world.x[piece]) * world.facingX[piece] + (world.player.y - world.y[piece]) * world.facingY[piece];
  return ahead >= limits.arcCosine * Math.sqrt(square);
}

/** Looks for many pieces with the same eyes. */
export function lookAll(world: World, pieces: Int16Array, eyes: Eyes): void {
  const { alive, follows, sights, isLineOpen, playerSquare, x, y } = world;
  const { x: playerX, y: playerY } = world.player;
  const reach = eyes.enter.rangeSquare;
  for (let index = 0; index < pieces.length; index++) {
    const piece = pieces[index];
    if (alive[piece] === 0 || follows[piece] === 1) continue;
    const dx = playerX - x[piece];
    const dy = playerY - y[piece];
    const square = dx * dx + dy * dy;
    // Told first, as it is so for most pieces in most ticks: too far off, and it was so before.
    if (square > reach && sights[piece] === 0) {
      playerSquare[piece] = square;
      isLineOpen[piece] = 0;
    } else look(world, piece, eyes);
  }
}

/** Looks once for a piece. The ray is cast only when range and arc allow sight at all. */
export function look(world: World, piece: number, eyes: Eyes): void {
  const { sights, isLineOpen } = world;
  const { x: playerX, y: playerY } = world.player;
  const x = world.x[piece];
  const y = world.y[piece];
  const dx = playerX - x;
  const dy = playerY - y;
  const square = dx * dx + dy * dy;
  world.playerSquare[piece] = square;
  const sawBefore = sights[piece] === 1;
  const limits = sawBefore ? eyes.leave : eyes.enter;
  const isOpen = isWithin(world, piece, limits) && isLineClear(world.ground.grid, x, y, playerX, playerY);
  isLineOpen[piece] = isOpen ? 1 : 0;
  sights[piece] = isOpen ? 1 : 0;
  if (isOpen) {
    world.lastSeenTick[piece] = world.tick;
    world.lastSeenX[piece] = playerX;
    world.lastSeenY[piece] = playerY;
  }
  if (isOpen !== sawBefore && world.events) {
    world.events.push({
      type: isOpen ? 'sight' : 'sight lost',
      tick: world.tick,
      piece: world.logName(piece),
    });
  }
}
