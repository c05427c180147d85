import type { Page } from '@playwright/test';
import { expect, test } from './support/test';
import { readFileSync } from 'node:fs';
import { generateMap } from '../../src/core/index';
import { drawLineMaze, drawMaze, pngHead } from '../support/pictures';
import {
  clickCell,
  demoGame,
  dragCells,
  finishedReading,
  nearTheDoor,
  openDesk,
  savedLevel,
  saveSign,
} from './support/desk';

const RECIPE = {
  form: 'maze',
  columns: 21,
  rows: 15,
  seed: 9,
  openness: 0.5,
  wallGlyph: '#',
  openGlyph: '.',
  betweenGlyph: '#',
} as const;

async function openPanel(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name, exact: true }).first().click();
}

async function choosePicture(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await page.getByLabel('Picture of a maze').setInputFiles({ name, mimeType: 'image/png', buffer: Buffer.from(bytes) });
}

test('the maze of a level is built from a picture, of blocks or of lines, with its entrance and exit', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await openPanel(page, 'Build');
  const map = generateMap(RECIPE);
  await choosePicture(page, 'maze.png', drawMaze(map, 14, 'png'));
  await expect(page.getByLabel('Build', { exact: true })).toContainText('read as 21 × 15 cells');
  await page.getByRole('button', { name: 'Use this map' }).click();
  const built = await savedLevel(page, id);
  expect(built.map).toEqual(map);
  await choosePicture(page, 'lines.png', drawLineMaze(generateMap({ ...RECIPE, seed: 10 }), 16, 2));
  await expect(page.getByLabel('Build', { exact: true })).toContainText('read as 21 × 15 cells');
  await page.getByRole('button', { name: 'Use this map' }).click();
  expect((await savedLevel(page, id)).map).toEqual(generateMap({ ...RECIPE, seed: 10 }));
  await page.getByTestId('arena').focus();
  await page.keyboard.press('Control+z');
  expect((await savedLevel(page, id)).map).toEqual(map);
});

test('a picture that cannot be used gives a word and changes nothing', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const { map } = await savedLevel(page, id);
  await openPanel(page, 'Build');
  const says = page.getByRole('alert').filter({ hasText: /./ });
  await choosePicture(page, 'huge.png', pngHead(20000, 20000));
  await expect(says).toContainText('20000 × 20000 pixels');
  await choosePicture(page, 'story.png', new TextEncoder().encode('Once upon a time'));
  await expect(says).toContainText('neither a PNG nor a JPEG');
  const whole = drawMaze(generateMap(RECIPE), 12, 'png');
  await choosePicture(page, 'cut.png', whole.slice(0, whole.length / 2));
  await expect(says).toContainText('cut off or damaged');
  await expect(page.getByRole('button', { name: 'Use this map' })).toHaveCount(0);
  expect((await savedLevel(page, id)).map).toEqual(map);
});

test('the maze of a level is built from text once every sign means something and all rows are equally long', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await openPanel(page, 'Build');
  await page.getByText('From text').click();
  const text = page.getByLabel('Text of a maze');
  await text.fill('XXXXXXX\nX     X\nX XXXX\nX     X\nXXXXXXX');
  const use = page.getByRole('button', { name: 'Use this map' });
  await expect(page.getByRole('alert').first()).toContainText('Row 3 has 6 cells');
  await expect(use).toBeDisabled();
  await text.fill('XXXXXXX\nX     X\nX XXX X\nX     X\nXXXXXXX');
  await expect(page.getByRole('alert').first()).toContainText('stands for no ground');
  await page.getByLabel('Meaning of X').selectOption({ label: 'brick wall' });
  await page.getByLabel('Meaning of  ', { exact: true }).selectOption({ label: 'clay floor' });
  await use.click();
  expect((await savedLevel(page, id)).map).toEqual(['#######', '#.....#', '#.###.#', '#.....#', '#######']);
});

