import { expect, test } from './support/test';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { openDesk } from './support/desk';

test('a batch runs on the server, its report opens, and a run is replayed by simulating it again', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  await page.getByRole('button', { name: 'Run 500' }).click();
  await expect(page).toHaveURL(new RegExp(`/games/${id}/batches/\\d+`));
  const sentences = page.getByTestId('sentences');
  await expect(sentences).toContainText(/clears \d+ % \(\d+–\d+ %\) of 500 runs/, { timeout: 180_000 });
  await expect(page.getByTestId('progress')).toBeHidden();
  const rows = page.getByTestId('runs').locator('tbody tr');
  await expect(rows).toHaveCount(17);
  await page.getByRole('button', { name: 'outcome' }).click();
  await expect(rows.first()).toContainText('lost');
  const batch = /batches\/(\d+)/.exec(page.url())![1];
  const byTime = await page.request.get(`/api/games/${id}/batches/${batch}/runs?sort=seconds&order=down`);
  const { rows: kept } = (await byTime.json()) as { rows: { seed: number; hash: string }[] };
  await page.getByRole('button', { name: 'time' }).click();
  await page.getByRole('button', { name: 'time' }).click();
  await expect(rows.first().locator('td').first()).toHaveText(String(kept[0].seed));
  await rows.first().click();
  await expect(page).toHaveURL(new RegExp(`run=${kept[0].seed}`));
  await expect(page.getByTestId('replay')).toHaveAttribute('data-hash', kept[0].hash);
  await page.goBack();
  await expect(page.getByTestId('replay')).toBeHidden();
});

test('the server, the command line and any number of threads come to the same fingerprint', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const { revision } = (await (await page.request.get(`/api/games/${id}`)).json()) as { revision: string };
  const started = (await (
    await page.request.post(`/api/games/${id}/batches`, {
      data: { revision, levelId: 'drying-hall', runs: 60, firstSeed: 7 },
    })
  ).json()) as { id: number };
  await expect
    .poll(
      async () =>
        (
          (await (await page.request.get(`/api/games/${id}/batches/${started.id}`)).json()) as {
            batch: { status: string };
          }
        ).batch.status,
      { timeout: 180_000 },
    )
    .toBe('finished');
  const report = (await (await page.request.get(`/api/games/${id}/batches/${started.id}`)).json()) as {
    summary: { hash: string };
  };
  const file = info.outputPath('hall.gorge.json');
  writeFileSync(file, await (await page.request.get(`/api/games/${id}/export`)).text());
  for (const workers of ['1', '3']) {
    const args = [
      'bin/gorge',
      'run',
      file,
      '--level',
      'drying-hall',
      '--runs',
      '60',
      '--seed',
      '7',
      '--workers',
      workers,
      '--json',
    ];
    const result = JSON.parse(spawnSync(process.execPath, args, { encoding: 'utf8' }).stdout) as {
      standins: { hash: string }[];
    };
    expect([workers, result.standins[0].hash]).toEqual([workers, report.summary.hash]);
  }
});

test('a report leaves as JSON, its charts as pictures, its map shows where players wait, and a run leads on to the desk', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  const { revision } = (await (await page.request.get(`/api/games/${id}`)).json()) as { revision: string };
  const data = { revision, levelId: 'drying-hall', runs: 40 };
  const reply = await page.request.post(`/api/games/${id}/batches`, { data });
  const { id: batch } = (await reply.json()) as { id: number };
  await page.goto(`/games/${id}/batches/${batch}`);
  await expect(page.getByTestId('sentences')).toContainText('of 40 runs', { timeout: 180_000 });
  const saved = async (button: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ]);
    return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
  };
  const numbers = JSON.parse((await saved('Numbers as JSON')).bytes.toString()) as {
    standins: { runs: number; standing: { median: number } }[];
  };
  expect([numbers.standins[0].runs, numbers.standins[0].standing.median > 0]).toEqual([40, true]);
  const lines = await saved('Still in play as SVG');
  expect(lines.name).toBe('still-in-play.svg');
  expect(lines.bytes.toString()).toMatch(/^<svg[^>]*xmlns="http:\/\/www.w3.org\/2000\/svg"/);
  expect(lines.bytes.toString()).not.toContain('var(--');
  const points = await saved('Pressure as PNG');
  expect([points.name, points.bytes.subarray(1, 4).toString()]).toEqual(['pressure.png', 'PNG']);

  await page.getByLabel('Which map').selectOption('Where players wait');
  await expect(page.getByRole('img', { name: 'Where players wait' })).toBeVisible();
  await expect(page.getByText(/^[\d.]+ s a run in a cell$/)).toBeVisible();

  await page.getByRole('button', { name: 'Replay seed 3' }).click();
  const end = (await page.getByTestId('replay-end').textContent())!;
  const [, seconds] = / at ([\d.]+) s, at/.exec(end)!;
  await page.getByRole('link', { name: /On the desk/ }).click();
  await expect(page.getByLabel('Seed of the run that is shown')).toHaveValue('3');
  await expect(page.getByTestId('sample-end')).toContainText(`at ${seconds} s`);
  const shown = async () => Number.parseFloat((await page.getByTestId('moment').textContent()) ?? '');
  await expect.poll(shown).toBeCloseTo(Number(seconds) - 3, 0);
});

