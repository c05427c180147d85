import { expect, test } from '@playwright/test';
import { runChunk, STAND_INS, summarise } from '../../src/core/index';
import { dryingHall, hallOnly } from '../support/kilnYard';
import { clickCell, dragCells, finishedReading, nearTheDoor, openDesk, savedLevel, saveSign } from './support/desk';
import { READING_RUNS } from './support/held';

test.describe('the Reading', () => {
  test.use({ storageState: READING_RUNS });

  test('from the shelf to the desk, where the reading comes by itself; more runs make its interval smaller', async ({
    page,
  }) => {
    await page.goto('/');
    await page.locator('a[href="/games/kiln-yard/levels/drying-hall"]').first().click();
    await expect(page).toHaveURL('/games/kiln-yard/levels/drying-hall');
    await expect(page.getByTestId('clear-rate')).toBeVisible();
    const { rate, low, high } = await finishedReading(page);
    expect(rate).toBeGreaterThanOrEqual(35);
    expect(rate).toBeLessThanOrEqual(75);
    expect(low).toBeLessThan(rate);
    expect(high).toBeGreaterThan(rate);
    await page.getByRole('combobox', { name: 'Runs of a reading' }).selectOption('400 runs');
    await expect(page.getByTestId('reading-status')).toHaveText('400 runs', { timeout: 180_000 });
    const more = await finishedReading(page);
    expect(more.high - more.low).toBeLessThan(0.7 * (high - low));
  });

  test('a slower pace raises the clear rate beyond the intervals, and undo brings back the very same number', async ({
    page,
  }, info) => {
    await openDesk(page, info);
    const before = await finishedReading(page);
    await clickCell(page, 10.5, 7.5);
    await expect(page.getByLabel('Card of Hall warden')).toBeVisible();
    const pace = page.getByRole('slider', { name: 'pace' });
    await pace.focus();
    for (let step = 0; step < 15; step++) await pace.press('ArrowLeft');
    await expect(page.getByLabel('Card of Hall warden')).toContainText('1.2 cells/s');
    const slower = await finishedReading(page);
    expect(slower.low).toBeGreaterThan(before.high);
    await expect(page.getByLabel('Reading', { exact: true })).toContainText(/\+\d+\.\d points ± \d+\.\d/);
    for (let step = 0; step < 15; step++) await page.keyboard.press('Control+z');
    await expect(page.getByLabel('Card of Hall warden')).toContainText('2.7 cells/s');
    expect(await finishedReading(page)).toEqual(before);
  });

  test('the reading of the browser is, to the last bit, what the core computes here', async ({ page }, info) => {
    await openDesk(page, info, nearTheDoor);
    const { fingerprint } = await finishedReading(page);
    const game = hallOnly();
    nearTheDoor(game as never);
    const hall = dryingHall(undefined, game);
    expect(summarise(runChunk(hall, STAND_INS[1], 1, 100).rows, hall).hash).toBe(fingerprint);
  });

  test('a wall across the only way is reported, nothing is run, and erasing it brings the reading back', async ({
    page,
  }, info) => {
    const id = await openDesk(page, info, nearTheDoor);
    await finishedReading(page);
    await page.keyboard.press('2');
    await dragCells(page, [26.5, 13.5], [26.5, 16.5]);
    await expect(page.getByLabel('Problems')).toContainText('Apprentice cannot reach Kiln door');
    await expect(page.getByTestId('reading-status')).toHaveText('cannot be run');
    await expect(page.getByRole('button', { name: 'Run 500' })).toBeDisabled();
    expect((await savedLevel(page, id)).map[14].slice(24)).toBe('..#..#');
    await page.keyboard.press('Control+z');
    await expect(page.getByLabel('Problems')).toContainText('None that can be seen without a run');
    await finishedReading(page);
    expect((await savedLevel(page, id)).map[14].slice(24)).toBe('.....#');
  });
});

