import { beforeEach, describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { addGround, addKind, addShot, setContact, setKindField, varyKind } from './castCommands';
import { gunOf } from './controlShape';
import { readGameValue } from './readGame';
import { levelIn } from './commands';
import type { GameDocument } from './gameDocument';
import { addMark } from './placeCommands';
import { renameGround, renameKind, renameMark } from './renameCommands';

let game: GameDocument;

beforeEach(() => {
  game = kilnYard();
});

describe('a new name', () => {
  test('brings the id along while nothing mentions it, so that scripts can say what the screen says', () => {
    const kind = renameKind(game, addKind(game, 'New kind', '#123456'), 'Clay column');
    const ground = renameGround(game, addGround(game, 'New ground'), 'Hot sand');
    const mark = renameMark(
      game,
      'ember-night',
      addMark(game, 'ember-night', 'mark 7', { point: { x: 1, y: 1 } }),
      'Gate',
    );
    expect([kind, ground, mark]).toEqual(['clay-column', 'hot-sand', 'gate']);
    expect(game.cast.at(-1)).toMatchObject({ id: 'clay-column', name: 'Clay column' });
    expect(levelIn(game, 'ember-night').marks.at(-1)).toMatchObject({ id: 'gate', name: 'Gate' });
  });

  test('of a kind is followed by its pieces, contacts, parts, shots and variants', () => {
    const shot = addShot(game, 'apprentice', 'foe');
    const base = addKind(game, 'New kind', '#123456');
    const other = varyKind(game, base, 'Other');
    setContact(game, base, 'apprentice', [{ effect: 'stun', seconds: 1 }]);
    setKindField(game, addKind(game, 'Barge', '#123456'), 'parts', [{ kind: base, at: [1, 0] }]);
    const level = game.levels[0];
    level.pieces.push({ id: 'late-1', name: 'Late', kind: base, at: [2.5, 2.5], facing: 0 });
    expect(renameKind(game, base, 'Late ember')).toBe('late-ember');
    expect(renameKind(game, shot, 'Clay pellet')).toBe('clay-pellet');
    expect(level.pieces.at(-1)!.kind).toBe('late-ember');
    expect(game.cast.find(({ id }) => id === other)!.varies).toBe('late-ember');
    expect(game.cast.find(({ id }) => id === 'barge')!.parts).toEqual([{ kind: 'late-ember', at: [1, 0] }]);
    expect(game.contacts!.filter(({ by }) => by === 'late-ember' || by === 'clay-pellet')).toHaveLength(2);
    expect(gunOf(game.cast.find(({ id }) => id === 'apprentice')!.control)!.shot).toBe('clay-pellet');
    expect(JSON.stringify(game)).not.toMatch(/"(new-kind|shot)":? ?"?(new-kind|shot)"/);
    expect(readGameValue(JSON.parse(JSON.stringify(game))).ok).toBe(true);
  });

  test('leaves an id alone that a text, a tag or a rule mentions', () => {
    const id = addKind(game, 'New kind', '#123456');
    levelIn(game, 'ember-night').cues!.push(`spawner late { at jetty; every 9 s; pick ${id} }`);
    expect(renameKind(game, id, 'Late ember')).toBe('new-kind');
    expect(renameKind(game, 'warden', 'Night guard')).toBe('night-guard');
    expect(renameMark(game, 'ember-night', 'jetty', 'Pier')).toBe('jetty');
    expect(renameGround(game, 'floor', 'Tiles')).toBe('floor');
    expect(game.levels[0].pieces.filter(({ kind }) => kind === 'night-guard').length).toBeGreaterThan(0);
  });

  test('never takes the id of another, and nothing is done when it is empty', () => {
    const id = addKind(game, 'New kind', '#123456');
    expect(renameKind(game, id, 'Warden')).toBe('warden-2');
    const before = JSON.stringify(game);
    expect(renameKind(game, 'warden', '   ')).toBe('warden');
    expect(JSON.stringify(game)).toBe(before);
  });
});
