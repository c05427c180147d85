import type { ImportReply, SaveReply } from '../contracts/games';
import { historyQuery, nameSaveRequest, restoreRequest, type HistoryReply } from '../contracts/history';
import { findGameEntry, findRevisionText, importGame, saveGame, setAside } from '../database/games';
import { allGameIds, findSave, nameSave, pageOfHistory } from '../database/history';
import { documentThreads } from '../documents/documentThreads';
import { answer, replyToSave } from '../http/faults';
import { notFound } from '../http/requestFault';
import { MOST_SAVE_BYTES, readBody, readGameId, readJson, readNumber } from '../http/requests';

import { KEEPER, type Visitor } from '../people/visitors';
import { tellSaved } from './together';

export function getHistory(gameId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<HistoryReply> => {
    const id = readGameId(gameId);
    if (!(await findGameEntry(id))) throw notFound(`game \`${id}\``, 'See the shelf for the games that there are.');
    return pageOfHistory(id, historyQuery.parse(Object.fromEntries(new URL(request.url).searchParams)));
  });
}

const noSave = (saveId: string) => notFound(`version ${saveId} of this game`, 'It may have been thinned out.');

/** Gives a version a name; an empty one takes it away. */
export function putSaveName(gameId: string, saveId: string, request: Request): Promise<Response> {
  return answer(async () => {
    const { name } = await readJson(request, nameSaveRequest, 4096);
    if (!(await nameSave(readGameId(gameId), readNumber(saveId), name === '' ? null : name))) throw noSave(saveId);
    return { name: name === '' ? null : name };
  });
}

/** Makes an earlier version what the game is; what it was before stays in the history. */
export function postRestore(
  gameId: string,
  saveId: string,
  request: Request,
  visitor: Visitor = KEEPER,
): Promise<Response> {
  return answer(async (): Promise<SaveReply> => {
    const id = readGameId(gameId);
    const { baseRevision } = await readJson(request, restoreRequest, 4096);
    const save = await findSave(id, readNumber(saveId));
    const text = save && (await findRevisionText(id, save.hash));
    if (text === undefined) throw noSave(saveId);
    const game = { ...(await documentThreads().do('readStored', { text })), id };
    const outcome = await saveGame(game, baseRevision, 'restore');
    if (outcome.type === 'saved') tellSaved(id, outcome.revision, outcome.savedAt, visitor);
    return replyToSave(id, outcome);
  });
}

/** Puts a version on the shelf as a game of its own, whether it has errors or not. */
export function postCopy(gameId: string, saveId: string): Promise<Response> {
  return answer(async (): Promise<ImportReply> => {
    const id = readGameId(gameId);
    const save = await findSave(id, readNumber(saveId));
    const text = save && (await findRevisionText(id, save.hash));
    if (text === undefined) throw noSave(saveId);
    const copy = await documentThreads().do('copy', { text, taken: await allGameIds() });
    return { id: copy.id, ...(await importGame(copy)) };
  });
}

/** Keeps a version beside what the game is: the side of a clash that was not taken. */
export function postAside(gameId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<SaveReply> => {
    const body = await readBody(request, MOST_SAVE_BYTES);
    const kept = await setAside(await documentThreads().do('readAside', { body, gameId: readGameId(gameId) }));
    if (!kept) throw notFound(`game \`${gameId}\``, 'It may have been removed. Export your draft to keep it.');
    return { revision: kept.revision, savedAt: kept.savedAt.toISOString() };
  });
}
