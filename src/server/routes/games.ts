import { LIMITS } from '@/core/index';
import {
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
  findRevisionText,
  importGame,
  listGames,
  listRemovedGames,
  removeGame,
  saveGame,
  type StoredGame,
  type UnreadableGame,
} from '../database/games';
import { goneAt } from '../database/history';
import type { WrittenGame } from '../documents/writtenGame';
import { documentThreads } from '../documents/documentThreads';
import { KEEPER, type Visitor } from '../people/visitors';
import { answer, replyToSave } from '../http/faults';
import { notFound, RequestFault, unreadable } from '../http/requestFault';
import { MOST_SAVE_BYTES, readBody, readGameId } from '../http/requests';
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
      games: games.map(({ id, name, revision, savedAt }) => ({ id, name, revision, savedAt: savedAt.toISOString() })),
    };
  });
}

/** Takes the text of a game file. Only a game without errors gets on the shelf. */
export function postGame(request: Request, visitor: Visitor = KEEPER): Promise<Response> {
  return answer(async (): Promise<ImportReply> => {
    const text = await readBody(request, LIMITS.fileBytes);
    const game = await documentThreads().do('readFile', { text });
    const { id } = game;
    requireOpen(id, visitor);
    const imported = await importGame(game);
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
  if ('json' in game) return game;
  throw unreadable(game.faults);
}

export function getGame(id: string): Promise<Response> {
  return answer(async () => {
    const { revision, savedAt, json } = await requireGame(id);
    return jsonWithDocument({ revision, savedAt: savedAt.toISOString() } satisfies Omit<GameReply, 'document'>, json);
  });
}

/** What was saved last of a few games: the next save is compared with it without asking the database. */
const lastSaved = new Map<string, WrittenGame>();
const MOST_LAST_SAVED = 32;

function rememberSave(game: WrittenGame): void {
  lastSaved.delete(game.id);
  lastSaved.set(game.id, game);
  for (const [oldest] of lastSaved) if (lastSaved.size > MOST_LAST_SAVED) lastSaved.delete(oldest);
}

/** Saves a draft. Its shape must be sound; levels and scripts may have errors, so that nothing is lost while drafting. */
export function putGame(id: string, request: Request, visitor: Visitor = KEEPER): Promise<Response> {
  return answer(async (): Promise<SaveReply> => {
    const gameId = readGameId(id);
    const body = await readBody(request, MOST_SAVE_BYTES);
    const before = lastSaved.get(gameId);
    const { baseRevision, game, changes } = await documentThreads().do('readSave', {
      ...{ body, gameId },
      before: before?.text,
    });
    const outcome = await saveGame(game, baseRevision, 'edit', before && { from: before.revision, changes });
    if (outcome.type === 'saved') {
      rememberSave(game);
      tellSaved(id, outcome.revision, outcome.savedAt, visitor);
    }
    return replyToSave(id, outcome);
  });
}

export function exportGame(id: string): Promise<Response> {
  return answer(async () => {
    const game = await requireStored(id);
    // What cannot be read is given out as it was stored, so that nothing of it is lost.
    return new Response('json' in game ? game.json : game.text, {
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
  return answer(async () => {
    const text = await findRevisionText(readGameId(id), revisionHash.parse(hash));
    if (text === undefined) throw notFound('such revision', 'Revisions are named by their 64 hexadecimal digits.');
    const look = await documentThreads().look(text);
    if (!look.isReadable) throw unreadable(look.faults);
    // What a hash names never changes.
    return jsonWithDocument({}, look.json ?? text, { 'cache-control': 'private, max-age=31536000, immutable' });
  });
}

/** A reply with a document that lies there as JSON already, and is not read to be written again. */
function jsonWithDocument(rest: object, json: string, headers: Record<string, string> = {}): Response {
  const head = JSON.stringify(rest).slice(0, -1);
  return new Response(`${head}${head === '{' ? '' : ','}"document":${json}}`, {
    headers: { 'content-type': 'application/json', ...headers },
  });
}
