import { expect, test, type Page } from '@playwright/test';
import { saveSign } from './support/desk';
import { layoutFaults } from './support/layout';
import { PAGES, PANELS } from './support/views';

const SIZES = [
  [1024, 700],
  [1280, 800],
  [1920, 1080],
  [3840, 1600],
] as const;
const HALL = '/games/kiln-yard/levels/drying-hall';

/** Looks at a view at every size, one after the other. */
async function look(page: Page, name: string): Promise<void> {
  for (const [width, height] of SIZES) {
    await page.setViewportSize({ width, height });
    const found = async () => (await layoutFaults(page)).map((fault) => `${name}, ${width} wide: ${fault}`);
    await expect.soft(async () => expect(await found()).toEqual([])).toPass({ timeout: 4000 });
  }
}

test.describe('nothing is cut off, beyond the window or under something else, on a small screen or a wide one', () => {
  test('on pages', async ({ page }) => {
    for (const address of PAGES) {
      await page.goto(address);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await look(page, address);
    }
  });

  test('on the desk', async ({ page }) => {
    await page.goto(HALL);
    await expect(saveSign(page)).toHaveText(/^Saved/);
    await look(page, 'the desk');
    await page.getByTestId('arena').focus();
    await page.keyboard.press('n');
    await look(page, 'a piece');
    for (const name of PANELS) {
      await page.getByRole('button', { name, exact: true }).click();
      await look(page, name);
    }
  });
});
