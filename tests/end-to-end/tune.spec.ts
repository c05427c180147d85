import { expect, test } from './support/test';
import { clickCell, finishedReading, nearTheDoor, openDesk, saveSign } from './support/desk';

test('a brief is written and missed; a sweep and a search find what meets it; it is compared, and the kept version restored', async ({
  page,
}, info) => {
  test.setTimeout(480_000);
  const id = await openDesk(page, info, (game) => {
    nearTheDoor(game);
    game.levels[0].brief = [];
  });
  await page.getByRole('button', { name: 'Brief …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Brief of this level' });
  await dialog.getByRole('button', { name: 'Add a line' }).click();
  for (let step = 0; step < 45; step++) await dialog.getByRole('slider', { name: 'At least' }).press('ArrowLeft');
  for (let step = 0; step < 10; step++) await dialog.getByRole('slider', { name: 'At most' }).press('ArrowLeft');
  await page.keyboard.press('Escape');
  await finishedReading(page);
  await expect(page.getByTestId('brief')).toContainText(/casual clears at most 50 %: not met/);
  await page.getByRole('button', { name: 'Tune' }).click();
  await expect(page).toHaveURL(new RegExp(`/games/${id}/levels/drying-hall/tune$`));
  const tune = page.getByRole('region', { name: 'Tune' });
  await expect(tune.getByRole('button', { name: 'Sweep' })).toBeDisabled();
  await tune.getByLabel('Find a number').fill('clock');
  await tune.getByRole('button', { name: /^clock/ }).click();
  await tune.getByLabel('clock, from').fill('1');
  await tune.getByLabel('clock, to').fill('9');
  await tune.getByLabel('clock, values').fill('3');
  await tune.getByLabel('Runs of each at each point').selectOption('50');
  await tune.getByRole('button', { name: 'Sweep' }).click();
  await expect(tune.getByTestId('sweep')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  const rows = tune.getByTestId('sweep-table').getByRole('row');
  await expect(rows).toHaveCount(4);
  await expect(rows.nth(1)).toContainText('holds');
  await expect(rows.nth(3)).toContainText('does not hold');
  await tune.getByRole('button', { name: 'Find values' }).click();
  await expect(tune.getByTestId('solve')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  const answer = tune.getByTestId('answer').first();
  await expect(answer).toContainText(/casual clears at most 50 %: met: \d+ \(\d+–\d+\) %/);
  await answer.getByRole('button', { name: /^Take clock/ }).click();
  await expect(tune.getByRole('group', { name: 'clock' })).not.toContainText('now 60 s');
  await expect(tune.getByText('of the level before its last change')).toBeVisible();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await finishedReading(page);
  await expect(tune.getByTestId('brief')).toContainText(/casual clears at most 50 %: met/);
  const compare = page.getByRole('region', { name: 'Against a kept version' });
  await compare.getByRole('button', { name: 'Compare' }).click();
  await expect(compare.getByTestId('compare')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  await expect(compare.getByRole('group', { name: 'casual' })).toContainText(/−\d+\.\d points ± /);
  await page.keyboard.press('Control+z');
  await expect(tune.getByRole('group', { name: 'clock' })).toContainText('now 60 s');
  await page.keyboard.press('Control+Shift+z');
  await expect(tune.getByRole('group', { name: 'clock' })).not.toContainText('now 60 s');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.goto(`/games/${id}/history`);
  await page.getByTestId('version').last().click();
  await page.getByRole('button', { name: 'Restore this version' }).click();
  await expect(page.getByText('What the game was until now is the version before it.')).toBeVisible();
  const { document } = (await (await page.request.get(`/api/games/${id}`)).json()) as {
    document: { levels: { rules: { timeLimit: number }; brief?: unknown[] }[] };
  };
  expect([document.levels[0].rules.timeLimit, document.levels[0].brief ?? []]).toEqual([60, []]);
});

test('two numbers make a table, of which a pair is taken by a click; a search out of reach says what is in the way', async ({
  page,
}, info) => {
  await openDesk(page, info, (game) => {
    nearTheDoor(game);
    game.levels[0].brief = [{ standIn: 'casual', measure: 'clears', least: 90 }];
  });
  await page.getByRole('button', { name: 'Tune' }).click();
  const tune = page.getByRole('region', { name: 'Tune' });
  for (const name of ['clock', 'warden.sight']) {
    await tune.getByLabel('Find a number').fill(name);
    await tune
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .first()
      .click();
    await tune.getByLabel(`${name}, values`).fill('2');
  }
  await tune.getByLabel('clock, from').fill('1');
  await tune.getByLabel('clock, to').fill('2');
  await tune.getByLabel('Runs of each at each point').selectOption('50');
  await tune.getByRole('button', { name: 'Sweep' }).click();
  // A page that is left in the middle knows what it was asked.
  await expect(tune.getByTestId('sweep')).toHaveAttribute('data-status', 'running');
  await page.reload();
  await expect(tune.getByTestId('sweep')).toContainText('2 × 2 values × 4 stand-ins; not finished');
  await tune.getByTestId('sweep').getByRole('button', { name: 'Go on' }).click();
  await expect(tune.getByTestId('sweep')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  const cells = tune.getByTestId('heat-table').getByRole('button');
  await expect(cells).toHaveCount(4);
  await cells.first().click();
  await expect(tune.getByRole('group', { name: 'clock' })).toContainText('now 1 s');
  await tune.getByRole('button', { name: 'Leave out warden.sight' }).click();
  await tune.getByRole('button', { name: 'Find values' }).click();
  await expect(tune.getByTestId('in-the-way')).toContainText('casual clears at least 90 %', { timeout: 180_000 });
});

test('the draft is compared with a kept version, run by run, and read beside all versions', async ({ page }, info) => {
  await openDesk(page, info, nearTheDoor);
  await clickCell(page, 10.5, 7.5);
  await page.getByRole('slider', { name: 'pace' }).press('End');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.getByRole('button', { name: 'Tune' }).click();
  const part = page.getByRole('region', { name: 'Against a kept version' });
  await part.getByRole('button', { name: 'Compare' }).click();
  await expect(part.getByTestId('compare')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  await expect(part).toContainText(/kind Warden: pace .* → \d+ cells\/s/);
  const casual = part.getByRole('group', { name: 'casual' });
  await expect(casual).toContainText(/casual \d+ % \(\d+–\d+ %\) → \d+ % \(\d+–\d+ %\)/);
  await expect(casual).toContainText('on 200 seeds');
  await expect(part).toContainText('1,600 runs');
  // Where and when they differ, and a run that came out otherwise, in both versions side by side.
  await part.getByRole('combobox', { name: 'Which map' }).selectOption({ label: 'Where time is spent' });
  for (const map of ['map-then', 'map-now', 'map-difference']) await expect(part.getByTestId(map)).toBeVisible();
  await expect(part.getByRole('figure', { name: 'Tempo' })).toBeVisible();
  await part.getByTitle('Shows both runs side by side').first().click();
  const both = page.getByRole('dialog');
  await expect(both).toContainText(/They part at \d+\.\d s/);
  const ends = both.getByTestId('replay-end');
  await expect(ends).toHaveCount(2);
  expect(
    (await ends.allTextContents()).filter((text) => text.startsWith('reached') || text.startsWith('cleared')),
  ).toHaveLength(1);
  await both.getByRole('button', { name: 'Pause' }).click();
  await page.keyboard.press('Escape');
  // The same as lines over the versions, with what changed from one to the next.
  const versions = page.getByRole('region', { name: 'Over the versions' });
  await versions.getByRole('button', { name: 'Read 2 versions' }).click();
  await expect(versions.getByTestId('versions')).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  await expect(versions.getByRole('row').last()).toContainText(/draft.*\d+ \(\d+–\d+\) %.*pace/);
});
