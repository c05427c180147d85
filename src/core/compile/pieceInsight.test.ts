import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import type { GameDocument } from '../document/gameDocument';
import { checkScripts } from '../written/checkScripts';
import { describePiece } from './pieceInsight';

function insightOf(pieceIndex: number, change: (game: GameDocument) => void = () => undefined) {
  const game = kilnYard();
  change(game);
  const level = game.levels[0];
  return describePiece(game, level, level.pieces[pieceIndex], checkScripts(game));
}

describe('what is said of a piece before any run', () => {
  test('the sight of a state is what its conditions look for; a chaser looks as one that has seen', () => {
    const insight = insightOf(1)!;
    expect(insight.states.map(({ name, sight, isChase }) => [name, sight, isChase])).toEqual([
      ['rounds', { range: 6, arc: 110 }, false],
      ['hunt', { range: 6 * 1.2, arc: 160 + 60 }, true],
      ['search', { range: 6, arc: 110 }, false],
      ['listen', { range: 6, arc: 110 }, false],
      ['puzzled', { range: 6, arc: 160 }, false],
    ]);
    expect(insight.startState).toBe(0);
  });

  test('an own knob value of the piece changes what it sees', () => {
    const insight = insightOf(1, (game) => void (game.levels[0].pieces[1].knobs = { sight: 9 }))!;
    expect([insight.values.sight, insight.states[0].sight?.range]).toEqual([9, 9]);
  });

  test('the knobs stay while the script has errors elsewhere', () => {
    const insight = insightOf(1, (game) => void (game.scripts[0].lines[7] = 'do nothing at all'))!;
    expect(insight.knobs.map((knob) => knob.name)).toEqual(['pace', 'sight', 'nerve']);
    expect([insight.states, insight.values.pace]).toEqual([[], 2.7]);
  });

  test('the player has none', () => {
    expect(insightOf(0)).toBeUndefined();
  });
});
