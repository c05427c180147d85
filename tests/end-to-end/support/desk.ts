import { expect, type Locator, type Page, type TestInfo } from '@playwright/test';
import { hallOnly } from '../../support/kilnYard';

export interface Numbers {
  rate: number;
  low: number;
  high: number;
  fingerprint: string;
}

/** The demo game with its plain hall as JSON, with an id of its own, so that tests do not disturb each other. */
export function demoGame(id: string): Record<string, unknown> & {
  levels: { map: string[]; pieces: { at: number[] }[]; marks: unknown[]; brief?: unknown; checks?: unknown }[];
  scripts: { lines: string[] }[];
  cast: Record<string, unknown>[];
} {
  return { ...hallOnly(), id, name: `Yard ${id}` } as never;
}

/** The player starts near the door, and a reading takes a fifth of the time: for tests that do not ask what it comes to. */
export function nearTheDoor(game: ReturnType<typeof demoGame>): void {
  game.levels[0].pieces[0].at = [24.5, 8.5];
}

/** Puts a copy of the demo, changed as a test wants it, on the shelf and opens its desk. */
export async function openDesk(
  page: Page,
  info: TestInfo,
  change: (game: ReturnType<typeof demoGame>) => void = () => undefined,
): Promise<string> {
  const id = `t${info.workerIndex}-${info.title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 40)}`;
  const game = demoGame(id);
  change(game);
  const reply = await page.request.post('/api/games', { data: game });
  expect(reply.status()).toBe(200);
  await page.goto(`/games/${id}/levels/drying-hall`);
  await expect(saveSign(page)).toHaveText(/^Saved/);
  return id;
}

/** Lets the Reading run all that its numbers rest on, where it is held. */
export async function letReadingGoOn(page: Page): Promise<void> {
  const goOn = page.getByRole('button', { name: 'Go on', exact: true });
  await expect(page.getByTestId('reading-status')).toBeVisible();
  if (await goOn.isVisible()) await goOn.click();
}

/** Waits until the Reading rests on all its runs and reads it. */
export async function finishedReading(page: Page): Promise<Numbers> {
  await letReadingGoOn(page);
  await expect(page.getByTestId('reading-status')).toHaveText(/^(100|400) runs$/, { timeout: 60_000 });
  const rate = page.getByTestId('clear-rate');
  const [low, high] = ((await page.getByTestId('clear-interval').textContent()) ?? '').match(/\d+/g)!.map(Number);
  return {
    rate: Number.parseInt((await rate.textContent()) ?? '', 10),
    low,
    high,
    fingerprint: (await rate.getAttribute('data-fingerprint')) ?? '',
  };
}

/** A place of the arena, in cells, on the screen, as it is drawn now. */
export async function onScreen(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  // What a tool can do may come a moment later, and takes room from the picture; that moves with the next frame.
  for (const options of await page.getByTestId('tool-options').all()) await expect(options).not.toBeEmpty();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  const arena = page.getByTestId('arena');
  await expect(arena).toHaveAttribute('data-camera', /./);
  const [box, camera] = [(await arena.boundingBox())!, await arena.getAttribute('data-camera')];
  const [left, top, scale] = camera!.split(' ').map(Number);
  return { x: box.x + left + x * scale, y: box.y + top + y * scale };
}

export async function clickCell(page: Page, x: number, y: number): Promise<void> {
  const place = await onScreen(page, x, y);
  await page.mouse.click(place.x, place.y);
}

export async function dragCells(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const start = await onScreen(page, ...from);
  const end = await onScreen(page, ...to);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2, { steps: 3 });
  await page.mouse.move(end.x, end.y, { steps: 3 });
  await page.mouse.up();
}

export function saveSign(page: Page): Locator {
  return page.getByTestId('save-sign');
}

/** The level as the server has it, once everything is saved. */
export async function savedLevel(
  page: Page,
  id: string,
): Promise<{
  map: string[];
  pieces: {
    id: string;
    name: string;
    kind: string;
    at: number[];
    facing: number;
    route?: number[][];
    knobs?: Record<string, number>;
  }[];
  marks: Record<string, unknown>[];
}> {
  // The sign follows an edit with the next frame; only then does it speak of it.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const reply = (await (await page.request.get(`/api/games/${id}`)).json()) as { document: { levels: never[] } };
  return reply.document.levels[0];
}
