import { expect, test } from './support/test';
import { finishedReading, letReadingGoOn, onScreen, savedLevel, saveSign } from './support/desk';

test('who is new learns what Gorge is, mends a level that nobody clears in five steps, and can begin anew', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'What Gorge is, and a tour' }).click();
  await page.getByRole('button', { name: 'Begin the tour' }).click();
  await expect(page).toHaveURL('/games/first-steps/levels/first-level?tour=1');
  const tour = page.getByRole('region', { name: 'Tour' });
  const todo = page.getByTestId('tour-todo');
  const isDone = () => expect(todo).toHaveAttribute('data-done', 'true');
  const next = () => tour.getByRole('button', { name: 'Next', exact: true }).click();
  await expect(tour).toContainText('1 of 5');
  await letReadingGoOn(page);
  await isDone();
  await expect(page.getByTestId('clear-rate')).toHaveText('? 0 %');
  await next();

  await expect(todo).toHaveAttribute('data-done', 'false');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await isDone();
  await next();

  // A reload keeps the step.
  await page.reload();
  await expect(tour).toContainText('3 of 5');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const jet = await onScreen(page, 8.5, 4.5);
  await page.mouse.click(jet.x, jet.y);
  await isDone();
  await next();

  await letReadingGoOn(page);
  const pause = page.getByRole('slider', { name: 'pause' });
  await pause.focus();
  for (let step = 0; step < 8; step++) await page.keyboard.press('ArrowRight');
  await isDone();
  expect((await finishedReading(page)).rate).toBeGreaterThanOrEqual(50);
  await next();

  await page.getByRole('button', { name: 'Brief …' }).click();
  await page.getByRole('dialog', { name: 'Brief of this level' }).getByRole('button', { name: 'Add a line' }).click();
  await page.keyboard.press('Escape');
  await isDone();
  expect(await savedLevel(page, 'first-steps')).toHaveProperty('brief');
  await next();
  await expect(page.getByTestId('tour-end')).toContainText('That is all of it');
  await tour.getByRole('button', { name: 'Close' }).click();
  await expect(tour).toBeHidden();
  await expect(page).toHaveURL('/games/first-steps/levels/first-level');

  // It begins as it is meant to, whatever was made of it.
  await page.goto('/tour');
  await page.getByRole('button', { name: 'Begin the tour' }).click();
  await expect(tour).toContainText('1 of 5');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  expect(await savedLevel(page, 'first-steps')).not.toHaveProperty('brief');
});

test('a new game is of the sort that was chosen, and its number means something at once', async ({ page }, info) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New game' }).click();
  const dialog = page.getByRole('dialog', { name: 'A new game' });
  await expect(dialog.getByRole('button', { name: 'Make and open' })).toBeDisabled();
  await dialog.getByLabel('Name').fill(`Ledges ${info.workerIndex} ${info.retry}`);
  await dialog.getByRole('radio', { name: /^Ledges to run and jump/ }).check();
  await dialog.getByRole('button', { name: 'Make and open' }).click();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const { rate } = await finishedReading(page);
  expect(rate).toBeGreaterThan(20);
  expect(rate).toBeLessThan(98);
  await expect(page.getByTestId('brief')).toContainText(/casual clears 66 to 90 %/);
});
