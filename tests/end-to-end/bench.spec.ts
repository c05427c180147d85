import type { Page } from '@playwright/test';
import { expect, test } from './support/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { clickCell, openDesk, saveSign } from './support/desk';

async function openBench(page: Page) {
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await expect(page.getByTestId('diagram')).toBeVisible();
}

/** The text of a script as it is saved in the game. */
async function savedScript(page: Page, game: string, script: string): Promise<string> {
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const reply = await page.request.get(`/api/games/${game}`);
  const { document } = (await reply.json()) as { document: { scripts: { id: string; lines: string[] }[] } };
  return document.scripts.find(({ id }) => id === script)?.lines.join('\n') ?? '';
}

test('a guard is written from an empty script with completion, and grows a state in the diagram', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await openBench(page);
  await page.getByRole('button', { name: 'New…' }).click();
  await page.getByRole('menuitem', { name: 'Empty' }).click();
  const text = page.getByRole('textbox', { name: 'Text of unnamed' });
  await expect(text).toContainText('behavior unnamed');
  await page.locator('.cm-line').first().click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  // What is typed is completed from what may stand there.
  await page.keyboard.type('# looks about\nstart state calm {\ndo lo');
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('look around');
  await page.keyboard.press('Enter');
  await page.keyboard.type('\n');
  await page.keyboard.press('Escape');
  await page.keyboard.type('go calm when se');
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('sees');
  await page.keyboard.press('Enter');
  await page.keyboard.type(' pl');
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('player');
  await page.keyboard.press('Enter');
  await page.keyboard.type(' within 7 cells');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'State calm' })).toBeVisible();
  // A state is added in the diagram; the text follows and its comment stays.
  await page.getByRole('button', { name: 'Add a state' }).click();
  await expect(page.getByRole('button', { name: 'State next' })).toBeVisible();
  await expect(text).toContainText('state next');
  await expect(text).toContainText('# looks about');
  const name = page.getByLabel('Name of the state');
  await name.fill('hunt');
  await name.press('Enter');
  await page.getByLabel('Motion: word').selectOption('chase');
  await expect(text).toContainText('do chase player');
  await page.getByLabel('Motion: speed').fill('3 cells/s');
  await page.getByLabel('Motion: speed').press('Enter');
  await expect(text).toContainText('at 3 cells/s');
  // The transition is led to the new state by its form, and back by a way of its own.
  await page.getByRole('button', { name: 'State calm' }).click();
  await page.getByLabel('Where transition 1 leads').selectOption('hunt');
  await page.getByRole('button', { name: 'State hunt' }).click();
  await page.getByLabel('New transition to').selectOption('calm');
  await page.getByLabel('Condition 1').fill('unseen for 1 s');
  await page.getByLabel('Condition 1').press('Enter');
  await expect(text).toContainText('go calm when unseen for 1 s');
  await expect(page.getByLabel('Faults of this script')).toBeHidden();
  const script = await savedScript(page, id, 'unnamed');
  expect(script).toContain('# looks about');
  expect(script).toContain('go hunt when sees player within 7 cells');
});

test('the dot is dragged round a corner: the hunt begins and ends, and is told why', async ({ page }, info) => {
  await openDesk(page, info);
  await openBench(page);
  const yard = page.getByTestId('proving');
  const live = page.locator('[aria-current="step"]');
  await expect(live).toHaveAttribute('aria-label', 'State rounds');
  await page.getByLabel('Speed of the dot').selectOption('20');
  const box = (await yard.boundingBox())!;
  const scale = Math.min(box.width / 30, box.height / 16) * 0.94;
  const at = (x: number, y: number) => ({
    x: box.x + box.width / 2 + (x - 15) * scale,
    y: box.y + box.height / 2 + (y - 8) * scale,
  });
  const drag = async (x: number, y: number) => {
    const place = at(x, y);
    await page.mouse.move(place.x, place.y);
    await page.mouse.down();
    await page.mouse.move(place.x + 1, place.y);
    await page.mouse.up();
  };
  // Before the eyes of the guard on its way to the south.
  await drag(14.5, 12.5);
  await expect(live).toHaveAttribute('aria-label', 'State hunt');
  await expect(page.locator('.cm-line.live-state')).toContainText('state hunt');
  await expect(page.getByTestId('why')).toContainText('unseen for');
  // Away behind the walls of the north-east.
  await drag(28.5, 1.5);
  await page.getByRole('button', { name: 'Hide' }).click();
  // One that hides is found now and then; it is then taken to the other end of the yard.
  let isEast = true;
  await expect(async () => {
    isEast = !isEast;
    await drag(isEast ? 28.5 : 1.5, isEast ? 1.5 : 14.5);
    await expect(live).not.toHaveAttribute('aria-label', 'State hunt', { timeout: 9_000 });
  }).toPass({ timeout: 180_000 });
  await page.getByRole('button', { name: 'Hold' }).click();
  const before = await page.getByTestId('why').textContent();
  // Times are shown in tenths of a second.
  for (let tick = 0; tick < 8; tick++) await page.getByRole('button', { name: '1 tick' }).click();
  await expect(page.getByTestId('why')).not.toHaveText(before ?? '');
});

