import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { healthShape } from '@/server/contracts/health';
import { routeOf, serverMetrics } from '@/server/metrics';
import { getHealth, getMetrics } from '@/server/routes/health';
import { TestDataFolder } from './support/dataFolder';

let folder: TestDataFolder;

beforeAll(async () => {
  folder = await TestDataFolder.fresh('health');
});
afterAll(() => folder.close());

describe('the server seen from outside', () => {
  test('tells its versions, its disk, what waits and who works', async () => {
    const reply = await getHealth();
    const health = healthShape.parse(await reply.json());
    expect([reply.status, health.queue, health.workers.busy]).toEqual([200, { waitingChunks: 0, leasedChunks: 0 }, 0]);
    expect(health.disk.freeBytes).toBeGreaterThan(0);
    expect(health.disk.freeBytes).toBeLessThan(health.disk.bytes);
  });

  test('is counted as Prometheus reads it: answers by route, and how things stand', async () => {
    serverMetrics().note({ method: 'GET', path: '/api/games/kiln-yard/batches/7', status: 200, seconds: 0.02 });
    const reply = await getMetrics();
    expect(reply.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/);
    const lines = (await reply.text()).split('\n');
    const route = 'method="GET",route="/api/games/:game/batches/:batch",status="200"';
    expect(lines).toContain(`gorge_http_request_duration_seconds_bucket{le="0.025",${route}} 1`);
    expect(lines).toContain('gorge_chunks_waiting 0');
    expect(lines.some((line) => /^gorge_disk_free_bytes \d/.test(line))).toBe(true);
    // Every line is a comment, empty, or a name with its labels and a number.
    const wrong = lines.filter((line) => !/^(#.*|[a-z_0-9]+(\{[^}]*\})? (NaN|[-+]?[\d.e+-]+))?$/i.test(line));
    expect(wrong).toEqual([]);
  });

  test('says that the database is away while it is, and is well again afterwards', async () => {
    await folder.stop();
    const away = await getHealth();
    expect([away.status, ((await away.json()) as { code: string }).code]).toEqual([503, 'database-away']);
    expect((await getMetrics()).status).toBe(503);
    await folder.start();
    expect((await getHealth()).status).toBe(200);
  });
});

test.each([
  ['/', 200, '/'],
  ['/games/kiln-yard/levels/drying-hall/tune', 200, '/games/:game/levels/:level/tune'],
  ['/api/games/x/batches/3/runs/9', 200, '/api/games/:game/batches/:batch/runs/:run'],
  ['/_next/static/chunks/1.js', 200, '/_next'],
  ['/wp-admin/../etc', 404, 'other'],
])('the route of %s with %d is %s, whatever is named in it', (path, status, route) => {
  expect(routeOf(path, status)).toBe(route);
});
