import {
  checkGame,
  copyOfGame,
  hasErrors,
  readGame,
  readGameValue,
  sayChanges,
  writeGame,
  type Diagnostic,
} from '@/core/index';
import { saveRequest } from '../contracts/games';
import { setAsideRequest } from '../contracts/history';
import { RequestFault, unreadable, unusable } from '../http/requestFault';
import { parseJson } from '../http/json';
import { readArms, type AskedArms, type NewArm } from './readArms';
import { writeDown, type WrittenGame } from './writtenGame';

/** What a stored text is: a game, given out as it is or, of an earlier format, as `json`; or nothing that can be read. */
export type Look = { isReadable: true; json: string | undefined } | { isReadable: false; faults: Diagnostic[] };

/** A save as it was sent, and what differs from the text that the game was. */
interface ReadSave {
  baseRevision: string;
  game: WrittenGame;
  changes: string[] | null;
}

/**
 * What is done with whole documents: none of it on the thread that answers requests, since a large one takes long. Plain values
 * in and out; what is wrong is thrown as the fault of a request.
 */
export const documentWork = {
  /** The body of a save. Its shape must be sound; levels and scripts may have errors, so that nothing is lost while drafting. */
  readSave({ body, gameId, before }: { body: string; gameId: string; before: string | undefined }): ReadSave {
    const { baseRevision, document: value } = parseJson(body, saveRequest);
    const read = readGameValue(value);
    if (!read.ok) throw unusable(read.faults);
    if (read.value.id !== gameId)
      throw new RequestFault(400, {
        code: 'wrong-game',
        message: `The document is the game \`${read.value.id}\`, not \`${gameId}\`.`,
        hint: 'Nothing was changed.',
      });
    const game = writeDown(read.value);
    keep(game.text, read);
    return { baseRevision, game, changes: before === undefined ? null : changesBetween(before, game.text) };
  },

  /** The text of a game file. Only a game without errors gets on the shelf. */
  readFile({ text }: { text: string }): WrittenGame {
    const read = readGame(text);
    if (!read.ok) throw unusable(read.faults);
    const errors = checkGame(read.value).filter((fault) => fault.severity === 'error');
    if (hasErrors(errors)) throw unusable(errors);
    return writeDown(read.value);
  },

  /** The body by which a version is kept beside what the game is. */
  readAside({ body, gameId }: { body: string; gameId: string }): WrittenGame {
    const { document: value } = parseJson(body, setAsideRequest);
    const read = readGameValue(value);
    if (!read.ok) throw unusable(read.faults);
    return writeDown({ ...read.value, id: gameId });
  },

  /** A stored version as what a game is again: of an earlier format, as this one writes it. */
  readStored({ text }: { text: string }): WrittenGame {
    const read = readGame(text);
    if (!read.ok) throw unreadable(read.faults);
    return writeDown(read.value);
  },

  /** A stored version as a game of its own beside others. */
  copy({ text, taken }: { text: string; taken: readonly string[] }): WrittenGame {
    const read = readGame(text);
    if (!read.ok) throw unreadable(read.faults);
    return writeDown(
      copyOfGame(
        read.value,
        taken.map((id) => ({ id })),
      ),
    );
  },

  /** What differs between two stored texts in words; null where one cannot be read. */
  tellChanges({ before, after }: { before: string; after: string }): string[] | null {
    return changesBetween(before, after);
  },

  look({ text }: { text: string }): Look {
    const read = parsed(text);
    if (!read.ok) return { isReadable: false, faults: read.faults };
    const written = writeGame(read.value);
    return { isReadable: true, json: written === text ? undefined : written };
  },

  /** The arms of a batch that is asked for, from the texts of the revisions that it names. */
  readArms({ texts, asked, runs }: { texts: Record<string, string>; asked: AskedArms; runs: number }): NewArm[] {
    return readArms(texts, asked, runs);
  },
};

/** So many documents are kept as they were read: what is saved is compared with what was saved a moment ago. */
const KEPT_DOCUMENTS = 8;
const kept = new Map<string, ReturnType<typeof readGame>>();

function parsed(text: string): ReturnType<typeof readGame> {
  const read = kept.get(text) ?? readGame(text);
  keep(text, read);
  return read;
}

function keep(text: string, read: ReturnType<typeof readGame>): void {
  kept.delete(text);
  kept.set(text, read);
  for (const [oldest] of kept) if (kept.size > KEPT_DOCUMENTS) kept.delete(oldest);
}

function changesBetween(before: string, after: string): string[] | null {
  const [old, now] = [parsed(before), parsed(after)];
  return old.ok && now.ok ? sayChanges(old.value, now.value) : null;
}

export type DocumentWork = typeof documentWork;
