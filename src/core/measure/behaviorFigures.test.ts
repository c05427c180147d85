import { describe, expect, test } from '@jest/globals';
import { dryingHall, kilnYard } from '../../../tests/support/kilnYard';
import { smallGame, smallProgram } from '../../../tests/support/smallLevel';
import { measurePursuit } from '../tune/pursuit';
import { STAND_INS } from '../people/traits';
import { measureBehavior } from './behaviorFigures';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];

function figuresOf(script: string) {
  const program = smallProgram({
    map: HALL,
    scripts: { mind: script },
    kinds: [{ id: 'guard', behavior: 'mind' }],
    pieces: [{ kind: 'guard', at: [10.5, 4.5] }],
    player: { at: [3.5, 4.5] },
    level: { rules: { winAt: 'exit', loseWhenTouching: 'nobody', timeLimit: 10 } },
  });
  return measureBehavior(program, 'mind', STAND_INS[1], 1, 3)!;
}

describe('figures of a behavior', () => {
  test('shares of time, goings-over and second thoughts are those of the closed form', () => {
    const figures = figuresOf('start state a { do hold go b after 0.5 s } state b { do hold go a after 1.5 s }');
    expect(figures.states.map(({ name, share }) => [name, Math.round(share * 20) / 20])).toEqual([
      ['a', 0.25],
      ['b', 0.75],
    ]);
    const [there, back] = figures.transitions;
    expect(there.perMinute).toBeCloseTo(30, 0);
    expect(Math.abs(there.count - back.count)).toBeLessThanOrEqual(3);
    // Each b is left for the a that it came from, but only after more than a second; each a within a second.
    expect(figures.secondThoughtsPerMinute).toBeCloseTo(back.perMinute, -1);
  });

  test('turns are counted when a piece turns round, and sightings have their length', () => {
    const pacing = figuresOf('start state a { do pace across at 6 cells/s go a when sees player within 30 cells }');
    expect(pacing.turnsPerSecond).toBeGreaterThan(0.2);
    expect(pacing.turnsPerSecond).toBeLessThan(0.6);
    const still = figuresOf('start state a { do hold go a when sees player within 30 cells, arc 360 deg }');
    expect(still.turnsPerSecond).toBe(0);
    expect(still.sightings).toBe(3);
    expect(still.medianSightingSeconds).toBeGreaterThan(9);
    // All of the hall lies within the circle of sight.
    expect(still.watchedShare).toBe(1);
    expect(still.caught).toBeUndefined();
  });

  test('of the demo guards add up, and somebody who follows no such behavior has none', () => {
    const figures = measureBehavior(dryingHall(), 'night_watch', STAND_INS[1], 1, 20)!;
    expect(figures.states.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(figures.caught!.low).toBeLessThan(figures.caught!.high);
    expect(figures.watchedShare).toBeGreaterThan(0.02);
    expect(figures.watchedShare).toBeLessThan(0.9);
    expect(measureBehavior(dryingHall(), 'nobody', STAND_INS[1], 1, 1)).toBeUndefined();
  });
});

describe('the least safe head start', () => {
  const pursuit = (kind: string, script: string, playerSpeed: number) => {
    const game = smallGame({ map: HALL, scripts: { mind: script }, kinds: [{ id: kind, behavior: 'mind' }] });
    const measured = measurePursuit(game, 'small', kind, playerSpeed);
    if (!measured.ok) throw new Error(measured.faults[0].message);
    return measured.value.leastSafeCells;
  };

  test('is what arithmetic says: the pursuer gains its difference in speed for as long as it sees', () => {
    // From 8 cells on it does not see; nearer it gains 1 cell a second for 60 s, so it always catches.
    const always = pursuit(
      'guard',
      'start state a { do hold go b when sees player within 8 cells } state b { do chase player by path at 4 cells/s }',
      3,
    );
    expect(always).toBeGreaterThan(7.9);
    expect(always).toBeLessThan(8.6);
  });

  test('is the least there is for one that is too slow, and none for one that sees and catches everything', () => {
    const slow = pursuit(
      'guard',
      'start state a { do chase player by path at 1 cells/s go a when sees player within 30 cells }',
      3,
    );
    expect(slow).toBe(1);
    const sure = pursuit(
      'guard',
      'start state a { do chase player by path at 9 cells/s go a when sees player within 60 cells }',
      3,
    );
    expect(sure).toBeUndefined();
  });

  test('grows with the pace of a demo guard', () => {
    const at = (pace: number) => {
      const game = kilnYard();
      game.cast[1].knobs = { pace };
      const measured = measurePursuit(game, 'drying-hall', 'warden', 3.4);
      return measured.ok ? (measured.value.leastSafeCells ?? 99) : -1;
    };
    expect(at(1)).toBeLessThan(at(2.6));
    expect(at(2.6)).toBeLessThanOrEqual(at(4));
  });
});
