import { connect } from 'node:net';
import { expect, test, type APIResponse } from '@playwright/test';
import { demoGame } from './support/desk';

interface FaultBody {
  code: string;
  message: string;
  hint: string;
  where?: string;
  diagnostics?: { code: string; where: string }[];
}

async function faultOf(reply: APIResponse): Promise<FaultBody> {
  const body = (await reply.json()) as FaultBody;
  expect(body.message, 'a fault says what is wrong').toBeTruthy();
  expect(body.hint, 'a fault says what to do').toBeTruthy();
  expect(JSON.stringify(body)).not.toContain('node_modules');
  return body;
}

type Demo = ReturnType<typeof demoGame>;

const BAD_GAMES: [string, (game: Demo) => void, string][] = [
  ['an unknown version', (game) => void Object.assign(game, { version: 7 }), 'version-too-new'],
  ['a wall row too short', (game) => void (game.levels[0].map[4] = '#..#'), 'map-ragged'],
  ['a guard in a wall', (game) => void (game.levels[0].pieces[1].at = [3.5, 3.5]), 'piece-in-wall'],
  ['no player', (game) => void game.levels[0].pieces.shift(), 'no-player'],
  ['no exit', (game) => void (game.levels[0].marks = []), 'no-exit'],
  [
    'a waypoint outside',
    (game) => void Object.assign(game.levels[0].pieces[1], { route: [[99, 2]] }),
    'waypoint-outside',
  ],
  ['a knob out of range', (game) => void (game.cast[1].knobs = { pace: 70 }), 'knob-out-of-range'],
];

for (const [what, spoil, code] of BAD_GAMES) {
  test(`${what} is refused by the server with place and hint, and does not come on the shelf`, async ({ request }) => {
    const game = demoGame('bad-game');
    spoil(game);
    const reply = await request.post('/api/games', { data: game });
    expect(reply.status()).toBe(422);
    const fault = await faultOf(reply);
    expect(fault.code).toBe(code);
    expect(fault.where).toBeTruthy();
    expect((await request.get('/api/games/bad-game')).status()).toBe(404);
  });
}

test('a script with five errors brings five diagnostics with line and column', async ({ request }) => {
  const game = demoGame('bad-script');
  game.scripts[0].lines = [
    'behavior night_watch {',
    '  knob pace = 9 cells/s in 1..3',
    '  start state a { do patrul }',
    '  state b { do hold go d after 1 s }',
    '  state c { do chase ghost }',
    '  state a { do patrol route at 2 s }',
    '}',
  ];
  const fault = await faultOf(await request.post('/api/games', { data: game }));
  const codes = fault.diagnostics!.map((diagnostic) => diagnostic.code);
  expect(codes).toEqual(
    expect.arrayContaining([
      'knob-default-outside',
      'unknown-motion',
      'unknown-state',
      'unknown-target',
      'state-twice',
      'wrong-unit',
    ]),
  );
  for (const diagnostic of fault.diagnostics!) expect(diagnostic.where).toMatch(/script line \d+, column \d+/);
});

test('broken JSON, an upload of 50 MB and foreign requests are refused in their own words', async ({ request }) => {
  const headers = { 'content-type': 'application/json' };
  const broken = await request.post('/api/games', { headers, data: Buffer.from('{"format": "gorge",, }') });
  expect([broken.status(), (await faultOf(broken)).code]).toEqual([422, 'json-broken']);
  const huge = await request.post('/api/games', { headers, data: Buffer.alloc(50 * 1024 * 1024, 'x') });
  expect([huge.status(), (await faultOf(huge)).code]).toEqual([413, 'too-large']);
  const foreign = await request.post('/api/games', {
    headers: { ...headers, origin: 'http://elsewhere.example' },
    data: '{}',
  });
  expect([foreign.status(), (await faultOf(foreign)).code]).toEqual([403, 'foreign-origin']);
  const foreignHost = await request.get('/api/games', { headers: { host: 'elsewhere.example' } });
  expect(foreignHost.status()).toBe(403);
});

