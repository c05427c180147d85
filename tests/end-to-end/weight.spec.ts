import { gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';

/** The most that a page may fetch before it can be used, thousands of bytes of script, packed. */
const MOST_KILOBYTES = { shelf: 220, desk: 450, report: 400 } as const;

test('pages fetch no more script than they may before they can be used', async ({ request }) => {
  const { revision } = (await (await request.get('/api/games/kiln-yard')).json()) as { revision: string };
  const order = { revision, levelId: 'drying-hall', runs: 1 };
  const { id } = (await (await request.post('/api/games/kiln-yard/batches', { data: order })).json()) as { id: number };
  const addresses = {
    shelf: '/',
    desk: '/games/kiln-yard/levels/drying-hall',
    report: `/games/kiln-yard/batches/${id}`,
  };
  const sizes = new Map<string, number>();
  const sizeOf = async (script: string): Promise<number> => {
    const known = sizes.get(script);
    if (known !== undefined) return known;
    const size = gzipSync(await (await request.get(script)).body()).length;
    sizes.set(script, size);
    return size;
  };
  for (const [page, address] of Object.entries(addresses)) {
    const text = await (await request.get(address)).text();
    // Browsers of today leave out what is meant for those that know no modules.
    const tags = [...text.matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag).filter((tag) => !/nomodule/i.test(tag));
    const scripts = new Set(tags.flatMap((tag) => /src="([^"]+\.js[^"]*)"/.exec(tag)?.[1] ?? []));
    expect(scripts.size).toBeGreaterThan(3);
    let bytes = 0;
    for (const script of scripts) bytes += await sizeOf(script);
    expect(bytes / 1000, `${page}: ${Math.round(bytes / 1000)} kB`).toBeLessThanOrEqual(
      MOST_KILOBYTES[page as keyof typeof MOST_KILOBYTES],
    );
  }
});
