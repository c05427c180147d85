import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { foldExpression } from '../../compile/foldExpression';
import type { Expression } from '../checkedBehavior';
import { checkScript } from './checkScript';

const UNITS = { pixelsPerCell: 32, ticksPerSecond: 60 };

/** The value of a duration as `after` reads it, in seconds; undefined when it is refused. */
function secondsOf(written: string): number | undefined {
  const { behavior } = checkScript(
    `behavior a { knob k = 2 s in 0..9 start state b { do hold go b after ${written} + 0 * k } }`,
    [],
  );
  const condition = behavior?.states[0].transitions[0].condition;
  const duration: Expression | undefined =
    condition?.type === 'test' ? condition.phrase.quantities.duration : undefined;
  return duration && foldExpression(duration, new Map([['k', 2]]), UNITS);
}

interface Sum {
  text: string;
  value: number;
}

/** Durations made of numbers, sums, differences, products and brackets, with the value that they must have. */
const durations: fc.Arbitrary<Sum> = fc.letrec<{ sum: Sum; term: Sum; number: Sum }>((tie) => ({
  number: fc
    .integer({ min: 0, max: 400 })
    .chain((quarters) =>
      fc.constantFrom(
        { text: `${quarters / 4} s`, value: quarters / 4 },
        { text: `${quarters} ms`, value: quarters / 1000 },
        { text: `${quarters} ticks`, value: quarters / 60 },
      ),
    ),
  term: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    tie('number'),
    fc
      .tuple(tie('number'), fc.integer({ min: 0, max: 9 }))
      .map(([left, factor]) => ({ text: `${left.text} * ${factor}`, value: left.value * factor })),
    fc
      .tuple(tie('number'), fc.integer({ min: 1, max: 9 }))
      .map(([left, part]) => ({ text: `${left.text} / ${part}`, value: left.value / part })),
    tie('sum').map((inner) => ({ text: `(${inner.text})`, value: inner.value })),
  ),
  sum: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    tie('term'),
    fc
      .tuple(tie('term'), tie('term'))
      .map(([left, right]) => ({ text: `${left.text} + ${right.text}`, value: left.value + right.value })),
    fc
      .tuple(tie('sum'), tie('term'))
      .map(([left, right]) => ({ text: `${left.text} - ${right.text}`, value: left.value - right.value })),
  ),
})).sum;

describe('expressions', () => {
  test('have the value that arithmetic gives them, with units converted and brackets first', () => {
    fc.assert(
      fc.property(durations, ({ text, value }) => {
        const seconds = secondsOf(text);
        return seconds !== undefined && Math.abs(seconds - value) <= 1e-9 * Math.max(1, Math.abs(value));
      }),
      { numRuns: 400, seed: 20261123 },
    );
  });

  test.each([
    ['4 cells / (2 cells/s)', 2],
    ['k * 1.5', 3],
    ['(k + 500 ms) * 2', 5],
    ['-(1 s) + 3 s', 2],
    ['1 s * 50 %', 0.5],
  ])('%s is %d seconds', (written, seconds) => {
    expect(secondsOf(written)).toBeCloseTo(seconds, 12);
  });

  test.each(['2', '4 cells', 'k * k', 'k / k', '1 s + 1 cells', '(1 s', '1 s +', '* 2 s', '3 deg / 2 s'])(
    '%s is no duration',
    (written) => {
      expect(secondsOf(written)).toBeUndefined();
    },
  );
});
