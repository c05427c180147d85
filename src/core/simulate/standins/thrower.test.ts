import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';
import type { RunEvent } from '../engine/runEvent';
import { STAND_INS } from './traits';

const HALL = ['################', ...Array.from({ length: 10 }, () => '#..............#'), '################'];
const SHOOT = 16;

function hall(more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: HALL,
    player: { at: [7.5, 5.5], facing: 0 },
    control: {
      scheme: 'eight ways',
      speed: 3,
      evenDiagonals: true,
      throws: { shot: 'splash', shotSpeed: 12, range: 5, cooldown: 0.5, ammunition: 3 },
    },
    scripts: {
      rest: 'start state still { do hold }',
      come: 'start state on { do follow player at 1.2 cells/s, keep 0 cells }',
    },
    kinds: [
      { id: 'splash', radius: 0.2 },
      { id: 'spark', tags: ['foe', 'spark'], behavior: 'rest' },
      { id: 'comer', tags: ['foe', 'spark'], behavior: 'come' },
    ],
    contacts: [
      { by: 'splash', on: 'spark', does: [{ effect: 'defeat' }] },
      { by: 'splash', on: 'comer', does: [{ effect: 'defeat' }] },
    ],
    ...more,
  };
}

function shotsOf(level: SmallLevel, inputs: number[], ticks: number) {
  const events: RunEvent[] = [];
  new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, { events, mostTicks: ticks });
  return events;
}

describe('throwing', () => {
  test('goes where the player faces, with its cooldown, until nothing is left', () => {
    const inputs = new Array<number>(300).fill(SHOOT);
    const events = shotsOf(hall(), inputs, 300);
    expect(events.flatMap((event) => (event.type === 'shot' ? [event.tick] : []))).toEqual([0, 30, 60]);
  });

  test('defeats what it meets within its range and nothing beyond', () => {
    const near = shotsOf(hall({ pieces: [{ kind: 'spark', at: [11.5, 5.5] }] }), [SHOOT], 120);
    expect(near.some(({ type }) => type === 'gone')).toBe(true);
    const far = shotsOf(hall({ pieces: [{ kind: 'spark', at: [14.3, 5.5] }] }), [SHOOT], 120);
    expect(far.some((event) => event.type === 'gone' && event.why === 'defeated')).toBe(false);
  });

  test('a direction held turns the throw in the same tick', () => {
    const north = 7;
    const events = shotsOf(hall({ pieces: [{ kind: 'spark', at: [7.5, 2.5] }] }), [north + SHOOT], 120);
    expect(events.some((event) => event.type === 'gone' && event.why === 'defeated')).toBe(true);
  });

  test('a stand-in that can throw outlives one that cannot', () => {
    const cues = [
      'waves sparks { at rim; away from player by 4 cells; wave 1 { 4 comer, one every 1.5 s }; stragglers vanish after 30 s }',
      'rules { win when sparks cleared }',
    ];
    const level = (throws: boolean): SmallLevel => {
      const base = hall({
        marks: [{ id: 'rim', name: 'Rim', area: [1.5, 1.5, 13, 9] }],
        level: { cues, rules: { loseWhenTouching: 'foe', timeLimit: 50 } },
      });
      const { throws: gun, ...control } = base.control as Extract<
        NonNullable<SmallLevel['control']>,
        { scheme: 'eight ways' }
      >;
      return { ...base, control: throws ? { ...control, throws: { ...gun!, ammunition: undefined } } : control };
    };
    const won = (throws: boolean) => {
      const runner = new Runner(smallProgram(level(throws)), { type: 'stand-in', traits: STAND_INS[0] });
      return Array.from({ length: 40 }, (_, index) => runner.run(index + 1, { skipHash: true }).record!).filter(
        ({ outcome, ticks }) => outcome === 'won' && ticks < 30 * 60,
      ).length;
    };
    const [armed, bare] = [won(true), won(false)];
    expect(armed).toBeGreaterThan(bare + 12);
    expect(bare).toBe(0);
  });
});
