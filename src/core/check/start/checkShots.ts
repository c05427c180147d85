import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import type { Subject } from '../subject';

/** Bodies that reach lower than this below the foot of whoever throws them touch the floor, cells. */
const TOUCHES_CELLS = 1e-6;

/**
 * What a player throws along the floor, seen from the side, and what reaches lower than its own feet: every edge of the ground
 * stops it, where it looks as if it flew over it.
 */
export function checkShots({ game, program }: Subject): Diagnostic[] {
  const { player, kinds, pieces, isSideView } = program;
  const { gun } = player;
  const fliesLevel = gun !== undefined && gun.blowTicks === 0 && !gun.aimsAtPoint && gun.aimY === 0;
  if (!isSideView || !fliesLevel || gun.shotCount === 0) return [];
  const shot = kinds[pieces[gun.firstShot].kindIndex];
  const below = shot.stand.south - player.stand.south;
  if (below <= TOUCHES_CELLS) return [];
  const index = game.cast.findIndex(({ id }) => id === shot.id);
  return [
    warningAt(
      { path: ['cast', index, 'radius'] },
      'shot-grazes-floor',
      `${shot.name} reaches ${below.toFixed(2)} cells lower than the feet of ${player.name}: thrown along the floor, it is spent at the first edge.`,
      'Make it smaller than whoever throws it.',
    ),
  ];
}
