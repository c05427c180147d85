import type { GameDocument } from '../document/gameDocument';
import { errorAt, warningAt, type Diagnostic } from '../foundation/diagnostic';
import { factsOfMotion } from '../language/vocabulary';
import type { BrainProgram, PieceProgram } from './levelProgram';

/** Parts whose behavior would move them by itself: they are fixed to another body. */
export function checkParts(
  game: GameDocument,
  parts: readonly PieceProgram[],
  brains: readonly BrainProgram[],
): Diagnostic[] {
  return parts.flatMap(({ kind, name, brain }) => {
    const state = brains[brain]?.states.find(({ motion }) => !factsOfMotion(motion.operation).stands);
    if (!state) return [];
    return [
      errorAt(
        { path: ['cast', game.cast.findIndex(({ id }) => id === kind), 'behavior'] },
        'part-moves',
        `${name} is fixed to another body, but in the state ${state.name} its behavior moves it.`,
        'Let its states `hold`, `look around` or `turn`, or take it off the other body.',
      ),
    ];
  });
}

/** Kinds that are thrown or fired come without the parts that they have elsewhere. */
export function checkThrownParts(game: GameDocument, shots: readonly PieceProgram[]): Diagnostic[] {
  const thrown = new Set(shots.map(({ kind }) => kind));
  return game.cast.flatMap(({ id, name, parts }, index) =>
    parts && parts.length > 0 && thrown.has(id)
      ? [
          warningAt(
            { path: ['cast', index, 'parts'] },
            'parts-of-shot',
            `${name} is thrown or fired, and flies without its parts.`,
            'Give the parts to a kind that is placed or that a cue brings in.',
          ),
        ]
      : [],
  );
}
