import { expect, test, type Browser, type Page } from '@playwright/test';
import { saveSign } from './support/desk';

const DESK = '/games/kiln-yard/levels/drying-hall';

/** Makes a link on the page of people; gives its address. */
async function makeLink(keeper: Page, label: string, role: string): Promise<string> {
  await keeper.goto('/people');
  await keeper.getByLabel('For whom').fill(label);
  await keeper.getByLabel('May', { exact: true }).selectOption(role);
  await keeper.getByRole('button', { name: 'Make a link' }).click();
  return keeper.getByLabel('The new link').inputValue();
}

/** Somebody else, in a browser of their own, who comes in by a link. */
async function comesIn(browser: Browser, link: string, name: string): Promise<Page> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(link);
  await page.getByLabel('Your name').fill(name);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  return page;
}

const withdraw = (keeper: Page, label: string) =>
  keeper.getByRole('button', { name: `Withdraw the link for ${label}` }).click();

test('two people on a level see each other, each other’s saves and notes, and undo only what is their own', async ({
  page: keeper,
  browser,
}) => {
  const mara = await comesIn(browser, await makeLink(keeper, 'level team', 'edit'), 'Mara');
  await keeper.goto(DESK);
  await expect(keeper.getByTestId('arena')).toBeVisible();
  await mara.goto(DESK);
  await expect(keeper.getByTestId('people-here')).toContainText('Mara on this level');

  // What one has selected is seen by the other, with the name.
  await mara.getByTestId('arena').focus();
  await mara.keyboard.press('n');
  await mara.keyboard.press('n');
  await expect(keeper.getByTestId('others-selection')).toContainText('Mara');

  // One moves a guard, the other places one: both have both, without a reload.
  await mara.keyboard.press('ArrowRight');
  await expect(saveSign(mara)).toContainText('Saved');
  await keeper.getByTestId('people-here').click();
  await expect(keeper.getByText(/Drying Hall: piece .*: moved/)).toBeVisible();
  await keeper.keyboard.press('Escape');
  await keeper.getByTestId('arena').focus();
  await keeper.keyboard.press('3');
  await keeper.keyboard.press('ArrowRight');
  await keeper.keyboard.press('Enter');
  await expect(saveSign(keeper)).toContainText('Saved');
  await mara.getByTestId('people-here').click();
  await expect(mara.getByText(/Drying Hall: piece .* added/)).toBeVisible();
  await mara.keyboard.press('Escape');

  // Undo takes back one's own step and leaves the other's.
  await mara.getByTestId('arena').focus();
  await mara.keyboard.press('Control+z');
  await expect(saveSign(mara)).toContainText('Saved');
  await keeper.getByTestId('people-here').click();
  await expect(keeper.getByText(/Drying Hall: piece .*: moved/)).toBeVisible();
  await keeper.keyboard.press('Escape');
  await keeper.getByTestId('arena').focus();
  await keeper.keyboard.press('Control+z');
  await expect(saveSign(keeper)).toContainText('Saved');

  // A note on a place is there for the other at once, is answered, and ticked off.
  const box = (await mara.getByTestId('arena').boundingBox())!;
  await mara.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await mara.keyboard.press('Escape');
  await mara.keyboard.press('m');
  await mara.getByLabel('New note').fill('Too blind a corner');
  await mara.keyboard.press('Control+Enter');
  await expect(mara.getByTestId('note')).toContainText('Too blind a corner');
  await keeper.getByRole('button', { name: 'Note: Too blind a corner' }).click();
  const note = keeper.getByTestId('note');
  await note.getByRole('button', { name: 'Answer', exact: true }).click();
  await keeper.getByLabel('Answer to: Too blind a corner').fill('I move the crate');
  await keeper.keyboard.press('Control+Enter');
  await expect(mara.getByTestId('note')).toContainText('I move the crate');
  await note.getByLabel('Done: Too blind a corner').click();
  await expect(mara.getByRole('button', { name: 'Show 1 done' })).toBeVisible();
  await keeper.getByRole('button', { name: 'Show 1 done' }).click();
  await note.getByRole('button', { name: 'Take away the note: Too blind a corner' }).click();
  await expect(note).toHaveCount(0);

  // Who did what is written down, and a link that is withdrawn opens nothing more.
  await keeper.goto('/people');
  const deeds = keeper.getByTestId('deed');
  await expect(deeds.filter({ hasText: 'wrote a note' })).toContainText('Mara');
  await expect(deeds.filter({ hasText: 'saved' }).filter({ hasText: 'level team' })).not.toHaveCount(0);
  await withdraw(keeper, 'level team');
  await mara.goto(DESK);
  await expect(mara.getByText('The link by which you came in was withdrawn.')).toBeVisible();
  await mara.getByRole('link', { name: 'To the page for links' }).click();
  await mara.getByRole('button', { name: 'Leave, and let this browser forget it' }).click();
  await expect(mara.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await mara.context().close();
});

test('who may only look tries things out, keeps nothing, and starts nothing', async ({ page: keeper, browser }) => {
  const odo = await comesIn(browser, await makeLink(keeper, 'visitors', 'look'), 'Odo');
  await expect(odo.getByRole('button', { name: 'New game' })).toHaveCount(0);
  await odo.goto(DESK);
  await expect(odo.getByRole('button', { name: /^Run 500/ })).toBeDisabled();
  await odo.getByTestId('arena').focus();
  await odo.keyboard.press('n');
  await odo.keyboard.press('ArrowRight');
  await expect(saveSign(odo)).toContainText('Tried out here, not kept');
  await odo.getByRole('button', { name: 'Notes', exact: true }).click();
  await odo.getByLabel('New note').fill('May I?');
  await odo.getByRole('button', { name: 'Write it down' }).click();
  await expect(odo.getByText('Your link lets you look; this needs one to play.')).toBeVisible();
  await odo.goto('/people');
  await expect(odo.getByText('You came by the link “visitors” and may look')).toBeVisible();
  await expect(odo.getByRole('heading', { name: 'Links' })).toHaveCount(0);
  await keeper.reload();
  await expect(keeper.getByTestId('deed').filter({ hasText: 'refused' }).first()).toContainText('Odo');
  await withdraw(keeper, 'visitors');
  await odo.context().close();
});

test('a link that opens nothing says so, and an address without one says what is wanted', async ({ page }) => {
  await page.goto('/join#nothing');
  await page.getByLabel('Your name').fill('Odo');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByText('This link opens nothing')).toBeVisible();
  await page.goto('/join');
  await page.reload();
  await expect(page.getByText('Open that link; nothing else is needed.')).toBeVisible();
});
