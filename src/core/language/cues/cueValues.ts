import { adviseUnit } from '../../foundation/nearestWord';
import { BASE_UNIT, DIMENSION_WORDS, type Dimension } from '../../foundation/units';
import { readExpression } from '../check/expressions';
import type { TokenCursor } from '../check/tokenCursor';
import { isChanging, type Expression } from '../checkedBehavior';
import type { Bounded } from './checkedCues';
import { expectWord, type CueScope } from './cueConditions';

/** Reads a value of one dimension, or of another that does as well; undefined after a fault, which is then noted. */
export function readValue(
  cursor: TokenCursor,
  scope: CueScope,
  dimension: Dimension,
  other?: Dimension,
): Expression | undefined {
  const value = readExpression(cursor, scope);
  return value && fits(value, value.dimension === other ? other : dimension, scope) ? value : undefined;
}

function fits(value: Expression, dimension: Dimension, scope: CueScope): boolean {
  if (isChanging(value)) {
    scope.faults.error(
      value.span,
      'value-changes',
      'This value would change during a run.',
      'Use numbers, knobs, `level` and `round` here; what changes may stand in conditions.',
    );
    return false;
  }
  if (value.dimension === dimension) return true;
  const isBare = value.type === 'quantity' && value.unit === undefined;
  scope.faults.error(
    value.span,
    isBare ? 'unit-missing' : 'wrong-unit',
    `This must be ${DIMENSION_WORDS[dimension]}, but it is ${DIMENSION_WORDS[value.dimension]}.`,
    isBare ? adviseUnit(`${value.value} ${BASE_UNIT[dimension] || '%'}`) : 'Change the value.',
  );
  return false;
}

/** Reads a value and what keeps it in bounds: `at least` and `at most`. */
export function readBounded(cursor: TokenCursor, scope: CueScope, dimension: Dimension): Bounded | undefined {
  const value = readValue(cursor, scope, dimension);
  if (!value) return undefined;
  const bounded: Bounded = { value, least: undefined, most: undefined };
  while (cursor.takeIfText('at')) {
    const end = cursor.takeIfText('least') ? 'least' : expectWord(cursor, scope, 'most') ? 'most' : undefined;
    const bound = end && readValue(cursor, scope, dimension);
    if (!bound) return undefined;
    bounded[end] = bound;
  }
  return bounded;
}

/** Reads `3..4.5 cells/s` or a single value; the unit behind the second holds for both. */
export function readRange(
  cursor: TokenCursor,
  scope: CueScope,
  dimension: Dimension,
): [Expression, Expression] | undefined {
  const low = readExpression(cursor, scope);
  if (!low) return undefined;
  if (!cursor.takeIfText('..')) return fits(low, dimension, scope) ? [low, low] : undefined;
  const high = readValue(cursor, scope, dimension);
  if (!high) return undefined;
  const first: Expression =
    low.type === 'quantity' && low.unit === undefined && high.type === 'quantity'
      ? { ...low, unit: high.unit, dimension }
      : low;
  return fits(first, dimension, scope) ? [first, high] : undefined;
}

/** Reads a whole number that is at least `least`. */
export function readCount(cursor: TokenCursor, scope: CueScope, what: string, least = 1): number | undefined {
  const token = cursor.current;
  const value = Number(token?.text);
  if (token?.type === 'number' && Number.isInteger(value) && value >= least) {
    cursor.take();
    return value;
  }
  scope.faults.error(
    cursor.span,
    'count-missing',
    token ? `\`${token.text}\` is not ${what}.` : `It is not said ${what}.`,
    `Write a whole number, ${least} or more.`,
  );
  return undefined;
}
