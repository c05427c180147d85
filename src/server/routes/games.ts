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
import { answer, notFound, replyToSave, RequestFault, unreadable, unusable } from '../http/faults';
import { MOST_SAVE_BYTES, readBody, readGameId, readJson, requireSameOrigin } from '../http/requests';

/** So many reasons are told why a game cannot be read. */
const MOST_REASONS = 5;

/** When something was removed, and when it goes for good. */
export function sayRemoved(removedAt: Date): { removedAt: string; goneAt: string } {
  return { removedAt: removedAt.toISOString(), goneAt: goneAt(removedAt).toISOString() };
}

export function getGames(): Promise<Response> {
  return answer(async (): Promise<GameListReply> => {
    const [{ games, unreadable }, removed] = await Promise.all([listGames(), listRemovedGames()]);
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
export function postGame(request: Request): Promise<Response> {
  return answer(async (): Promise<ImportReply> => {
    requireSameOrigin(request);
    const read = readGame(await readBody(request, LIMITS.fileBytes));
    if (!read.ok) throw unusable(read.faults);
    const errors = checkGame(read.value).filter((fault) => fault.severity === 'error');
    if (hasErrors(errors)) throw unusable(errors);
    return { id: read.value.id, ...(await importGame(read.value)) };
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
export function putGame(id: string, request: Request): Promise<Response> {
  return answer(async (): Promise<SaveReply> => {
    requireSameOrigin(request);
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
    return replyToSave(id, await saveGame(read.value, baseRevision));
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
export function deleteGame(id: string, request: Request): Promise<Response> {
  return answer(async (): Promise<RemoveReply> => {
    requireSameOrigin(request);
    if (!(await removeGame(readGameId(id), new Date())))
      throw notFound(`game \`${id}\``, 'It may have been removed already.');
    return { removed: id };
  });
}

/** Puts a game that was removed back on the shelf. */
export function postBringBack(id: string, request: Request): Promise<Response> {
  return answer(async () => {
    requireSameOrigin(request);
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
