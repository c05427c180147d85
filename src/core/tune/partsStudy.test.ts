import { describe, expect, test } from '@jest/globals';
import { hallOnly, kilnYard } from '../../../tests/support/kilnYard';
import type { GameDocument } from '../document/gameDocument';
import { STAND_INS } from '../people/traits';
import { compileGameLevel, runChunk } from '../pipeline';
import { sayPartDifference } from './partFigure';
import { partsOfLevel, PartsStudy, withoutPart, type PartsStudyState } from './partsStudy';

const [, CASUAL] = STAND_INS;
const HALL = 'drying-hall';

function levelOf(game: GameDocument, id: string) {
  return game.levels.find((level) => level.id === id)!;
}

function studied(game: GameDocument, levelId: string, runs: number): PartsStudyState {
  const study = new PartsStudy(game, levelId, CASUAL, runs);
  while (!study.isDone) study.work();
  return study.state;
}

describe('the parts of a level', () => {
  test('are the kinds of which there are several, the pieces, and the cues; never the player', () => {
    const hall = hallOnly();
    const parts = partsOfLevel(hall, levelOf(hall, HALL));
    expect(parts[0]).toEqual({ what: 'kind', id: 'warden', name: 'all 4 of Warden' });
    expect(parts.filter(({ what }) => what === 'piece')).toHaveLength(4);
    const game = kilnYard();
    const cues = partsOfLevel(game, levelOf(game, 'ember-night')).filter(({ what }) => what === 'cue');
    expect(cues.map(({ id }) => id)).toContain('ember_tide');
  });

  test('can each be left out, and all the rest stays', () => {
    const game = kilnYard();
    for (const level of game.levels)
      for (const part of partsOfLevel(game, level)) {
        const { levels } = withoutPart(game, level, part);
        const changed = levelOf({ ...game, levels }, level.id);
        expect([part.name, changed.pieces.length < level.pieces.length || changed.cues !== level.cues]).toEqual([
          part.name,
          true,
        ]);
        expect(levels.filter((own) => own !== changed)).toEqual(game.levels.filter((own) => own !== level));
      }
  });

  test('that are cues go without leaving a fault in the text', () => {
    const game = kilnYard();
    const level = levelOf(game, 'cart-crossing');
    const cues = partsOfLevel(game, level).filter(({ what }) => what === 'cue');
    for (const part of cues)
      expect([part.id, compileGameLevel(withoutPart(game, level, part), level.id).ok]).toEqual([part.id, true]);
  });
});

describe('what each part does', () => {
  test('is the difference of runs with and without it on the same seeds, the strongest first', () => {
    const game = hallOnly();
    const state = studied(game, HALL, 40);
    expect([state.done, state.all, state.unit]).toEqual([6 * 40, 6 * 40, 'points']);
    const [all] = state.parts;
    // Without any warden nothing can happen to anybody.
    expect(all).toMatchObject({ what: 'kind', id: 'warden', clears: { value: 1 } });
    const with_ = compileGameLevel(game, HALL);
    const without = compileGameLevel(withoutPart(game, levelOf(game, HALL), all), HALL);
    const rate = (compiled: typeof with_) =>
      runChunk(compiled.ok ? compiled.value : undefined!, CASUAL, 1, 40).rows.filter(({ outcome }) => outcome === 'won')
        .length / 40;
    expect(all.difference!.value).toBeCloseTo(rate(without) - rate(with_), 12);
    expect(sayPartDifference(all, state.unit)).toMatch(/^\+\d+\.\d points ± \d+\.\d$/);
    const strengths = state.parts.filter(({ difference }) => difference!.isReal).map((part) => part.difference!.value);
    expect(strengths.map(Math.abs)).toEqual(strengths.map(Math.abs).toSorted((a, b) => b - a));
  }, 60_000);

  test('is told of what cannot be left out, with why', () => {
    const game = hallOnly();
    const hall = levelOf(game, HALL);
    hall.pieces = hall.pieces.filter(({ kind }) => kind !== 'warden');
    // The rule asks for waves that are gone without them.
    hall.cues = [
      'waves late {',
      '  at kiln-door',
      '  wave 1 { 1 warden }',
      '}',
      'rules {',
      '  win when late cleared',
      '}',
    ];
    const { parts } = studied(game, HALL, 4);
    expect(parts).toMatchObject([{ what: 'cue', id: 'late', fault: expect.any(String), difference: undefined }]);
    expect(sayPartDifference(parts[0], 'points')).toBe('cannot be run without it');
  });
});