test('a knob on the bench moves figures and proving ground; faults come with quick fixes; rename goes everywhere', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await openBench(page);
  await expect(page.getByTestId('behavior-figures')).toContainText('caught if hunted', { timeout: 120_000 });
  const text = page.getByRole('textbox', { name: 'Text of night_watch' });
  await page.locator('.cm-line', { hasText: 'go listen when hears clatter' }).click();
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+End');
  await page.keyboard.type('go listn when hears clatter');
  await expect(page.getByLabel('Faults of this script')).toContainText('There is no state `listn`.');
  await page.getByRole('button', { name: 'Write listen' }).click();
  await expect(page.getByLabel('Faults of this script')).toBeHidden();
  await page.locator('.cm-line', { hasText: 'start state rounds' }).click();
  await page.keyboard.press('End');
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowLeft');
  const name = page.getByLabel('Rename rounds to');
  await name.fill('beat');
  await name.press('Enter');
  await expect(text).not.toContainText('rounds {');
  expect((await savedScript(page, id, 'night_watch')).match(/go beat/g)).toHaveLength(2);
});

test('a behavior goes out as a state chart and comes in again; a broken one is refused with a word', async ({
  page,
}, info) => {
  await openDesk(page, info);
  await openBench(page);
  await page.getByRole('button', { name: 'Chart…' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Export as SCXML' }).click(),
  ]);
  const file = info.outputPath('watch.scxml');
  await download.saveAs(file);
  expect(readFileSync(file, 'utf8')).toContain('<scxml');
  await page.getByLabel('State chart to import').setInputFiles(file);
  await expect(page.getByRole('textbox', { name: 'Text of night_watch_2' })).toContainText('behavior night_watch_2');
  const broken = info.outputPath('broken.scxml');
  writeFileSync(broken, '<scxml><state id="a"');
  await page.getByLabel('State chart to import').setInputFiles(broken);
  await expect(page.getByText('broken.scxml was not imported')).toBeVisible();
});

test('why a guard does what it does is told at any moment of the run that is shown', async ({ page }, info) => {
  await openDesk(page, info);
  await expect(page.getByTestId('sample-end')).toBeVisible();
  await clickCell(page, 10.5, 7.5);
  const card = page.getByLabel('Card of Hall warden');
  await card.getByRole('button', { name: 'Why?' }).click();
  await expect(card.getByTestId('why')).toContainText('in rounds for 0.0 s');
  await page.getByRole('button', { name: 'One tick on' }).click();
  const box = (await page.getByTestId('scrub').boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.2, box.y + box.height / 2);
  await expect(card.getByTestId('why')).toContainText(/sees: distance \d+\.\d of 6\.0 cells/);
});

test('while a try stands still it is told why, and the watched ground can be shown', async ({ page }, info) => {
  await openDesk(page, info);
  await expect(page.getByTestId('sample-end')).toBeVisible();
  const watched = page.getByRole('button', { name: 'Time in sight' });
  await watched.click();
  await expect(watched).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Try by hand' }).click();
  await page.keyboard.press('f');
  const why = page.getByLabel('Why', { exact: true });
  await expect(why).toContainText('in rounds for');
  await why.getByLabel('Why of which piece').selectOption({ label: 'Door warden' });
  await expect(why).toContainText('hears clatter');
  await why.getByLabel('Why of which piece').selectOption({ label: 'Rules and cues' });
  await expect(why).toContainText(/won when[^]*player is \d+\.\d cells from the exit/);
  await expect(why).toContainText(/the clock ends it in \d+\.\d s/);
});

test('of the run that is shown it is told why the level is not won yet', async ({ page }, info) => {
  await openDesk(page, info);
  await expect(page.getByTestId('sample-end')).toBeVisible();
  await page.getByRole('button', { name: 'Level', exact: true }).click();
  await page.getByRole('button', { name: 'Why not yet?' }).click();
  await page.getByRole('button', { name: 'One tick on' }).click();
  await expect(page.getByTestId('why-rules')).toContainText(/the clock ends it in \d+\.\d s/);
});

