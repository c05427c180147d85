import { describe, expect, test } from '@jest/globals';
import { checkGame, compileGameLevel, newGame, readGame, runChunk, STAND_INS, writeGame } from '@/core/index';

const SIZE = { columns: 16, rows: 10 };

describe('a new game', () => {
  test('is read back as it is written, says nothing against itself, and can be run at once', () => {
    const game = newGame({ name: 'Loft of Lamps', ...SIZE }, []);
    const read = readGame(writeGame(game));
    expect(read.ok && read.value).toEqual(game);
    expect(checkGame(game)).toEqual([]);
    const compiled = compileGameLevel(game, game.levels[0].id);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const [, casual] = STAND_INS;
    const { rows } = runChunk(compiled.value, casual, 1, 10);
    expect(rows.filter(({ outcome }) => outcome === 'won').length).toBeGreaterThan(5);
  });

  test('seen from the side, stands on its floor and is cleared by running and jumping over the guard', () => {
    const game = newGame({ name: 'Loft of Ropes', ...SIZE, view: 'side' }, []);
    expect(checkGame(game)).toEqual([]);
    const [level] = game.levels;
    expect(level.view).toBe('side');
    expect(level.pieces.map(({ at }) => at[1])).toEqual([8.5, 8.5]);
    const compiled = compileGameLevel(game, level.id);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const expert = STAND_INS.find(({ id }) => id === 'expert')!;
    const { rows } = runChunk(compiled.value, expert, 1, 10);
    expect(rows.filter(({ outcome }) => outcome === 'won').length).toBeGreaterThan(5);
  });

  test('has an id of its own, whatever its name is', () => {
    const taken = [{ id: 'loft' }, { id: 'game' }];
    const idOf = (name: string) => newGame({ name, ...SIZE }, taken).id;
    expect([idOf('Loft'), idOf('  '), idOf('7 & 8'), idOf('Über Öfen')]).toEqual([
      'loft-2',
      'new-game',
      'game-2',
      'ber-fen',
    ]);
  });

  test('keeps its sizes within what a level may have', () => {
    const { map } = newGame({ name: 'tiny', columns: 1, rows: 9999 }, []).levels[0];
    expect([map[0].length, map.length]).toEqual([5, 256]);
  });
});
