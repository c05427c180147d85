import { expect, test } from './support/test';
import { clickCell, nearTheDoor, openDesk, saveSign } from './support/desk';

test('what is true of a moment is kept as a check, breaks with an edit, is shown, and holds again when that is undone', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, nearTheDoor);
  const panel = page.getByRole('region', { name: 'Saved checks', exact: true });
  await page.getByRole('button', { name: /^Saved checks/ }).click();
  await expect(panel).toContainText('None yet.');
  await expect(panel).toContainText('The draft is shown.');
  await expect(page).toHaveURL(/open=checks/);
  await expect(page.getByTestId('sample-end')).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByTestId('moment')).toHaveText(/^[1-9]\.\d+ s/);
  const pause = page.getByRole('button', { name: 'Pause' });
  if (await pause.isVisible()) await pause.click();
  const moment = panel.getByRole('region', { name: 'Of the moment that is shown' });
  await moment.getByLabel('Who plays in it').selectOption({ label: 'nobody presses anything' });
  const lasts = moment.locator('div').filter({ hasText: /^the player is not lost for [\d.]+ sKeep$/ });
  await lasts.getByRole('button', { name: 'Keep' }).click();
  const kept = panel.getByRole('group', { name: /^the player is not lost for/ });
  await expect(kept).toContainText('holds');
  await kept.getByLabel('Seconds').fill('3');
  await kept.getByLabel('Seconds').blur();
  await expect(panel.getByRole('group', { name: 'the player is not lost for 3 s' })).toContainText('holds');
  await expect(page.getByTestId('check-tally')).toHaveText('all 1 hold');
  // The arena stays beside it; from a moment it is opened anew.
  await panel.getByRole('button', { name: 'Close Saved checks' }).click();
  await expect(panel).toBeHidden();
  await page.getByRole('button', { name: 'Check …' }).click();
  await expect(panel.getByRole('group', { name: 'the player is not lost for 3 s' })).toContainText('holds');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  // A game that is saved elsewhere has it, too.
  const saved = await (await page.request.get(`/api/games/${id}`)).json();
  expect(saved.document.levels[0].checks).toMatchObject([
    { happens: { event: 'player is lost' }, holds: 'not before', seconds: 3 },
  ]);
});

test('a check that an edit breaks is told with its moment, leads to it, and one whose piece is gone stays', async ({
  page,
}, info) => {
  await openDesk(page, info, (game) => {
    nearTheDoor(game);
    game.levels[0].checks = [
      { happens: { event: 'turns', piece: 'warden-1' }, holds: 'before', seconds: 4.5 },
      { happens: { event: 'player is lost' }, holds: 'not before', seconds: 1 },
    ];
  });
  await expect(page.getByTestId('check-tally')).toHaveText('all 2 hold');
  await clickCell(page, 10.5, 7.5);
  const pace = page.getByRole('slider', { name: 'pace' });
  await pace.press('Home');
  await expect(page.getByTestId('check-tally')).toHaveText('1 of 2 hold');
  const broken = page.getByTestId('broken-checks');
  await expect(broken).toContainText('Hall warden turns before 4.5 s: broken: not within 4.5 s');
  await broken.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByTestId('moment')).toHaveText(/^3\.0\d s/);
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('check-tally')).toHaveText('all 2 hold');
  await page.keyboard.press('Delete');
  await expect(broken).toContainText('warden-1 turns before 4.5 s: cannot be played');
  await expect(page.getByRole('region', { name: 'Problems' })).toContainText(
    'A saved check names the piece `warden-1`',
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('check-tally')).toHaveText('all 2 hold');
});
