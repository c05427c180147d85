import { beforeEach, describe, expect, test } from '@jest/globals';
import { newGame } from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { copySelection, cutSelection, pasteText, type ClipboardTargets } from './clipboard';
import { DeskActions } from './deskActions';
import { DeskSession } from './deskSession';

let session: DeskSession;
let here: ClipboardTargets;
let pointer: { x: number; y: number } | undefined;

/** A desk with nothing selected; the pointer is where it is told to be. */
function deskOf(own: DeskSession): ClipboardTargets {
  const state = () => ({ pointer }) as ClipboardTargets['view']['state'];
  const view = {
    get state() {
      return state();
    },
  };
  return { session: own, actions: new DeskActions(own), view };
}

beforeEach(() => {
  pointer = undefined;
  session = new DeskSession(plainYard(), 'drying-hall');
  here = deskOf(session);
});

const warden = () => session.level.pieces.find(({ id }) => id === 'warden-1');
const placeOf = (own: DeskSession, id: string) => own.level.pieces.find((piece) => piece.id === id)!.at;
const pasted = (outcome: ReturnType<typeof pasteText>) => {
  if ('fault' in outcome) throw new Error(outcome.fault.message);
  return outcome.pasted;
};

describe('the clipboard', () => {
  test('takes nothing where nothing is chosen', () => {
    expect([copySelection(here), cutSelection(here)]).toEqual([undefined, undefined]);
  });

  test('says what was taken', () => {
    session.select(['warden-1']);
    expect(copySelection(here)!.what).toBe(warden()!.name);
    session.select(['warden-1', 'warden-2', session.level.marks[0].id]);
    expect(copySelection(here)!.what).toBe('2 pieces and 1 mark');
    session.setTool('area');
    here.actions.chooseArea({ column: 1, row: 1 }, { column: 3, row: 2 });
    expect(copySelection(here)!.what).toMatch(/^3 × 2 cells/);
  });

  test('pastes a cell aside where it still is, and where it was where it is not', () => {
    session.select(['warden-1']);
    const [x, y] = warden()!.at;
    const { text } = copySelection(here)!;
    const [copy] = pasted(pasteText(here, text)).ids;
    expect(placeOf(session, copy)).toEqual([x + 1, y + 1]);
    session.undo();
    session.select(['warden-1']);
    const cut = cutSelection(here)!;
    expect(warden()).toBeUndefined();
    const [back] = pasted(pasteText(here, cut.text)).ids;
    expect(placeOf(session, back)).toEqual([x, y]);
  });

  test('pastes about the pointer, selects what it put down, and is one step back', () => {
    session.select(['warden-1']);
    const { text } = copySelection(here)!;
    pointer = { x: 20.4, y: 10.4 };
    const before = session.state.game;
    const { ids } = pasted(pasteText(here, text));
    const [x, y] = placeOf(session, ids[0]);
    expect([Math.floor(x), Math.floor(y)]).toEqual([20, 10]);
    expect(session.state.selection).toEqual(ids);
    session.undo();
    expect(session.state.game).toEqual(before);
  });

  test('brings into another game what that has not', () => {
    session.select(['warden-1']);
    const { text } = copySelection(here)!;
    const other = new DeskSession(newGame({ name: 'Other', columns: 30, rows: 18 }, []), 'first-level');
    const { brought } = pasted(pasteText(deskOf(other), text));
    expect(brought).toContain('kind Warden');
    expect(other.state.game.cast.map(({ id }) => id)).toContain('warden');
  });

  test('what cannot be pasted is told, and no step is made', () => {
    const steps = session.state.past.length;
    expect(pasteText(here, 'a sentence')).toMatchObject({ fault: { code: 'clipping-cannot-be-pasted' } });
    expect(session.state.past).toHaveLength(steps);
  });
});
