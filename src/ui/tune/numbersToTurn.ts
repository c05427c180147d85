import { kindsToMeet, listNumbers, type GameDocument, type Level, type NamedNumber } from '@/core/index';

/** Numbers that have a value and can do something in a level: what is of kinds that only other levels have is left out. */
export function numbersToTurn(game: GameDocument, level: Level): NamedNumber[] {
  const here = new Set(kindsToMeet(game, level).map(({ id }) => id));
  const elsewhere = new Set(game.cast.map(({ id }) => id).filter((id) => !here.has(id)));
  return listNumbers(game, level).filter(
    ({ name, value }) =>
      value !== undefined &&
      // Knobs stand in the list as knobs already.
      !name.includes('.knobs.') &&
      !elsewhere.has(name.split('.')[0]),
  );
}
