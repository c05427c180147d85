import type { Page } from '@playwright/test';
import { expect, test } from './support/test';
import { dragCells, openDesk, saveSign, savedLevel } from './support/desk';

interface Stored {
  revision: string;
  document: { name: string; levels: { pieces: { at: number[] }[]; rules: { timeLimit: number } }[] };
}

const stored = async (page: Page, id: string) => (await (await page.request.get(`/api/games/${id}`)).json()) as Stored;

/** Somebody else saves a change of the game. */
async function saveElsewhere(page: Page, id: string, change: (game: Stored['document']) => void): Promise<void> {
  const { revision, document } = await stored(page, id);
  change(document);
  const reply = await page.request.put(`/api/games/${id}`, { data: { baseRevision: revision, document } });
  expect(reply.status()).toBe(200);
}

test('two people on one game: what touches different things is joined, of the same thing one is asked, both stay', async ({
  page,
}, info) => {
  // A window that hears of nothing while it happens: what others save is met when it saves itself.
  await page.route('**/together**', (route) => route.abort());
  const id = await openDesk(page, info);
  await saveElsewhere(page, id, (game) => (game.levels[0].rules.timeLimit = 88));
  await dragCells(page, [10.5, 7.5], [11.5, 6.5]);
  await expect(page.getByText('Somebody else has changed this game; both are joined')).toBeVisible();
  await expect(page.getByText(/Drying Hall: time limit \d+ → 88 s/)).toBeVisible();
  const { pieces } = await savedLevel(page, id);
  expect([pieces[1].at, (await stored(page, id)).document.levels[0].rules.timeLimit]).toEqual([[11.5, 6.5], 88]);

  await saveElsewhere(page, id, (game) => {
    game.levels[0].pieces[1].at = [5.5, 8.5];
    game.levels[0].rules.timeLimit = 99;
  });
  await dragCells(page, [11.5, 6.5], [12.5, 6.5]);
  const dialog = page.getByRole('dialog', { name: 'This game was changed elsewhere' });
  await expect(dialog).toContainText(/Drying Hall: piece .*, at/);
  await expect(dialog).toContainText('12.5, 6.5');
  await expect(dialog).toContainText('5.5, 8.5');
  await dialog.getByRole('radiogroup').getByText('theirs').click();
  await dialog.getByRole('button', { name: 'Join as chosen' }).click();
  await expect(dialog).toBeHidden();
  await savedLevel(page, id);
  const joined = (await stored(page, id)).document.levels[0];
  expect([joined.pieces[1].at, joined.rules.timeLimit]).toEqual([[5.5, 8.5], 99]);

  await page.goto(`/games/${id}/history`);
  const aside = page.getByTestId('version').filter({ hasText: 'set aside, never current' });
  await aside.click();
  await expect(page.getByRole('region', { name: 'The chosen version' })).toContainText(/moved/);
  await page.getByRole('button', { name: 'Restore this version' }).click();
  await expect(page.getByText('What the game was until now is the version before it.')).toBeVisible();
  expect((await stored(page, id)).document.levels[0].pieces[1].at).toEqual([12.5, 6.5]);
});

test('a version can be named, compared and copied; undo goes on after a reload', async ({ page }, info) => {
  const id = await openDesk(page, info);
  await dragCells(page, [10.5, 7.5], [11.5, 6.5]);
  await savedLevel(page, id);
  await page.reload();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await savedLevel(page, id)).pieces[1].at).toEqual([10.5, 7.5]);

  await page.goto(`/games/${id}/history`);
  const lines = page.getByTestId('version');
  await expect(lines).toHaveCount(3);
  await lines.nth(1).click();
  await expect(lines.nth(1)).toHaveAttribute('aria-current', 'true');
  const panel = page.getByRole('region', { name: 'The chosen version' });
  await panel.getByLabel('Name of this version').fill('before the fair');
  await panel.getByRole('button', { name: 'Give this name' }).click();
  await expect(lines.nth(1)).toContainText('before the fair');
  await expect(panel.getByRole('figure', { name: 'Drying Hall then and now' })).toBeVisible();
  await panel.getByRole('button', { name: 'Copy as a new game' }).click();
  await expect(page).toHaveURL(new RegExp(`/games/[a-z0-9-]*copy`));
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('copy');
});

test('a game that was removed is off the shelf and can be brought back', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const { name } = (await stored(page, id)).document;
  await page.goto('/');
  const shelf = page.locator('section').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await shelf.getByRole('button', { name: 'Remove …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove it' }).click();
  await expect(shelf).toHaveCount(0);
  const removed = page.getByRole('region', { name: 'Removed games' }).getByRole('listitem').filter({ hasText: name });
  await expect(removed).toContainText(/removed on .+, kept until .+/);
  await removed.getByRole('button', { name: 'Bring back' }).click();
  await expect(shelf).toHaveCount(1);
});
