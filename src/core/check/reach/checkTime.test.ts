import { describe, expect, test } from '@jest/globals';
import { checkGame, type Control } from '@/core/index';
import { smallGame, type SmallLevel } from '../../../../tests/support/smallLevel';

const HALL = [
  '####################',
  ...Array.from({ length: 12 }, () => '#..................#'),
  '####################',
];
const EXIT = { id: 'exit', name: 'Exit', area: [17, 6, 1, 1] as [number, number, number, number] };

/** What is said of a level, by code, of those that are about reach. */
function found(level: SmallLevel): { code: string; message: string; hint: string; at: unknown }[] {
  return checkGame(smallGame({ ...level, marks: [EXIT, ...(level.marks ?? [])] }))
    .filter(({ code }) => ['time-too-short', 'ammunition-short', 'gap-out-of-reach'].includes(code))
    .map(({ code, message, hint, where }) => ({ code, message, hint, at: where.span?.line ?? where.path.at(-1) }));
}

describe('too little time for the shortest way', () => {
  const level = (timeLimit: number, more: Partial<SmallLevel> = {}): SmallLevel => ({
    map: HALL,
    player: { at: [2.5, 6.5] },
    ...more,
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit } },
  });

  test('is told at the limit, and not where it just suffices', () => {
    // 15 cells at 3 cells/s: about 5 s.
    expect(found(level(3)).map(({ code, at }) => [code, at])).toEqual([['time-too-short', 'timeLimit']]);
    expect(found(level(5))).toEqual([]);
  });

  test('is not told where something may carry or hurry the player on', () => {
    const kinds = [{ id: 'spring', tags: [] }];
    const contacts = [{ by: 'spring', on: 'player', does: [{ effect: 'speed' as const, factor: 3, seconds: 9 }] }];
    expect(found(level(3, { kinds, contacts, pieces: [{ kind: 'spring', at: [4.5, 6.5] }] }))).toEqual([]);
  });
});

describe('too little ammunition', () => {
  const control = (ammunition: number | undefined): Control => ({
    scheme: 'along a rail',
    speed: 4,
    rail: 'across',
    throws: {
      aim: 270,
      shot: 'wad',
      shotSpeed: 9,
      range: 20,
      cooldown: 0.3,
      ...(ammunition === undefined ? {} : { ammunition }),
    },
  });
  const level = (ammunition: number | undefined, pierces: number): SmallLevel => ({
    map: HALL,
    player: { at: [10.5, 12.5] },
    control: control(ammunition),
    kinds: [
      { id: 'wad', radius: 0.1, flight: { pierces } },
      { id: 'moth', tags: ['moth'] },
    ],
    pieces: Array.from({ length: 6 }, (_, index) => ({ kind: 'moth', at: [3.5 + 2 * index, 2.5] as [number, number] })),
    contacts: [{ by: 'wad', on: 'moth', does: [{ effect: 'defeat' }] }],
    level: { cues: ['rules {', 'win when no moth left', '}'] },
  });

  test('is told at the rule that needs it', () => {
    expect(found(level(5, 0)).map(({ code, at }) => [code, at])).toEqual([['ammunition-short', 2]]);
  });

  test.each([
    [6, 0],
    [3, 1],
    [undefined, 0],
  ])('is not told with %p shots that go through %i', (ammunition, pierces) => {
    expect(found(level(ammunition, pierces))).toEqual([]);
  });
});

describe('gaps that are too far apart', () => {
  const level = (cue: string, control?: Control): SmallLevel => ({
    map: HALL,
    player: { at: [3.5, 6.5] },
    ...(control ? { control } : {}),
    scripts: { glide: 'start state on { do drift leaving at 4 cells/s }' },
    kinds: [
      { id: 'top', behavior: 'glide', floats: true },
      { id: 'foot', behavior: 'glide', floats: true },
    ],
    marks: [
      {
        id: 'rim',
        name: 'Rim',
        line: [
          [19, 1],
          [19, 13],
        ],
      },
    ],
    level: {
      cues: ['spawner pipe {', 'at rim', cue, 'every 1 s ± 0.2 s', 'give heading 180 deg', 'retire after 9 s', '}'],
    },
  });

  test('are told with how far the player gets, at the line of the gap', () => {
    // 12 cells long, gaps of 3: shifts of up to 9. In 0.8 s at 3 cells/s 2.4 cells, and 3 − 0.8 of the gap itself.
    const [fault] = found(level('gap 3 cells between top and foot'));
    expect([fault.code, fault.at]).toEqual(['gap-out-of-reach', 3]);
    expect(fault.message).toContain('9.0 cells');
    expect(fault.message).toContain('4.6 cells');
    expect(fault.hint).toContain('shifting at most 4.6 cells');
  });

  test('the shift that is proposed is within reach', () => {
    expect(found(level('gap 3 cells between top and foot, shifting at most 4.6 cells'))).toEqual([]);
  });

  test('one that flies towards them has less time', () => {
    const flap: Control = { scheme: 'flap', speed: 4, lift: 6, mostFall: 8 };
    const seen = level('gap 3 cells between top and foot, shifting at most 4.7 cells', flap);
    const of = (gravity: number) => found({ ...seen, level: { ...seen.level, view: 'side', gravity } })[0].message;
    // Half of 0.8 s: up at 6 cells/s, and down no less at this gravity; and 2.2 of the gap.
    expect(of(40)).toContain('0.40 s');
    expect(of(40)).toContain('4.6 cells');
    // Falling from rest, g t² / 2 = 0.8 cells.
    expect(of(10)).toContain('3.0 cells');
  });
});
