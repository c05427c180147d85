import { describe, expect, test } from '@jest/globals';
import { checkGame } from '../check/checkWholeGame';
import { STAND_INS } from '../people/traits';
import { compileGameLevel, runChunk } from '../pipeline';
import { makeChange } from '../document/edit';
import type { GameDocument } from '../document/gameDocument';
import { newGame } from '../document/newGame';
import { readGame } from '../document/readGame';
import { writeGame } from '../document/writeGame';
import { layReadyPart, partsFor, READY_PARTS, type LaidPart } from './readyParts';

const ID = 'first-level';
const begun = {
  above: newGame({ name: 'Above', columns: 30, rows: 18 }, []),
  side: newGame({ name: 'Side', columns: 30, rows: 18, view: 'side' }, []),
};
const MIDDLE = { x: 15, y: 9 };

/** Lays a part in one change, as the desk does. */
function lay(game: GameDocument, part: string, at = MIDDLE): { game: GameDocument; laid: LaidPart } {
  let laid: LaidPart | undefined;
  const made = makeChange(game, 'Lay a part', (draft) => {
    const result = layReadyPart(draft, ID, part, at);
    if (!result.ok) throw new Error(result.faults[0].message);
    laid = structuredClone(result.value);
  });
  return { game: made!.game, laid: laid! };
}

const errorsOf = (game: GameDocument) => checkGame(game).filter(({ severity }) => severity === 'error');
const CASES = READY_PARTS.flatMap(({ id, views }) => views.map((view) => ({ id, view })));

describe('a ready part', () => {
  test.each(CASES)('is laid whole, and the level plays with it: $id, $view', ({ id, view }) => {
    const { game, laid } = lay(begun[view], id);
    expect(laid.laid.length).toBeGreaterThan(0);
    // Not even a warning: a part that does not do what it says is worse than none.
    expect(checkGame(game)).toEqual(checkGame(begun[view]));
    const read = readGame(writeGame(game));
    expect(read.ok && read.value).toEqual(game);
    const compiled = compileGameLevel(game, ID);
    expect(compiled.ok).toBe(true);
    if (compiled.ok) expect(runChunk(compiled.value, STAND_INS[1], 1, 2).rows).toHaveLength(2);
    for (const piece of laid.pieces) expect(game.levels[0].pieces.map((own) => own.id)).toContain(piece);
  });

  test.each(CASES)('laid twice is two of it, of the same kinds: $id, $view', ({ id, view }) => {
    const once = lay(begun[view], id);
    const twice = lay(once.game, id);
    expect(errorsOf(twice.game)).toEqual([]);
    // Each key opens its own door.
    expect(twice.game.cast.length - once.game.cast.length).toBe(id === 'door' ? 1 : 0);
    expect(twice.game.scripts).toEqual(once.game.scripts);
    expect(twice.laid.pieces).toHaveLength(once.laid.pieces.length);
    expect(twice.laid.pieces.filter((piece) => once.laid.pieces.includes(piece))).toEqual([]);
  });

  test('uses no kind that was changed since: that is another one now', () => {
    const { game } = lay(begun.above, 'hazard');
    const changed = structuredClone(game);
    changed.cast.at(-1)!.radius = 0.2;
    const { game: after } = lay(changed, 'hazard');
    expect(after.cast.map(({ id }) => id).slice(-2)).toEqual(['hot-jet', 'hot-jet-2']);
  });

  test('lies as near as it can be to where it is wanted, on free ground and away from the player', () => {
    const { game, laid } = lay(begun.above, 'chaser', { x: 1.5, y: 1.5 });
    const { at } = game.levels[0].pieces.find(({ id }) => id === laid.pieces[0])!;
    const [player] = game.levels[0].pieces;
    expect(Math.hypot(at[0] - player.at[0], at[1] - player.at[1])).toBeGreaterThan(2.5);
    expect(Math.hypot(at[0] - player.at[0], at[1] - player.at[1])).toBeLessThan(8);
  });

  test('that finds no place, or does not fit the view, is refused and changes nothing', () => {
    const full = structuredClone(begun.above);
    full.levels[0].map = full.levels[0].map.map((row) => '#'.repeat(row.length));
    for (const [game, part] of [
      [full, 'door'],
      [begun.side, 'lane'],
      [begun.above, 'nothing'],
    ] as const) {
      const draft = structuredClone(game);
      const result = layReadyPart(draft, ID, part, MIDDLE);
      expect(result).toMatchObject({ ok: false, faults: [{ code: 'part-cannot-be-laid' }] });
      expect(draft).toEqual(game);
    }
    expect(partsFor({ view: 'side' }).map(({ id }) => id)).not.toContain('lane');
  });

  test('joins rules that are there, and says nothing in them twice', () => {
    const game = structuredClone(begun.above);
    game.levels[0].cues = ['rules { lives 3 }'];
    const once = lay(game, 'goal').game;
    expect(errorsOf(once)).toEqual([]);
    const twice = lay(once, 'goal').game;
    expect(twice.levels[0].cues).toEqual(once.levels[0].cues);
    expect(once.levels[0].cues!.join('\n')).toContain('lives 3');
  });
});
