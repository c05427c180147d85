import { beforeEach, describe, expect, test } from '@jest/globals';
import { hallOnly, kilnYard } from '../../../tests/support/kilnYard';
import { RandomStream } from '../foundation/random';
import { clipArea, drawBoundary, liftStamp, placeStamp, turnArea, turnStamp, type CellArea } from './areaCommands';
import { makeChange, revertChange } from './edit';
import type { GameDocument, Level } from './gameDocument';
import { readGameValue } from './readGame';
import { writeGame } from './writeGame';

let game: GameDocument;
let level: Level;

beforeEach(() => {
  game = hallOnly();
  [level] = game.levels;
});

const WING: CellArea = { column: 9, row: 1, columns: 11, rows: 8 };

describe('an area of a level', () => {
  test('mirrored twice, or turned four times, is as it was', () => {
    const before = writeGame(game);
    for (const how of ['mirror across', 'mirror up and down'] as const) {
      turnArea(game, level.id, WING, how, '.');
      expect(writeGame(game)).not.toBe(before);
      turnArea(game, level.id, WING, how, '.');
      expect(writeGame(game)).toBe(before);
    }
    const square = { ...WING, columns: 8 };
    for (let turn = 0; turn < 4; turn++) expect(turnArea(game, level.id, square, 'turn', '.')).toBe(true);
    expect(writeGame(game)).toBe(before);
  });

  test('mirrored takes guards, routes and facings with it, and they stay the same pieces', () => {
    const [, hall] = level.pieces;
    turnArea(game, level.id, WING, 'mirror across', '.');
    const mirrored = level.pieces.find((piece) => piece.id === hall.id)!;
    // The wing spans columns 9 to 20, so x becomes 29 − x.
    expect(mirrored.at).toEqual([29 - hall.at[0], hall.at[1]]);
    expect(mirrored.route).toEqual(hall.route!.map(([x, y]) => [29 - x, y]));
    expect(mirrored.facing).toBe((((180 - hall.facing) % 360) + 360) % 360);
    expect(level.map[3].slice(9, 20)).toBe([...kilnYard().levels[0].map[3].slice(9, 20)].reverse().join(''));
  });

  test('turned by 90 degrees turns every cell and place clockwise', () => {
    const stamp = liftStamp(level, WING);
    const turned = turnStamp(stamp, 'turn');
    expect([turned.columns, turned.rows]).toEqual([stamp.rows, stamp.columns]);
    for (let row = 0; row < stamp.rows; row++)
      for (let column = 0; column < stamp.columns; column++)
        expect(turned.cells[column][stamp.rows - 1 - row]).toBe(stamp.cells[row][column]);
    expect(turned.pieces[0].facing).toBe((stamp.pieces[0].facing + 90) % 360);
  });

  test('that would not fit once it is turned is left alone', () => {
    const before = writeGame(game);
    expect(turnArea(game, level.id, { column: 0, row: 0, columns: 30, rows: 4 }, 'turn', '.')).toBe(false);
    expect(writeGame(game)).toBe(before);
  });

  test('put down as a stamp gets pieces of its own, and never a second player', () => {
    const stamp = liftStamp(level, { column: 0, row: 0, columns: 20, rows: 9 });
    expect(stamp.pieces.some((piece) => piece.kind === 'apprentice')).toBe(true);
    const ids = placeStamp(game, level.id, stamp, 12, 9);
    const again = placeStamp(game, level.id, stamp, -4, -3);
    expect(new Set([...ids, ...again]).size).toBe(ids.length + again.length);
    expect(level.pieces.filter((piece) => piece.kind === 'apprentice')).toHaveLength(1);
    expect(new Set(level.pieces.map((piece) => piece.id)).size).toBe(level.pieces.length);
    expect(level.map.every((row) => row.length === 30)).toBe(true);
  });

  test('chosen partly outside is cut to what lies in the level', () => {
    expect(clipArea(level, { column: -3, row: 15, columns: 6, rows: 9 })).toEqual({
      column: 0,
      row: 15,
      columns: 3,
      rows: 3,
    });
    expect(clipArea(level, { column: 40, row: 0, columns: 2, rows: 2 })).toBeUndefined();
  });

  test('edited at random can always be taken back to the byte, and stays a sound document', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = new RandomStream(seed, 21);
      const whole = (low: number, high: number) => random.nextInteger(low, high);
      const start = hallOnly();
      const area = { column: whole(0, 25), row: whole(0, 14), columns: whole(1, 5), rows: whole(1, 4) };
      const how = (['mirror across', 'mirror up and down', 'turn'] as const)[whole(0, 2)];
      const made = makeChange(start, 'edit', (draft) => {
        turnArea(draft, 'drying-hall', area, how, '.');
        placeStamp(
          draft,
          'drying-hall',
          turnStamp(liftStamp(draft.levels[0], area), how),
          whole(-3, 29),
          whole(-3, 17),
        );
        drawBoundary(draft, 'drying-hall', '#');
      })!;
      expect([seed, readGameValue(JSON.parse(writeGame(made.game))).ok]).toEqual([seed, true]);
      expect(writeGame(revertChange(made.game, made.change))).toBe(writeGame(start));
    }
  });
});
