import { markBox, nameOfPiece, sayPlayedSpread, type GameDocument, type Level } from '@/core/index';
import type { DeskState } from './deskSession';
import type { ReadingState } from './readingController';

type Spoken = Pick<DeskState, 'game' | 'levelId' | 'selection' | 'past' | 'future' | 'cursor' | 'chosenWaypoint'>;

/**
 * What a screen reader says when the desk went from one state to the next: what was done or taken back, what is selected now
 * and where it is, which cell the keys are at. Undefined where nothing of that has changed.
 */
export function sayStep(before: Spoken, now: Spoken): string | undefined {
  const words = [sayChange(before, now), saySelection(before, now), sayCursor(before, now)].filter(Boolean);
  return words.length > 0 ? words.join('. ') : undefined;
}

function sayChange(before: Spoken, now: Spoken): string | undefined {
  const grown = now.past.length - before.past.length;
  const last = now.past.at(-1);
  if (grown === 1 && last && last !== before.past.at(-1)) {
    if (last.isTheirs) return 'Somebody else has changed something';
    return now.future.length < before.future.length ? `Done again: ${last.label}` : last.label;
  }
  return grown === -1 && now.future.length > before.future.length
    ? `Taken back: ${before.past.at(-1)!.label}`
    : undefined;
}

function saySelection(before: Spoken, now: Spoken): string | undefined {
  const [was, is] = [placesOf(before), placesOf(now)];
  if (was === is && before.selection === now.selection && before.chosenWaypoint === now.chosenWaypoint)
    return undefined;
  const { selection, chosenWaypoint } = now;
  if (selection.length === 0) return before.selection.length > 0 ? 'Nothing selected' : undefined;
  if (selection.length > 1) return `${selection.length} selected`;
  const isNew = before.selection !== selection || before.chosenWaypoint !== chosenWaypoint;
  return `${is}${isNew ? ' selected' : ''}${chosenWaypoint ? `, waypoint ${chosenWaypoint.index + 1}` : ''}`;
}

/** The one that is selected, with its place. */
function placesOf({ game, levelId, selection }: Spoken): string | undefined {
  const level = game.levels.find(({ id }) => id === levelId);
  return level && selection.length === 1 ? sayEntry(game, level, selection[0]) : undefined;
}

function sayEntry({ cast }: GameDocument, { pieces, marks }: Level, id: string): string | undefined {
  const piece = pieces.find((candidate) => candidate.id === id);
  if (piece) return `${nameOfPiece(id, { pieces, kinds: cast }) ?? id} at ${sayPlace(piece.at)}`;
  const mark = marks.find((candidate) => candidate.id === id);
  if (!mark) return undefined;
  const [x, y] = markBox(mark);
  return `Mark ${mark.name} at ${sayPlace([x, y])}`;
}

const sayPlace = ([x, y]: readonly [number, number]) => `column ${x}, row ${y}`;

function sayCursor(before: Spoken, { cursor, game, levelId }: Spoken): string | undefined {
  if (!cursor || cursor === before.cursor) return undefined;
  const glyph = game.levels.find(({ id }) => id === levelId)?.map[cursor.row]?.[cursor.column];
  const ground = game.terrain.find((candidate) => candidate.glyph === glyph);
  return `Cell ${cursor.column}, ${cursor.row}: ${ground?.name ?? 'no ground'}`;
}

/** What the Reading says of the chosen stand-in once its numbers rest; undefined as long as they do not. */
export function sayReading({
  isStale,
  isRefining,
  faults,
  summary,
  ladder,
  standIn,
}: ReadingState): string | undefined {
  if (faults.some(({ severity }) => severity === 'error')) return 'This level cannot be run';
  if (isStale || isRefining || !summary) return undefined;
  const rung = ladder.find((candidate) => candidate.standIn === standIn);
  const name = rung?.name ?? standIn;
  const { played, clearRate, runs } = summary;
  const doubt = rung && !rung.trust.isTrusted ? ', not to be trusted here' : '';
  if (played) return `${name} comes to ${sayPlayedSpread(played)}, of ${runs} runs${doubt}`;
  const percent = (share: number) => Math.round(share * 100);
  const { value, low, high } = clearRate;
  return `${name} clears ${percent(value)} %, between ${percent(low)} and ${percent(high)} %, of ${runs} runs${doubt}`;
}
