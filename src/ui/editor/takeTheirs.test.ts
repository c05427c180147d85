import { beforeEach, describe, expect, test } from '@jest/globals';
import { commands, type GameDocument } from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { DeskSession } from './deskSession';

const LEVEL = 'drying-hall';
let session: DeskSession;

beforeEach(() => {
  session = new DeskSession(plainYard(), LEVEL);
});

const at = (id: string) => session.level.pieces.find((piece) => piece.id === id)?.at;
const move = (id: string, x: number) =>
  session.change(`Move ${id}`, (draft) => commands.movePieces(draft, LEVEL, [id], { x, y: 0 }));
/** Somebody else changes the game as it stands here. */
const theirs = (recipe: (draft: GameDocument) => void) => {
  const draft = structuredClone(session.state.game);
  recipe(draft);
  session.takeTheirs('Theirs', draft);
};
const rename = (name: string) => theirs((draft) => void (draft.name = name));

describe('what somebody else has changed', () => {
  test('is no step of one’s own: undo takes back one’s own below it, redo does it again', () => {
    const start = at('warden-1')!;
    move('warden-1', 1);
    rename('Theirs');
    session.undo();
    expect([session.state.game.name, at('warden-1')]).toEqual(['Theirs', start]);
    session.redo();
    expect([session.state.game.name, at('warden-1')]).toEqual(['Theirs', [start[0] + 1, start[1]]]);
  });

  test('stays through several steps back and forth, however much of it came in', () => {
    const before = session.level.pieces.map((piece) => piece.at);
    move('warden-1', 1);
    rename('One');
    move('warden-2', 2);
    rename('Two');
    rename('Three');
    expect(session.state.past.filter(({ isTheirs }) => isTheirs)).toHaveLength(2);
    session.undo();
    session.undo();
    session.undo();
    expect([session.state.game.name, session.level.pieces.map((piece) => piece.at)]).toEqual(['Three', before]);
    session.redo();
    session.redo();
    expect([session.state.game.name, at('warden-1'), at('warden-2')]).toEqual([
      'Three',
      [before[1][0] + 1, before[1][1]],
      [before[2][0] + 2, before[2][1]],
    ]);
  });

  test('keeps one’s own step from being taken back where both changed the same, and says which', () => {
    move('warden-1', 1);
    theirs((draft) => commands.movePieces(draft, LEVEL, ['warden-1'], { x: 3, y: 0 }));
    const place = at('warden-1');
    session.undo();
    expect([at('warden-1'), session.state.keptStep]).toEqual([place, { label: 'Move warden-1' }]);
  });

  test('is not kept where there is nothing of one’s own to go back to, and ends what could be redone', () => {
    move('warden-1', 1);
    session.undo();
    rename('Theirs');
    expect([session.state.past, session.state.future]).toEqual([[], []]);
  });

  test('takes what it removed out of the selection', () => {
    session.select(['warden-1', 'warden-2']);
    theirs((draft) => commands.removePieces(draft, LEVEL, ['warden-1']));
    expect(session.state.selection).toEqual(['warden-2']);
  });
});