test('a behavior that uses another shows its states, makes one own, and has acts by form', async ({ page }, info) => {
  await openDesk(page, info);
  await openBench(page);
  await page.getByRole('button', { name: 'New…' }).click();
  await page.getByRole('menuitem', { name: 'Empty' }).click();
  const text = page.locator('.cm-content');
  await text.click();
  await page.keyboard.press('Control+A');
  const lines = ['behavior late_watch {', 'use night_watch with pace = 3 cells/s', 'state sulk {', 'do hold'];
  for (const line of [...lines, 'go rounds when after 3 s']) {
    await page.keyboard.type(line);
    // What is offered, or about to be, is not meant: the line is whole.
    await page.keyboard.press('Escape');
    if (line !== 'go rounds when after 3 s') await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('button', { name: 'State hunt' })).toBeVisible();
  await expect(text).toContainText('    do hold');
  await page.getByRole('button', { name: 'Transition 1 of sulk' }).click();
  await page.getByLabel('With transition 1: new act').selectOption({ label: 'face' });
  await expect(text).toContainText(/after 3 s \{ face .+ \}/);
  await page.getByLabel('New repeated act').selectOption({ label: 'shout' });
  await expect(text).toContainText(/repeat every 1 s \{ shout \w+ within/);
  await page.getByLabel('Period 1').fill('2.5 s');
  await page.getByLabel('Period 1').press('Enter');
  await expect(text).toContainText('repeat every 2.5 s');
  await page.getByRole('button', { name: 'State hunt' }).click();
  await page.getByRole('button', { name: 'Make it own here' }).click();
  await expect(text).toContainText('state hunt {');
  await expect(page.getByLabel('Name of the state')).toHaveValue('hunt');
});

test('which pictures a guard needs is told by four or eight directions, and goes out as a table', async ({
  page,
}, info) => {
  await openDesk(page, info);
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  const table = page.getByRole('region', { name: 'Pictures needed' });
  await expect(table.getByRole('columnheader')).toHaveCount(5, { timeout: 180_000 });
  await expect(table.getByRole('row').nth(1)).toContainText('rounds');
  await table.getByText('8', { exact: true }).click();
  await expect(table.getByRole('columnheader')).toHaveCount(9);
  const download = page.waitForEvent('download');
  await table.getByRole('button', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe('pictures.csv');
});

test('a condition is built by forms: a test beside another, its opposite, a comparison, and nothing wrong is written', async ({
  page,
}, info) => {
  await openDesk(page, info);
  await openBench(page);
  const text = page.locator('.cm-content');
  await page.getByRole('button', { name: 'Transition 1 of rounds' }).click();
  await page.getByLabel('and beside the condition').selectOption({ label: 'struck' });
  await expect(text).toContainText(/go hunt\s+when sees player .+ and struck/);
  await page.getByLabel('Make part 2 a not').click();
  await expect(text).toContainText(/and not struck/);
  await page.getByLabel('or beside the condition').selectOption({ label: 'a comparison' });
  const comparison = page.getByLabel('Comparison of part 2');
  await comparison.fill('here > 3 cells');
  await comparison.press('Enter');
  await expect(page.getByLabel('Not written')).toContainText('cannot compare');
  await expect(text).toContainText('here > 2 s');
  await expect(comparison).toHaveValue('here > 3 cells');
  await comparison.fill('here > 3 s');
  await comparison.press('Enter');
  await expect(text).toContainText(/not struck or here > 3 s/);
  await page.getByLabel('Lead transition 1 also to').selectOption({ label: 'listen' });
  await page.getByLabel('Weight of hunt in transition 1').fill('3');
  await page.getByLabel('Weight of hunt in transition 1').press('Enter');
  await expect(text).toContainText(/go either hunt 3, listen 1\s+when/);
});

test('knobs are made, changed and taken away by forms', async ({ page }, info) => {
  await openDesk(page, info);
  await openBench(page);
  const text = page.locator('.cm-content');
  await page.getByRole('button', { name: 'Add a knob' }).click();
  await expect(text).toContainText('knob number_1 = 1 s in 0..10');
  await page.getByLabel('Name of number_1').fill('temper');
  await page.getByLabel('Name of number_1').press('Enter');
  await page.getByLabel('Value of temper').fill('4 s in 1..2');
  await page.getByLabel('Value of temper').press('Enter');
  await expect(page.getByLabel('Not written')).toContainText('outside its range');
  await page.getByLabel('Value of temper').fill('2 s in 1..5');
  await page.getByLabel('Value of temper').press('Enter');
  await expect(text).toContainText('knob temper = 2 s in 1..5');
  await page.getByLabel('Remove temper').click();
  await expect(text).not.toContainText('temper');
});

test('a word of the language is found in the palette, with what it means and its clauses', async ({ page }, info) => {
  await openDesk(page, info);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/^An action, a level/).fill('chase');
  await page.getByRole('button', { name: /^chase \(motion\)/ }).click();
  const card = page.getByRole('dialog', { name: 'chase' });
  await expect(card).toContainText('It stands behind “do”');
  await expect(card).toContainText('cells/s');
  await expect(card.locator('pre')).toContainText('chase player');
});

test('a number is set in the palette by a few words, as one step back, and another level is a word away', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  const savedPace = async () => {
    await expect(saveSign(page)).toHaveText(/^Saved/);
    const reply = await page.request.get(`/api/games/${id}`);
    const { document } = (await reply.json()) as { document: { cast: { id: string; knobs?: { pace?: number } }[] } };
    return document.cast.find((kind) => kind.id === 'warden')?.knobs?.pace;
  };
  const before = await savedPace();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/^An action, a level/).fill('warden pace 3.1');
  await page.getByRole('button', { name: /^Set warden\.pace to 3\.1 Now/ }).click();
  await expect.poll(savedPace).toBe(3.1);
  await page.keyboard.press('Control+z');
  await expect.poll(savedPace).toBe(before);
});
