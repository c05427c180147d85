import { expect, test, type Page, type Route } from '@playwright/test';
import { dragCells, openDesk, saveSign, savedLevel } from './support/desk';

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

/** Opens the desk again, takes up what was not saved if that is offered, and gives where the warden is once all is saved. */
async function wardenAfter(page: Page, id: string): Promise<number[]> {
  await page.goto(`/games/${id}/levels/drying-hall`);
  await expect(saveSign(page)).toHaveText(/^Saved|^Kept changes wait/);
  if (/^Kept/.test(await saveSign(page).innerText())) {
    const notice = page.getByRole('dialog', { name: 'Changes that were not saved' });
    await notice.getByRole('button', { name: 'Take them up' }).click();
    await expect(notice).toBeHidden();
  }
  return (await savedLevel(page, id)).pieces[1].at;
}

const FROM: [number, number] = [10.5, 7.5];
const TO: [number, number] = [11.5, 6.5];

for (const ms of [0, 30, 100, 250]) {
  test(`a window that is closed ${ms} ms after an edit loses nothing`, async ({ page, context }, info) => {
    const id = await openDesk(page, info);
    await dragCells(page, FROM, TO);
    await page.evaluate((wait) => new Promise((done) => setTimeout(done, wait)), ms);
    await page.close({ runBeforeUnload: ms % 100 === 0 });
    const again = await context.newPage();
    expect(await wardenAfter(again, id)).toEqual(TO);
  });
}

test('a page that crashes right after an edit loses nothing', async ({ page, context }, info) => {
  const id = await openDesk(page, info);
  await dragCells(page, FROM, TO);
  await page.goto('chrome://crash').catch(() => undefined);
  const again = await context.newPage();
  expect(await wardenAfter(again, id)).toEqual(TO);
});

test('an outage, a reply that is lost and a failure of the server lose nothing, and nobody is asked anything', async ({
  page,
  context,
}, info) => {
  const id = await openDesk(page, info);
  const troubles: ((route: Route) => Promise<void>)[] = [
    (route) => route.abort(),
    (route) => route.abort(),
    (route) => route.fulfill({ status: 500, body: 'no' }),
    // The server has it, but its reply never comes.
    async (route) => {
      await route.fetch();
      await route.abort();
    },
  ];
  await context.route(`**/api/games/${id}`, async (route) => {
    const trouble = route.request().method() === 'PUT' ? troubles.shift() : undefined;
    await (trouble ? trouble(route) : route.continue());
  });
  await dragCells(page, FROM, TO);
  await expect(saveSign(page)).toHaveText('Not saved yet, trying again');
  await expect(saveSign(page)).toHaveText(/^Saved/);
  expect(troubles).toEqual([]);
  await dragCells(page, TO, FROM);
  await expect(page.getByRole('dialog')).toBeHidden();
  expect((await savedLevel(page, id)).pieces[1].at).toEqual(FROM);
});
