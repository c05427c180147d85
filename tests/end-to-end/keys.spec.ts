import { expect, test } from './support/test';
import { newGame } from '@/core/index';
import { clickCell, nearTheDoor, openDesk, savedLevel, saveSign } from './support/desk';

test('a key is given to something else on the sheet, is told where the key is told, and is kept', async ({
  page,
}, info) => {
  await openDesk(page, info, nearTheDoor);
  await page.getByTestId('arena').focus();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Keys' });
  await sheet.getByRole('button', { name: 'Cast: 3. Choose another key' }).click();
  await expect(page.getByTestId('keys-said')).toHaveText(/^Press a key for: Cast/);
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('keys-said')).toHaveText(/^Tab always means the same/);
  await sheet.getByRole('button', { name: 'Cast: 3. Choose another key' }).click();
  await page.keyboard.press('p');
  await expect(page.getByTestId('keys-said')).toHaveText('P is now Cast, and no longer Play or pause.');
  await expect(sheet.getByRole('button', { name: 'Play or pause: no key. Choose another key' })).toBeVisible();
  // Keys that steer a player stand on the same sheet.
  await expect(sheet.getByRole('button', { name: /^Left: ←, A\./ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('toolbar').getByRole('button', { name: 'Cast P' })).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Cast P' })).toHaveAttribute('aria-pressed', 'true');
  await page.reload();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await expect(page.getByRole('button', { name: 'Cast P' })).toBeVisible();
  await page.getByTestId('arena').focus();
  await page.keyboard.press('?');
  await sheet.getByRole('button', { name: 'Usual keys' }).click();
  await expect(sheet.getByRole('button', { name: 'Cast: 3. Choose another key' })).toBeVisible();
});

test('what is copied by the keys of the browser is pasted into another game, with all that it is made of', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, nearTheDoor);
  const [, warden] = (await savedLevel(page, id)).pieces;
  await clickCell(page, warden.at[0], warden.at[1]);
  await page.keyboard.press('Control+c');
  await expect(page.getByText(/^Copied: Hall warden/)).toBeVisible();
  // Twice in the same level: the second lies a cell aside.
  await page.mouse.move(5, 5);
  await page.keyboard.press('Control+v');
  await expect(page.getByText(/^Pasted one thing/)).toBeVisible();
  expect((await savedLevel(page, id)).pieces.at(-1)!.at).toEqual([warden.at[0] + 1, warden.at[1] + 1]);
  await page.keyboard.press('Control+x');
  await expect(page.getByText(/^Cut: Hall warden 2/)).toBeVisible();
  expect((await savedLevel(page, id)).pieces.map((piece) => piece.name)).not.toContain('Hall warden 2');

  const other = newGame({ name: `Other ${id}`, columns: 30, rows: 18 }, []);
  expect((await page.request.post('/api/games', { data: other })).status()).toBe(200);
  await page.goto(`/games/${other.id}/levels/first-level`);
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.getByTestId('arena').focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByText(/^Pasted one thing\. Brought along: .*kind Warden/)).toBeVisible();
  const pieces = (await savedLevel(page, other.id)).pieces;
  expect(pieces.at(-1)).toMatchObject({ kind: 'warden', name: 'Hall warden' });
  await expect(page.getByRole('slider', { name: 'sight' })).toBeVisible();
  await page.keyboard.press('Control+z');
  expect((await savedLevel(page, other.id)).pieces).toHaveLength(pieces.length - 1);
});

test('a sentence that is pasted into the arena is refused in words, and one pasted into a field stays text', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, nearTheDoor);
  const before = await savedLevel(page, id);
  const seed = page.getByLabel('Seed of the run that is shown');
  await seed.fill('12');
  // A number that has just been put in is put in order once more, and then nothing of it is selected.
  await expect(async () => {
    await seed.press('Control+a');
    await page.keyboard.press('Control+c');
    await page.getByTestId('arena').focus();
    await page.keyboard.press('Control+v');
    await expect(page.getByText('What is on the clipboard was not copied from a level.').first()).toBeVisible({
      timeout: 3000,
    });
  }).toPass();
  expect(await savedLevel(page, id)).toEqual(before);
});
