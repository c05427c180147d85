import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { KILN_YARD_FILE, kilnYard } from '../../../tests/support/kilnYard';
import { gameJsonSchema, type GameDocument } from './gameDocument';
import { LIMITS } from './limits';
import { readGame, readGameValue } from './readGame';
import { writeGame } from './writeGame';

function faultsOf(change: (game: GameDocument) => void): { code: string; path: string; message: string }[] {
  const game = kilnYard();
  change(game);
  const read = readGameValue(JSON.parse(JSON.stringify(game)));
  return read.ok ? [] : read.faults.map(({ code, where, message }) => ({ code, path: where.path.join('.'), message }));
}

describe('reading a game', () => {
  test('the demo file is read, and writing it again gives the same bytes', () => {
    const text = readFileSync(KILN_YARD_FILE, 'utf8');
    const read = readGame(text);
    expect(read.ok && writeGame(read.value)).toBe(text);
  });

  test('the order of keys in the file does not change the bytes that are written', () => {
    const game = kilnYard();
    const turned = Object.fromEntries(Object.entries(game).reverse());
    const read = readGameValue(turned);
    expect(read.ok && writeGame(read.value)).toBe(writeGame(game));
  });

  test('broken JSON is reported with line and column', () => {
    const read = readGame('{\n  "format": "gorge",\n  "version": }');
    expect(read.ok ? [] : read.faults.map((fault) => [fault.code, fault.where.inFile])).toContainEqual([
      'json-broken',
      { line: 3, column: 14 },
    ]);
  });

  test('a fault of the content carries the line of the file where it stands', () => {
    const text = readFileSync(KILN_YARD_FILE, 'utf8').replace('"#.......#...........#........#",', '"#.......#",');
    const read = readGame(text);
    const row = text.split('\n').findIndex((line) => line.includes('"#.......#",')) + 1;
    expect(read.ok ? [] : read.faults.map((fault) => [fault.code, fault.where.inFile?.line])).toEqual([
      ['map-ragged', row],
    ]);
  });

  test.each([
    ['no object at all', '[]', 'not-a-game'],
    ['some other JSON', '{"a": 1}', 'not-a-game'],
    ['a newer version', '{"format": "gorge", "version": 99}', 'version-too-new'],
    ['a version that is no number', '{"format": "gorge", "version": "one"}', 'version-unknown'],
    ['nothing', '', 'json-broken'],
  ])('%s is refused with a clear word', (_what, text, code) => {
    const read = readGame(text);
    expect(read.ok ? '' : read.faults[0].code).toBe(code);
    expect(read.ok ? '' : read.faults[0].hint).not.toBe('');
  });

  test('a file over the limit is refused before it is read', () => {
    const read = readGame(' '.repeat(LIMITS.fileBytes + 1));
    expect(read.ok ? '' : read.faults[0].code).toBe('file-too-large');
  });

  test.each<[string, (game: GameDocument) => void, string, string]>([
    ['a row that is too short', (game) => void (game.levels[0].map[3] = '###'), 'map-ragged', 'levels.0.map.3'],
    [
      'a character that is no ground',
      (game) => void (game.levels[0].map[1] = '#??....#...........#..........'),
      'unknown-glyph',
      'levels.0.map.1',
    ],
    [
      'a kind that is not in the cast',
      (game) => void (game.levels[0].pieces[1].kind = 'ghost'),
      'unknown-kind',
      'levels.0.pieces.1.kind',
    ],
    [
      'a script that does not exist',
      (game) => void (game.cast[1].behavior = 'sleep'),
      'unknown-behavior',
      'cast.1.behavior',
    ],
    [
      'two pieces of one id',
      (game) => void (game.levels[0].pieces[2].id = 'warden-1'),
      'id-twice',
      'levels.0.pieces.2.id',
    ],
    ['an id with spaces', (game) => void (game.id = 'Kiln Yard'), 'wrong-shape', 'id'],
    [
      'a time limit below zero',
      (game) => void (game.levels[0].rules.timeLimit = -1),
      'wrong-shape',
      'levels.0.rules.timeLimit',
    ],
    [
      'a field that the format does not know',
      (game) => void Object.assign(game.levels[0], { weather: 'rain' }),
      'unknown-field',
      'levels.0.weather',
    ],
  ])('%s is refused at its place', (_what, change, code, path) => {
    expect(faultsOf(change)).toContainEqual(expect.objectContaining({ code, path }));
  });

  test('the published schema is the one of the code', () => {
    expect(JSON.parse(readFileSync('docs/game-document.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(gameJsonSchema())),
    );
  });
});
