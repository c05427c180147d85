import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, measureBehavior, STAND_INS, writePoseCsv } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { smallProgram } from '../../../tests/support/smallLevel';
import { facingOf, FACINGS, inFour } from './poses';

const CASUAL = STAND_INS[1];

describe('which way a piece looks', () => {
  test('is the nearest of the headings, all round', () => {
    for (let degrees = 0; degrees < 360; degrees += 3) {
      const radians = (degrees * Math.PI) / 180;
      const nearest = Math.round(degrees / 45) % 8;
      expect([degrees, facingOf(Math.cos(radians), Math.sin(radians))]).toEqual([degrees, nearest]);
    }
  });

  test('aslant counts for half to either side where four are told apart', () => {
    const row = { kind: 'Imp', state: 'on', share: 1, facings: [0.2, 0.4, 0, 0, 0.3, 0, 0, 0.1] };
    expect(inFour(row).map((share) => Number(share.toFixed(3)))).toEqual([0.45, 0.2, 0.3, 0.05]);
  });
});

describe('pictures that are needed', () => {
  test('of one that goes to and fro are two, each for half of the time', () => {
    const program = smallProgram({
      map: Array.from({ length: 6 }, () => '.'.repeat(14)),
      kinds: [{ id: 'imp', behavior: 'walk' }],
      scripts: { walk: 'start state on { do patrol route, back and forth, at 2 cells/s }' },
      pieces: [
        {
          kind: 'imp',
          at: [4.5, 4.5],
          route: [
            [4.5, 4.5],
            [8.5, 4.5],
          ],
        },
      ],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 16 } },
    });
    const { poses } = measureBehavior(program, 'walk', CASUAL, 1, 1)!;
    expect(poses.map(({ kind, state }) => [kind, state])).toEqual([['imp', 'on']]);
    const [east, west] = [poses[0].facings[0], poses[0].facings[4]];
    expect(east + west).toBeCloseTo(1, 9);
    expect(east).toBeGreaterThan(0.4);
    expect(west).toBeGreaterThan(0.4);
    expect(writePoseCsv(poses).split('\n')).toHaveLength(2);
    expect(writePoseCsv(poses)).toContain('kind,state,share_percent,east_percent,south-east_percent');
  });

  test('of the wardens sum up to all of their time, over states and directions', () => {
    const compiled = compileGameLevel(kilnYard(), 'drying-hall');
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const { poses } = measureBehavior(compiled.value, 'night_watch', CASUAL, 1, 3)!;
    for (const kind of new Set(poses.map((row) => row.kind))) {
      const own = poses.filter((row) => row.kind === kind);
      expect(own.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      for (const { facings, share } of own) {
        expect(facings).toHaveLength(FACINGS.length);
        expect(facings.reduce((sum, value) => sum + value, 0)).toBeCloseTo(share, 9);
      }
    }
  });
});
