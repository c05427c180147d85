import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { GorgeServer } from './support/gorgeServer';
import { dragCells, saveSign } from './support/desk';

test('a server killed in the middle of a batch goes on at the next start, with the same result', async ({ page }) => {
  test.setTimeout(480_000);
  const server = GorgeServer.fresh('kill-test', 4420);
  try {
    const address = await server.start();
    const game = (await (await page.request.get(`${address}/api/games/kiln-yard`)).json()) as { revision: string };
    const batchUrl = `${address}/api/games/kiln-yard/batches`;
    const { id } = (await (
      await page.request.post(batchUrl, { data: { revision: game.revision, levelId: 'drying-hall', runs: 200 } })
    ).json()) as { id: number };
    const report = async (base: string) =>
      (await (await page.request.get(`${base}/${id}`)).json()) as {
        batch: { status: string; runsDone: number };
        summary: { hash: string; runs: number };
      };
    await expect
      .poll(async () => (await report(batchUrl)).batch.runsDone, { timeout: 120_000, intervals: [50] })
      .toBeGreaterThan(50);
    server.killAll(true);
    const again = await server.start();
    const urlAgain = `${again}/api/games/kiln-yard/batches`;
    const resumed = await report(urlAgain);
    expect(resumed.batch.runsDone).toBeGreaterThan(0);
    await expect.poll(async () => (await report(urlAgain)).batch.status, { timeout: 180_000 }).toBe('finished');
    const { summary } = await report(urlAgain);
    const args = [
      'bin/gorge',
      'run',
      'examples/kiln-yard.gorge.json',
      '--level',
      'drying-hall',
      '--runs',
      '200',
      '--json',
    ];
    const direct = JSON.parse(spawnSync(process.execPath, args, { encoding: 'utf8' }).stdout) as {
      standins: { hash: string }[];
    };
    expect([summary.runs, summary.hash]).toEqual([200, direct.standins[0].hash]);
    await server.interrupt();
    await expect
      .poll(async () =>
        page.request.get(`${again}/api/health`).then(
          () => 'up',
          () => 'down',
        ),
      )
      .toBe('down');
  } finally {
    server.stopAll();
  }
});

test('a database that ends while drafting is brought back by itself, and everything is saved', async ({
  page,
}, info) => {
  test.setTimeout(480_000);
  const server = GorgeServer.fresh('database-test', 4430);
  try {
    const address = await server.start();
    await page.goto(`${address}/games/kiln-yard/levels/drying-hall`);
    await expect(saveSign(page)).toHaveText(/^Saved/);
    process.kill(server.databasePid(), 'SIGKILL');
    const health = await page.request.get(`${address}/api/health`);
    expect([health.status(), ((await health.json()) as { code: string }).code]).toEqual([503, 'database-away']);
    await dragCells(page, [10.5, 7.5], [11.5, 6.5]);
    await expect(saveSign(page)).toHaveText(/^Saved/, { timeout: 120_000 });
    const reply = (await (await page.request.get(`${address}/api/games/kiln-yard`)).json()) as {
      document: { levels: { pieces: { at: number[] }[] }[] };
    };
    expect(reply.document.levels[0].pieces[1].at).toEqual([11.5, 6.5]);
    expect(info.errors).toEqual([]);
  } finally {
    server.stopAll();
  }
});

/** Whether the user that the database runs as may read what is served; where it may not, root goes on being root. */
function mysqlMayRead(server: GorgeServer): boolean {
  const idOf = (flag: string) => Number(spawnSync('id', [flag, 'mysql'], { encoding: 'utf8' }).stdout);
  const owner = { uid: idOf('-u'), gid: idOf('-g') };
  const files = [process.execPath, `${process.cwd()}/.next/BUILD_ID`, `${server.dataFolder}/database.json`];
  return owner.uid > 0 && files.every((file) => spawnSync('test', ['-r', file], owner).status === 0);
}

test('a server that ends is brought back by itself, under the same address', async ({ page }) => {
  const server = GorgeServer.fresh('watch-test', 4450);
  try {
    const address = await server.start();
    const first = server.serverPid();
    if (process.getuid?.() === 0 && mysqlMayRead(server)) {
      for (const pid of [first, server.databasePid()]) expect(statSync(`/proc/${pid}`).uid).not.toBe(0);
    }
    process.kill(first, 'SIGKILL');
    await expect
      .poll(
        () =>
          page.request.get(`${address}/api/health`).then(
            (reply) => reply.status(),
            () => 0,
          ),
        { timeout: 120_000 },
      )
      .toBe(200);
    expect(server.serverPid()).not.toBe(first);
  } finally {
    server.stopAll();
  }
});

