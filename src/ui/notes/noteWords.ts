import { markBox, type GameDocument, type Mark, type Piece } from '@/core/index';
import type { Note, NoteAbout } from '@/server/contracts/notes';
import { addressOfRun } from '../editor/askedRun';
import { readPlace, sayPlaceOfReport } from '../report/reportAddress';

/** What a note is about: "run 17 of casual at 4.2 s". */
export function sayAbout(about: NoteAbout, game?: GameDocument): string {
  switch (about.type) {
    case 'level':
      return 'the level';
    case 'place':
      return sayPlace(about, game);
    case 'number':
      return `${about.number} ${about.value}`;
    case 'run':
      return `run ${about.seed} of ${about.standInId} at ${about.atSeconds.toFixed(1)} s: ${about.says}`;
    case 'report':
      return `batch ${about.batchId}, ${sayPlaceOfReport(readPlace(new URLSearchParams(about.place)))}`;
  }
}

function sayPlace(
  { levelId, at, entry }: Extract<NoteAbout, { type: 'place' }>,
  game: GameDocument | undefined,
): string {
  const level = game?.levels.find(({ id }) => id === levelId);
  const named = [...(level?.pieces ?? []), ...(level?.marks ?? [])].find(({ id }) => id === entry);
  const cells = `${at[0].toFixed(1)}, ${at[1].toFixed(1)} cells`;
  if (named) return named.name;
  return entry === undefined ? `the place at ${cells}` : `${entry}, removed since, at ${cells}`;
}

/** Where a note is about, now: with the piece or mark on which it was written, wherever that has gone. */
export function placeOf(about: NoteAbout, game: GameDocument): readonly [number, number] | undefined {
  if (about.type !== 'place') return undefined;
  const level = game.levels.find(({ id }) => id === about.levelId);
  const entry = [...(level?.pieces ?? []), ...(level?.marks ?? [])].find(({ id }) => id === about.entry);
  return entry ? placeOfEntry(entry) : about.at;
}

/** Where a piece stands, or the middle of a mark; cells. */
export function placeOfEntry(entry: Piece | Mark): [number, number] {
  if ('at' in entry) return [entry.at[0], entry.at[1]];
  const [x, y, width, height] = markBox(entry);
  return [x + width / 2, y + height / 2];
}

/** The page on which what a note is about can be seen. */
export function addressOfNote(gameId: string, about: NoteAbout): string {
  switch (about.type) {
    case 'report':
      return `/games/${gameId}/batches/${about.batchId}?${about.place}`;
    case 'run':
      return addressOfRun(gameId, about.levelId, {
        seed: about.seed,
        standIn: about.standInId,
        seconds: about.atSeconds,
      });
    default:
      return `/games/${gameId}/levels/${about.levelId}?open=notes`;
  }
}

/** Notes of a level, as the desk lists them: those on it, and those on reports and other levels apart. */
export function sortNotes(notes: readonly Note[], levelId: string): { here: Note[]; elsewhere: Note[] } {
  const isHere = ({ about }: Note) => about.type !== 'report' && about.levelId === levelId;
  return { here: notes.filter(isHere), elsewhere: notes.filter((note) => !isHere(note)) };
}

/** "Mara, 1 Dec, 14:05" */
export function sayWritten({ by, writtenAt }: { by: string; writtenAt: string }): string {
  const at = new Date(writtenAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  return by === '' ? at : `${by}, ${at}`;
}
