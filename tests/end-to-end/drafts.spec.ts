import { expect, test } from '@playwright/test';
import { dragCells, openDesk, saveSign } from './support/desk';

test('an edit that never reached the server is offered when the game is opened again', async ({
  page,
  context,
}, info) => {
  // Larger than what a page that is being left may still send.
  const id = await openDesk(page, info, (game) => {
    for (let line = 0; line < 200; line++) game.scripts[0].lines.push(`# ${'soot '.repeat(70)}`);
  });
  const stored = async () =>
    ((await (await page.request.get(`/api/games/${id}`)).json()) as { document: { levels: { map: string[] }[] } })
      .document.levels[0].map;
  const before = await stored();
  await context.route(`**/api/games/${id}`, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.keyboard.press('2');
  await dragCells(page, [26.5, 13.5], [26.5, 16.5]);
  // Nothing is waited for: the page is gone right after the stroke.
  await page.close({ runBeforeUnload: false });
  await context.unroute(`**/api/games/${id}`);

  const again = await context.newPage();
  await again.goto(`/games/${id}/levels/drying-hall`);
  const notice = again.getByRole('dialog', { name: 'Changes that were not saved' });
  await expect(notice).toContainText('had not reached the server');
  await notice.getByRole('button', { name: 'Take them up' }).click();
  await expect(notice).toBeHidden();
  await expect(saveSign(again)).toHaveText(/^Saved/);
  const after = (await (await again.request.get(`/api/games/${id}`)).json()) as {
    document: { levels: { map: string[] }[] };
  };
  expect(after.document.levels[0].map).not.toEqual(before);
  await again.reload();
  await expect(saveSign(again)).toHaveText(/^Saved/);
  await expect(again.getByRole('dialog')).toBeHidden();
});
