import { isLineClear } from '../arena/sight';
import type { LevelProgram } from '../compile/levelProgram';
import { Runner } from '../simulate/run';
import type { World } from '../simulate/engine/world';
import type { StandInTraits } from '../people/traits';
import { buildFloorCells } from './floorCells';

/** How often it is looked which ground is watched, times a second. */
export const WATCH_PER_SECOND = 1;

/** Whether a place lies in the sight of one of some pieces: in range, in the arc, and with nothing opaque in between. */
export function isWatched(world: World, pieces: readonly number[], x: number, y: number): boolean {
  const { brains, brainOfPiece } = world.level;
  for (const piece of pieces) {
    const eyes = brains[brainOfPiece[piece]].eyes;
    if (!eyes || world.alive[piece] === 0) continue;
    const { rangeSquare, arcCosine } = world.sights[piece] === 1 ? eyes.leave : eyes.enter;
    const dx = x - world.x[piece];
    const dy = y - world.y[piece];
    const square = dx * dx + dy * dy;
    if (square > rangeSquare) continue;
    const ahead = dx * world.facingX[piece] + dy * world.facingY[piece];
    if (arcCosine > -1 && ahead < arcCosine * Math.sqrt(square)) continue;
    if (isLineClear(world.ground.grid, world.x[piece], world.y[piece], x, y)) return true;
  }
  return false;
}

/** For every cell of a level the share of one run, 0..1, in which its middle is watched by anybody. */
export function measureWatched(program: LevelProgram, traits: StandInTraits, seed: number): Float32Array {
  const shares = new Float32Array(program.grid.width * program.grid.height);
  const watchers = program.pieces.flatMap((piece, index) => (piece.brain >= 0 ? [index] : []));
  const floor = buildFloorCells(program);
  let moments = 0;
  new Runner(program, { type: 'stand-in', traits }).run(seed, {
    onTick: (world) => {
      if (world.tick % (program.ticksPerSecond / WATCH_PER_SECOND) !== 0) return;
      moments++;
      for (const { x, y } of floor)
        if (isWatched(world, watchers, x, y)) shares[Math.floor(y) * program.grid.width + Math.floor(x)]++;
    },
  });
  return shares.map((count) => count / Math.max(1, moments));
}
