import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { previewMovers } from './previewMovers';
import { timeRoute } from './routeTimes';
import { sayMoments, saySpan, timetableOf } from './timetable';

function tableOf(level: Partial<SmallLevel> & Pick<SmallLevel, 'scripts' | 'pieces'>) {
  const program = smallProgram({
    map: ['##############', ...Array.from({ length: 6 }, () => '#............#'), '##############'],
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'mover', behavior: 'own', radius: 0.3 }],
    ...level,
  });
  const [mover] = previewMovers(program).movers;
  return timetableOf(mover, timeRoute(program)[0]);
}

describe('the timetable of a mover', () => {
  test('of a beat of six cells at two a second: a round of 6 s over 12 cells, at its far end after 3 s', () => {
    const table = tableOf({
      scripts: { own: 'start state on { do patrol route, back and forth, at 2 cells/s }' },
      pieces: [
        {
          kind: 'mover',
          at: [3.5, 4.5],
          route: [
            [3.5, 4.5],
            [9.5, 4.5],
          ],
        },
      ],
    });
    expect(table.round).toBeCloseTo(6, 1);
    expect(table.length).toBeCloseTo(12, 0);
    expect(table.span.west).toBeCloseTo(3.5, 1);
    expect(table.span.east).toBeCloseTo(9.5, 1);
    expect([table.span.north, table.span.south]).toEqual([4.5, 4.5]);
    const [, far] = table.moments;
    expect([far.what, far.x, far.seconds]).toEqual(['is at a waypoint', 9.5, expect.closeTo(3, 1)]);
    expect(saySpan(table.span)).toBe('x 3.5 to 9.5, y 4.5');
    expect(sayMoments(table.moments)).toMatch(/^is at a waypoint at 0\.\d, 3\.0 s$/);
  });

  test('of one that drifts and turns tells when it turns, and for how long it was watched', () => {
    const table = tableOf({
      scripts: { own: 'start state on { do pace at 3 cells/s }' },
      pieces: [{ kind: 'mover', at: [7, 4.5], facing: 0 }],
    });
    const turns = table.moments.filter(({ what }) => what === 'turns');
    expect(turns.length).toBeGreaterThan(0);
    // From the middle to the wall in the east: 12.7 − 7 cells at three a second.
    expect(turns[0].seconds).toBeCloseTo((12.7 - 7) / 3, 0);
    expect(table.length / table.seconds).toBeCloseTo(3, 0);
  });

  test('that has many moments of a sort names the first of them', () => {
    const moments = Array.from({ length: 12 }, (_, index) => ({ seconds: index, x: 0, y: 0, what: 'turns' as const }));
    expect(sayMoments([...moments, { seconds: 20, x: 0, y: 0, what: 'lands' }], 3)).toBe(
      'turns at 0.0, 1.0, 2.0 … s; lands at 20.0 s',
    );
    expect(sayMoments([])).toBe('');
  });
});
