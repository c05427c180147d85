import type { Page } from '@playwright/test';
import { expect, test } from './support/test';
import { letReadingGoOn, openDesk, saveSign } from './support/desk';

async function openCues(page: Page) {
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Cues', exact: true })).toBeVisible();
}

/** Writes a text in the place of all that stands in the editor. Braces close by themselves, so what they add is taken away. */
async function write(page: Page, text: string) {
  const editor = page.locator('.cm-content');
  await editor.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await page.keyboard.insertText(text);
}

async function savedCues(page: Page, game: string): Promise<string> {
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const reply = await page.request.get(`/api/games/${game}`);
  const { document } = (await reply.json()) as { document: { levels: { cues?: string[] }[] } };
  return (document.levels[0].cues ?? []).join('\n');
}

/** An open road instead of the hall, with a lane across it that begins in the west. */
function road(game: Parameters<NonNullable<Parameters<typeof openDesk>[2]>>[0]) {
  const level = game.levels[0] as unknown as Record<string, unknown>;
  level.map = Array.from({ length: 18 }, () => '.'.repeat(30));
  level.pieces = [{ id: 'apprentice', name: 'Apprentice', kind: 'apprentice', at: [15.5, 16.5], facing: 270 }];
  level.marks = [
    { id: 'kiln-door', name: 'Kiln door', area: [14, 1, 3, 1] },
    { id: 'west', name: 'West', point: [-1, 8.5] },
  ];
  level.lanes = [{ id: 'track', name: 'Track', runs: 'across', at: 8, size: 1, heading: 0, mark: 'west' }];
}

const share = async (page: Page) =>
  Number.parseInt((await page.getByTestId('lane-figures').locator('b').textContent()) ?? '', 10);
const settled = (page: Page) =>
  expect(page.getByTestId('projection-state')).toHaveText(/^200 runs of \d+ s without a player$/, { timeout: 120_000 });

test('two spawners feed a lane, and the share of gaps that can be crossed falls as the rate rises', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, road);
  await openCues(page);
  await expect(page.getByText('Nothing arrives in this level yet')).toBeVisible();
  await page.getByRole('button', { name: 'Begin with a spawner' }).click();
  await write(
    page,
    `spawner carts {
  knob gap = 3 s in 0.4..8
  at west
  every gap ± 1.2 s, first after 1 s   # the slow ones
  pick cart
  give heading 0 deg, speed 4 cells/s
  retire when outside by 3 cells
}

spawner long_carts {
  at west
  every 5 s ± 2 s
  pick long-cart
  give heading 0 deg, speed 4 cells/s
  retire when outside by 3 cells
}`,
  );
  await settled(page);
  await expect(page.getByTestId('lane-figures')).toContainText('fed by carts, long_carts');
  await expect(page.getByTestId('small-ladder')).toContainText(/casual\s*\d+ %/);
  const before = await share(page);
  expect(before).toBeGreaterThan(20);
  // The interval is dragged to a third on the time line; the text follows and keeps its comment.
  const handle = page.getByRole('slider', { name: 'interval of carts' });
  const box = (await handle.boundingBox())!;
  const lane = (await page.getByRole('group', { name: 'carts over time', exact: true }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x - (2 / 60) * lane.width, box.y + 10, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator('.cm-content')).not.toContainText('knob gap = 3 s');
  await expect(page.locator('.cm-content')).toContainText('# the slow ones');
  await settled(page);
  await expect.poll(() => share(page)).toBeLessThan(before - 5);
  const text = await savedCues(page, id);
  expect(Number(/gap = ([\d.]+) s/.exec(text)![1])).toBeLessThan(1.9);
});

test('a wave rule that grows past its cap is told by the projection; without a cap it is a warning', async ({
  page,
}, info) => {
  await openDesk(page, info, road);
  await openCues(page);
  await page.getByRole('button', { name: 'Begin with waves' }).click();
  await write(
    page,
    `waves tide {
  at west
  wave 1 { 4 cart, one every 0.3 s }
  repeat wave 1 growing 2x to 24
  next when cleared, rest 1 s
}`,
  );
  await settled(page);
  await expect(page.getByTestId('cue-figures')).toContainText('From wave 4 on the cap holds: 24 come.');
  await page.locator('.cm-line', { hasText: 'repeat wave' }).click();
  await page.keyboard.press('End');
  for (let step = 0; step < ' to 24'.length; step++) await page.keyboard.press('Backspace');
  await expect(page.getByLabel('Faults of this script')).toContainText('nothing stops them');
});

