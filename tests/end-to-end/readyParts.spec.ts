import { expect, test } from './support/test';
import { savedLevel, saveSign } from './support/desk';

test('a new game is furnished by ready parts, each one act and one step back, and its cues play', async ({
  page,
}, info) => {
  const name = `Shed ${info.workerIndex} ${info.retry}`;
  await page.goto('/');
  await page.getByRole('button', { name: 'New game' }).click();
  await page.getByLabel('Name').fill(name);
  await page.getByRole('radio', { name: /^An empty level/ }).check();
  await page.getByRole('button', { name: 'Make and open' }).click();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const id = /games\/([^/]+)\//.exec(page.url())![1];
  const before = await savedLevel(page, id);
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Ready parts' });
  const lay = (part: string) => panel.getByRole('button', { name: `Lay down: ${part}` }).click();
  await lay('Guard with a beat and sight');
  await expect(panel.getByRole('status')).toContainText('kind Watchman, Watchman');
  // It is selected, as a piece with its card and knobs.
  await expect(page.getByRole('region', { name: /^Card of Watchman/ })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'sight' })).toBeVisible();
  await lay('Lane with traffic');
  await lay('Door with its key');
  await expect(page.getByTestId('clear-rate')).toBeVisible();
  const laid = await savedLevel(page, id);
  expect(laid.pieces.map((piece) => piece.name)).toEqual([
    ...before.pieces.map((piece) => piece.name),
    'Watchman',
    'Key of bolted-door',
  ]);
  await page.getByTestId('arena').focus();
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  expect(await savedLevel(page, id)).toEqual(before);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+Shift+z');
  expect(await savedLevel(page, id)).toEqual(laid);
  await lay('Waves that grow');
  await panel.getByRole('button', { name: 'Open the cues' }).click();
  await expect(page.getByRole('textbox', { name: 'Text of the cues' })).toContainText('waves hound_waves {');
  await expect(page.getByRole('textbox', { name: 'Text of the cues' })).toContainText('spawner lane_traffic {');
});
