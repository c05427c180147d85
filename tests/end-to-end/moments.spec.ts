import type { Page } from '@playwright/test';
import { expect, test } from './support/test';
import {
  compileGameLevel,
  nameOfPiece,
  recordRun,
  runSeeds,
  Runner,
  sayEnd,
  standInsOf,
  steeringOf,
} from '../../src/core/index';
import { hallOnly } from '../support/kilnYard';
import { clickCell, finishedReading, letReadingGoOn, nearTheDoor, openDesk } from './support/desk';
import { pressAll } from './support/hands';

/** The level of the desk, and the runs of it that a held Reading knows. */
function knownRuns() {
  const game = hallOnly();
  const compiled = compileGameLevel(game, 'drying-hall');
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const steering = steeringOf('casual', standInsOf(game))!;
  const { rows } = runSeeds(new Runner(compiled.value, steering), 1, 4);
  return { game, program: compiled.value, steering, lost: rows.filter(({ outcome }) => outcome !== 'won') };
}

/** What the quickest of some people presses who win from a moment of a run on. */
function winningFrom(seed: number, inputs: readonly number[]): number[] {
  const { game, program } = knownRuns();
  const traits = standInsOf(game).find(({ id }) => id === 'expert')!;
  const people = Array.from({ length: 40 }, (_, index) => index + 1);
  const [quickest] = people
    .map((person) => recordRun(program, { type: 'handover', traits, inputs }, seed, person))
    .filter(({ record }) => record?.outcome === 'won')
    .sort((one, other) => one.inputs.length - other.inputs.length);
  return quickest.inputs.slice(inputs.length);
}

async function secondsShown(page: Page): Promise<number> {
  return Number.parseFloat((await page.getByTestId('moment').textContent()) ?? '');
}

test('the commonest end leads to its runs, a click in the arena to those lost there, and the arrows through them', async ({
  page,
}, info) => {
  const { game, lost } = knownRuns();
  await openDesk(page, info);
  await expect(page.getByTestId('reading-status')).toHaveText('held at 4 runs');
  const [first] = lost;
  const name = nameOfPiece(first.piece, { pieces: game.levels[0].pieces, kinds: game.cast });
  await page
    .getByRole('region', { name: 'Reading' })
    .or(page.getByLabel('Reading', { exact: true }))
    .getByRole('button', { name: /touched by/ })
    .click();
  const visit = page.getByTestId('visit');
  await expect(visit).toContainText(/touched by .* 1 of \d/);
  await expect.poll(() => secondsShown(page)).toBeGreaterThan(0);

  await clickCell(page, first.x, first.y);
  await expect(visit).toContainText('lost near');
  await expect(visit).toHaveAttribute(
    'title',
    new RegExp(`^run ${first.seed}: ${sayEnd({ cause: first.cause, piece: first.piece, name })}`),
  );
  await expect.poll(() => secondsShown(page)).toBeCloseTo(Math.max(0, first.ticks / 60 - 3), 1);
  await expect(page.getByLabel('Seed of the run that is shown')).toHaveValue(String(first.seed));

  await page.getByRole('button', { name: 'Leave these runs' }).click();
  await page.getByRole('button', { name: `Lost runs, ${lost.length}` }).click();
  await expect(visit).toContainText(`of ${lost.length}`);
  await page.getByRole('button', { name: 'The next run' }).click();
  await visit.click();
  await page.getByRole('menuitem', { name: `run ${first.seed}:` }).click();
  await expect(visit).toContainText(`1 of ${lost.length}`);
});

test('a lost run is taken over three seconds before its end, and won by hand', async ({ page }, info) => {
  const { program, steering, lost } = knownRuns();
  const [first] = lost;
  const inputs = recordRun(program, steering, first.seed).inputs.slice(0, Math.max(0, first.ticks - 180));
  const rest = winningFrom(first.seed, inputs);
  await openDesk(page, info);
  await expect(page.getByTestId('reading-status')).toHaveText('held at 4 runs');
  await clickCell(page, first.x, first.y);
  await expect.poll(() => secondsShown(page)).toBeCloseTo(inputs.length / 60, 1);
  await page.getByRole('button', { name: 'Take over' }).click();
  await expect(page.getByTestId('try-note')).toContainText(`Run ${first.seed}, yours from here`);
  await expect(page.getByTestId('try-time')).toHaveText(`${(inputs.length / 60).toFixed(2)} s`);
  await pressAll(page, rest);
  await expect(page.getByTestId('try-note')).toHaveText(
    `Cleared in ${((inputs.length + rest.length) / 60).toFixed(2)} s`,
  );
});

