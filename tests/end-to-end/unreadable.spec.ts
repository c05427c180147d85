import { expect, test, type APIRequestContext } from '@playwright/test';
import { createConnection, type Connection } from 'mariadb';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { demoGame } from './support/desk';
import { SERVER } from './support/held';

/** Does something to the database behind the back of the server, as another version may have left it. */
async function inDatabase<Value>(work: (connection: Connection) => Promise<Value>): Promise<Value> {
  const settings = path.join(process.cwd(), '.data/end-to-end/database.json');
  const { databasePort, databasePassword } = JSON.parse(readFileSync(settings, 'utf8')) as {
    databasePort: number;
    databasePassword: string;
  };
  const connection = await createConnection({
    host: '127.0.0.1',
    port: databasePort,
    user: 'gorge',
    password: databasePassword,
    database: 'gorge',
  });
  try {
    return await work(connection);
  } finally {
    await connection.end();
  }
}

/** Changes the stored text of a game. */
function spoilStored(id: string, change: (text: string) => string): Promise<string> {
  return inDatabase(async (connection) => {
    const where = 'WHERE game_id = ? AND hash = (SELECT revision FROM games WHERE id = ?)';
    const [row] = await connection.query<{ document: string }[]>(`SELECT document FROM revisions ${where}`, [id, id]);
    const text = change(row.document);
    await connection.query(`UPDATE revisions SET document = ? ${where}`, [text, id, id]);
    return text;
  });
}

async function store(request: APIRequestContext, id: string): Promise<void> {
  expect((await request.post('/api/games', { data: demoGame(id) })).status()).toBe(200);
}

test('a stored game that cannot be read is listed with its reason, and stops no other', async ({ request }) => {
  await store(request, 'newer-game');
  await store(request, 'sound-game');
  const stored = await spoilStored('newer-game', (text) => text.replace(/"version": \d+/, '"version": 99'));
  const list = (await (await request.get('/api/games')).json()) as {
    games: { id: string }[];
    unreadable: { id: string; reasons: { message: string; hint: string }[] }[];
  };
  expect(list.games.map(({ id }) => id)).toContain('sound-game');
  expect(list.games.map(({ id }) => id)).not.toContain('newer-game');
  const [told] = list.unreadable.filter(({ id }) => id === 'newer-game');
  expect(told.reasons[0].message).toContain('format version 99');
  expect(told.reasons[0].hint).toBe('Open it with a newer Gorge.');
  const asked = await request.get('/api/games/newer-game');
  expect([asked.status(), ((await asked.json()) as { code: string }).code]).toEqual([422, 'game-unreadable']);
  expect(await (await request.get('/api/games/newer-game/export')).text()).toBe(stored);
  expect((await request.get('/api/games/sound-game')).status()).toBe(200);
});

test('it is repaired on the shelf, or removed, and its desk says why it does not open', async ({ page, request }) => {
  await store(request, 'broken-game');
  await spoilStored('broken-game', (text) => text.replace('"pixelsPerCell"', '"pixelsForCell"'));
  await page.goto('/games/broken-game/levels/drying-hall');
  await expect(page.getByRole('heading', { name: /What is stored cannot be read/ })).toBeVisible();
  await page.goto('/');
  const broken = page.getByRole('region', { name: 'Yard broken-game cannot be read' });
  await expect(broken).toContainText('pixelsForCell');
  await broken.getByRole('button', { name: 'Repair …' }).click();
  const text = page.getByLabel('What is stored');
  await expect(text).toHaveValue(/pixelsForCell/);
  const save = page.getByRole('button', { name: 'Save what is repaired' });
  const value = await text.inputValue();
  await text.fill(value.replace('"pixelsForCell"', '"pixelsForEach"'));
  await save.click();
  await expect(page.getByRole('dialog')).toContainText('pixelsForEach');
  await text.fill(value.replace('"pixelsForCell"', '"pixelsPerCell"'));
  await save.click();
  await expect(broken).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Yard broken-game' })).toBeVisible();

  await spoilStored('broken-game', () => 'no game at all');
  await page.reload();
  await broken.getByRole('button', { name: 'Remove …' }).click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(broken).toBeHidden();
  expect((await request.get('/api/games/broken-game')).status()).toBe(404);
});

test('a page of another origin can remove nothing', async ({ request }) => {
  await store(request, 'kept-game');
  const reply = await request.delete('/api/games/kept-game', { headers: { origin: 'http://elsewhere.example' } });
  expect(reply.status()).toBe(403);
  const kept = await request.get(`${SERVER}/api/games/kept-game`);
  expect(kept.status()).toBe(200);
});

test('a report of another version keeps its numbers, and says so beside them and beside a replay that differs', async ({
  page,
  request,
}) => {
  await store(request, 'older-runs');
  const { revision } = (await (await request.get('/api/games/older-runs')).json()) as { revision: string };
  const order = { revision, levelId: 'drying-hall', standInId: 'casual', runs: 2 };
  const { id } = (await (await request.post('/api/games/older-runs/batches', { data: order })).json()) as {
    id: number;
  };
  const report = async () =>
    (await (await request.get(`/api/games/older-runs/batches/${id}`)).json()) as {
      batch: { status: string };
      summary: { clearRate: { value: number } };
    };
  await expect.poll(async () => (await report()).batch.status).toBe('finished');
  const { clearRate } = (await report()).summary;
  await inDatabase(async (connection) => {
    await connection.query('UPDATE batches SET engine = 3, stand_ins = 0 WHERE id = ?', [id]);
    await connection.query('UPDATE chunks SET engine = 3, stand_ins = 0 WHERE batch_id = ?', [id]);
    await connection.query("UPDATE runs SET hash = '0000000000000000' WHERE batch_id = ? AND seed = 1", [id]);
  });
  // The level cannot be compiled by any rules any more; what the report needs of it was kept with the batch.
  await spoilStored('older-runs', (text) => text.replace('"pixelsPerCell"', '"pixelsForCell"'));
  await page.goto(`/games/older-runs/batches/${id}`);
  await expect(page.getByRole('note')).toContainText('made by engine 3, stand-ins of that time');
  await expect(page.getByTestId('end-map')).toBeVisible();
  expect((await report()).summary.clearRate).toEqual(clearRate);
  await page.getByRole('button', { name: 'Replay seed 1', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText('cannot be read');
  await spoilStored('older-runs', (text) => text.replace('"pixelsForCell"', '"pixelsPerCell"'));
  // The address names the run, so the page that is loaded again shows it.
  await page.reload();
  await expect(page.getByTestId('replay-differs')).toContainText('This is not the run that the batch counted');
});
