import { describe, expect, test } from '@jest/globals';
import { freeze, produce } from 'immer';
import { drawing } from '../../../tests/support/drawing';
import { kilnYard } from '../../../tests/support/kilnYard';
import { changedParts, withChangedParts } from './changedParts';

const SEED = Number(process.env.GORGE_SEED ?? 11);

type Node = Record<string, unknown>;

/** Changes something somewhere in a document, without regard to its shape. */
function spoil(part: Node | unknown[], draw: ReturnType<typeof drawing>): void {
  const keys: (string | number)[] = Array.isArray(part) ? [...part.keys()] : Object.keys(part);
  if (keys.length === 0) return;
  const key = draw(keys);
  const inner = (part as Node)[key];
  const isDeep = typeof inner === 'object' && inner !== null;
  const act = draw(isDeep ? ['in', 'in', 'in', 'gone', 'twice', 'other'] : ['gone', 'twice', 'other', 'other']);
  if (act === 'in') spoil(inner as Node, draw);
  else if (act === 'other') (part as Node)[key] = draw([7, 'seven', true, null, [1, 2], { own: 1 }]);
  else if (Array.isArray(part)) part.splice(Number(key), act === 'gone' ? 1 : 0, ...(act === 'gone' ? [] : [inner]));
  else if (act === 'gone') delete part[key];
  else part[`${key}-again`] = inner;
}

describe('what has changed between two versions', () => {
  test(`makes the later out of the earlier, whatever was changed (seed ${SEED})`, () => {
    const draw = drawing(SEED);
    let before = freeze(kilnYard(), true);
    for (let round = 0; round < 400; round++) {
      const after = produce(before, (game) => {
        for (let edit = 0; edit <= round % 4; edit++) spoil(game as unknown as Node, draw);
      });
      // As if it went to another thread: nothing is the same object there.
      const changes = structuredClone(changedParts(before, after));
      expect(withChangedParts(structuredClone(before), changes)).toEqual(after);
      before = round % 20 === 19 ? freeze(kilnYard(), true) : after;
    }
  });

  test('is the one number that was turned, and nothing around it', () => {
    const before = freeze(kilnYard(), true);
    const after = produce(before, (game) => {
      game.cast[2].knobs = { ...game.cast[2].knobs, pace: 3.25 };
    });
    expect(changedParts(before, after)).toEqual([
      before.cast[2].knobs
        ? { path: ['cast', 2, 'knobs', 'pace'], value: 3.25 }
        : { path: ['cast', 2, 'knobs'], value: { pace: 3.25 } },
    ]);
    expect(changedParts(after, after)).toEqual([]);
  });

  test('leaves what has not changed the very same, frozen', () => {
    const before = withChangedParts(kilnYard(), []);
    const after = withChangedParts(before, [{ path: ['levels', 0, 'name'], value: 'Another hall' }]);
    expect(after.levels[0].name).toBe('Another hall');
    expect(before.levels[0].name).not.toBe('Another hall');
    expect(after.cast).toBe(before.cast);
    expect(after.levels[0].map).toBe(before.levels[0].map);
    expect(after.levels[1]).toBe(before.levels[1]);
    expect([after, after.cast, after.cast[0], after.levels[0]].every(Object.isFrozen)).toBe(true);
  });
});
