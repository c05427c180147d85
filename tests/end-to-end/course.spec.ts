import { expect, test } from './support/test';
import { demoGame, finishedReading, nearTheDoor, onScreen } from './support/desk';

test('a level is built from nothing: added, walled, guarded, read, copied, put first and removed', async ({ page }) => {
  expect((await page.request.post('/api/games', { data: demoGame('course-test') })).status()).toBe(200);
  await page.goto('/games/course-test');
  await page.getByRole('button', { name: 'Add a level' }).click();
  await page.getByLabel('Name').fill('Clay Cellar');
  await page.getByLabel('Width, cells').fill('20');
  await page.getByLabel('Height, cells').fill('12');
  await page.getByRole('button', { name: 'Add and open' }).click();
  await expect(page).toHaveURL('/games/course-test/levels/clay-cellar');
  expect((await finishedReading(page)).rate).toBe(100);

  const place = (x: number, y: number) => onScreen(page, x, y);
  await page.keyboard.press('3');
  const guard = await place(10.5, 6.5);
  await page.mouse.click(guard.x, guard.y);
  await page.keyboard.press('4');
  for (const [x, y] of [
    [17.5, 6.5],
    [17.5, 3.5],
  ]) {
    const waypoint = await place(x, y);
    await page.mouse.click(waypoint.x, waypoint.y);
  }
  expect((await finishedReading(page)).rate).toBeLessThan(100);
  await expect(page.getByLabel('Problems')).toContainText('None that can be seen');

  await page.goto('/games/course-test');
  await page.getByRole('button', { name: 'Copy Clay Cellar' }).click();
  await expect(page.getByRole('article')).toHaveCount(3);
  await page.getByRole('button', { name: 'Move Clay Cellar earlier' }).click();
  await expect(page.getByRole('article').first()).toContainText('Clay Cellar');
  await page.getByRole('button', { name: 'Remove Clay Cellar (copy)' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await expect(page.getByRole('article')).toHaveCount(2);
  // Shown at once, and saved a moment later.
  const saved = async () =>
    (
      (await (await page.request.get('/api/games/course-test')).json()) as {
        document: { levels: { id: string; pieces: { route?: number[][] }[] }[] };
      }
    ).document.levels;
  await expect.poll(async () => (await saved()).map(({ id }) => id)).toEqual(['clay-cellar', 'drying-hall']);
  expect((await saved())[0].pieces[1].route).toEqual([
    [10.5, 6.5],
    [17.5, 6.5],
    [17.5, 3.5],
  ]);
});

test('people are sent along a course: how many come how far, and how hard each level is on the way', async ({
  page,
}) => {
  const game = demoGame('course-people');
  nearTheDoor(game);
  const [hall] = game.levels as unknown as Record<string, unknown>[];
  // Nobody gets through the second in a second.
  game.levels.push({
    ...hall,
    id: 'short',
    name: 'Short Hall',
    rules: { ...(hall.rules as object), timeLimit: 1 },
  } as never);
  expect((await page.request.post('/api/games', { data: game })).status()).toBe(200);
  await page.goto('/games/course-people');
  const part = page.getByRole('region', { name: 'How far people come' });
  await part.getByLabel('Who sets out').selectOption('expert');
  await part.getByRole('button', { name: 'Send 100 people' }).click();
  await expect(part.getByTestId('journey')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  await expect(part.getByTestId('journey')).toContainText('0 % (0–4 %) finish the course');
  const rows = part.getByRole('row');
  await expect(rows).toHaveCount(3);
  const come = await rows.nth(2).getByRole('cell').nth(1).textContent();
  expect(Number(come)).toBeGreaterThan(0);
  await expect(rows.nth(2).getByRole('cell').nth(3)).toHaveText(come!);
  await expect(part).toContainText('Short Hall is a wall: hardly anybody clears it.');

  // What is carried on plays otherwise, and stands in the document.
  for (const what of ['Lives that are left', 'Points that were made']) {
    const box = part.getByLabel(`${what} are carried on to the next level`);
    await box.click();
    await expect(box).toBeChecked();
    await expect(part).toContainText('The game has changed since: send them again.');
  }
  await part.getByLabel('Lives that are left are carried on to the next level').click();
  await expect
    .poll(async () => {
      const { document } = (await (await page.request.get('/api/games/course-people')).json()) as {
        document: { carriesLives?: true; carriesPoints?: true };
      };
      return [document.carriesLives, document.carriesPoints];
    })
    .toEqual([undefined, true]);
});
