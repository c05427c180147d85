import { expect, test } from './support/test';
import { finishedReading, nearTheDoor, openDesk, saveSign } from './support/desk';
import { READING_RUNS } from './support/held';

test.use({ storageState: READING_RUNS });

test('a stand-in of one’s own stands on the ladder, follows its sliders, can be run, and goes with one step back', async ({
  page,
}, info) => {
  await openDesk(page, info, nearTheDoor);
  await finishedReading(page);
  await page.getByRole('button', { name: 'Stand-ins of your own …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Stand-ins of your own' });
  await expect(dialog).toContainText('None yet.');
  await dialog.getByRole('button', { name: 'Add one' }).click();
  const name = dialog.getByRole('textbox', { name: 'name' });
  await name.fill('Night shift');
  await name.press('Enter');
  const reaction = dialog.getByRole('slider', { name: 'reaction delay' });
  await reaction.focus();
  for (let step = 0; step < 5; step++) await reaction.press('ArrowRight');
  await expect(dialog).toContainText('380 ms');
  await dialog.getByRole('button', { name: 'Reset reaction delay' }).click();
  await expect(dialog).toContainText('330 ms');
  await dialog.getByRole('combobox', { name: 'like, where nothing else is set' }).selectOption('novice');
  await expect(dialog).toContainText('450 ms');
  await page.keyboard.press('Escape');

  // Like a novice in everything: its number is that of the novice, to the last run.
  const ladder = page.getByRole('radiogroup', { name: 'Whose runs are shown' });
  await expect(ladder.getByRole('radio', { name: 'Night shift' })).toBeChecked();
  const own = await finishedReading(page);
  await ladder.getByRole('radio', { name: 'novice' }).click();
  expect((await finishedReading(page)).rate).toBe(own.rate);
  await expect(saveSign(page)).toHaveText(/^Saved/);

  await page.getByRole('button', { name: 'Stand-ins of your own …' }).click();
  await dialog.getByRole('button', { name: 'Remove Night shift' }).click();
  await page.keyboard.press('Escape');
  await expect(ladder.getByRole('radio')).toHaveCount(4);
});
