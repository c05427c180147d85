import { readdirSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { writeGame, type GameDocument } from '@/core/index';
import type { GameListReply, GameReply } from '@/server/contracts/games';
import type { DeedsReply, LinksReply, MadeLinkReply, MeReply } from '@/server/contracts/people';
import type { Role } from '@/server/contracts/roles';
import { dropOldDeeds } from '@/server/database/deeds';
import { company } from '@/server/people/company';
import { linkBook } from '@/server/people/linkBook';
import { compiledFileOf } from '../runner/compiled.mjs';
import { hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { failing, reply } from './support/requests';

const API = path.resolve(import.meta.dirname, '../../src/app/api');
const HERE = 'http://127.0.0.1/api';

type Route = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;
type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** Every file of routes as the web server finds them, with the parts of its address that are asked for. */
const FILES = readdirSync(API, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('route.ts'))
  .map((file) => file.replace(/\/route\.ts$/, ''))
  .sort();
/** Where nobody is known yet. */
const BEFORE_THE_DOOR = ['join', 'leave'];

async function routesOf(file: string): Promise<Partial<Record<Method, Route>>> {
  const found: Record<string, unknown> = (await import(compiledFileOf(`${API}/${file}/route.ts`))) as Record<
    string,
    unknown
  >;
  const methods: Method[] = ['GET', 'POST', 'PUT', 'DELETE'];
  return Object.fromEntries(methods.flatMap((method) => (found[method] ? [[method, found[method]]] : [])));
}

interface Asked {
  cookie?: string;
  body?: unknown;
  params?: Record<string, string>;
  query?: string;
  headers?: Record<string, string>;
}

async function call(method: Method, file: string, { cookie, body, params = {}, query = '', headers }: Asked = {}) {
  const route = (await routesOf(file))[method]!;
  const request = new Request(`${HERE}/${file}${query}`, {
    method,
    headers: { host: '127.0.0.1', ...(cookie ? { cookie } : {}), ...headers },
    ...(method === 'GET' ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body ?? {}) }),
  });
  // As the web server does it: an address that asks for nothing has no parts.
  const parts = file.includes('[') ? params : undefined;
  return route(request, { params: Promise.resolve(parts as Record<string, string>) });
}

let folder: TestDataFolder;
const game: GameDocument = { ...hallOnly(), id: 'shared-yard' };
const other: GameDocument = { ...hallOnly(), id: 'other-yard' };

beforeAll(async () => {
  folder = await TestDataFolder.fresh('people');
  await linkBook().load();
  for (const one of [game, other]) await reply(call('POST', 'games', { body: writeGame(one) }));
});
afterAll(() => folder.close());

/** A link, and the cookie of who came in by it. */
async function link(role: Exclude<Role, 'keep'>, gameId: string | null = null, name = 'Mara') {
  const made = await reply<MadeLinkReply>(
    call('POST', 'people/links', { body: { label: `to ${role}`, role, gameId } }),
  );
  const joined = await call('POST', 'join', { body: { secret: made.secret, name } });
  const cookie = joined.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  return { ...made, cookie };
}

const deeds = () => reply<DeedsReply>(call('GET', 'people/deeds'));
/** Deeds are written in their own time. */
async function deedsOnce(isThere: (all: DeedsReply['deeds']) => boolean): Promise<DeedsReply['deeds']> {
  for (let look = 0; look < 200; look++) {
    const { deeds: all } = await deeds();
    if (isThere(all)) return all;
  }
  throw new Error(`not written down: ${JSON.stringify((await deeds()).deeds.slice(0, 5))}`);
}

const PARAMS = { game: 'shared-yard', batch: '1', save: '1', revision: 'f'.repeat(64), note: '1', link: '1' };

