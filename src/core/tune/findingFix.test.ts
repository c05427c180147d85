import { describe, expect, test } from '@jest/globals';
import { findingsOf } from '../../../tests/support/findingsOf';
import { smallGame, type SmallLevel } from '../../../tests/support/smallLevel';
import type { Finding } from '../measure/findings';
import { compileGameLevel } from '../pipeline';
import { fixOf } from './findingFix';

function corridor(cells: number, more: Partial<SmallLevel> = {}): SmallLevel {
  const row = `#${'.'.repeat(cells)}#`;
  return {
    map: ['#'.repeat(cells + 2), row, row, row, '#'.repeat(cells + 2)],
    player: { at: [1.5, 1.5] },
    marks: [{ id: 'exit', name: 'Exit', area: [cells, 1, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 } },
    ...more,
  };
}

const FOE = { id: 'foe', tags: ['foe'], behavior: 'own' };

/** Levels that make one mistake each. */
const MISTAKES: [code: Finding['code'], level: SmallLevel, title: RegExp][] = [
  [
    'clock-ends-it',
    corridor(40, { level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 11 } } }),
    /^Give 20 s instead of 11 s$/,
  ],
  [
    'copies-in-step',
    corridor(60, {
      kinds: [FOE],
      scripts: { own: 'start state rounds { do patrol route, back and forth, at 3 cells/s }' },
      pieces: [40.5, 50.5].map((x) => ({
        kind: 'foe',
        at: [x, 3.5],
        route: [
          [x, 3.5],
          [x + 4, 3.5],
        ],
      })),
    }),
    /^Let each begin 0\.7 s further on/,
  ],
  [
    'arrives-on-player',
    corridor(12, {
      kinds: [FOE],
      scripts: { own: 'start state here { do hold }' },
      marks: [{ id: 'room', name: 'Room', area: [1, 1, 12, 3] }],
      level: {
        rules: { loseWhenTouching: 'foe', timeLimit: 30 },
        cues: [
          'spawner rain {',
          '  at room',
          '  every 0.5 s',
          '  pick foe',
          '  limit 30 alive',
          '}',
          'rules { win when clock >= 12 s }',
        ],
      },
    }),
    /^Write `away from player by 4 cells` in rain$/,
  ],
  [
    'lies-on-another',
    corridor(24, {
      kinds: [{ ...FOE, tags: [], radius: 0.4 }],
      scripts: { own: 'start state on { do chase player by path, seen or not, at 1 cells/s }' },
      pieces: [
        { kind: 'foe', at: [2.5, 3.5] },
        { kind: 'foe', at: [2.6, 3.5] },
      ],
      level: { rules: { timeLimit: 10 }, cues: ['rules { win when clock >= 9 s }'] },
    }),
    /^Keep chasers of own 0\.8 cells apart$/,
  ],
];

describe('a fix', () => {
  test.each(MISTAKES)('of %s is one change after which it is found no more', (code, level, title) => {
    const game = smallGame(level);
    const found = findingsOf(game).find((own) => own.code === code)!;
    const fix = fixOf(game, 'small', found)!;
    expect(fix.title).toMatch(title);
    const fixed = structuredClone(game);
    fix.apply(fixed);
    expect(fixed).not.toEqual(game);
    expect(findingsOf(fixed).map((own) => own.code)).not.toContain(code);
  });

  test('is none where it has been done already, or nothing plain can be done', () => {
    const [, , rain, pair] = MISTAKES.map(([, level]) => smallGame(level));
    const about = { message: '', hint: '', share: { value: 1, low: 1, high: 1 }, seed: 1, seconds: 0, x: 0, y: 0 };
    const away = { ...about, code: 'arrives-on-player', about: 'rain' } as const;
    fixOf(rain, 'small', away)!.apply(rain);
    // The next thing to be done is a grace.
    expect(fixOf(rain, 'small', away)!.title).toBe('Write `grace 0.8 s` in rain');
    fixOf(rain, 'small', away)!.apply(rain);
    expect(fixOf(rain, 'small', away)).toBeUndefined();
    expect(fixOf(rain, 'small', { ...away, about: 'nobody' })).toBeUndefined();
    expect(fixOf(rain, 'elsewhere', away)).toBeUndefined();
    expect(fixOf(pair, 'small', { ...about, code: 'dull-stretch' })).toBeUndefined();
    expect(fixOf(pair, 'small', { ...about, code: 'runs-out-of-shots' })).toBeUndefined();
    const apart = { ...about, code: 'lies-on-another', about: 'foe' } as const;
    fixOf(pair, 'small', apart)!.apply(pair);
    expect(fixOf(pair, 'small', apart)).toBeUndefined();
  });

  test('of a wave that is held up writes when its stragglers go, once', () => {
    const level = corridor(12, {
      kinds: [FOE],
      scripts: { own: 'start state here { do hold }' },
      marks: [{ id: 'gate', name: 'Gate', point: [9.5, 2.5] }],
      level: {
        rules: { timeLimit: 30 },
        cues: [
          'waves tide {',
          '  at gate',
          '  wave 1 { 2 foe }',
          '  next when cleared',
          '}',
          'rules { win when tide cleared }',
        ],
      },
    });
    const game = smallGame(level);
    const finding = { ...findingsOf(smallGame(MISTAKES[0][1]))[0], code: 'wave-held-up', about: 'tide' } as const;
    fixOf(game, 'small', finding)!.apply(game);
    expect(game.levels[0].cues).toContain('  stragglers vanish after 8 s');
    expect(compileGameLevel(game, 'small').ok).toBe(true);
    expect(fixOf(game, 'small', finding)).toBeUndefined();
  });

  test('of shots that run out gives half as many more', () => {
    const game = smallGame(
      corridor(12, {
        control: {
          scheme: 'eight ways',
          speed: 3,
          evenDiagonals: true,
          throws: { aim: 0, shot: 'shot', shotSpeed: 8, range: 10, cooldown: 0.2, ammunition: 7 },
        },
        kinds: [{ id: 'shot', radius: 0.1 }],
      }),
    );
    const finding = { ...findingsOf(smallGame(MISTAKES[0][1]))[0], code: 'runs-out-of-shots' } as const;
    const fix = fixOf(game, 'small', finding)!;
    fix.apply(game);
    expect([fix.title, game.cast.find(({ control }) => control)?.control?.throws?.ammunition]).toEqual([
      'Give 11 shots instead of 7',
      11,
    ]);
  });
});
