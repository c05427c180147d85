import type { RunFilter, RunSort, StartBatchRequest } from '@/server/contracts/batches';
import type { FindNumbersRequest, KeepNumbersRequest } from '@/server/contracts/numbers';
import type { NewNote } from '@/server/contracts/notes';
import type { NewLink } from '@/server/contracts/people';
import type { PlaceInGame, TogetherEvent } from '@/server/contracts/together';
import { ask, sendJson } from './api';

const game = (gameId: string) => `/api/games/${encodeURIComponent(gameId)}`;
const batch = (gameId: string, batchId: string | number) => `${game(gameId)}/batches/${encodeURIComponent(batchId)}`;

const FIND_NUMBERS_MS = 2000;

/** Every request that the screens make. */
export const gorgeApi = {
  machines: () => ask('machinesReply', '/api/machines'),
  games: () => ask('gameListReply', '/api/games'),
  game: (gameId: string) => ask('gameReply', game(gameId)),
  importGame: (text: string) =>
    ask('importReply', '/api/games', { method: 'POST', headers: { 'content-type': 'application/json' }, body: text }),
  removeGame: (gameId: string) => ask('removeReply', game(gameId), { method: 'DELETE' }),
  bringBackGame: (gameId: string) => ask('anyReply', `${game(gameId)}/bring-back`, sendJson('POST', {})),
  history: (gameId: string, before: number | undefined) =>
    ask('historyReply', `${game(gameId)}/history${before === undefined ? '' : `?before=${before}`}`),
  nameSave: (gameId: string, save: number, name: string) =>
    ask('anyReply', `${game(gameId)}/history/${save}`, sendJson('PUT', { name })),
  restoreSave: (gameId: string, save: number, baseRevision: string) =>
    ask('saveReply', `${game(gameId)}/history/${save}/restore`, sendJson('POST', { baseRevision })),
  /** Makes a game of its own of a version. */
  copySave: (gameId: string, save: number) =>
    ask('importReply', `${game(gameId)}/history/${save}/copy`, sendJson('POST', {})),
  /** Keeps a version beside what the game is. */
  setAside: (gameId: string, document: unknown) =>
    ask('saveReply', `${game(gameId)}/aside`, sendJson('POST', { document })),
  /** The stored text of a game, whether it can be read or not. */
  storedText: async (gameId: string) => (await fetch(`${game(gameId)}/export`)).text(),
  save: (gameId: string, baseRevision: string, document: unknown, more: RequestInit = {}) =>
    ask('saveReply', game(gameId), { ...sendJson('PUT', { baseRevision, document }), ...more }),
  revision: async (gameId: string, revision: string) =>
    (await ask('revisionReply', `${game(gameId)}/revisions/${revision}`)).document,
  batches: (gameId: string) => ask('batchListReply', `${game(gameId)}/batches`),
  removeBatch: (gameId: string, batchId: number) => ask('anyReply', batch(gameId, batchId), { method: 'DELETE' }),
  bringBackBatch: (gameId: string, batchId: number) =>
    ask('anyReply', `${batch(gameId, batchId)}/bring-back`, sendJson('POST', {})),
  startBatch: (gameId: string, request: StartBatchRequest) =>
    ask('batchInfo', `${game(gameId)}/batches`, sendJson('POST', request)),
  cancelBatch: (gameId: string, batchId: number) =>
    ask('batchInfo', `${batch(gameId, batchId)}/cancel`, sendJson('POST', {})),
  report: (gameId: string, batchId: string, arm: number, filter: RunFilter = {}) =>
    ask('reportReply', `${batch(gameId, batchId)}?${queryOf({ arm, ...filter })}`),
  compare: (gameId: string, batchId: string, arms: { arm: number; with: number; withArm: number }) =>
    ask('compareReply', `${batch(gameId, batchId)}/compare?${queryOf(arms)}`),
  runs: (
    gameId: string,
    batchId: string,
    page: RunFilter & { arm: number; sort: RunSort; order: 'up' | 'down'; page: number; size: number },
  ) => ask('runPageReply', `${batch(gameId, batchId)}/runs?${queryOf(page)}`),
  /** The kept row of one run; undefined where the batch has none of that seed. */
  run: async (gameId: string, batchId: number, arm: number, seed: number) =>
    (await ask('runPageReply', `${batch(gameId, batchId)}/runs?arm=${arm}&seed=${seed}`)).rows.at(0),
  notes: (gameId: string) => ask('notesReply', `${game(gameId)}/notes`),
  batchNotes: (gameId: string, batchId: number) => ask('notesReply', `${batch(gameId, batchId)}/notes`),
  addNote: (gameId: string, note: NewNote) => ask('notesReply', `${game(gameId)}/notes`, sendJson('POST', note)),
  answerNote: (gameId: string, note: number, text: string) =>
    ask('notesReply', `${game(gameId)}/notes/${note}`, sendJson('POST', { text })),
  tickNote: (gameId: string, note: number, isDone: boolean) =>
    ask('notesReply', `${game(gameId)}/notes/${note}`, sendJson('PUT', { isDone })),
  removeNote: (gameId: string, note: number) =>
    ask('notesReply', `${game(gameId)}/notes/${note}`, { method: 'DELETE' }),
  me: () => ask('meReply', '/api/people/me'),
  nameMe: (name: string) => ask('meReply', '/api/people/me', sendJson('PUT', { name })),
  links: () => ask('linksReply', '/api/people/links'),
  makeLink: (link: NewLink) => ask('madeLinkReply', '/api/people/links', sendJson('POST', link)),
  withdrawLink: (link: number) => ask('linksReply', `/api/people/links/${link}`, { method: 'DELETE' }),
  deeds: (before: number | undefined) => ask('deedsReply', `/api/people/deeds?${queryOf({ before })}`),
  join: (secret: string, name: string) => ask('meReply', '/api/join', sendJson('POST', { secret, name })),
  leave: () => ask('anyReply', '/api/leave', sendJson('POST', {})),
  /** Says where in a game this window is. */
  sayPlace: (gameId: string, tab: string, place: PlaceInGame) =>
    ask('anyReply', `${game(gameId)}/together`, sendJson('POST', { tab, ...place })),
  /** Hears what goes on in a game until the function that is given is called; a connection that breaks is made anew. */
  followGame: (gameId: string, tab: string, hear: (event: TogetherEvent) => void, onOpen: () => void): (() => void) => {
    const source = new EventSource(`${game(gameId)}/together?${queryOf({ tab })}`);
    source.onopen = onOpen;
    source.onmessage = ({ data }: MessageEvent<string>) =>
      void import('./replies').then(({ togetherEvent }) => {
        const read = togetherEvent.safeParse(JSON.parse(data));
        if (read.success) hear(read.data);
      });
    return () => source.close();
  },
  /** Nobody waits long for what can be worked out as well. */
  findNumbers: async (request: FindNumbersRequest) =>
    (
      await ask('findNumbersReply', '/api/numbers', {
        ...sendJson('POST', request),
        signal: AbortSignal.timeout(FIND_NUMBERS_MS),
      })
    ).numbers,
  keepNumbers: (request: KeepNumbersRequest) => ask('anyReply', '/api/numbers', sendJson('PUT', request)),
  eventsUrl: (gameId: string, batchId: string | number) => `${batch(gameId, batchId)}/events`,
  tableUrl: (gameId: string, batchId: string | number) => `${batch(gameId, batchId)}/table`,
  exportUrl: (gameId: string) => `${game(gameId)}/export`,
  exportAllUrl: '/api/export',
};

/** What is set, as the query of an address. */
function queryOf(values: Record<string, string | number | undefined>): string {
  const set = Object.entries(values).flatMap(([key, value]): [string, string][] =>
    value === undefined ? [] : [[key, String(value)]],
  );
  return new URLSearchParams(set).toString();
}