describe('every route', () => {
  test('is found, and has a door before it', async () => {
    expect(FILES.length).toBeGreaterThan(25);
    for (const file of FILES.filter((own) => !BEFORE_THE_DOOR.includes(own))) {
      for (const method of Object.keys(await routesOf(file)) as Method[]) {
        const { status, fault } = await failing(
          call(method, file, { cookie: 'gorge_link=never-given', params: PARAMS }),
        );
        expect([file, method, status, fault.code]).toEqual([file, method, 401, 'link-gone']);
      }
    }
  });

  test('that changes anything is closed to who may only look, and takes nothing from another site', async () => {
    const { cookie } = await link('look');
    const open = ['games/[game]/together POST', 'numbers POST', 'people/me PUT'];
    for (const file of FILES.filter((own) => !BEFORE_THE_DOOR.includes(own))) {
      for (const method of (Object.keys(await routesOf(file)) as Method[]).filter((own) => own !== 'GET')) {
        const foreign = { origin: 'http://elsewhere.example' };
        const { fault } = await failing(call(method, file, { cookie, params: PARAMS, headers: foreign }));
        expect([file, method, fault.code]).toEqual([file, method, 'foreign-origin']);
        if (open.includes(`${file} ${method}`)) continue;
        const refused = await failing(call(method, file, { cookie, params: PARAMS }));
        expect([file, method, refused.status, refused.fault.code]).toEqual([file, method, 403, 'not-allowed']);
      }
    }
  });

  test('of another game is closed to a link that opens one', async () => {
    const { cookie } = await link('run', 'other-yard');
    for (const file of FILES.filter((own) => own.startsWith('games/[game]')))
      for (const method of Object.keys(await routesOf(file)) as Method[]) {
        const { status, fault } = await failing(call(method, file, { cookie, params: PARAMS }));
        expect([file, method, status, fault.code]).toEqual([file, method, 403, 'other-game']);
      }
    const { games } = await reply<GameListReply>(call('GET', 'games', { cookie }));
    expect(games.map(({ id }) => id)).toEqual(['other-yard']);
    expect((await failing(call('POST', 'games', { cookie, body: writeGame(game) }))).fault.code).toBe('other-game');
    const copy = call('POST', 'games/[game]/history/[save]/copy', {
      cookie,
      params: { game: 'other-yard', save: '1' },
    });
    expect((await failing(copy)).fault.code).toBe('other-game');
    expect((await failing(call('GET', 'export', { cookie }))).fault.code).toBe('other-game');
  });
});