test('two starts at once leave one server, and both say where it is', async () => {
  const one = GorgeServer.fresh('twice-test', 4460);
  const other = new GorgeServer(one.dataFolder, 4460);
  try {
    const addresses = await Promise.all([one.start(), other.start()]);
    expect(addresses[0]).toBe(addresses[1]);
    const said = [one.output, other.output].filter((output) => output.includes('running already'));
    expect(said).toHaveLength(1);
  } finally {
    one.stopAll();
  }
});

test('a server with a token lets in who shows it, keeps a hash of it in a cookie, and slows down who guesses', async ({
  playwright,
}) => {
  const server = GorgeServer.fresh('token-test', 4470, { GORGE_TOKEN: 'kiln and clay', GORGE_HOST: '::1' });
  const client = await playwright.request.newContext();
  try {
    const address = await server.start();
    expect(address).toContain('http://[::1]:');
    const get = (path: string, headers = {}) => client.get(`${address}${path}`, { maxRedirects: 0, headers });
    expect((await get('/api/games')).status()).toBe(401);
    const shown = await get('/?token=kiln%20and%20clay', { 'x-forwarded-proto': 'https' });
    const cookie = shown.headers()['set-cookie'];
    expect(cookie).toMatch(/gorge_token=[0-9a-f]{64};.*Secure.*HttpOnly.*SameSite=strict/i);
    expect(cookie).not.toContain('kiln');
    const plain = await get('/?token=kiln%20and%20clay');
    expect(plain.headers()['set-cookie']).not.toMatch(/Secure/);
    expect((await get('/api/games')).status()).toBe(200);
    const stranger = await playwright.request.newContext();
    // Who looks after the server shows it with each request, and the log has a line of each without any token.
    const metrics = (token: string) =>
      stranger.get(`${address}/api/metrics`, {
        headers: { authorization: `Bearer ${token}`, 'x-request-id': 'looks-after' },
      });
    expect((await metrics('straw and clay')).status()).toBe(401);
    expect(await (await metrics('kiln and clay')).text()).toMatch(
      /gorge_http_request_duration_seconds_count\{method="GET",route="\/api\/games",status="200"\} \d/,
    );
    const log = () => readFileSync(path.join(server.dataFolder, 'server.log'), 'utf8');
    await expect
      .poll(log)
      .toMatch(/"request":"looks-after","method":"GET","path":"\/api\/metrics","status":401,"ms":\d+,"msg":"answered"/);
    expect(log()).not.toContain('clay');
    const guesses: number[] = [];
    for (let guess = 0; guess < 22; guess++)
      guesses.push((await stranger.get(`${address}/api/games?token=${guess}`, { maxRedirects: 0 })).status());
    // One was guessed already.
    expect(guesses).toEqual([...new Array<number>(19).fill(401), 429, 429, 429]);
    // Who is in already is not kept out by that.
    expect((await get('/api/games')).status()).toBe(200);
    await stranger.dispose();
  } finally {
    await client.dispose();
    server.stopAll();
  }
});

test('a second start finds the first one, and a taken port is stepped round', async ({ page }) => {
  const again = new GorgeServer(`${process.cwd()}/.data/end-to-end`, 4410);
  expect(await again.start()).toBe('http://127.0.0.1:4410');
  expect(again.output).toContain('running already');
  const neighbour = GorgeServer.fresh('port-test', 4410);
  try {
    const address = await neighbour.start();
    expect(address).not.toBe('http://127.0.0.1:4410');
    expect(neighbour.output).toContain('Port 4410 is taken');
    expect((await page.request.get(`${address}/api/health`)).status()).toBe(200);
  } finally {
    neighbour.stopAll();
  }
});

test('saved work is there after an ordinary stop and start', async ({ page }) => {
  const server = GorgeServer.fresh('restart-test', 4440);
  try {
    const address = await server.start();
    await page.goto(`${address}/games/kiln-yard/levels/drying-hall`);
    await expect(saveSign(page)).toHaveText(/^Saved/);
    await dragCells(page, [10.5, 7.5], [12.5, 6.5]);
    await expect(saveSign(page)).toHaveText(/^Sav/);
    await expect(saveSign(page)).toHaveText(/^Saved/);
    await server.interrupt();
    const again = await server.start();
    await page.goto(`${again}/games/kiln-yard/levels/drying-hall`);
    await expect(saveSign(page)).toHaveText(/^Saved/);
    const reply = (await (await page.request.get(`${again}/api/games/kiln-yard`)).json()) as {
      document: { levels: { pieces: { at: number[] }[] }[] };
    };
    expect(reply.document.levels[0].pieces[1].at).toEqual([12.5, 6.5]);
  } finally {
    server.stopAll();
  }
});
