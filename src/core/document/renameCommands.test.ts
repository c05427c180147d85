import { beforeEach, describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { addGround, addKind } from './castCommands';
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

  test('leaves an id alone that pieces, contacts, other kinds or a script mention', () => {
    const id = addKind(game, 'New kind', '#123456');
    levelIn(game, 'ember-night').cues!.push(`spawner late { at jetty; every 9 s; pick ${id} }`);
    expect(renameKind(game, id, 'Late ember')).toBe('new-kind');
    expect(renameKind(game, 'warden', 'Night guard')).toBe('warden');
    expect(renameMark(game, 'ember-night', 'jetty', 'Pier')).toBe('jetty');
    expect(renameGround(game, 'floor', 'Tiles')).toBe('floor');
    expect(game.cast.find((kind) => kind.id === 'warden')!.name).toBe('Night guard');
  });

  test('never takes the id of another, and nothing is done when it is empty', () => {
    const id = addKind(game, 'New kind', '#123456');
    expect(renameKind(game, id, 'Warden')).toBe('warden-2');
    const before = JSON.stringify(game);
    expect(renameKind(game, 'warden', '   ')).toBe('warden');
    expect(JSON.stringify(game)).toBe(before);
  });
});
