import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { compileGameLevel, listNumbers, NUMBER_VERSIONS, readOverrides, runChunk, STAND_INS } from '@/core/index';
import { readRates } from '@/ui/help/ratesBlock';
import { kilnYard } from './support/kilnYard';

const page = readFileSync('docs/recipes.md', 'utf8');
const recipes = page.split(/^## /m).slice(1);
const game = kilnYard();

const fencesOf = (recipe: string) =>
  [...recipe.matchAll(/^```(.*)\n([\s\S]*?)^```$/gm)].map(([, info, text]) => ({ info, text }));
const ratesOf = (recipe: string) => fencesOf(recipe).flatMap(({ info, text }) => readRates(info, text) ?? []);

test('there are ten recipes, each ends in numbers of a level and a number that are there', () => {
  expect(recipes).toHaveLength(10);
  for (const recipe of recipes) {
    expect(recipe.trimEnd()).toMatch(/```$/);
    const [{ levelId, number, rows }, ...more] = ratesOf(recipe);
    const level = game.levels.find(({ id }) => id === levelId)!;
    expect([number, listNumbers(game, level).some(({ name, fullName }) => [name, fullName].includes(number))]).toEqual([
      number,
      true,
    ]);
    expect([rows.length, more.length]).toEqual([3, 0]);
    for (const { low, rate, high } of rows) expect(low <= rate && rate <= high).toBe(true);
  }
});

test('what a recipe shows of a script stands so in the game', () => {
  const written = [...game.scripts.map(({ lines }) => lines), ...game.levels.map(({ cues }) => cues ?? [])]
    .flat()
    .map((line) => line.trim());
  const shown = recipes.flatMap((recipe) =>
    fencesOf(recipe).flatMap(({ info, text }) => (info === '' ? text.trim().split('\n') : [])),
  );
  expect(shown.length).toBeGreaterThan(10);
  expect(shown.map((line) => line.trim()).filter((line) => !written.includes(line))).toEqual([]);
});

test('the numbers were measured with the versions that run here: the first of them comes out again', () => {
  expect(page).toContain(`(engine\n${NUMBER_VERSIONS.engine}, stand-ins ${NUMBER_VERSIONS.standIns})`);
  const [{ levelId, number, rows }] = ratesOf(recipes[0]);
  const set = [{ name: number, value: +rows[0].value }];
  const overrides = readOverrides(
    game,
    game.levels.find(({ id }) => id === levelId)!,
    set,
  );
  if (!overrides.ok) throw new Error(overrides.faults[0].message);
  const level = compileGameLevel(game, levelId, overrides.value);
  if (!level.ok) throw new Error(level.faults[0].message);
  const casual = STAND_INS.find(({ id }) => id === 'casual')!;
  const cleared = runChunk(level.value, casual, 1, 200).rows.filter(({ outcome }) => outcome === 'won').length;
  expect(Math.round(cleared / 2)).toBe(rows[0].rate);
});