test('faults stand at their place, names are completed, and rules make a level that a try wins', async ({
  page,
}, info) => {
  await openDesk(page, info, road);
  await openCues(page);
  await page.getByRole('button', { name: 'Begin with rules' }).click();
  await write(page, 'spawner carts {\n  at wset\n  every 2 s\n  pick cart\n}');
  await expect(page.getByLabel('Faults of this script')).toContainText('2: There is no mark `wset`.');
  await page.getByRole('button', { name: 'Write west' }).click();
  await expect(page.locator('.cm-content')).toContainText('at west');
  await page.locator('.cm-line', { hasText: 'pick cart' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(', lon');
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('long-cart');
  await page.keyboard.press('Enter');
  await expect(page.locator('.cm-content')).toContainText('pick cart, long-cart');
  await write(page, 'rules {\n  lives 2\n  score 5 every 0.5 s\n  win when score >= 20\n}');
  await page.getByRole('button', { name: 'Close the cues' }).click();
  await page.getByRole('button', { name: 'Try by hand' }).click();
  await expect(page.getByTestId('try-lives')).toHaveText('2 lives');
  await expect(page.getByTestId('try-note')).toContainText('Cleared', { timeout: 90_000 });
});

test('a try begins from wave 3, which is listed until it is removed and never saved', async ({ page }, info) => {
  const id = await openDesk(page, info, (game) => {
    road(game);
    (game.levels[0] as unknown as { cues: string[] }).cues = [
      'waves tide { at west; wave 1 { 1 cart }; wave 2 { 2 cart }; wave 3 { 3 cart }; next after 30 s }',
    ];
  });
  await page.getByRole('button', { name: 'from…' }).click();
  await page.getByLabel('Try from').fill('wave 9 please');
  await page.getByLabel('Try from').press('Enter');
  await expect(page.getByText('is no start that is known')).toBeVisible();
  await page.getByLabel('Try from').fill('wave 3');
  await page.getByLabel('Try from').press('Enter');
  await expect(page.getByTestId('try-wave')).toHaveText('wave 3');
  await expect(page.getByLabel('Log of the try')).toContainText('tide: wave 3 begins');
  await page.getByRole('button', { name: 'End', exact: true }).click();
  await expect(page.getByLabel('Tries')).toContainText('from wave 3');
  await page.getByRole('button', { name: 'Remove override from wave 3' }).click();
  await expect(page.getByLabel('Tries')).toBeHidden();
  expect(await savedCues(page, id)).not.toContain('from');
});

test('Ember Night is played by hand from wave 3, with thrown water', async ({ page }) => {
  await page.goto('/games/kiln-yard/levels/ember-night');
  await page.getByRole('button', { name: 'from…' }).click();
  await page.getByLabel('Try from').fill('wave 3');
  await page.getByLabel('Try from').press('Enter');
  const bar = page.getByRole('group', { name: 'Try' });
  await expect(page.getByTestId('try-lives')).toHaveText('3 lives');
  await expect(bar).toContainText('36 shots left');
  await expect(page.getByTestId('try-wave')).toHaveText('wave 3');
  await expect(page.getByLabel('Log of the try')).toContainText('ember_tide: wave 3 begins');
  // Walking west and throwing: a splash leaves with every press.
  await page.keyboard.down('ArrowLeft');
  await page.keyboard.press('Space', { delay: 80 });
  await expect(bar).toContainText('35 shots left');
  await page.keyboard.up('ArrowLeft');
  // Who stands still at the shore does not live long.
  await expect(bar).toContainText(/2 lives|1 life/, { timeout: 180_000 });
  await page.getByRole('button', { name: 'End', exact: true }).click();
  await expect(page.getByLabel('Tries')).toContainText('from wave 3');
});

test('where a cue lets in is drawn, and what comes in on the player is told until it keeps away', async ({
  page,
}, info) => {
  await openDesk(page, info, (game) => {
    road(game);
    const level = game.levels[0] as unknown as { cues: string[]; marks: unknown[] };
    level.marks.push({ id: 'yard', name: 'Yard', area: [14, 15, 3, 2] });
    level.cues = ['spawner rain {', '  at yard', '  every 1 s ± 0.3 s', '  pick warden', '  limit 20 in all', '}'];
  });
  await letReadingGoOn(page);
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText(
    'What rain lets in comes in on the player',
    {
      timeout: 180_000,
    },
  );
  await openCues(page);
  await settled(page);
  await expect(page.getByTestId('cue-figures')).toContainText('100 % come in on top of where the player begins');
  const map = page.getByRole('region', { name: 'Where rain lets in' });
  await expect(map.getByTestId('arrival-places')).toBeVisible();
  await expect(map).toContainText(/\d+ arrivals in a cell, in 200 runs/);
  await page.locator('.cm-line', { hasText: 'pick warden' }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.insertText('grace 1 s');
  await expect(page.getByTestId('cue-figures')).not.toContainText('on top of where');
});

test('the cues have an address of their own', async ({ page }, info) => {
  const id = await openDesk(page, info, road);
  await page.goto(`/games/${id}/levels/drying-hall/cues`);
  await expect(page.getByText('Nothing arrives in this level yet')).toBeVisible();
  await page.getByRole('button', { name: 'Close the cues' }).click();
  await expect(page).toHaveURL(new RegExp('/levels/drying-hall$'));
});