test('a wing is mirrored with its guards, copied as a stamp, and taken back step by step', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const before = await savedLevel(page, id);
  await page.keyboard.press('5');
  await dragCells(page, [9.5, 1.5], [19.5, 8.5]);
  await page.getByRole('button', { name: 'Mirror ↔' }).click();
  const mirrored = await savedLevel(page, id);
  const [was, is] = [before, mirrored].map((level) => level.pieces.find((piece) => piece.id === 'warden-1')!);
  expect(is.at).toEqual([29 - was.at[0], was.at[1]]);
  expect(is.route).toEqual(was.route!.map(([x, y]) => [29 - x, y]));
  expect(mirrored.map[3].slice(9, 20)).toBe([...before.map[3].slice(9, 20)].reverse().join(''));
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await clickCell(page, 14.5, 13.5);
  const stamped = await savedLevel(page, id);
  expect(stamped.pieces).toHaveLength(mirrored.pieces.length + 1);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect(await savedLevel(page, id)).toEqual(before);
});

test('a kind is varied: it takes what is not overridden, says so, and returns', async ({ page }, info) => {
  const id = await openDesk(page, info);
  await openPanel(page, 'Cast');
  await page.getByRole('option', { name: 'Warden', exact: true }).click();
  await page.getByRole('button', { name: 'Vary Warden' }).click();
  const cast = page.getByLabel('Cast', { exact: true });
  await expect(cast).toContainText('varies Warden');
  await page.getByLabel('Radius', { exact: true }).fill('0.6');
  await page.getByLabel('Radius', { exact: true }).press('Enter');
  await page.getByLabel('Hit shape', { exact: true }).selectOption('box');
  await expect(page.getByRole('button', { name: 'Return radius to that of Warden' })).toBeVisible();
  const kinds = async () => {
    await savedLevel(page, id);
    const reply = (await (await page.request.get(`/api/games/${id}`)).json()) as {
      document: { cast: Record<string, unknown>[] };
    };
    return reply.document.cast;
  };
  expect((await kinds()).find((kind) => kind.id === 'other-warden')).toMatchObject({
    varies: 'warden',
    radius: 0.6,
    hit: { form: 'box' },
  });
  await page.getByRole('button', { name: 'Return radius to that of Warden' }).click();
  expect((await kinds()).find((kind) => kind.id === 'other-warden')).not.toHaveProperty('radius');
  await page.keyboard.press('Escape');
  await page.getByTestId('arena').focus();
  await page.keyboard.press('3');
  await page.getByLabel('Another kind to place').selectOption({ label: 'Other Warden' });
  await expect(page.getByRole('button', { name: 'Other Warden', exact: true }).last()).toBeVisible();
  await clickCell(page, 25.5, 1.5);
  expect((await savedLevel(page, id)).pieces.some((piece) => piece.kind === 'other-warden')).toBe(true);
});

