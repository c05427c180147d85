import { expect, test } from './support/test';
import { demoGame, openDesk, saveSign } from './support/desk';

test('ways on are set, a round without an end is told, and the map of the course says all of it', async ({ page }) => {
  expect((await page.request.post('/api/games', { data: demoGame('course-ways') })).status()).toBe(200);
  await page.goto('/games/course-ways');
  const first = (await page.getByRole('article').first().locator('b').textContent())!;
  await page.getByRole('button', { name: 'Add a level' }).click();
  await page.getByLabel('Name').fill('Clay Cellar');
  await page.getByRole('button', { name: 'Add and open' }).click();
  await page.waitForURL(/clay-cellar/);
  await page.goto('/games/course-ways');
  const findings = page.getByRole('region', { name: 'Findings along the course' });
  await expect(findings).toContainText('the course comes to an end');

  await page.getByRole('button', { name: 'Ways on from Clay Cellar' }).click();
  await page.getByRole('button', { name: 'Add a way on' }).click();
  await expect(findings).toContainText('the course never ends');
  await expect(page.getByRole('group', { name: /Clay Cellar, won: on to/ })).toBeVisible();

  // Only from a score on it goes round; otherwise it ends.
  await page.getByLabel('With how many points').selectOption('points from');
  await expect(findings).toContainText('the course comes to an end');
  await expect(
    page.getByRole('group', { name: `Clay Cellar, won with 100 points or more: on to ${first}`, exact: false }),
  ).toBeVisible();
  await page.getByLabel('On to', { exact: true }).selectOption('(end)');
  await page.getByRole('button', { name: 'Remove this way' }).click();
  await expect(page.getByRole('button', { name: 'Ways on from Clay Cellar' })).toHaveText('Ways on');
});

test('rules are written by forms: a pot is fetched, a shelf filled by hand, and the level won', async ({
  page,
}, info) => {
  const id = await openDesk(page, info, (game) => {
    const document = game as unknown as {
      cast: unknown[];
      contacts: unknown[];
      levels: Record<string, unknown>[];
    };
    document.cast.push(
      { id: 'jar', name: 'Jar', tags: ['jar'], radius: 0.3, tint: '#0e7a7f' },
      { id: 'rack', name: 'Rack', tags: ['rack'], radius: 0.4, tint: '#b8935f' },
    );
    document.contacts = [
      ...((document.contacts as unknown[] | undefined) ?? []),
      { by: 'player', on: 'jar', does: [{ effect: 'collect' }] },
      { by: 'player', on: 'rack', does: [{ effect: 'fill' }] },
    ];
    const [level] = document.levels;
    level.map = ['#'.repeat(20), ...Array.from({ length: 8 }, () => `#${'.'.repeat(18)}#`), '#'.repeat(20)];
    level.marks = [];
    level.pieces = [
      { id: 'apprentice', name: 'Apprentice', kind: 'apprentice', at: [2.5, 4.5], facing: 0 },
      { id: 'jar-1', name: 'Jar', kind: 'jar', at: [5.5, 4.5], facing: 0 },
      { id: 'rack-1', name: 'Rack', kind: 'rack', at: [9.5, 4.5], facing: 0 },
    ];
    level.rules = { loseWhenTouching: 'foe', timeLimit: 60 };
    level.cues = ['rules {', '  lives 2   # one to spare', '  win when score >= 200', '}'];
  });
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByRole('button', { name: 'Form', exact: true }).click();
  const rules = page.getByRole('region', { name: 'rules' });
  await rules.getByRole('group', { name: 'lives of rules' }).getByRole('textbox').fill('3');
  await rules.getByRole('group', { name: 'lives of rules' }).getByRole('textbox').press('Enter');
  await rules.getByRole('button', { name: 'Add a line to rules' }).click();
  await page.getByRole('menuitem', { name: /^score/ }).click();
  await rules.getByRole('button', { name: 'Write win of rules as text' }).click();
  const win = rules.getByLabel('Text of win of rules');
  await win.fill('win when (score >= 90 or clock > 2 cells)');
  await win.press('Enter');
  await expect(page.getByLabel('Not written')).toContainText('cannot compare');
  await expect(win).toHaveValue('win when (score >= 90 or clock > 2 cells)');
  await win.fill('win when (score >= 90 or clock > 20 s) and not player touches rack');
  await win.press('Enter');
  await expect(page.getByLabel('Not written')).toBeHidden();
  // The same as it is built: a part taken away, another put beside what is left.
  await rules.getByRole('button', { name: 'Write win of rules as text' }).click();
  await rules.getByRole('button', { name: 'Remove part 1.1' }).click();
  await rules.getByLabel('or beside part 1', { exact: true }).selectOption('no … left');
  await rules.getByRole('button', { name: 'Write win of rules as text' }).click();
  await expect(rules.getByLabel('Text of win of rules')).toHaveValue(
    /^win when \(clock > 20 s or no [\w-]+ left\) and not player touches rack$/,
  );
  await rules.getByRole('button', { name: 'Remove win of rules' }).click();
  await page.getByRole('button', { name: 'Text', exact: true }).click();
  const editor = page.locator('.cm-content');
  await expect(editor).toContainText('lives 3   # one to spare');
  await expect(editor).toContainText('score 10 when');
  await expect(editor).not.toContainText('win when');
  await editor.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await page.keyboard.insertText('rules {\n  score 50 when rack filled\n  win when all rack filled\n}');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  await page.goto(`/games/${id}/levels/drying-hall`);
  await page.getByTestId('clear-rate').waitFor();
  await page.getByRole('button', { name: 'Try by hand' }).click();
  await page.keyboard.down('ArrowRight');
  await expect(page.getByTestId('try-note')).toContainText('Cleared', { timeout: 90_000 });
  await page.keyboard.up('ArrowRight');
  await expect(page.getByRole('group', { name: 'Try' })).toContainText('score 50');
  await expect(page.getByText('the course ends here')).toBeVisible();
});
