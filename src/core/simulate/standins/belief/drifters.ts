import type { LevelProgram } from '../../../compile/levelProgram';
import { factsOfMotion } from '../../../language/vocabulary';

/** Whether a piece only ever goes on as it goes, whatever the ground, as everybody sees of carts, rafts that drift by, and shots. */
export function isDrifter({ pieces, brains }: LevelProgram, piece: number): boolean {
  const { brain, isShot } = pieces[piece];
  if (isShot) return true;
  return brain >= 0 && brains[brain].states.every(({ motion }) => factsOfMotion(motion.operation).isPlain);
}
