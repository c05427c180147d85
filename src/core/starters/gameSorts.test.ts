import { describe, expect, test } from '@jest/globals';
import { checkGame } from '../check/checkWholeGame';
import { readGame } from '../document/readGame';
import { writeGame } from '../document/writeGame';
import { STAND_INS } from '../people/traits';
import { compileGameLevel, runChunk } from '../pipeline';
import { Runner } from '../simulate/run';
import { GAME_SORTS, type GameSort } from './gameSorts';

const RUNS = 40;
/** Less than this nobody can tell from so few runs. */
const UNTOLD = 0.17;

const begun = ({ begin }: GameSort) => begin('Begun', []);

function programOf(sort: GameSort) {
  const game = begun(sort);
  const compiled = compileGameLevel(game, game.levels[0].id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return compiled.value;
}

/** Share of runs that each stand-in clears, from the first to the best. */
function shares(sort: GameSort): number[] {
  const program = programOf(sort);
  return STAND_INS.map((traits) => {
    const { rows } = runChunk(program, traits, 1, RUNS);
    return rows.filter(({ outcome }) => outcome === 'won').length / RUNS;
  });
}

const PLAYED = GAME_SORTS.filter(({ id }) => id !== 'empty').map((sort) => ({ sort, id: sort.id }));

describe.each(GAME_SORTS.map((sort) => ({ sort, id: sort.id })))('a game to begin with: $id', ({ sort }) => {
  test('has nothing wrong with it, not even a warning, and is a file that can be read', () => {
    const game = begun(sort);
    expect(checkGame(game)).toEqual([]);
    const read = readGame(writeGame(game));
    expect(read.ok && read.value).toEqual(game);
  });

  test('has an id that no other game has', () => {
    const { id } = begun(sort);
    expect(sort.begin('Begun', [{ id }]).id).not.toBe(id);
  });
});

describe.each(PLAYED)('the level of $id', ({ sort }) => {
  const cleared = shares(sort);

  test('is about as hard as its brief says', () => {
    const [{ least = 0, most = 100 }] = begun(sort).levels[0].brief!;
    const casual = cleared[STAND_INS.findIndex(({ id }) => id === 'casual')];
    expect(casual).toBeGreaterThan(least / 100 - UNTOLD);
    expect(casual).toBeLessThan(most / 100 + UNTOLD);
  });

  test('is cleared no less by those who play better, and most by the best or nearly', () => {
    for (let at = 1; at < cleared.length; at++)
      expect({ cleared, is: cleared[at] > Math.max(...cleared.slice(0, at)) - UNTOLD }).toEqual({ cleared, is: true });
    expect(cleared.at(-1)! - cleared[0]).toBeGreaterThan(UNTOLD);
  });

  test('is not cleared by nobody', () => {
    const runner = new Runner(programOf(sort), { type: 'control', id: 'idle' });
    for (let seed = 1; seed <= 5; seed++) expect(runner.run(seed).record!.outcome).not.toBe('won');
  });

  test('plays a seed alike after whatever other seed', () => {
    const program = programOf(sort);
    const expert = STAND_INS.find(({ id }) => id === 'expert')!;
    const alone = [5, 2, 4].map((seed) => runChunk(program, expert, seed, 1).rows[0].hash);
    const { rows } = runChunk(program, expert, 1, 5);
    expect(alone).toEqual([5, 2, 4].map((seed) => rows.find((row) => row.seed === seed)!.hash));
  });
});

test('gaps are no harder for who plays well at one tick rate than at another', () => {
  const expert = STAND_INS.find(({ id }) => id === 'expert')!;
  for (const ticksPerSecond of [36, 60, 72]) {
    const game = begun(GAME_SORTS.find(({ id }) => id === 'gaps')!);
    game.levels[0].ticksPerSecond = ticksPerSecond;
    const level = compileGameLevel(game, game.levels[0].id);
    if (!level.ok) throw new Error(level.faults[0].message);
    const won = runChunk(level.value, expert, 1, 20).rows.filter(({ outcome }) => outcome === 'won').length;
    expect({ ticksPerSecond, won, isMost: won > 15 }).toEqual({ ticksPerSecond, won, isMost: true });
  }
});