test('what is said of a kind leads to it, and kinds that only cues bring stand among the contacts', async ({
  page,
}, info) => {
  await openDesk(page, info, (game) => {
    game.cast.push({ id: 'bobbin', name: 'Bobbin', tags: ['bobbin'], radius: 0.4, tint: '#b26a2c' });
    const level = game.levels[0] as unknown as { marks: unknown[]; cues: string[] };
    level.marks.push({ id: 'in', name: 'In', point: [24.5, 10.5] });
    level.cues = ['spawner bobbins {', '  at in', '  every 4 s', '  pick bobbin', '  limit 3 in all', '}'];
  });
  const problem = page.locator('.problem', { hasText: 'Bobbin does nothing to anybody' });
  await problem.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('option', { name: 'Bobbin' })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('button', { name: 'Contacts', exact: true }).click();
  await page
    .getByRole('button', { name: /^Bobbin on .*: nothing said yet$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Nothing, on purpose' }).click();
  await expect(problem).toBeHidden();
});

test('contacts: a kind that does nothing is lit, and what is said changes the reading', async ({ page }, info) => {
  await openDesk(page, info, nearTheDoor);
  const before = await finishedReading(page);
  await openPanel(page, 'Cast');
  await page.getByRole('option', { name: 'Warden', exact: true }).click();
  await page.getByRole('combobox', { name: 'Tags' }).press('Backspace');
  await expect(page.getByLabel('Problems')).toContainText('does nothing to anybody');
  await openPanel(page, 'Contacts');
  const cell = page.getByRole('button', { name: 'Warden on Apprentice: nothing said yet', exact: true });
  await expect(cell).toHaveAttribute('data-state', 'blank');
  await cell.click();
  await page.getByLabel('Add an effect').selectOption('defeat');
  await expect(page.getByRole('button', { name: 'Warden on Apprentice: defeat', exact: true })).toBeVisible();
  await expect(page.getByLabel('Problems')).toContainText('None that can be seen');
  const after = await finishedReading(page);
  expect(Math.abs(after.rate - before.rate)).toBeLessThan(15);
});

test('a level is played by hand to the exit, kept, watched again, and tried with overrides that never reach the document', async ({
  page,
}, info) => {
  const id = `hand-${info.workerIndex}`;
  const game = demoGame(id);
  const [level] = game.levels;
  level.map = ['############', '#..........#', '#..........#', '############'];
  level.pieces = [{ ...level.pieces[0], at: [1.5, 1.5] }];
  level.marks = [{ id: 'kiln-door', name: 'Kiln door', area: [9, 1, 2, 2] }];
  expect((await page.request.post('/api/games', { data: game })).status()).toBe(200);
  await page.goto(`/games/${id}/levels/drying-hall`);
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.getByTestId('arena').focus();
  await page.keyboard.press('t');
  await expect(page.getByRole('group', { name: 'Try' })).toBeVisible();
  await page.keyboard.down('ArrowRight');
  await expect(page.getByTestId('try-note')).toContainText('Cleared in', { timeout: 90_000 });
  await page.keyboard.up('ArrowRight');
  const cleared = Number(/[\d.]+/.exec((await page.getByTestId('try-note').textContent()) ?? '')![0]);
  // 7.5 cells at 3.4 cells/s, and a moment until the key is down.
  expect(cleared).toBeGreaterThan(2.2);
  await page.getByRole('button', { name: 'Keep' }).click();
  const shelf = page.getByRole('group', { name: 'Tries' });
  await expect(shelf).toContainText(`Try 1: cleared at ${cleared.toFixed(2)} s`);
  await shelf.getByRole('button', { name: 'Watch' }).click();
  await expect(page.getByTestId('sample-end')).toContainText('cleared');
  await expect(page.getByText('The level has changed since')).toHaveCount(0);

  const place = await page.getByTestId('arena').boundingBox();
  await page.mouse.move(place!.x + place!.width * 0.7, place!.y + place!.height / 2);
  await page.keyboard.press('Shift+T');
  await page.keyboard.press('Escape');
  await expect(shelf).toContainText('player at');
  expect((await savedLevel(page, id)).pieces[0].at).toEqual([1.5, 1.5]);
  await shelf.getByRole('button', { name: /^Remove override/ }).click();
  await expect(shelf).not.toContainText('player at');
});

test('where movers stand at a moment is shown without a run', async ({ page }) => {
  await page.goto('/games/kiln-yard/levels/cart-crossing');
  const slider = page.getByRole('slider', { name: 'Moment of the preview' });
  await slider.focus();
  for (let step = 0; step < 12; step++) await slider.press('ArrowRight');
  await expect(page.getByTestId('preview-moment')).toHaveText('1.2 s');
});

test('a document goes through save, export and import to the byte', async ({ page }) => {
  const text = readFileSync('examples/kiln-yard.gorge.json', 'utf8');
  const first = await page.request.get('/api/games/kiln-yard/export');
  expect(await first.text()).toBe(text);
  const copy = { ...(JSON.parse(text) as object), id: 'kiln-copy' };
  expect((await page.request.post('/api/games', { data: copy })).status()).toBe(200);
  const second = await (await page.request.get('/api/games/kiln-copy/export')).text();
  expect(second).toBe(text.replace('"id": "kiln-yard"', '"id": "kiln-copy"'));
});

test('what stands open has an address: back, forward and reload keep the place', async ({ page }, info) => {
  await openDesk(page, info);
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await expect(page).toHaveURL(/drying-hall\?open=ground$/);
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await expect(page).toHaveURL(/\?open=bench%3Anight_watch$/);
  await expect(page.getByTestId('diagram')).toBeVisible();
  await page.getByRole('button', { name: 'Tune', exact: true }).click();
  await expect(page).toHaveURL(/drying-hall\/tune$/);
  await page.goBack();
  await expect(page.getByTestId('diagram')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('listbox', { name: 'Types of ground' })).toBeVisible();
  await page.goForward();
  await expect(page.getByTestId('diagram')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('diagram')).toBeVisible();
  await expect(page).toHaveURL(/\?open=bench%3Anight_watch$/);
});
