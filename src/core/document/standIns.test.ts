import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { STAND_INS, TRAIT_LIMITS } from '../people/traits';
import { checkReferences } from './checkReferences';
import type { GameDocument } from './gameDocument';
import { readGame } from './readGame';
import { addStandIn, nameStandIn, removeStandIn, setLikeness, setLimit, standInsOf } from './standIns';
import { writeGame } from './writeGame';

/** What reading a game says that has these stand-ins, written as they are. */
function faultsOf(standIns: unknown): string[] {
  const read = readGame(JSON.stringify({ ...kilnYard(), standIns }));
  return read.ok ? [] : read.faults.map(({ message, hint }) => `${message} ${hint}`);
}

describe("stand-ins of a game's own", () => {
  test('stand after those that ship and have their limits but for what is set', () => {
    const game = kilnYard();
    const id = addStandIn(game, 'practised');
    nameStandIn(game, id, 'Night shift');
    setLimit(game, id, 'reactionMs', 400);
    const all = standInsOf(game);
    expect(all.map((one) => one.id)).toEqual(['novice', 'casual', 'practised', 'expert', id]);
    expect(all[4]).toEqual({ ...STAND_INS[2], id, name: 'Night shift', reactionMs: 400 });
    setLikeness(game, id, 'novice');
    expect(standInsOf(game)[4]).toEqual({ ...STAND_INS[0], id, name: 'Night shift', reactionMs: 400 });
  });

  test('are written and read back, and leave nothing behind when they are taken out', () => {
    const before = kilnYard();
    const game = kilnYard();
    const ids = [addStandIn(game, 'casual'), addStandIn(game, 'expert')];
    expect(new Set(ids).size).toBe(2);
    setLimit(game, ids[0], 'aimSpreadDegrees', 20);
    const read = readGame(writeGame(game));
    expect(read.ok && read.value).toEqual(game);
    setLimit(game, ids[0], 'aimSpreadDegrees', STAND_INS[1].aimSpreadDegrees);
    expect(game.standIns?.[0].limits).toBeUndefined();
    for (const id of ids) removeStandIn(game, id);
    expect(writeGame(game)).toBe(writeGame(before));
  });

  test.each(TRAIT_LIMITS.map(({ key, least, most }) => [key, least, most] as const))(
    'a %s that no person has is refused with the range of people',
    (key, least, most) => {
      const own = (value: unknown) => [{ id: 'own', name: 'Own', like: 'casual', limits: { [key]: value } }];
      expect(faultsOf(own(least))).toEqual([]);
      expect(faultsOf(own(most))).toEqual([]);
      for (const value of [least - 1, most + 1, 'much']) {
        const faults = faultsOf(own(value));
        expect(faults).toHaveLength(1);
        expect(faults[0]).toContain(`from ${least} to ${most}`);
      }
    },
  );

  test('a limit that does not exist, somebody to be like who does not, and a taken name are told', () => {
    expect(faultsOf([{ id: 'own', name: 'Own', like: 'casual', limits: { luck: 3 } }]).join()).toContain('luck');
    expect(faultsOf([{ id: 'own', name: 'Own', like: 'wizard' }])).toHaveLength(1);
    const game: GameDocument = kilnYard();
    game.standIns = [
      { id: 'expert', name: 'Mine', like: 'casual' },
      { id: 'blind', name: 'Mine too', like: 'casual' },
    ];
    expect(checkReferences(game).map(({ code, where }) => [code, where.path[1]])).toEqual([
      ['standin-name-taken', 0],
      ['standin-name-taken', 1],
    ]);
  });
});
