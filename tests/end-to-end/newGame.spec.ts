import { expect, test } from './support/test';
import { readFileSync } from 'node:fs';
import { finishedReading, letReadingGoOn, onScreen, saveSign } from './support/desk';

test('a game is begun on the shelf; gaps are built in the form, seen on the desk and held against reach', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New game' }).click();
  await page.getByLabel('Name').fill('Wisp Run');
  await page.getByRole('radio', { name: /^An empty level/ }).check();
  await page.getByLabel('Width, cells').fill('28');
  await page.getByLabel('Height, cells').fill('14');
  await page.getByRole('button', { name: 'Make and open' }).click();
  await expect(page).toHaveURL('/games/wisp-run/levels/first-level');
  expect((await finishedReading(page)).rate).toBeGreaterThan(50);

  // A kind of its own: what is given a name can be called by it in scripts.
  const kinds = page.getByRole('listbox', { name: 'Kinds' });
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  await page.getByRole('button', { name: 'Add a kind' }).click();
  await page.getByLabel('Name of the kind').fill('Clay column');
  await page.keyboard.press('Enter');
  await expect(page.getByText('in scripts clay-column')).toBeVisible();
  await page.getByLabel('Loses speed').fill('40');
  await page.keyboard.press('Enter');
  await page.getByLabel('Goes through').fill('2');
  await page.keyboard.press('Enter');
  await kinds.getByRole('option', { name: 'Player' }).click();
  await page.getByLabel('Control scheme').selectOption('flap');
  await page.getByLabel('Speed', { exact: true }).first().fill('0');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Level', exact: true }).click();
  await page.getByLabel('View', { exact: true }).selectOption('side');

  // A line of marks in the upper part of the opening only.
  await page.getByRole('button', { name: 'Close Level' }).click();
  await page.keyboard.press('6');
  await page.getByRole('button', { name: 'Line' }).click();
  const [from, to] = [await onScreen(page, 27, 1), await onScreen(page, 27, 9)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x, (from.y + to.y) / 2);
  await page.mouse.move(to.x, to.y);
  await page.mouse.up();

  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByRole('button', { name: 'Begin with a spawner' }).click();
  await page.getByRole('button', { name: 'Form', exact: true }).click();
  await page.getByLabel('Remove pick of arrivals').click();
  await expect(page.getByLabel('Not written')).toContainText('It is not said what comes.');
  // What is put in its place takes it away.
  await page.getByLabel('Add a line to arrivals').click();
  await page.getByRole('menuitem', { name: /^gap/ }).click();
  await expect(page.getByTestId('gap-figures')).toContainText('of the gaps can be reached from the one before');
  await expect(page.getByTestId('cue-figures')).toContainText('2.0 cells off the middle of the opening');

  await expect(saveSign(page)).toHaveText(/^Saved/);
  const reply = await page.request.get('/api/games/wisp-run');
  const { document } = (await reply.json()) as {
    document: { cast: { id: string; flight?: object }[]; levels: { cues: string[]; marks: { id: string }[] }[] };
  };
  expect(document.cast.find(({ id }) => id === 'clay-column')?.flight).toEqual({ slows: 0.4, pierces: 2 });
  expect(document.levels[0].cues.join('\n')).toContain('gap 2.4..3 cells between guard and guard');
});

test('what only runs show stands beside the arena, and leads to the run that shows it', async ({ page }) => {
  const game = JSON.parse(readFileSync('examples/kiln-yard.gorge.json', 'utf8')) as { levels: { id: string }[] };
  const levels = game.levels.filter(({ id }) => id === 'ember-night').map((level) => ({ ...level, links: undefined }));
  expect((await page.request.post('/api/games', { data: { ...game, id: 'embers', levels } })).status()).toBe(200);
  await page.goto('/games/embers/levels/ember-night');
  await letReadingGoOn(page);
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('The last of a wave of ember_tide holds up the next one', { timeout: 180_000 });
  // There may be several findings; each link does the same.
  const link = findings.getByRole('button', { name: /^Show run \d+ at/ }).first();
  // While runs come in another one may take its place.
  await expect(async () => {
    const [, seed, seconds] = /run (\d+) at ([\d.]+) s/.exec((await link.textContent()) ?? '')!;
    await link.click();
    await expect(page.getByLabel('Seed of the run that is shown')).toHaveValue(seed, { timeout: 3_000 });
    const shown = page.getByText(new RegExp(`^${seconds}\\d s`)).first();
    await expect(shown).toBeVisible({ timeout: 3_000 });
  }).toPass();
});
