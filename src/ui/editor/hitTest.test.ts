import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { cellsBetween, hitTest } from './hitTest';

const game = kilnYard();
const level = game.levels[0];
const hit = (x: number, y: number, selection: string[] = []) => hitTest(game, level, selection, x, y, 0.35);

describe('what lies under the pointer', () => {
  test('a guard lies over its route, a waypoint over a leg, a mark over the ground', () => {
    expect(hit(10.6, 7.4)).toEqual({ type: 'piece', id: 'warden-1' });
    expect(hit(18.5, 7.5)).toEqual({ type: 'waypoint', piece: 'warden-1', index: 1 });
    expect(hit(14.5, 7.6)).toEqual({ type: 'leg', piece: 'warden-1', leg: 0 });
    expect(hit(28, 16)).toEqual({ type: 'mark', id: 'kiln-door' });
    expect(hit(2.5, 5.5)).toEqual({ type: 'ground' });
  });

  test('where routes cross, the waypoint of what is selected comes first', () => {
    const crossing = {
      ...level,
      pieces: level.pieces.map((piece) =>
        piece.id === 'warden-2' ? { ...piece, route: [[18.5, 7.5] as [number, number]] } : piece,
      ),
    };
    expect(hitTest(game, crossing, ['warden-2'], 18.5, 7.5, 0.3)).toEqual({
      type: 'waypoint',
      piece: 'warden-2',
      index: 0,
    });
    expect(hitTest(game, crossing, ['warden-1'], 18.5, 7.5, 0.3)).toEqual({
      type: 'waypoint',
      piece: 'warden-1',
      index: 1,
    });
  });
});

describe('a brush stroke', () => {
  test('leaves no cell out, however quick it was', () => {
    const cells = cellsBetween({ column: 2, row: 9 }, { column: 8, row: 6 });
    expect(cells[0]).toEqual({ column: 2, row: 9 });
    expect(cells[cells.length - 1]).toEqual({ column: 8, row: 6 });
    for (let index = 1; index < cells.length; index++) {
      expect(Math.abs(cells[index].column - cells[index - 1].column)).toBeLessThanOrEqual(1);
      expect(Math.abs(cells[index].row - cells[index - 1].row)).toBeLessThanOrEqual(1);
    }
  });
});
