import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

const HALL = '/games/kiln-yard/levels/drying-hall';

/** Opens a panel beside the arena by its name. */
const panel = (name: string) => (page: Page) => page.getByRole('button', { name, exact: true }).click();

const VIEWS: readonly { name: string; address: string; open?: (page: Page) => Promise<unknown> }[] = [
  { name: 'the shelf', address: '/' },
  { name: 'the course', address: '/games/kiln-yard' },
  { name: 'the desk with a piece', address: HALL, open: (page) => page.keyboard.press('n') },
  { name: 'the keys', address: HALL, open: (page) => page.keyboard.press('?') },
  { name: 'the palette', address: HALL, open: (page) => page.keyboard.press('Control+k') },
  { name: 'a script', address: HALL, open: (page) => page.keyboard.press('s') },
  { name: 'the brief', address: HALL, open: panel('Brief …') },
  ...['Build', 'Ground', 'Cast', 'Contacts', 'Level', 'Bench'].map((name) => ({
    ...{ name, address: HALL, open: panel(name) },
  })),
  { name: 'cues', address: '/games/kiln-yard/levels/ember-night/cues' },
  { name: 'tune', address: `${HALL}/tune` },
  { name: 'history', address: '/games/kiln-yard/history' },
];

/** What axe finds, each rule with the places; nothing moves while it looks. */
async function faultsOf(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map(({ target }) => `${id}: ${target.join(' ')}`));
}

for (const scheme of ['light', 'dark'] as const)
  test(`no view breaks a rule of accessibility in the ${scheme}`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await page.addInitScript((value) => localStorage.setItem('mantine-color-scheme-value', value), scheme);
    for (const { name, address, open } of VIEWS) {
      await page.goto(address);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      if (address.includes('/levels/')) await expect(page.getByTestId('save-sign')).toHaveText(/^Saved/);
      await open?.(page);
      // What opens is drawn, and its text no longer fades in, once all that was begun has ended.
      await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
      await expect.poll(async () => [name, await faultsOf(page)]).toEqual([name, []]);
    }
  });

test('the keyboard comes out of the arena and out of a script, and skips to what is wanted', async ({ page }) => {
  await page.goto(HALL);
  await expect(page.getByTestId('save-sign')).toHaveText(/^Saved/);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the content' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the arena' })).toBeFocused();
  await page.keyboard.press('Enter');
  const arena = page.getByTestId('arena');
  await expect(arena).toBeFocused();
  await page.keyboard.press('n');
  await expect(page.getByRole('region', { name: /^Card of/ })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(arena).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(arena).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(arena).not.toBeFocused();
  // A script is left by Tab in both directions; what it says stays.
  await page.keyboard.press('s');
  const text = page.getByRole('textbox', { name: /^Text of/ });
  await expect(text).toBeFocused();
  const before = await text.textContent();
  await page.keyboard.press('Tab');
  await expect(text).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(text).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(text).not.toBeFocused();
  expect(await text.textContent()).toBe(before);
});