test('what a level is meant to be is said with sliders, stands in the Reading and on the bars, and in the report', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, nearTheDoor);
  await page.getByRole('button', { name: 'Brief …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Brief of this level' });
  // The demo says something of its hall already.
  await expect(dialog.getByRole('group')).toHaveCount(3);
  await dialog.getByRole('button', { name: 'Add a line' }).click();
  const line = dialog.getByRole('group').last();
  await expect(line).toHaveAccessibleName('casual clears 45 to 60 %');
  const least = line.getByRole('slider', { name: 'At least' });
  await least.focus();
  for (let step = 0; step < 5; step++) await least.press('ArrowLeft');
  await expect(line).toHaveAccessibleName('casual clears 40 to 60 %');
  await line.getByLabel('Who plays').selectOption('expert');
  await page.keyboard.press('Escape');
  await finishedReading(page);
  await expect(page.getByTestId('brief')).toContainText(/expert clears 40 to 60 %: not met: \d+ \(\d+–\d+\) %/);
  await expect(page.getByTitle('Meant: expert clears at least 90 %')).toBeVisible();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const { revision } = (await (await page.request.get(`/api/games/${id}`)).json()) as { revision: string };
  const data = { revision, levelId: 'drying-hall', standInId: 'expert', runs: 30 };
  const reply = await page.request.post(`/api/games/${id}/batches`, { data });
  await page.goto(`/games/${id}/batches/${((await reply.json()) as { id: number }).id}`);
  await expect(page.getByTestId('report-brief').last()).toContainText('expert clears 40 to 60 %');
});

test('no request leaves the server, and the browser has nothing to complain about', async ({ page }, info) => {
  const foreign: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith('http://127.0.0.1:4410/') && !/^(data|blob):/.test(request.url()))
      foreign.push(request.url());
  });
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  page.on('pageerror', (error) => complaints.push(error.message));
  await openDesk(page, info);
  await expect(page.getByTestId('clear-rate')).toBeVisible();
  await clickCell(page, 10.5, 7.5);
  await page.getByRole('button', { name: 'night_watch' }).click();
  await expect(page.getByTestId('script')).toContainText('behavior night_watch');
  expect({ foreign, complaints }).toEqual({ foreign: [], complaints: [] });
});

test('ground is painted in shapes, by pointer and by keys, each stroke one step back', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const before = (await savedLevel(page, id)).map;
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Frame' }).click();
  await dragCells(page, [12.5, 12.5], [14.5, 15.5]);
  expect((await savedLevel(page, id)).map.slice(12, 16).map((row) => row.slice(12, 15))).toEqual([
    '###',
    '#.#',
    '#.#',
    '###',
  ]);
  await page.getByRole('button', { name: 'Flood' }).click();
  await clickCell(page, 13.5, 13.5);
  expect((await savedLevel(page, id)).map.slice(12, 16).map((row) => row.slice(12, 15))).toEqual([
    '###',
    '###',
    '###',
    '###',
  ]);
  await page.getByRole('button', { name: 'Block' }).click();
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  expect((await savedLevel(page, id)).map.slice(5, 7).map((row) => row.slice(14, 16))).toEqual(['##', '##']);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  expect((await savedLevel(page, id)).map).toEqual(before);
});

test('guards are selected, dragged with their routes, copied and removed; each is one step back', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  const before = await savedLevel(page, id);
  await dragCells(page, [10.5, 7.5], [11.5, 6.5]);
  await page.keyboard.press('Control+d');
  const changed = await savedLevel(page, id);
  expect(changed.pieces[1].at).toEqual([11.5, 6.5]);
  expect(changed.pieces[1].route?.[0]).toEqual([11.5, 6.5]);
  expect(changed.pieces).toHaveLength(6);
  expect(changed.pieces[5].name).toBe('Hall warden 2');
  await page.keyboard.press('Delete');
  expect((await savedLevel(page, id)).pieces).toHaveLength(5);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  expect(await savedLevel(page, id)).toEqual(before);
  for (let step = 0; step < 2; step++) await page.keyboard.press('Control+Shift+z');
  expect(await savedLevel(page, id)).toEqual(changed);
});