test('a click on an end leaves only its runs, in the address too; two arms are compared; the page leaves as one file', async ({
  page,
}, info) => {
  const id = await openDesk(page, info);
  const { revision } = (await (await page.request.get(`/api/games/${id}`)).json()) as { revision: string };
  const arms = ['casual', 'novice'].map((standInId) => ({ standInId, levelId: 'drying-hall' }));
  const reply = await page.request.post(`/api/games/${id}/batches`, { data: { revision, arms, runs: 30 } });
  const { id: batch } = (await reply.json()) as { id: number };
  await page.goto(`/games/${id}/batches/${batch}`);
  await expect(page.getByTestId('sentences')).toContainText('of 30 runs', { timeout: 180_000 });
  await expect(page.getByRole('region', { name: 'Tempo of each arm' }).getByRole('figure')).toHaveCount(2);

  await page.getByRole('button', { name: 'touched by Shelf warden' }).click();
  await expect(page.getByTestId('filter')).toHaveText(/^\d+ of 30 runs: touched by Shelf warden$/);
  const left = Number.parseInt((await page.getByTestId('filter').textContent())!, 10);
  await expect(page.getByLabel('Runs', { exact: true })).toContainText(`${left}, a click replays`);
  expect(left).toBeLessThan(30);
  // Of single runs only rows are kept: maps and figures come of playing them again.
  await expect(page.getByText(`Of these ${left} runs, played again.`)).toBeVisible();
  await expect(page.getByRole('heading', { name: `Figures, of ${left} of them` })).toBeVisible();
  await page.getByLabel('New note').fill('Slow the warden of the shelf?');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await page.reload();
  await expect(page.getByTestId('filter')).toHaveText(/touched by Shelf warden$/);
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByTestId('filter')).toHaveCount(0);
  const notes = page.getByRole('region', { name: 'Notes' });
  await expect(notes.getByRole('listitem')).toContainText('Slow the warden of the shelf?');
  await notes.getByRole('link', { name: /^touched by/ }).click();
  await expect(page.getByTestId('filter')).toHaveText(/touched by Shelf warden$/);
  await page.getByRole('button', { name: 'Show all' }).click();

  await page.getByLabel('Compare with').selectOption(`${batch}.1`);
  const comparison = page.getByTestId('comparison');
  await expect(comparison).toContainText('on 30 common seeds');
  await comparison.getByText('Cleared only here').locator('button').first().click();
  await expect(page.getByTestId('replay-end')).toContainText('cleared');
  await page.keyboard.press('Escape');

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Whole page as HTML' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  await page.setContent(text);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('casual');
  await expect(page.locator('svg')).toHaveCount(5);
  await expect(page.locator('img')).toHaveCount(1);
  await expect(page.getByText('Slow the warden of the shelf?')).toBeVisible();
});

test('a batch can be cancelled, and what is done stays', async ({ page }, info) => {
  const id = await openDesk(page, info);
  const { revision } = (await (await page.request.get(`/api/games/${id}`)).json()) as { revision: string };
  const started = (await (
    await page.request.post(`/api/games/${id}/batches`, { data: { revision, levelId: 'drying-hall', runs: 8000 } })
  ).json()) as { id: number };
  await page.goto(`/games/${id}/batches/${started.id}`);
  await expect(page.getByTestId('progress')).toContainText(/[1-9]\d* of 8000 runs/);
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText(/Cancelled after \d+ of 8000 runs/)).toBeVisible();
  await expect(page.getByTestId('sentences')).toContainText(/of \d+ runs/);
});
