import { describe, expect, test } from '@jest/globals';
import { checkLevelCues, compileGameLevel, EDGE_NAMES, type GameDocument } from '@/core/index';
import { kilnYard, plainYard } from '../../../tests/support/kilnYard';
import { addCueBlock, cueNames, cueTextOf, type CueBlockType } from './cueSource';

const HALL = 'drying-hall';
const levelOf = (game: GameDocument) => game.levels.find(({ id }) => id === HALL)!;
const faultsOf = (game: GameDocument) =>
  (checkLevelCues(game, levelOf(game))?.diagnostics ?? []).filter(({ severity }) => severity === 'error');

describe('a cue to begin with', () => {
  test.each<CueBlockType>(['spawner', 'waves', 'rules'])(
    'of the sort %s has no fault and lets the level run',
    (type) => {
      const game = plainYard();
      addCueBlock(game, HALL, type);
      expect(faultsOf(game)).toEqual([]);
      expect(cueTextOf(levelOf(game)).startsWith(type)).toBe(true);
      expect(compileGameLevel(game, HALL)).toMatchObject({ ok: true });
    },
  );

  test('makes a mark on open ground near the middle where the level has none to spare', () => {
    const game = plainYard();
    const before = levelOf(game).marks.length;
    addCueBlock(game, HALL, 'spawner');
    const made = levelOf(game).marks.slice(before);
    expect(made.map(({ name }) => name)).toEqual(['Way in']);
    const [x, y] = (made[0] as { point: [number, number] }).point;
    const glyph = levelOf(game).map[Math.floor(y)][Math.floor(x)];
    expect(game.terrain.find((ground) => ground.glyph === glyph)?.solid).toBe(false);
    expect(Math.abs(x - 15)).toBeLessThan(4);
  });

  test('takes a mark at which nothing comes in yet before one at which something does, and never the exit', () => {
    const game = plainYard();
    const level = levelOf(game);
    level.marks.push(
      { id: 'busy', name: 'Busy', point: [3.5, 3.5] },
      { id: 'quiet', name: 'Quiet', point: [4.5, 3.5] },
    );
    level.cues = ['spawner first {', '  at busy', '  every 2 s', '  pick warden', '}'];
    addCueBlock(game, HALL, 'spawner');
    expect(cueTextOf(level).split('spawner')[2]).toContain('at quiet');
    addCueBlock(game, HALL, 'waves');
    expect(cueTextOf(level)).not.toContain(`at ${level.rules.winAt}`);
  });

  test('has a name of its own however many there are, and stands behind what is written', () => {
    const game = plainYard();
    for (let round = 0; round < 3; round++) addCueBlock(game, HALL, 'spawner');
    addCueBlock(game, HALL, 'waves');
    expect(cueNames(game, levelOf(game)).cues).toEqual(['arrivals', 'arrivals_2', 'arrivals_3', 'tide']);
    expect(faultsOf(game)).toEqual([]);
  });

  test('brings in what is no player', () => {
    const game = plainYard();
    addCueBlock(game, HALL, 'spawner');
    const [, picked] = /pick (\S+)/.exec(cueTextOf(levelOf(game)))!;
    expect(game.cast.find(({ id }) => id === picked)?.control).toBeUndefined();
  });
});

describe('what names in cues can stand for', () => {
  test('are kinds with the player last, all tags, the marks with the edges, the grounds and the cues themselves', () => {
    const game = kilnYard();
    const level = game.levels.find(({ id }) => id === 'ember-night')!;
    const { kinds, tags, marks, grounds, cues } = cueNames(game, level);
    expect(kinds).toHaveLength(game.cast.length);
    expect(kinds.slice(0, 3)).not.toContain('apprentice');
    expect(tags).toEqual(expect.arrayContaining(['foe', 'player']));
    expect(marks).toEqual([...level.marks.map(({ id }) => id), ...EDGE_NAMES]);
    expect(grounds).toEqual(game.terrain.map(({ id }) => id));
    expect(cues).toEqual(['ember_tide']);
  });
});
