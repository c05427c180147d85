import { DIMENSION_OF_UNIT } from '../../foundation/units';
import type { KnobDefinition, MemoryDefinition } from '../checkedBehavior';
import type { Span } from '../../foundation/diagnostic';
import type { StatementSyntax } from '../syntax/parseScript';
import type { FaultList } from './faultList';
import { type ExpressionScope, readQuantity } from './expressions';
import { TokenCursor } from './tokenCursor';

const AS_IN = 'As in `knob pace = 2.2 cells/s in 0.5..6`.';

/** Reads `knob NAME = VALUE UNIT in LOW..HIGH`; the unit of the value holds for the range too. */
export function readKnob(
  statement: StatementSyntax,
  scope: Pick<ExpressionScope, 'faults' | 'knobs'>,
): KnobDefinition | undefined {
  const { faults } = scope;
  const cursor = new TokenCursor(statement.tokens, statement.span);
  const name = cursor.take();
  if (name?.type !== 'word' || !cursor.takeIfText('=')) {
    faults.error(name?.span ?? statement.keywordSpan, 'knob-form', 'A knob needs a name, `=` and a default.', AS_IN);
    return undefined;
  }
  const value = readSigned(cursor, scope);
  if (!value) return undefined;
  if (!cursor.takeIfText('in')) {
    faults.error(cursor.span, 'knob-range-missing', `The knob \`${name.text}\` has no range.`, AS_IN);
    return undefined;
  }
  const low = readSigned(cursor, scope);
  const hasDots = cursor.takeIfText('..');
  const high = low && hasDots ? readSigned(cursor, scope) : undefined;
  if (!low || !high) {
    if (low && !hasDots)
      faults.error(cursor.span, 'knob-range-missing', 'The range needs two ends with `..` between them.', AS_IN);
    return undefined;
  }
  const writtenUnits = [low.unit, high.unit].filter((unit) => unit !== undefined);
  if (writtenUnits.some((unit) => unit !== value.unit)) {
    faults.error(
      low.span,
      'knob-units-differ',
      `The range of \`${name.text}\` is in another unit than its default.`,
      'Write the unit once, behind the default.',
    );
    return undefined;
  }
  if (low.value >= high.value) {
    faults.error(
      low.span,
      'knob-range-empty',
      `The range of \`${name.text}\` ends before it begins.`,
      'Write the smaller end first.',
    );
    return undefined;
  }
  if (value.value < low.value || value.value > high.value) {
    faults.error(
      value.span,
      'knob-default-outside',
      `The default ${value.value} of \`${name.text}\` is outside its range ${low.value}..${high.value}.`,
      'Change the default or widen the range.',
    );
    return undefined;
  }
  if (!cursor.atEnd)
    faults.error(cursor.span, 'unexpected-word', `\`${cursor.current!.text}\` is not expected behind a knob.`, AS_IN);
  const dimension = value.unit ? DIMENSION_OF_UNIT[value.unit] : 'number';
  return {
    name: name.text,
    dimension,
    unit: value.unit,
    value: value.value,
    low: low.value,
    high: high.value,
    span: name.span,
  };
}

/** Reads `keep NAME = VALUE UNIT`. */
export function readMemory(
  statement: StatementSyntax,
  scope: Pick<ExpressionScope, 'faults' | 'knobs'>,
): MemoryDefinition | undefined {
  const { faults } = scope;
  const cursor = new TokenCursor(statement.tokens, statement.span);
  const name = cursor.take();
  if (name?.type !== 'word' || !cursor.takeIfText('=')) {
    noteMemoryForm(name?.span ?? statement.keywordSpan, faults);
    return undefined;
  }
  const value = readSigned(cursor, scope);
  if (!value) return undefined;
  if (!cursor.atEnd)
    faults.error(
      cursor.span,
      'unexpected-word',
      `\`${cursor.current!.text}\` is not expected behind what is kept.`,
      KEEP_AS_IN,
    );
  const dimension = value.unit ? DIMENSION_OF_UNIT[value.unit] : 'number';
  return { name: name.text, dimension, unit: value.unit, value: value.value, span: name.span };
}

export function noteMemoryForm(span: Span, faults: FaultList): void {
  faults.error(span, 'memory-form', '`keep` needs a name, `=` and a first value.', KEEP_AS_IN);
}

const KEEP_AS_IN = 'As in `keep scares = 0` or `keep since = 0 s`.';

function readSigned(cursor: TokenCursor, scope: Pick<ExpressionScope, 'faults' | 'knobs'>) {
  const isNegative = cursor.takeIfText('-');
  const token = cursor.current;
  if (token?.type !== 'number') {
    scope.faults.error(
      cursor.span,
      'number-missing',
      token ? `A number was expected instead of \`${token.text}\`.` : 'A number is missing here.',
      AS_IN,
    );
    return undefined;
  }
  const quantity = readQuantity(cursor, scope);
  if (quantity?.type !== 'quantity') return undefined;
  return { value: isNegative ? -quantity.value : quantity.value, unit: quantity.unit, span: quantity.span };
}
