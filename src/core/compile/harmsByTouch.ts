import type { LevelProgram } from './levelProgram';

/** Whether a contact with a kind harms the player. */
export function harmsByTouch({ contacts, player }: Pick<LevelProgram, 'contacts' | 'player'>, kind: number): boolean {
  return contacts.some(
    ({ by, on, effects }) =>
      by === kind && on === player.kindIndex && effects.some(({ effect }) => effect === 'harm' || effect === 'defeat'),
  );
}