test('fifty others are handed a moment, and one of them is looked at', async ({ page }, info) => {
  const { lost } = knownRuns();
  await openDesk(page, info);
  await expect(page.getByTestId('reading-status')).toHaveText('held at 4 runs');
  await clickCell(page, lost[0].x, lost[0].y);
  await page.getByRole('button', { name: 'Others from here' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'expert' }).click();
  const outcome = page.getByTestId('go-on');
  await expect(outcome).toHaveAttribute('data-status', 'done', { timeout: 120_000 });
  await expect(outcome).toContainText(
    new RegExp(`of run ${lost[0].seed} on, expert clears \\d+ % \\(\\d+–\\d+ %\\) of 50`),
  );
  await outcome.getByRole('button', { name: 'Show the first of them' }).click();
  await expect(page.getByTestId('sample-end').or(page.getByTestId('visit'))).toBeVisible();
});

test('whether it can be won at all is asked, shown as a run, and forgotten with the next edit', async ({
  page,
}, info) => {
  await openDesk(page, info);
  await expect(page.getByTestId('reading-status')).toHaveText('held at 4 runs');
  await page.getByRole('button', { name: 'Can it be won at all?' }).click();
  const proof = page.getByTestId('proof');
  await expect(proof).toHaveAttribute('data-status', 'won', { timeout: 120_000 });
  const [, seconds] =
    /On seed 1 it can be won in (\d+\.\d) s with \d+ presses, without losing a life/.exec(
      (await proof.textContent()) ?? '',
    ) ?? [];
  await expect(page.getByTestId('sample-end')).toHaveText(`cleared at ${seconds} s`);
  await page.keyboard.press('n');
  await page.keyboard.press('n');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: 'Can it be won at all?' })).toBeVisible();
  await expect(proof).toHaveCount(0);
});

test('a finding leads to its run; its fix is one change, and the number moves', async ({ page }, info) => {
  // The quickest way takes longer than the clock gives.
  await openDesk(page, info, (game) => {
    (game.levels[0] as unknown as { rules: { timeLimit: number } }).rules.timeLimit = 8;
  });
  await letReadingGoOn(page);
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('Nobody clears it.', { timeout: 180_000 });
  // Nobody is better than doing nothing, so the number is doubted.
  await expect(page.getByTestId('clear-rate')).toHaveText('? 0 %');
  const clock = findings.getByTestId('finding').filter({ hasText: 'The clock ends most runs.' });
  await clock.getByRole('button', { name: /^Show run \d+ at/ }).click();
  await expect(page.getByTestId('moment')).toContainText('8.0');
  await clock.getByRole('button', { name: 'Give 15 s instead of 8 s' }).click();
  await expect(findings.getByText('The clock ends most runs.')).toHaveCount(0);
  expect((await finishedReading(page)).rate).toBeGreaterThan(20);
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('clear-rate')).toHaveText('? 0 %');
});

test('what each part does is asked, told with intervals, and leads to the piece', async ({ page }, info) => {
  await openDesk(page, info, (game) => {
    game.levels[0].pieces = game.levels[0].pieces.slice(0, 3);
    nearTheDoor(game);
  });
  await page.getByRole('button', { name: 'What does each part do?' }).click();
  const parts = page.getByTestId('parts');
  await expect(parts).toHaveAttribute('data-status', 'done', { timeout: 180_000 });
  await expect(parts).toContainText(/[+−]\d+\.\d points ± \d+\.\d/);
  await expect(parts).toContainText('100 runs with and without each');
  await parts.getByRole('button', { name: 'Hall warden' }).click();
  await expect(page.getByLabel('Card of Hall warden')).toBeVisible();
});
