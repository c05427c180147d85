import { expect, test } from './support/test';
import { openDesk, saveSign } from './support/desk';

test('a crate, a grate, a blow and a view that moves on are made with the panels, and what is played for is measured', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  await page.getByRole('button', { name: 'Add a kind' }).click();
  await page.getByLabel('Name of the kind').fill('Coal box');
  await page.keyboard.press('Enter');
  await page.getByLabel('Blocks').check({ force: true });
  await page.getByLabel('Can be pushed').check({ force: true });
  await page.getByLabel('Pressed for').fill('0.3');
  await page.keyboard.press('Enter');
  const kinds = page.getByRole('listbox', { name: 'Kinds' });
  await kinds.getByRole('option', { name: 'Apprentice', exact: true }).click();
  await page.getByLabel('Throws').selectOption({ label: 'throws Coal box' });
  await page.getByLabel('How it is thrown').selectOption('blow');
  await page.getByLabel('Where it is thrown').selectOption('pointer');
  await page.getByLabel('Lengths and speeds in').selectOption('px');
  await page.getByLabel('Speed', { exact: true }).first().fill('96');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Ground', exact: true }).click();
  await page.getByLabel(/^Tags that it (lets through|stops)$/).fill('foe, pallet');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Level', exact: true }).click();
  await page.getByLabel('View moves on').selectOption('east');
  await page.getByLabel('View moves by itself at').fill('0.4');
  await page.keyboard.press('Enter');
  await page.getByLabel('Ticks a second').fill('50');
  await page.keyboard.press('Enter');
  await page.getByLabel('Exit', { exact: true }).selectOption({ label: 'by rules only' });
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByRole('button', { name: 'Begin with rules' }).click();
  await page.getByRole('button', { name: 'Form', exact: true }).click();
  const rules = page.getByRole('region', { name: 'rules' });
  await rules.getByRole('button', { name: 'Add a line to rules' }).click();
  await page.getByRole('menuitem', { name: /^play/ }).click();
  await rules.getByRole('button', { name: /^Remove win/ }).click();
  await page.getByRole('button', { name: 'Close the cues' }).click();
  await expect(saveSign(page)).toHaveText(/^Saved/);
  const { document } = (await (await page.request.get(`/api/games/${id}`)).json()) as {
    document: {
      cast: Record<string, unknown>[];
      terrain: Record<string, unknown>[];
      levels: Record<string, unknown>[];
    };
  };
  expect(document.cast.find((kind) => kind.id === 'coal-box')).toMatchObject({ blocks: true, pushed: 0.3 });
  expect(document.cast.find((kind) => kind.id === 'apprentice')).toMatchObject({
    control: { speed: 3, throws: { shot: 'coal-box', blow: 0.15, aim: 'pointer' } },
  });
  const tagged = document.terrain.map(({ lets, bars }) => lets ?? bars).filter((tags) => tags !== undefined);
  expect(tagged).toEqual([['foe', 'pallet']]);
  expect(document.levels[0]).toMatchObject({ ticksPerSecond: 50, scroll: { toward: 'east', speed: 0.4, follows: 8 } });
  await expect(page.getByText('Nothing wins this level')).toBeVisible();
});
