import { describe, expect, test } from '@jest/globals';
import { findingsOf } from '../../../tests/support/findingsOf';
import { smallGame, type SmallLevel } from '../../../tests/support/smallLevel';
import { fixOf } from '../tune/findingFix';
import type { Finding } from './findings';

const found = (level: SmallLevel, code: Finding['code']) =>
  findingsOf(smallGame(level)).find((finding) => finding.code === code);

/** A hall with the exit in the east and room in the west, where somebody paces out of the way. */
function hall(more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: ['####################', ...Array.from({ length: 5 }, () => '#..................#'), '####################'],
    player: { at: [8.5, 1.5] },
    kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat' }],
    scripts: {
      beat: 'start state on { do patrol route, back and forth, at 2 cells/s }',
      rest: 'start state here { do hold }',
    },
    pieces: [
      {
        kind: 'foe',
        at: [3.5, 5.5],
        route: [
          [3.5, 5.5],
          [5.5, 5.5],
        ],
      },
    ],
    marks: [{ id: 'exit', name: 'Exit', area: [18, 1, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 12 } },
    ...more,
  };
}

describe('a clock that nobody feels', () => {
  const withClock = (timeLimit: number) =>
    hall({ level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit } } });

  test('is found with when the slowest is over, and one change makes it felt', () => {
    const game = smallGame(withClock(60));
    const finding = findingsOf(game).find(({ code }) => code === 'clock-never-felt')!;
    expect(finding.message).toMatch(/^The clock of 60 s is felt by nobody: .* over at \d+\.\d s\.$/);
    const fix = fixOf(game, 'small', finding)!;
    expect(fix.title).toMatch(/^Give (5|10) s instead of 60 s$/);
    const fixed = structuredClone(game);
    fix.apply(fixed);
    expect(findingsOf(fixed).map(({ code }) => code)).not.toContain('clock-never-felt');
  });

  test('is none where runs last more than half of it, or where all are lost early', () => {
    expect(found(withClock(6), 'clock-never-felt')).toBeUndefined();
    const walledOff = hall({
      player: { at: [3.5, 4.5] },
      pieces: [
        [2.5, 4.5],
        [4.5, 4.5],
        [3.5, 3.5],
        [3.5, 5.5],
      ].map((at) => ({ kind: 'foe', at: at as [number, number] })),
      scripts: { beat: 'start state on { do chase player straight, seen or not, at 3 cells/s }' },
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 } },
    });
    expect(found(walledOff, 'clock-never-felt')).toBeUndefined();
  });
});

describe('what the player never comes to', () => {
  const withFlask = (x: number) =>
    hall({
      kinds: [
        { id: 'foe', tags: ['foe'], behavior: 'beat' },
        { id: 'flask', behavior: 'rest' },
      ],
      pieces: [...hall().pieces!, { kind: 'flask', at: [x, 1.5] }],
      contacts: [{ by: 'player', on: 'flask', does: [{ effect: 'collect' }] }],
    });

  test('is found with its place where it lies off the way', () => {
    const finding = found(withFlask(1.5), 'never-reached')!;
    expect([finding.x, finding.y, finding.share.value]).toEqual([1.5, 1.5, 1]);
    expect(finding.message).toMatch(/^Nobody ever comes to /);
  });

  test('is told once for all of a kind', () => {
    const level = withFlask(1.5);
    level.pieces!.push({ kind: 'flask', at: [2.5, 1.5] });
    const findings = findingsOf(smallGame(level)).filter(({ code }) => code === 'never-reached');
    expect(findings.map(({ message }) => message)).toEqual(['Nobody ever comes to Piece 2 and Piece 3.']);
  });

  test('is none where it lies on the way', () => {
    expect(found(withFlask(13.5), 'never-reached')).toBeUndefined();
  });
});

describe('supplies that never come', () => {
  const withSupply = (first: string) =>
    hall({
      control: {
        scheme: 'eight ways',
        speed: 3,
        evenDiagonals: true,
        throws: { aim: 0, shot: 'shot', shotSpeed: 8, range: 10, cooldown: 0.2, ammunition: 7 },
      },
      kinds: [
        { id: 'foe', tags: ['foe'], behavior: 'beat' },
        { id: 'shot', radius: 0.1 },
        { id: 'crate', behavior: 'rest' },
      ],
      contacts: [{ by: 'player', on: 'crate', does: [{ effect: 'refill', what: 'ammunition', amount: 3 }] }],
      marks: [...hall().marks!, { id: 'depot', name: 'Depot', point: [2.5, 2.5] }],
      level: {
        rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 12 },
        cues: ['spawner crates {', '  at depot', `  every 20 s, first after ${first}`, '  pick crate', '}'],
      },
    });

  test('are found with the cue that is to bring them', () => {
    const finding = found(withSupply('11 s'), 'supplies-never-come')!;
    expect([finding.about, finding.message]).toEqual([
      'crates',
      expect.stringMatching(/which crates is to bring .* never comes/),
    ]);
  });

  test('are none where they come in time', () => {
    expect(found(withSupply('0.5 s'), 'supplies-never-come')).toBeUndefined();
  });
});
