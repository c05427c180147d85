import { expect, test } from '@jest/globals';
import { newGame, partsFor } from '@/core/index';
import { DeskSession } from './deskSession';
import { layPart, placeForPart } from './layPart';

const ID = 'first-level';
const open = () => new DeskSession(newGame({ name: 'Shed', columns: 30, rows: 18 }, []), ID);
const part = (session: DeskSession, id: string) => partsFor(session.level).find((own) => own.id === id)!;

test('a part is laid in the chosen area, beside the chosen piece, or in the middle, and not beside what was just laid', () => {
  const { state } = open();
  const area = { column: 20, row: 4, columns: 4, rows: 2 };
  expect(placeForPart({ ...state, area, selection: ['guard'] })).toMatchObject({ at: { x: 22, y: 5 } });
  const [x, y] = state.game.levels[0].pieces[1].at;
  expect(placeForPart({ ...state, selection: ['guard'] })).toEqual({ where: 'beside Guard', at: { x, y } });
  const middle = { where: 'in the middle of the level', at: { x: 15, y: 9 } };
  expect(placeForPart({ ...state, selection: ['guard'] }, ['guard'])).toEqual(middle);
  expect(placeForPart({ ...state, selection: ['gone'] })).toEqual(middle);
});

test('what is laid is selected and is one step; where it cannot be laid nothing is changed, and that is told', () => {
  const session = open();
  const before = session.state.game;
  const outcome = layPart(session, part(session, 'goal'), { x: 15, y: 9 });
  expect(outcome).toMatchObject({ laid: { pieces: session.state.selection } });
  expect(session.state.selection).toHaveLength(2);
  session.undo();
  expect(session.state.game).toEqual(before);
  session.change('Fill', (draft) => {
    draft.levels[0].map = draft.levels[0].map.map((row) => '#'.repeat(row.length));
  });
  const full = session.state.game;
  expect(layPart(session, part(session, 'door'), { x: 15, y: 9 })).toMatchObject({
    fault: { code: 'part-cannot-be-laid' },
  });
  expect(session.state.game).toBe(full);
});