test('numbers that are none, things that do not exist and stale revisions get the right status', async ({
  request,
}) => {
  const game = (await (await request.get('/api/games/kiln-yard')).json()) as { revision: string; document: unknown };
  const batches = '/api/games/kiln-yard/batches';
  const start = { revision: game.revision, levelId: 'drying-hall', runs: 10 };
  const replies: [string, APIResponse, number][] = [
    ['seed', await request.post(batches, { data: { ...start, firstSeed: 'abc' } }), 400],
    ['too many runs', await request.post(batches, { data: { ...start, runs: 10_000_000 } }), 400],
    ['unknown field', await request.post(batches, { data: { ...start, speed: 2 } }), 400],
    ['level', await request.post(batches, { data: { ...start, levelId: 'nowhere' } }), 422],
    ['stand-in', await request.post(batches, { data: { ...start, standInId: 'wizard' } }), 400],
    ['revision', await request.post(batches, { data: { ...start, revision: '0'.repeat(64) } }), 404],
    ['game', await request.get('/api/games/no-such-game'), 404],
    ['game id', await request.get('/api/games/..%2Fetc'), 400],
    ['batch', await request.get(`${batches}/999999`), 404],
    ['batch number', await request.get(`${batches}/one`), 400],
    ['page', await request.get(`${batches}/999999/runs?page=zero`), 404],
    [
      'clash',
      await request.put('/api/games/kiln-yard', {
        data: { baseRevision: '0'.repeat(64), document: { ...(game.document as object), name: 'Other' } },
      }),
      409,
    ],
    [
      'shape',
      await request.put('/api/games/kiln-yard', {
        data: { baseRevision: game.revision, document: { format: 'gorge', version: 1 } },
      }),
      422,
    ],
  ];
  for (const [what, reply, status] of replies) {
    expect([what, reply.status()]).toEqual([what, status]);
    await faultOf(reply);
  }
  const after = (await (await request.get('/api/games/kiln-yard')).json()) as { revision: string };
  expect(after.revision).toBe(game.revision);
});

test('a file that is not a game is refused on the shelf with every place that is wrong', async ({ page }) => {
  await page.goto('/');
  const game = demoGame('bad-file');
  game.levels[0].map[4] = '#..#';
  game.levels[0].pieces[1].at = [3.5, 3.5];
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'bad.gorge.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(game)) });
  const alert = page.getByRole('alert').filter({ hasText: 'not imported' });
  await expect(alert).toContainText('Row 5 of the map of drying-hall has 4 cells, but the first row has 30.');
  await expect(alert).toContainText('levels[0].map[4]');
});

test('an address that leads nowhere says so and shows the way', async ({ page }) => {
  await page.goto('/games/no-such-game');
  await expect(page.getByRole('alert').filter({ hasText: 'There is no game' })).toBeVisible();
  await page.goto('/games/kiln-yard/levels/no-such-level');
  await expect(page.getByText('There is no level "no-such-level" in this game')).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing at this address')).toBeVisible();
});

/** Sends bytes as they are, since clients refuse to send what is no request; gives the first line of the answer. */
function sendRaw(text: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(4410, '127.0.0.1', () => socket.write(text));
    socket.once('data', (data) => {
      resolve(data.toString().split('\r\n')[0]);
      socket.destroy();
    });
    socket.once('error', reject);
  });
}

const HEAD = 'host: 127.0.0.1\r\nconnection: close';

for (const [what, request, status] of [
  ['a malformed address', `GET /api/games/%ZZ HTTP/1.1\r\n${HEAD}\r\n\r\n`, 400],
  ['an address that is no text', `GET /games/%E0%A4%A HTTP/1.1\r\n${HEAD}\r\n\r\n`, 400],
  ['TRACE', `TRACE / HTTP/1.1\r\n${HEAD}\r\n\r\n`, 405],
  ['CONNECT', `CONNECT somewhere:443 HTTP/1.1\r\nhost: somewhere:443\r\n\r\n`, 405],
  ['no request at all', 'what is this\r\n\r\n', 400],
  [
    'an upload of a hundred gigabytes',
    `POST /api/games HTTP/1.1\r\n${HEAD}\r\ncontent-length: 99999999999\r\n\r\n`,
    413,
  ],
  [
    'brackets in brackets',
    `POST /api/games HTTP/1.1\r\n${HEAD}\r\ncontent-length: 4000\r\n\r\n${'['.repeat(4000)}`,
    422,
  ],
] as const) {
  test(`${what} is answered with ${status}`, async () => {
    expect(await sendRaw(request)).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
  });
}

test('every reply names its request, as the asker did or anew', async ({ request }) => {
  const named = await request.get('/api/health', { headers: { 'x-request-id': 'kiln-4711' } });
  expect(named.headers()['x-request-id']).toBe('kiln-4711');
  const other = await request.get('/api/health', { headers: { 'x-request-id': '<script>' } });
  expect(other.headers()['x-request-id']).toMatch(/^[0-9a-f]{12}$/);
});
