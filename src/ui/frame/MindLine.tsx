import { measuredLevelOf, nameOfPiece, type GameDocument, type MindMoment } from '@/core/index';

/** How many of the things that are minded are named. */
const NAMED = 2;

/** What a stand-in has in mind at a moment, in words. */
export function MindLine({
  mind,
  pieces,
  game,
  levelId,
}: {
  mind: MindMoment;
  /** Ids of the pieces of the run. */
  pieces: readonly string[];
  game: GameDocument;
  levelId: string;
}) {
  const level = measuredLevelOf(game, levelId);
  const names = [...new Set(mind.minded.map(({ piece }) => nameOfPiece(pieces[piece], level)))];
  const more = names.length - NAMED;
  return (
    <span data-testid="mind-line" style={{ color: 'var(--ink)' }}>
      wants: <b>{mind.want}</b>
      {names.length > 0 && ` · minds ${names.slice(0, NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}`}
    </span>
  );
}