test('waypoints are dragged, added and removed, by pointer and by keys', async ({ page }, info) => {
  const id = await openDesk(page, info);
  await clickCell(page, 18, 10.2);
  await dragCells(page, [27.3, 10.2], [26, 10.5]);
  expect((await savedLevel(page, id)).pieces[3].route?.[1]).toEqual([26, 10.5]);
  await page.keyboard.press('4');
  await clickCell(page, 21.5, 16.5);
  const added = (await savedLevel(page, id)).pieces[3].route!;
  expect(added).toHaveLength(5);
  expect(added[2]).toEqual([21.5, 16.5]);
  await page.keyboard.press('Delete');
  expect((await savedLevel(page, id)).pieces[3].route).toHaveLength(4);
  await page.keyboard.press('1');
  await page.keyboard.press(']');
  await page.keyboard.press('ArrowDown');
  expect((await savedLevel(page, id)).pieces[3].route?.[0]).toEqual([18, 10.7]);
});

test('a guard can be placed and a wall painted without the pointer', async ({ page }, info) => {
  const id = await openDesk(page, info);
  await page.keyboard.press('3');
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  const placed = await savedLevel(page, id);
  expect(placed.pieces[5]).toMatchObject({ kind: 'warden', at: [15.5, 5.5] });
  await page.keyboard.press('2');
  for (let step = 0; step < 5; step++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  expect((await savedLevel(page, id)).map[4][15]).toBe('#');
  await page.keyboard.press('x');
  expect((await savedLevel(page, id)).map[4][15]).toBe('.');
});

test('the script is edited beside the arena: squiggles at the place, knobs follow, undo takes it back', async ({
  page,
}, info) => {
  await openDesk(page, info, nearTheDoor);
  await finishedReading(page);
  await page.keyboard.press('s');
  const text = page.getByRole('textbox', { name: 'Text of night_watch' });
  await expect(text).toContainText('behavior night_watch');
  await page.getByText('patrol', { exact: false }).first().waitFor();
  await page.locator('.cm-line', { hasText: 'do hold' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type('ing');
  await expect(page.getByLabel('Problems')).toContainText('`holding` is not a motion that is known here.');
  await expect(page.locator('.cm-lintRange-error')).toHaveText('holding');
  await expect(page.getByTestId('reading-status')).toHaveText('cannot be run');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.cm-line', { hasText: 'do hold' })).not.toContainText('holding');
  await expect(page.getByLabel('Problems')).toContainText('None that can be seen');
});

test('the run in the arena is played, stepped and scrubbed', async ({ page }, info) => {
  await openDesk(page, info);
  const moment = page.getByTestId('moment');
  await expect(page.getByTestId('sample-end')).toBeVisible();
  await page.getByRole('button', { name: 'One tick on' }).click();
  await expect(moment).toContainText('tick 1');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(moment).not.toContainText('tick 1', { useInnerText: true });
  await page.getByRole('button', { name: 'Pause' }).click();
  const box = (await page.getByTestId('scrub').boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.25, box.y + box.height / 2);
  const text = (await moment.textContent()) ?? '';
  expect(Number(/tick (\d+)/.exec(text)![1])).toBeGreaterThan(100);
  await page.keyboard.press('Home');
  await expect(moment).toContainText('tick 0');
});

test('another tab that saved first is told, and nothing is lost', async ({ page, context }, info) => {
  // What the other one saves would come in by itself: here it does not come through.
  await page.route('**/together**', (route) => route.abort());
  const id = await openDesk(page, info);
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const other = await context.newPage();
  await other.goto(`/games/${id}/levels/drying-hall`);
  await expect(saveSign(other)).toHaveText(/^Saved/);
  await dragCells(other, [10.5, 7.5], [11.5, 7.5]);
  expect((await savedLevel(other, id)).pieces[1].at).toEqual([11.5, 7.5]);
  await page.bringToFront();
  await dragCells(page, [10.5, 7.5], [12.5, 6.5]);
  await expect(page.getByRole('dialog')).toContainText('This game was changed elsewhere');
  expect((await savedLevel(other, id)).pieces[1].at).toEqual([11.5, 7.5]);
  await page.getByRole('button', { name: 'Save mine over it' }).click();
  const saved = await savedLevel(page, id);
  expect(saved.pieces[1].at).toEqual([12.5, 6.5]);
});
