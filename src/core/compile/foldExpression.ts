import { assertNever, bug } from '../foundation/result';
import { toBaseUnit, type UnitContext } from '../foundation/units';
import type { Expression, KnobDefinition } from '../language/checkedBehavior';

/** Knob values of a piece by name, in base units (cells, seconds, degrees). */
export type KnobValues = ReadonlyMap<string, number>;

/** Value of an expression in base units. Division by zero gives Infinity or NaN; the caller checks the range. */
export function foldExpression(expression: Expression, knobs: KnobValues, units: UnitContext): number {
  switch (expression.type) {
    case 'quantity':
      return toBaseUnit(expression.value, expression.unit, units);
    case 'knob':
      return knobs.get(expression.name) ?? bug(`knob ${expression.name} without a value`);
    case 'memory':
    case 'reading':
      return bug(`${expression.name} changes during a run`);
    case 'table': {
      const number = knobs.get(expression.name) ?? bug(`${expression.name} without a value`);
      const last = expression.entries.length - 1;
      return foldExpression(expression.entries[Math.min(last, Math.max(0, number - 1))], knobs, units);
    }
    case 'negative':
      return -foldExpression(expression.operand, knobs, units);
    case 'binary': {
      const left = foldExpression(expression.left, knobs, units);
      const right = foldExpression(expression.right, knobs, units);
      switch (expression.operator) {
        case '+':
          return left + right;
        case '-':
          return left - right;
        case '*':
          return left * right;
        case '/':
          return left / right;
      }
    }
  }
  return assertNever(expression);
}

/** The values of all knobs of a behavior: the default of the script, over it the kind's, over it the piece's. */
export function resolveKnobs(
  definitions: readonly KnobDefinition[],
  layers: readonly (Record<string, number> | undefined)[],
): Record<string, number> {
  return Object.fromEntries(
    definitions.map(({ name, value }) => [
      name,
      layers.reduce<number>((current, layer) => layer?.[name] ?? current, value),
    ]),
  );
}
