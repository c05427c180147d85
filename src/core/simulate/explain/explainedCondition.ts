import type { Joined, ValueProgram } from '../../compile/conditionProgram';
import { BASE_UNIT, type Dimension } from '../../foundation/units';

/** One fact that a condition looks at, with its present value and its limit. */
export interface ExplainedFact {
  label: string;
  /** Undefined for what is drawn at random. */
  holds: boolean | undefined;
}

export interface ExplainedCondition {
  type: 'all' | 'any' | 'not' | 'test';
  /** Undefined for what is drawn at random or known only in the tick itself. */
  holds: boolean | undefined;
  /** Of single tests. */
  facts: ExplainedFact[];
  parts: ExplainedCondition[];
}

/** One fact by itself. */
export const oneFact = (label: string, holds: boolean | undefined): ExplainedFact[] => [{ label, holds }];

/** Explains a condition of a behavior, a cue or a rule by the facts of each of its tests. */
export function explainJoined<Test extends object>(
  condition: Joined<Test>,
  factsOf: (test: Test) => ExplainedFact[],
): ExplainedCondition {
  if ('part' in condition) {
    const part = explainJoined(condition.part, factsOf);
    return { type: 'not', holds: part.holds === undefined ? undefined : !part.holds, facts: [], parts: [part] };
  }
  if ('parts' in condition) {
    const parts = condition.parts.map((part) => explainJoined(part, factsOf));
    const isAll = condition.type === 'and';
    const isDecided = parts.some((part) => part.holds === !isAll);
    const isOpen = parts.some((part) => part.holds === undefined);
    return { type: isAll ? 'all' : 'any', holds: isDecided ? !isAll : isOpen ? undefined : isAll, facts: [], parts };
  }
  const facts = factsOf(condition);
  const isOpen = facts.some((fact) => fact.holds === undefined);
  const holds = facts.some((fact) => fact.holds === false) ? false : isOpen ? undefined : true;
  return { type: 'test', holds, facts, parts: [] };
}

/** How what is read or kept in a place is called, and the unit in which it is told. */
export interface ValueNames {
  unitOf: (reading: string) => string;
  memoryName?: (slot: number) => string;
}

/** The unit in which values of a dimension are told; empty for plain numbers. */
export function unitOf(dimension: Dimension | undefined): string {
  return dimension === undefined ? '' : BASE_UNIT[dimension];
}

/** What a comparison comes to, as in `clock 9 s >= 15 s`. */
export function sayComparison<Reading extends string>(
  { left, comparison, right }: { left: ValueProgram<Reading>; comparison: string; right: ValueProgram<Reading> },
  values: [left: number, right: number],
  { unitOf, memoryName = () => '' }: ValueNames,
): string {
  // Both sides measure the same; what is read tells what that is.
  const unit =
    [left, right].map((value) => (value.type === 'reading' ? unitOf(value.reading) : '')).find(Boolean) ?? '';
  const say = (value: ValueProgram<Reading>, number: number) => {
    const name = value.type === 'reading' ? value.reading : value.type === 'memory' ? memoryName(value.slot) : '';
    return `${name} ${Number(number.toFixed(2))} ${unit}`.trim();
  };
  return `${say(left, values[0])} ${comparison} ${say(right, values[1])}`;
}
