import type { Page } from '@playwright/test';

/** Keys of the nine directions: none, then from east on clockwise. */
const KEYS: readonly (readonly string[])[] = [
  [],
  ['ArrowRight'],
  ['ArrowRight', 'ArrowDown'],
  ['ArrowDown'],
  ['ArrowDown', 'ArrowLeft'],
  ['ArrowLeft'],
  ['ArrowLeft', 'ArrowUp'],
  ['ArrowUp'],
  ['ArrowUp', 'ArrowRight'],
];

/** Plays on from a frozen try, tick by tick, with the keys of a keyboard. */
export async function pressAll(page: Page, inputs: readonly number[]): Promise<void> {
  const down = new Set<string>();
  for (const input of inputs) {
    const wanted = KEYS[input & 15];
    for (const key of [...down]) {
      if (wanted.includes(key)) continue;
      await page.keyboard.up(key);
      down.delete(key);
    }
    for (const key of wanted) {
      if (down.has(key)) continue;
      await page.keyboard.down(key);
      down.add(key);
    }
    await page.keyboard.press('Period');
  }
  for (const key of down) await page.keyboard.up(key);
}
