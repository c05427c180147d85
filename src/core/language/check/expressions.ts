import { DIMENSION_OF_UNIT, DIMENSION_WORDS, isUnitName, type Dimension, UNIT_NAMES } from '../../foundation/units';
import { isChanging, type Expression, type KnobDefinition, type MemoryDefinition } from '../checkedBehavior';
import { READINGS } from '../vocabulary';
import { TEXT_LIMITS } from '../syntax/textLimits';
import type { FaultList } from './faultList';
import { proposeWord } from '../../foundation/nearestWord';
import type { TokenCursor } from './tokenCursor';

export interface ExpressionScope {
  knobs: ReadonlyMap<string, KnobDefinition>;
  /** Names of the knobs that were read anywhere. */
  readKnobs: Set<string>;
  memory: ReadonlyMap<string, MemoryDefinition>;
  readMemory: Set<string>;
  /** What can be read besides; the readings of pieces when left out. */
  readings?: Readonly<Record<string, { dimension: Dimension }>>;
  /** Numbers of the course by which tables may choose; left out where there are none. */
  tableNumbers?: readonly string[];
  faults: FaultList;
}

/** Reads `pace * 1.5`, `(2 s + nerve) / 2` and the like; undefined after a fault, which is then already noted. */
export function readExpression(cursor: TokenCursor, scope: ExpressionScope): Expression | undefined {
  return readChain(cursor, scope, ['+', '-'], () =>
    readChain(cursor, scope, ['*', '/'], () => readOperand(cursor, scope)),
  );
}

function readChain(
  cursor: TokenCursor,
  scope: ExpressionScope,
  operators: readonly string[],
  readPart: () => Expression | undefined,
): Expression | undefined {
  let left = readPart();
  let terms = 1;
  while (left && cursor.current && operators.includes(cursor.current.text)) {
    if (++terms > TEXT_LIMITS.terms) {
      scope.faults.error(
        cursor.span,
        'value-too-long',
        `More than ${TEXT_LIMITS.terms} values are joined here.`,
        'Work part of it out beforehand, or make it a knob.',
      );
      cursor.skipToEnd();
      return undefined;
    }
    const operator = cursor.take()!;
    const right = readPart();
    if (!right) return undefined;
    const dimension = combineDimensions(operator.text, left.dimension, right.dimension);
    const span = { ...left.span, to: right.span.to };
    if (!dimension) {
      scope.faults.error(
        span,
        'units-do-not-fit',
        `\`${operator.text}\` cannot join ${DIMENSION_WORDS[left.dimension]} and ${DIMENSION_WORDS[right.dimension]}.`,
        operator.text === '+' || operator.text === '-'
          ? 'Both sides must measure the same thing.'
          : 'Multiply or divide by a plain number, or make a length from a speed and a time.',
      );
      return undefined;
    }
    left = { type: 'binary', operator: operator.text as '+', left, right, dimension, span };
  }
  return left;
}

function readOperand(cursor: TokenCursor, scope: ExpressionScope): Expression | undefined {
  const token = cursor.current;
  if (!token) {
    scope.faults.error(
      cursor.span,
      'value-missing',
      'A value is missing here.',
      'Write a number with its unit, or a knob.',
    );
    return undefined;
  }
  if (token.text === '(') return readBracket(cursor, scope);
  if (token.text === '-') {
    if (cursor.countWhile('-') > TEXT_LIMITS.nesting) {
      scope.faults.error(token.span, 'nested-too-deep', 'Too many `-` stand here in a row.', 'One of them is enough.');
      cursor.skipToEnd();
      return undefined;
    }
    cursor.take();
    const operand = readOperand(cursor, scope);
    return (
      operand && {
        type: 'negative',
        operand,
        dimension: operand.dimension,
        span: { ...token.span, to: operand.span.to },
      }
    );
  }
  if (token.type === 'number') return readQuantity(cursor, scope);
  if (token.text === 'by' && scope.tableNumbers) return readTable(cursor, scope, scope.tableNumbers);
  if (token.type === 'word') {
    cursor.take();
    const knob = scope.knobs.get(token.text);
    if (knob) {
      scope.readKnobs.add(knob.name);
      return { type: 'knob', name: knob.name, dimension: knob.dimension, span: token.span };
    }
    const memory = scope.memory.get(token.text);
    if (memory) {
      scope.readMemory.add(memory.name);
      return { type: 'memory', name: memory.name, dimension: memory.dimension, span: token.span };
    }
    const readings: NonNullable<ExpressionScope['readings']> = scope.readings ?? READINGS;
    const reading = Object.hasOwn(readings, token.text) ? readings[token.text] : undefined;
    if (reading) return { type: 'reading', name: token.text, dimension: reading.dimension, span: token.span };
    scope.faults.error(
      token.span,
      'unknown-knob',
      `There is no knob \`${token.text}\` here.`,
      proposeWord(token.text, [...scope.knobs.keys(), ...scope.memory.keys(), ...Object.keys(readings)], 'knobs'),
    );
    return undefined;
  }
  scope.faults.error(
    token.span,
    'value-missing',
    `A value was expected instead of \`${token.text}\`.`,
    'Write a number with its unit, or a knob.',
  );
  cursor.take();
  return undefined;
}

