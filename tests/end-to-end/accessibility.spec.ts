import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { finishedReading, openDesk } from './support/desk';
import { PAGES, PANELS } from './support/views';

const HALL = '/games/kiln-yard/levels/drying-hall';

type Act = (page: Page) => Promise<unknown>;
const press =
  (key: string): Act =>
  (page) =>
    page.keyboard.press(key);
const click =
  (name: string): Act =>
  (page) =>
    page.getByRole('button', { name, exact: true }).click();

interface View {
  name: string;
  open: Act;
  close?: Act;
}

/** What stands open on the desk, one after the other; what has no end of its own gives way to the next. */
const DIALOGS: readonly View[] = [
  { name: 'a piece', open: press('n'), close: press('Escape') },
  { name: 'the keys', open: press('?'), close: press('Escape') },
  { name: 'the palette', open: press('Control+k'), close: press('Escape') },
  { name: 'the brief', open: click('Brief …'), close: press('Escape') },
];
const PANEL_VIEWS: readonly View[] = PANELS.map((name) => ({ name, open: click(name) }));

/** What axe finds, each rule with the places. */
async function faultsOf(page: Page, rules: readonly string[]): Promise<string[]> {
  // Places that pass are not listed, which takes most of the time; nor are styles fetched that stand in the page.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'], preload: false });
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map(({ target }) => `${id}: ${target.join(' ')}`));
}

/** The dark is another only in its colours. */
const SCHEMES = [
  { colorScheme: 'light', rules: [] },
  { colorScheme: 'dark', rules: ['color-contrast'] },
] as const;

/** Looks at what is shown, in both schemes. */
async function look(page: Page, name: string): Promise<void> {
  for (const { colorScheme, rules } of SCHEMES) {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', colorScheme);
    // What opens may still fade in when it is looked at first.
    const found = async () => [name, colorScheme, await faultsOf(page, rules)];
    await expect.poll(found).toEqual([name, colorScheme, []]);
  }
}

test.describe('no rule of accessibility is broken, in the light and in the dark', () => {
  test.describe.configure({ timeout: 400_000 });

  test.beforeEach(({ page }) => page.addInitScript(() => localStorage.setItem('mantine-color-scheme-value', 'auto')));

  test('by pages', async ({ page }) => {
    for (const address of [...PAGES, '/join#secret']) {
      await page.goto(address);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await look(page, address);
    }
  });

  for (const [what, views] of Object.entries({ dialogs: DIALOGS, panels: PANEL_VIEWS }))
    test(`by ${what} of the desk`, async ({ page }) => {
      await page.goto(HALL);
      await expect(page.getByTestId('save-sign')).toHaveText(/^Saved/);
      for (const { name, open, close } of views) {
        await open(page);
        await look(page, name);
        await close?.(page);
        if (close) await expect(page.getByRole('dialog')).toHaveCount(0);
      }
    });
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
  await page.keyboard.press('Tab');
  await expect(text).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(text).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(text).not.toBeFocused();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a screen reader hears what is selected and where, what was changed, and what the Reading says then', async ({
  page,
}, info) => {
  await openDesk(page, info);
  const [step, numbers] = [page.getByTestId('said-step'), page.getByTestId('said-reading')];
  await expect(step).toHaveAttribute('aria-live', 'polite');
  await page.getByTestId('arena').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('n');
  await expect(step).toHaveText('Hall warden at column 10.5, row 7.5 selected');
  await page.keyboard.press('ArrowUp');
  await expect(step).toHaveText(/^Move Hall warden\. Hall warden at column 10\.5, row \d/);
  const { rate, low, high } = await finishedReading(page);
  await expect(numbers).toHaveText(`casual clears ${rate} %, between ${low} and ${high} %, of 100 runs`);
  await page.keyboard.press('Control+z');
  await expect(step).toHaveText('Taken back: Move Hall warden. Hall warden at column 10.5, row 7.5');
});
