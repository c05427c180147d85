import { expect, test } from './support/test';

test('who makes the runs is told, with how others can help and what is left', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Machines' }).click();
  await expect(page).toHaveURL('/machines');
  await expect(page.getByRole('status')).toContainText('This machine makes the runs of batches');
  await expect(page.getByText('npm start -- --fleet')).toBeVisible();
  await page.route('**/api/machines', (route) =>
    route.fulfill({
      json: {
        ...{ madeBy: 'fleet', threads: 6, busy: 4, runsLeft: 9000, runsASecond: 150 },
        machines: [
          ['kiln-a', true, true],
          ['kiln-b', false, true],
          ['kiln-c', true, false],
        ].map(([host, isThere, isSameVersion], at) => ({
          ...{ id: `machine-${at}`, host, threads: 2, busy: 2, runs: 1200, runsASecond: 75, isThere, isSameVersion },
          ...{ versions: { engine: 8, standIns: 11, sums: 1 }, silentSeconds: at * 60, sinceSeconds: 400 },
        })),
      },
    }),
  );
  await expect(page.getByRole('status')).toContainText('9,000 runs are left: about 60 s as it goes now.');
  const row = (name: string) => page.getByRole('row').filter({ hasText: name });
  await expect(row('kiln-a')).toContainText('at work');
  await expect(row('kiln-b')).toContainText('silent for 60 s; its work is given to others');
  await expect(row('kiln-c')).toContainText('given no work: another version');
});
