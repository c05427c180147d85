import { expect, test } from './support/test';
import { compileGameLevel, Runner, STAND_INS } from '../../src/core/index';
import { kilnYard } from '../support/kilnYard';
import { pressAll } from './support/hands';

/** Inputs that win a level of the demo with the seed of tries, and the tick in which they do. */
function winningInputs(levelId: string): { inputs: number[]; ticks: number } {
  const compiled = compileGameLevel(kilnYard(), levelId);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const casualAndBetter = STAND_INS.slice(1);
  // Whoever is at the controls with the seed of tries; with other horizons until one of them wins.
  const horizons = Array.from({ length: 50 }, (_, index) => 2.4 + 0.05 * index);
  const people = horizons.flatMap((lookAheadSeconds) =>
    casualAndBetter.map((tier) => ({ ...tier, lookAheadSeconds, hesitationSeconds: 8 })),
  );
  for (const traits of people) {
    const inputs: number[] = [];
    const runner = new Runner(compiled.value, { type: 'stand-in', traits });
    const { record } = runner.run(1, { onTick: (world, input) => void (world.tick > 0 && inputs.push(input)) });
    // It must look round for a moment first: until then the try is frozen.
    if (record?.outcome === 'won' && inputs.slice(0, 60).every((input) => input === 0))
      return { inputs, ticks: record.ticks };
  }
  throw new Error(`nobody wins ${levelId}`);
}

test('Glaze Floor is won with the keys, in the very tick in which the core says so', async ({ page }) => {
  const { inputs, ticks } = winningInputs('glaze-floor');
  await page.goto('/games/kiln-yard/levels/glaze-floor');
  await page.getByRole('button', { name: 'Try by hand' }).click();
  const bar = page.getByRole('group', { name: 'Try' });
  await expect(bar).toBeVisible();
  await page.keyboard.press('KeyF');
  await expect(bar).toContainText('Frozen');
  await pressAll(page, inputs.slice(Number(await bar.getAttribute('data-tick'))));
  await expect(page.getByTestId('try-note')).toHaveText(`Cleared in ${(ticks / 60).toFixed(2)} s`);
  await expect(bar).toContainText('carries 5');
  await expect(bar.getByRole('link', { name: 'On to Chimney Rise' })).toBeVisible();
});
