import { describe, expect, test } from '@jest/globals';
import type { NamedNumber } from '@/core/index';
import { chooseNumber, chosenAgain, valuesOf } from './chosenNumber';

const numberOf = (value: number, low: number, high: number, isWhole = false): NamedNumber => ({
  ...{ name: 'n', fullName: 'kind:n', value, unit: '', about: '' },
  ...{ low, high, isWhole },
});

describe('a number that is chosen', () => {
  test.each([
    ['a pace', numberOf(2.7, 0.5, 6), [1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5]],
    ['a clock', numberOf(90, 1, 3600), [60, 80, 100, 120, 140, 160, 180]],
    ['a share', numberOf(0.1, 0, 1), [0.06, 0.08, 0.1, 0.12, 0.14, 0.16, 0.18, 0.2]],
    ['lives', numberOf(3, 1, 9, true), [2, 3, 4, 5, 6]],
    ['nothing', numberOf(0, 0, 4), [0, 0.2, 0.4, 0.6, 0.8, 1]],
    ['what is held within narrow limits', numberOf(1, 1, 1.0001), [1, 1.0001]],
  ])('goes from half to double in round steps: %s', (_, number, values) => {
    const swept = valuesOf(chooseNumber(number), [number]);
    expect([swept[0], swept.at(-1)]).toEqual([values[0], values.at(-1)]);
    if (values.length > 2) expect(swept).toEqual(values);
  });

  test('is chosen again as it was swept, as long as it is there', () => {
    const number = numberOf(2, 0, 8);
    const chosen = { ...chooseNumber(number), low: 1, high: 4, count: 7 };
    const swept = [
      { name: 'n', values: valuesOf(chosen, [number]) },
      { name: 'gone', values: [1, 2] },
    ];
    expect(chosenAgain(swept, [number])).toEqual([chosen]);
  });
});