function readBracket(cursor: TokenCursor, scope: ExpressionScope): Expression | undefined {
  const opening = cursor.take()!;
  const inner = readExpression(cursor, scope);
  if (!inner) return undefined;
  if (cursor.takeIfText(')')) return inner;
  scope.faults.error(opening.span, 'bracket-open', 'This bracket is never closed.', 'Add `)` behind the value.');
  return undefined;
}

/** Reads `by level (3 s, 2.5 s, 2 s)`. */
function readTable(
  cursor: TokenCursor,
  scope: ExpressionScope,
  tableNumbers: readonly string[],
): Expression | undefined {
  const start = cursor.take()!;
  const name = cursor.take();
  const hint = `As in \`by level (3 s, 2.5 s, 2 s)\`; it can go by ${tableNumbers.join(' or ')}.`;
  if (!name || !tableNumbers.includes(name.text) || !cursor.takeIfText('(')) {
    scope.faults.error(name?.span ?? start.span, 'table-form', 'By what does this value go?', hint);
    return undefined;
  }
  const entries: Expression[] = [];
  do {
    const entry = readExpression(cursor, scope);
    if (!entry) return undefined;
    if (isChanging(entry)) {
      scope.faults.error(entry.span, 'table-changes', 'A table holds values that are known before a run.', hint);
      return undefined;
    }
    entries.push(entry);
  } while (cursor.takeIfText(','));
  const [{ dimension }] = entries;
  const other = entries.find((entry) => entry.dimension !== dimension);
  if (other) {
    scope.faults.error(
      other.span,
      'units-do-not-fit',
      `This is ${DIMENSION_WORDS[other.dimension]}, the first value is ${DIMENSION_WORDS[dimension]}.`,
      'All values of a table measure the same thing.',
    );
    return undefined;
  }
  if (!cursor.takeIfText(')')) {
    scope.faults.error(start.span, 'bracket-open', 'This bracket is never closed.', hint);
    return undefined;
  }
  return { type: 'table', name: name.text, entries, dimension, span: cursor.spanSince(start.span) };
}

/** Reads a number and the unit behind it, if one stands there. */
export function readQuantity(
  cursor: TokenCursor,
  scope: Pick<ExpressionScope, 'faults' | 'knobs'>,
): Expression | undefined {
  const number = cursor.take()!;
  const value = Number(number.text);
  const next = cursor.current;
  if (!next || (next.type !== 'word' && next.type !== 'unit')) {
    return { type: 'quantity', value, unit: undefined, dimension: 'number', span: number.span };
  }
  if (isUnitName(next.text)) {
    cursor.take();
    const span = { ...number.span, to: next.span.to };
    return { type: 'quantity', value, unit: next.text, dimension: DIMENSION_OF_UNIT[next.text], span };
  }
  if (LONG_UNIT_NAMES[next.text]) {
    cursor.take();
    scope.faults.error(
      next.span,
      'unknown-unit',
      `\`${next.text}\` is not a unit here.`,
      `Write \`${LONG_UNIT_NAMES[next.text]}\`. ${UNITS_SENTENCE}`,
    );
    return undefined;
  }
  return { type: 'quantity', value, unit: undefined, dimension: 'number', span: number.span };
}

const UNITS_SENTENCE = `The units are ${UNIT_NAMES.join(', ')}.`;

/** How people write units that have a shorter name here. */
const LONG_UNIT_NAMES: Record<string, string | undefined> = {
  sec: 's',
  secs: 's',
  second: 's',
  seconds: 's',
  milliseconds: 'ms',
  msec: 'ms',
  tick: 'ticks',
  frames: 'ticks',
  cell: 'cells',
  tiles: 'cells',
  pixel: 'px',
  pixels: 'px',
  degree: 'deg',
  degrees: 'deg',
  percent: '%',
};

/** What an operation on two dimensions measures, or undefined if it makes no sense. */
function combineDimensions(operator: string, left: Dimension, right: Dimension): Dimension | undefined {
  if (operator === '+' || operator === '-') return left === right ? left : undefined;
  if (right === 'number' || right === 'share') return left;
  if (operator === '*') {
    if (left === 'number' || left === 'share') return right;
    if ((left === 'speed' && right === 'time') || (left === 'time' && right === 'speed')) return 'length';
    if ((left === 'turn rate' && right === 'time') || (left === 'time' && right === 'turn rate')) return 'angle';
    return undefined;
  }
  if (left === right) return 'number';
  if (left === 'length' && right === 'time') return 'speed';
  if (left === 'length' && right === 'speed') return 'time';
  if (left === 'angle' && right === 'time') return 'turn rate';
  return undefined;
}