describe('links', () => {
  test('let in by their secret, tell who one is, and are out at once when they are withdrawn', async () => {
    const { cookie, link: made, secret } = await link('edit', 'shared-yard');
    expect(secret).toMatch(/^[\w-]{32}$/);
    expect(await reply<MeReply>(call('GET', 'people/me', { cookie }))).toEqual({
      name: 'Mara',
      role: 'edit',
      link: { id: made.id, label: 'to edit' },
      gameId: 'shared-yard',
    });
    let sentAway = 0;
    const visitor = { name: 'Mara', role: 'edit', link: { id: made.id, label: '' }, gameId: null } as const;
    const leave = company().enter('shared-yard', 'tab-of-mara', visitor, {
      tell: () => undefined,
      sendAway: () => sentAway++,
    });
    const { links } = await reply<LinksReply>(
      call('DELETE', 'people/links/[link]', { params: { link: String(made.id) } }),
    );
    expect(links.find(({ id }) => id === made.id)?.withdrawnAt).not.toBeNull();
    expect(JSON.stringify(links)).not.toContain(secret);
    leave();
    expect(sentAway).toBe(1);
    expect((await failing(call('GET', 'people/me', { cookie }))).fault.code).toBe('link-gone');
    const again = call('POST', 'join', { body: { secret, name: 'Mara' } });
    expect((await failing(again)).fault.code).toBe('link-unknown');
    const twice = call('DELETE', 'people/links/[link]', { params: { link: String(made.id) } });
    expect((await failing(twice)).status).toBe(404);
    const out = await call('POST', 'leave', { cookie });
    expect(out.headers.getSetCookie().every((line) => line.includes('Max-Age=0'))).toBe(true);
  });

  test('let each role do its own and no more', async () => {
    const save = { body: { baseRevision: 'f'.repeat(64), document: game }, params: { game: 'shared-yard' } };
    const start = { body: {}, params: { game: 'shared-yard' } };
    const note = {
      body: { text: 'Too quick', about: { type: 'level', levelId: 'drying-hall' } },
      params: { game: 'shared-yard' },
    };
    const codes: string[][] = [];
    for (const role of ['look', 'play', 'edit', 'run'] as const) {
      const { cookie } = await link(role);
      const asked = [
        call('POST', 'games/[game]/notes', { ...note, cookie }),
        call('PUT', 'games/[game]', { ...save, cookie }),
        call('POST', 'games/[game]/batches', { ...start, cookie }),
        call('GET', 'people/links', { cookie }),
      ];
      codes.push([role, ...(await Promise.all(asked)).map(({ status }) => String(status))]);
    }
    // What gets past the door is answered for what it is: a save of what is there already, an order that says nothing.
    expect(codes).toEqual([
      ['look', '403', '403', '403', '403'],
      ['play', '200', '403', '403', '403'],
      ['edit', '200', '200', '403', '403'],
      ['run', '200', '200', '400', '403'],
    ]);
  });

  test.each([
    [{ label: '', role: 'play' }, 400],
    [{ label: 'x', role: 'keep' }, 400],
    [{ label: 'x', role: 'play', gameId: 'nowhere' }, 404],
    [{ label: 'x'.repeat(81), role: 'play' }, 400],
  ])('that say nothing sound are not made: %j', async (body, status) => {
    expect((await failing(call('POST', 'people/links', { body }))).status).toBe(status);
  });

  test('cannot be guessed at for long', async () => {
    const codes = new Set<string>();
    for (let guess = 0; guess < 25; guess++)
      codes.add((await failing(call('POST', 'join', { body: { secret: `guess-${guess}`, name: 'x' } }))).fault.code);
    expect([...codes]).toEqual(['link-unknown', 'too-many-guesses']);
  });
});

describe('what was done', () => {
  test('is written down with who did it by which link, and what was refused as well', async () => {
    const { revision } = await reply<GameReply>(call('GET', 'games/[game]', { params: { game: 'shared-yard' } }));
    const keeper = 'gorge_name=Odo';
    await reply(
      call('PUT', 'games/[game]', {
        cookie: keeper,
        params: { game: 'shared-yard' },
        body: { baseRevision: revision, document: { ...game, name: 'Night Yard' } },
      }),
    );
    const [saved] = (await deedsOnce((all) => all.some(({ who, what }) => who === 'Odo' && what === 'saved'))).filter(
      ({ who }) => who === 'Odo',
    );
    expect(saved).toMatchObject({
      ...{ role: 'keep', linkLabel: null, gameId: 'shared-yard', what: 'saved', times: 1, isRefused: false },
    });
    // The same again within ten minutes is counted.
    await reply(
      call('PUT', 'games/[game]', {
        cookie: keeper,
        params: { game: 'shared-yard' },
        body: {
          baseRevision: (await reply<GameReply>(call('GET', 'games/[game]', { params: { game: 'shared-yard' } })))
            .revision,
          document: game,
        },
      }),
    );
    await deedsOnce((all) => all.some(({ id, times }) => id === saved.id && times === 2));
    const all = await deedsOnce((rows) => rows.some(({ isRefused }) => isRefused));
    expect(all.find(({ isRefused }) => isRefused)).toMatchObject({
      who: 'Mara',
      linkLabel: expect.stringMatching(/^to /),
    });
    expect(JSON.stringify(all)).not.toMatch(/[\w-]{32}/);
    expect(await dropOldDeeds(new Date(Date.now() + 399 * 86_400_000))).toBe(0);
    expect(await dropOldDeeds(new Date(Date.now() + 401 * 86_400_000))).toBeGreaterThanOrEqual(all.length);
    expect((await deeds()).deeds).toEqual([]);
  });
});
