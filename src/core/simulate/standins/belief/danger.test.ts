import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, Runner, STAND_INS } from '@/core/index';
import { kilnYard } from '../../../../../tests/support/kilnYard';
import { RandomStream } from '../../../foundation/random';
import type { ArenaGrid } from '../../../arena/grid';
import type { Belief } from './belief';
import type { Danger } from './danger';

const LEVELS = ['ember-night', 'cart-crossing', 'drying-hall', 'shelf-raid', 'loft-ladders'];

describe('what is too far off to matter is passed over, and nothing else', () => {
  test.each(LEVELS)('in %s, at many places and times', (level) => {
    const compiled = compileGameLevel(kilnYard(), level);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const { width, height } = compiled.value.grid;
    const runner = new Runner(compiled.value, {
      type: 'stand-in',
      traits: STAND_INS.find(({ id }) => id === 'expert')!,
    });
    const person = (runner as unknown as { standIn: { danger: Danger; belief: Belief; grid: ArenaGrid } }).standIn;
    const { danger } = person;
    const random = new RandomStream(5, 1);
    let compared = 0;
    const compare = () => {
      const [x, y] = [random.nextUnit() * width, random.nextUnit() * height];
      const cell = Math.floor(y) * width + Math.floor(x);
      const step = random.nextInteger(0, danger.steps);
      let slowly = 0;
      for (const one of danger.minded.slice(0, danger.count))
        for (const course of [one, ...one.others.slice(0, one.otherCount)])
          slowly += danger.courseRate(one, course, x, y, cell, step);
      expect(danger.rateAt(x, y, cell, step)).toBeCloseTo(slowly, 9);
      if (slowly > 0) compared++;
    };
    runner.run(3, {
      mostTicks: 1500,
      onTick: ({ tick }) => {
        if (tick % 50 !== 49) return;
        danger.foresee(person.belief, tick, person.grid);
        for (let place = 0; place < 40; place++) compare();
      },
    });
    expect(compared).toBeGreaterThan(10);
  });

  test.each(LEVELS)('in %s a glance says of now just what is foreseen of it', (level) => {
    const compiled = compileGameLevel(kilnYard(), level);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const runner = new Runner(compiled.value, {
      type: 'stand-in',
      traits: STAND_INS.find(({ id }) => id === 'practised')!,
    });
    const person = (runner as unknown as { standIn: { danger: Danger; belief: Belief; grid: ArenaGrid } }).standIn;
    const { danger } = person;
    const now = () => danger.minded.slice(0, danger.count).map(({ piece, x, y, sure }) => [piece, x[0], y[0], sure[0]]);
    let compared = 0;
    runner.run(4, {
      mostTicks: 1500,
      onTick: ({ tick }) => {
        if (tick % 20 !== 19) return;
        danger.foresee(person.belief, tick, person.grid);
        const foreseen = now();
        danger.glance(person.belief, tick, person.grid);
        expect([tick, now()]).toEqual([tick, foreseen]);
        compared += danger.count;
      },
    });
    expect(compared).toBeGreaterThan(10);
  });
});
