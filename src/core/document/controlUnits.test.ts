import { describe, expect, test } from '@jest/globals';
import { smallGame } from '../../../tests/support/smallLevel';
import { controlsInCells } from './controlUnits';
import { readGame } from './readGame';

const game = (control: Record<string, unknown>, pixelsPerCell = 32) => ({
  ...smallGame({ map: ['....', '....'] }),
  pixelsPerCell,
  cast: [{ id: 'player', name: 'Player', tags: ['player'], radius: 0.4, tint: '#112233', control }],
});
const controlOf = (control: Record<string, unknown>, pixelsPerCell = 32) => {
  const read = readGame(JSON.stringify(game(control, pixelsPerCell)));
  return read.ok ? read.value.cast[0].control : read.faults.map(({ code, where }) => `${code} ${where.path.join('.')}`);
};

describe('numbers of a control with units', () => {
  test('are read as cells, cells a second and seconds, by the pixels of a cell', () => {
    const control = {
      scheme: 'eight ways',
      speed: '96 px/s',
      evenDiagonals: true,
      throws: { shot: 'player', shotSpeed: '12 cells/s', range: '64 px', cooldown: '250 ms' },
    };
    expect(controlOf(control)).toMatchObject({
      speed: 3,
      throws: { shotSpeed: 12, range: 2, cooldown: 0.25 },
    });
    expect(controlOf(control, 16)).toMatchObject({ speed: 6, throws: { range: 4 } });
  });

  test('are refused at their place where they are no quantity', () => {
    expect(controlOf({ scheme: 'steer to a point', speed: 'fast' })).toEqual(['wrong-shape cast.0.control.speed']);
    expect(controlOf({ scheme: 'steer to a point', speed: '96 px/s' }, 0)).toContain(
      'wrong-shape cast.0.control.speed',
    );
  });

  test.each([[undefined], [3], [{ cast: 7 }], [{ cast: [null, { control: 'none' }], pixelsPerCell: 8 }]])(
    'what is no game stays as it is (%j)',
    (value) => expect(controlsInCells(value)).toEqual(value),
  );
});
