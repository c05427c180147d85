import { describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { checkGame } from '../check/checkWholeGame';
import { compileGameLevel } from '../pipeline';
import { Runner } from '../simulate/run';
import { STAND_INS } from '../people/traits';
import { LIMITS } from './limits';
import { addLevel, canHoldLevels, duplicateLevel, moveLevel, removeLevel } from './levelCommands';
import { readGameValue } from './readGame';

describe('levels of a game', () => {
  test('a new level can be run at once, and a stand-in finds the exit', () => {
    const game = hallOnly();
    const id = addLevel(game, { name: 'Clay Cellar', columns: 20, rows: 12 });
    expect(id).toBe('clay-cellar');
    expect(readGameValue(game).ok).toBe(true);
    expect(checkGame(game).map((fault) => [fault.severity, fault.code])).toEqual([['warning', 'no-threat']]);
    const compiled = compileGameLevel(game, id);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const { record } = new Runner(compiled.value, { type: 'stand-in', traits: STAND_INS[1] }).run(1);
    expect(record?.outcome).toBe('won');
  });

  test('need ground to walk on and somebody to steer', () => {
    const game = hallOnly();
    expect(canHoldLevels(game)).toBe(true);
    expect(canHoldLevels({ ...game, cast: game.cast.filter((kind) => kind.id === 'warden') })).toBe(false);
    expect(canHoldLevels({ ...game, terrain: game.terrain.filter((ground) => ground.solid) })).toBe(false);
  });

  test('a name that is taken or has no letters still gives a fresh, valid id', () => {
    const game = hallOnly();
    const ids = ['Drying Hall', 'Drying Hall', '77', '', 'Étage ½'].map((name) =>
      addLevel(game, { name, columns: 8, rows: 8 }),
    );
    expect(ids).toEqual(['drying-hall-2', 'drying-hall-3', 'level', 'level-2', 'tage']);
    expect(readGameValue(game).ok).toBe(true);
  });

  test('sizes beyond the limits are drawn into them', () => {
    const game = hallOnly();
    addLevel(game, { name: 'huge', columns: 9999, rows: 1 });
    const { map } = game.levels[1];
    expect([map[0].length, map.length]).toEqual([LIMITS.columns, 5]);
  });

  test('a copy stands behind its original and is independent of it', () => {
    const game = hallOnly();
    addLevel(game, { name: 'last', columns: 8, rows: 8 });
    const id = duplicateLevel(game, 'drying-hall');
    expect(game.levels.map((level) => level.id)).toEqual(['drying-hall', id, 'last']);
    game.levels[1].pieces[1].at = [1, 1];
    expect(game.levels[0].pieces[1].at).toEqual([10.5, 7.5]);
  });

  test('the order changes by moving, and the ends hold', () => {
    const game = hallOnly();
    for (const name of ['b', 'c']) addLevel(game, { name, columns: 8, rows: 8 });
    const order = () => game.levels.map((level) => level.id);
    moveLevel(game, 'c', -1);
    expect(order()).toEqual(['drying-hall', 'c', 'b']);
    moveLevel(game, 'drying-hall', -1);
    moveLevel(game, 'c', 9);
    expect(order()).toEqual(['drying-hall', 'b', 'c']);
    removeLevel(game, 'drying-hall');
    expect(order()).toEqual(['b', 'c']);
  });
});
