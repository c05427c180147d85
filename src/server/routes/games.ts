import { checkGame, hasErrors, LIMITS, readGame, readGameValue, writeGame, type GameDocument } from '@/core/index';
import {
  saveRequest,
  revisionHash,
  type GameListReply,
  type GameReply,
  type ImportReply,
  type RemoveReply,
  type SaveReply,
} from '../contracts/games';
import {
  bringBackGame,
  findGame,
  findRevision,
  importGame,
  listGames,
  listRemovedGames,
  removeGame,
  saveGame,
  type StoredGame,
  type UnreadableGame,
} from '../database/games';
import { goneAt } from '../database/history';
import { KEEPER, type Visitor } from '../people/visitors';
import { answer, notFound, replyToSave, RequestFault, unreadable, unusable } from '../http/faults';
import { MOST_SAVE_BYTES, readBody, readGameId, readJson } from '../http/requests';
import { tellSaved } from './together';

/** So many reasons are told why a game cannot be read. */
const MOST_REASONS = 5;

/** When something was removed, and when it goes for good. */
export function sayRemoved(removedAt: Date): { removedAt: string; goneAt: string } {
  return { removedAt: removedAt.toISOString(), goneAt: goneAt(removedAt).toISOString() };
}

/** The shelf as somebody may see it. */
export function getGames({ gameId }: Pick<Visitor, 'gameId'> = KEEPER): Promise<Response> {
  return answer(async (): Promise<GameListReply> => {
    const isOpen = ({ id }: { id: string }) => gameId === null || id === gameId;
    const [shelf, allRemoved] = await Promise.all([listGames(), listRemovedGames()]);
    const [games, unreadable] = [shelf.games.filter(isOpen), shelf.unreadable.filter(isOpen)];
    const removed = allRemoved.filter(isOpen);
    return {
      removed: removed.map(({ id, name, removedAt }) => ({ id, name, ...sayRemoved(removedAt) })),
      unreadable: unreadable.map(({ id, name, revision, savedAt, faults }) => ({
        id,
        name,
        revision,
        savedAt: savedAt.toISOString(),
        reasons: faults.slice(0, MOST_REASONS).map(({ message, hint }) => ({ message, hint })),
      })),
      games: games.map(({ id, name, revision, savedAt, document }) => ({
        id,
        name,
        revision,
        savedAt: savedAt.toISOString(),
        document,
      })),
    };
  });
}

/** Takes the text of a game file. Only a game without errors gets on the shelf. */
export function postGame(request: Request, visitor: Visitor = KEEPER): Promise<Response> {
  return answer(async (): Promise<ImportReply> => {
    const read = readGame(await readBody(request, LIMITS.fileBytes));
    if (!read.ok) throw unusable(read.faults);
    const errors = checkGame(read.value).filter((fault) => fault.severity === 'error');
    if (hasErrors(errors)) throw unusable(errors);
    const { id } = read.value;
    requireOpen(id, visitor);
    const imported = await importGame(read.value);
    tellSaved(id, imported.revision, new Date(), visitor);
    return { id, ...imported };
  });
}

/** A link that opens one game brings no other one. */
function requireOpen(id: string, { gameId }: Visitor): void {
  if (gameId === null || gameId === id) return;
  throw new RequestFault(403, {
    code: 'other-game',
    message: `Your link opens the game \`${gameId}\` only.`,
    hint: 'Nothing was changed. Ask who gave it to you for one that opens all.',
  });
}

async function requireStored(id: string): Promise<StoredGame | UnreadableGame> {
  return (
    (await findGame(readGameId(id))) ??
    Promise.reject(notFound(`game \`${id}\``, 'See the shelf for the games that there are.'))
  );
}

async function requireGame(id: string): Promise<StoredGame> {
  const game = await requireStored(id);
  if ('document' in game) return game;
  throw unreadable(game.faults);
}

export function getGame(id: string): Promise<Response> {
  return answer(async (): Promise<GameReply> => {
    const { revision, savedAt, document } = await requireGame(id);
    return { revision, savedAt: savedAt.toISOString(), document };
  });
}

/** Saves a draft. Its shape must be sound; levels and scripts may have errors, so that nothing is lost while drafting. */
export function putGame(id: string, request: Request, visitor: Visitor = KEEPER): Promise<Response> {
  return answer(async (): Promise<SaveReply> => {
    const { baseRevision, document: value } = await readJson(request, saveRequest, MOST_SAVE_BYTES);
    const read = readGameValue(value);
    if (!read.ok) throw unusable(read.faults);
    if (read.value.id !== readGameId(id)) {
      throw new RequestFault(400, {
        code: 'wrong-game',
        message: `The document is the game \`${read.value.id}\`, not \`${id}\`.`,
        hint: 'Nothing was changed.',
      });
    }
    const outcome = await saveGame(read.value, baseRevision);
    if (outcome.type === 'saved') tellSaved(id, outcome.revision, outcome.savedAt, visitor);
    return replyToSave(id, outcome);
  });
}

export function exportGame(id: string): Promise<Response> {
  return answer(async () => {
    const game = await requireStored(id);
    // What cannot be read is given out as it was stored, so that nothing of it is lost.
    return new Response('document' in game ? writeGame(game.document) : game.text, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${game.id}.gorge.json"`,
      },
    });
  });
}

/** Takes a game off the shelf; it can be brought back for thirty days. */
export function deleteGame(id: string): Promise<Response> {
  return answer(async (): Promise<RemoveReply> => {
    if (!(await removeGame(readGameId(id), new Date())))
      throw notFound(`game \`${id}\``, 'It may have been removed already.');
    return { removed: id };
  });
}

/** Puts a game that was removed back on the shelf. */
export function postBringBack(id: string): Promise<Response> {
  return answer(async () => {
    if (!(await bringBackGame(readGameId(id))))
      throw notFound(`removed game \`${id}\``, 'It may be back already, or gone for good.');
    return { broughtBack: id };
  });
}

export function getRevision(id: string, hash: string): Promise<Response> {
  return answer(async (): Promise<{ document: GameDocument }> => {
    const document = await findRevision(readGameId(id), revisionHash.parse(hash));
    if (!document) throw notFound('such revision', 'Revisions are named by their 64 hexadecimal digits.');
    return { document };
  });
}
