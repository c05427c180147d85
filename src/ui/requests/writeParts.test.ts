import { describe, expect, test } from '@jest/globals';
import { commands, makeChange, withChangedParts } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { drawing } from '../../../tests/support/drawing';
import { writeParts } from './writeParts';

const SEED = 7;

describe('the text of a document that is written again and again', () => {
  test.each([null, 3.5, 'a "word"\n', [], {}, [undefined, [1, {}]], { a: undefined, 'b c': { d: [false] } }])(
    'is what JSON makes of it: %j',
    (part) => {
      expect(writeParts(part)).toBe(JSON.stringify(part));
    },
  );

  test(`is that of every version after every edit (seed ${SEED})`, () => {
    const draw = drawing(SEED);
    let game = withChangedParts(kilnYard(), []);
    for (let edit = 0; edit < 30; edit++) {
      const level = draw(game.levels);
      const piece = draw(level.pieces);
      const by = { x: draw([-1, 0.5, 2]), y: draw([-1, 0.5, 2]) };
      game = makeChange(game, 'Move', (draft) => commands.movePieces(draft, level.id, [piece.id], by))?.game ?? game;
      expect(writeParts(game)).toBe(JSON.stringify(game));
    }
  });

  test('is never an old one of what may still change', () => {
    const open = { cells: [1, 2] };
    expect(writeParts(open)).toBe('{"cells":[1,2]}');
    open.cells.push(3);
    expect(writeParts(open)).toBe('{"cells":[1,2,3]}');
  });
});
