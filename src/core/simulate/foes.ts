import type { LevelProgram } from '../compile/levelProgram';
import { harmOfKinds } from './standins/belief/harms';

/** Indices of all pieces that harm the player where they touch it, shots among them, in their order. */
export function harmersOf(program: LevelProgram): number[] {
  const harms = harmOfKinds(program);
  return [...program.pieces.keys()].filter((index) => harms[program.pieces[index].kindIndex] > 0);
}

/** Indices of all foes: pieces that harm the player where they touch it and are no shots. */
export function foesOf(program: LevelProgram): number[] {
  return harmersOf(program).filter((index) => !program.pieces[index].isShot);
}
