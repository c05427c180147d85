import { expect, test as plain, type Page } from '@playwright/test';
import { READING_HELD, SERVER } from './held';

export { expect };

const VIEWPORT = { width: 1280, height: 800 };
/** What tests listen to. */
const EVENTS = ['console', 'dialog', 'download', 'pageerror', 'request', 'requestfailed', 'response'] as const;

/**
 * Tests that share one window in each worker, since a browser reads and makes quick the scripts of the application anew for
 * every window: a fourth of the time goes into that. Each finds it as new. Not for tests that give it scripts of their own,
 * another screen, or a second window: those take `test` from Playwright itself.
 */
export const test = plain.extend<object, { window: Page }>({
  window: [
    async ({ browser }, give) => {
      const context = await browser.newContext({ baseURL: SERVER, viewport: VIEWPORT, reducedMotion: 'reduce' });
      await give(await context.newPage());
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ window, storageState }, give) => {
    await makeAsNew(window, storageState as typeof READING_HELD);
    await give(window);
  },
});

/** Leaves what the test before has left: routes, listeners, cookies, and what the browser remembers but for what is given. */
async function makeAsNew(page: Page, { origins: [{ localStorage: items }] }: typeof READING_HELD): Promise<void> {
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  for (const event of EVENTS) page.removeAllListeners(event);
  // What is not saved any more is nobody's concern.
  page.on('dialog', (dialog) => void dialog.accept().catch(() => undefined));
  await page.goto('/api/health');
  page.removeAllListeners('dialog');
  await page.context().clearCookies();
  await page.evaluate(async (remembered) => {
    localStorage.clear();
    sessionStorage.clear();
    for (const { name } of await indexedDB.databases()) if (name) indexedDB.deleteDatabase(name);
    for (const { name, value } of remembered) localStorage.setItem(name, value);
  }, items);
  await page.setViewportSize(VIEWPORT);
  await page.emulateMedia({ reducedMotion: 'reduce', colorScheme: null });
}
