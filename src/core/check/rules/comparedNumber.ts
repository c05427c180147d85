import type { RuleCondition, RuleValue } from '../../compile/cueProgram';

/** A comparison in a rule. */
export type Compare = Extract<RuleCondition, { type: 'compare' }>;

const FLIPPED = { '>': '<', '<': '>', '>=': '<=', '<=': '>=', '=': '=' } as const;

/** A reading against a number, whichever way round it is written. */
export function readingAgainstNumber({
  comparison,
  left,
  right,
}: Compare):
  | { reading: Extract<RuleValue, { type: 'reading' }>['reading']; comparison: Compare['comparison']; number: number }
  | undefined {
  const [a, b] = [numberOf(left), numberOf(right)];
  if (left.type === 'reading' && b !== undefined) return { reading: left.reading, comparison, number: b };
  if (right.type === 'reading' && a !== undefined)
    return { reading: right.reading, comparison: FLIPPED[comparison], number: a };
  return undefined;
}

function numberOf(value: RuleValue): number | undefined {
  switch (value.type) {
    case 'number':
      return value.value;
    case 'reading':
    case 'memory':
      return undefined;
    case 'negative': {
      const own = numberOf(value.operand);
      return own === undefined ? undefined : -own;
    }
    case 'binary': {
      const [left, right] = [numberOf(value.left), numberOf(value.right)];
      if (left === undefined || right === undefined) return undefined;
      if (value.operator === '+') return left + right;
      if (value.operator === '-') return left - right;
      return value.operator === '*' ? left * right : left / right;
    }
  }
}
