import { layReadyPart, type Diagnostic, type LaidPart, type ReadyPart } from '@/core/index';
import type { DeskSession, DeskState } from './deskSession';

/** What came of laying a part: what was laid, or why it could not be. */
export type LayOutcome = { laid: LaidPart } | { fault: Diagnostic };

/** Where a part is laid, in words and in cells: in the chosen area, beside the chosen piece, or else in the middle of the level. */
export function placeForPart(
  { game, levelId, area, selection }: Pick<DeskState, 'game' | 'levelId' | 'area' | 'selection'>,
  /** Pieces that are selected because they were laid, and not to lay something beside them. */
  justLaid: readonly string[] = [],
): { where: string; at: { x: number; y: number } } {
  const level = game.levels.find(({ id }) => id === levelId)!;
  if (area)
    return {
      where: 'in the chosen area',
      at: { x: area.column + area.columns / 2, y: area.row + area.rows / 2 },
    };
  const chosen = level.pieces.find(({ id }) => id === selection.at(0) && !justLaid.includes(id));
  if (chosen) return { where: `beside ${chosen.name}`, at: { x: chosen.at[0], y: chosen.at[1] } };
  return { where: 'in the middle of the level', at: { x: level.map[0].length / 2, y: level.map.length / 2 } };
}

/** Lays a part down as one step, and selects its pieces. */
export function layPart(session: DeskSession, part: ReadyPart, at: { x: number; y: number }): LayOutcome {
  let outcome: LayOutcome | undefined;
  session.change(`Lay down: ${part.name}`, (draft) => {
    const made = layReadyPart(draft, session.state.levelId, part.id, at);
    outcome = made.ok ? { laid: structuredClone(made.value) } : { fault: made.faults[0] };
  });
  // The change is made at once.
  const known = outcome!;
  if ('laid' in known && known.laid.pieces.length > 0) session.select(known.laid.pieces);
  return known;
}
