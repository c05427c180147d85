import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

test('the help is found in the head of every page, searched, and read; a recipe shows what was measured', async ({
  page,
  context,
}) => {
  await page.goto('/');
  const [help] = await Promise.all([context.waitForEvent('page'), page.getByRole('link', { name: 'Help' }).click()]);
  await help.getByRole('article').getByRole('link', { name: 'Ten recipes' }).click();
  const rates = help.getByRole('figure').filter({ hasText: 'warden.sight' });
  const [, rate, interval] = /warden\.sight[^`]*?^6 +(\d+) \((.+)\)$/m.exec(readFileSync('docs/recipes.md', 'utf8'))!;
  await expect(rates).toContainText(`${rate} % (${interval} %)`);
  await help.getByRole('searchbox').fill('longest lull');
  await help.keyboard.press('Enter');
  await expect(help).toHaveURL(/find=longest\+lull/);
  await help.getByRole('article').getByRole('link', { name: 'The table of measures' }).first().click();
  await expect(help.getByRole('heading', { level: 1 })).toHaveText('The table of measures');
  await help.getByRole('searchbox').fill('nothingofthatname');
  await help.keyboard.press('Enter');
  await expect(help.getByText('Nothing is found for “nothingofthatname”')).toBeVisible();
  expect((await help.goto('/help/no-such-page'))?.status()).toBe(404);
});

test('F1 opens the help at the word that is written, the field that is filled in, or what is selected', async ({
  page,
  context,
}) => {
  await page.goto('/games/kiln-yard/levels/drying-hall');
  await page.getByTestId('arena').focus();
  const helped = async () => {
    // A window that has just been closed may still be taken for the one that is to be opened again.
    let help: Page | undefined;
    while (!help) {
      const opened = context.waitForEvent('page', { timeout: 5000 }).catch(() => undefined);
      await page.keyboard.press('F1');
      help = await opened;
    }
    await help.waitForLoadState();
    const found = new URL(help.url()).searchParams.get('find');
    await help.close();
    return found;
  };
  await page.keyboard.press('2');
  expect(await helped()).toBe('ground');
  await page.keyboard.press('1');
  await page.keyboard.press('n');
  expect(await helped()).toBe('piece');
  await page.keyboard.press('s');
  await page.locator('.cm-content').getByText('patrol').first().click();
  expect(await helped()).toBe('patrol');
});
