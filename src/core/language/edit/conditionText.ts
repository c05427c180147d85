import type { Span } from '../../foundation/diagnostic';
import type { Expression } from '../checkedBehavior';
import type { ConditionTree } from '../conditions/conditionTree';

/** A condition as a form shows it: how its parts are joined, and the text of each single test. */
export type ConditionText =
  | { type: 'and' | 'or'; parts: ConditionText[] }
  | { type: 'not'; part: ConditionText }
  | { type: 'test'; text: string; from: number; to: number };

/** Where a part stands: in a group which of its parts, in a `not` always 0. */
export type ConditionPath = readonly number[];

/** The parts of a condition that was read from a text. */
export function conditionText(condition: ConditionTree<{ span: Span }>, text: string): ConditionText {
  switch (condition.type) {
    case 'not':
      return { type: 'not', part: conditionText(condition.part, text) };
    case 'test':
    case 'compare': {
      const { from, to } = condition.type === 'test' ? condition.phrase.span : spanOf(condition);
      return { type: 'test', text: text.slice(from, to), from, to };
    }
    default:
      return { type: condition.type, parts: condition.parts.map((part) => conditionText(part, text)) };
  }
}

/** From the first to the last value of a comparison; brackets round its ends belong to it. */
function spanOf({ left, right, span }: { left: Expression; right: Expression; span: { from: number; to: number } }) {
  return { from: Math.min(span.from, left.span.from), to: Math.max(span.to, right.span.to) };
}

/** A condition written anew; brackets stand only where they are needed. */
export function writeCondition(condition: ConditionText): string {
  switch (condition.type) {
    case 'test':
      return condition.text;
    case 'not':
      return `not ${condition.part.type === 'test' ? writeCondition(condition.part) : `(${writeCondition(condition.part)})`}`;
    default:
      return condition.parts
        .map((part) => (needsBrackets(part, condition.type) ? `(${writeCondition(part)})` : writeCondition(part)))
        .join(` ${condition.type} `);
  }
}

function needsBrackets(part: ConditionText, joiner: 'and' | 'or'): boolean {
  return part.type === joiner || (part.type === 'or' && joiner === 'and');
}

/** A test that stands in no text yet. */
export function newTest(text: string): ConditionText {
  return { type: 'test', text, from: -1, to: -1 };
}

/**
 * Puts something else in the place of a part, or takes it away; undefined when nothing is left. Groups of one part become that
 * part.
 */
export function changePart(
  condition: ConditionText,
  path: ConditionPath,
  change: (part: ConditionText) => ConditionText | undefined,
): ConditionText | undefined {
  const [first, ...rest] = path;
  if (first === undefined) return change(condition);
  if (condition.type === 'not') {
    const part = changePart(condition.part, rest, change);
    return part && { type: 'not', part };
  }
  if (condition.type === 'test') return condition;
  const parts = condition.parts.flatMap((part, index) =>
    index === first ? (changePart(part, rest, change) ?? []) : [part],
  );
  return parts.length > 1 ? { type: condition.type, parts } : parts[0];
}

/** Joins one test more to a part: to the group that it is, or with it in a new one. */
export function joinTo(part: ConditionText, joiner: 'and' | 'or', test: string): ConditionText {
  return part.type === joiner
    ? { type: joiner, parts: [...part.parts, newTest(test)] }
    : { type: joiner, parts: [part, newTest(test)] };
}

/** The opposite of a part: two `not` are none. */
export function negate(part: ConditionText): ConditionText {
  return part.type === 'not' ? part.part : { type: 'not', part };
}
