import { describe, expect, test } from '@jest/globals';
import { checkCues } from '../cues/checkCues';
import { findExcess, TEXT_LIMITS } from '../syntax/textLimits';
import { checkScript } from './checkScript';
import { FaultList } from './faultList';

const behavior = (condition: string) => `behavior a { start state b { do hold go b when ${condition} } }`;
const rules = (condition: string) => `rules { win when ${condition} }`;
const NAMES = { kinds: [], tags: ['foe'], marks: [], grounds: [] };

/** Texts that are more than is read, with the one fault that says so. */
const TEXTS: [what: string, condition: string, code: string][] = [
  ['1,000 brackets in one another', `${'('.repeat(1000)}clock > 1 s${')'.repeat(1000)}`, 'nested-too-deep'],
  ['1,000 brackets in a sum', `clock > ${'('.repeat(1000)}1 s${')'.repeat(1000)}`, 'nested-too-deep'],
  ['15,000 times not', `${'not '.repeat(15_000)}clock > 1 s`, 'nested-too-deep'],
  ['15,000 signs', `clock > ${'- '.repeat(15_000)}1 s`, 'nested-too-deep'],
  ['a sum of 15,000 terms', `clock > ${new Array(15_000).fill('1').join(' + ')}`, 'value-too-long'],
  ['a sum of 63,000 terms', `clock > ${new Array(63_000).fill('1 s').join(' + ')}`, 'text-too-long'],
];

describe.each(TEXTS)('%s', (_, condition, code) => {
  test('are one clear fault of a behavior', () => {
    expect(checkScript(behavior(condition), []).diagnostics.map((fault) => fault.code)).toEqual([code]);
  });

  test('are one clear fault of rules', () => {
    expect(checkCues(rules(condition), [], NAMES).diagnostics.map((fault) => fault.code)).toEqual([code]);
  });
});

test('900,000 braces are one fault, at the brace that is one too many', () => {
  const [fault, ...more] = checkScript('{'.repeat(900_000), ['scripts', 0]).diagnostics;
  expect(more).toEqual([]);
  expect([fault.code, fault.where.span?.from]).toEqual(['nested-too-deep', TEXT_LIMITS.nesting]);
});

test('of more faults than are told the last one says so, and is an error as soon as one of those behind it is', () => {
  const faults = new FaultList([]);
  const span = (from: number) => ({ from, to: from + 1, line: 1, column: from + 1 });
  for (let at = 0; at < TEXT_LIMITS.faults + 5; at++) faults.warning(span(at), 'knob-unread', 'Unread.', 'Read it.');
  expect(faults.diagnostics).toHaveLength(TEXT_LIMITS.faults + 1);
  expect(faults.diagnostics.at(-1)).toMatchObject({ code: 'too-many-faults', severity: 'warning' });
  faults.error(span(999), 'unknown-state', 'Unknown.', 'Add it.');
  expect(faults.diagnostics).toHaveLength(TEXT_LIMITS.faults + 1);
  expect(faults.diagnostics.at(-1)).toMatchObject({
    code: 'too-many-faults',
    severity: 'error',
    where: { span: span(TEXT_LIMITS.faults) },
  });
});

test('what stands in comments is no part of the nesting, and what is closed again neither', () => {
  expect(findExcess(`# ${'{'.repeat(1000)}\n${'{}'.repeat(1000)}`)).toBeUndefined();
});

test('all that people write is far from the limits', () => {
  const text = behavior(new Array(100).fill('(not clock > (1 s + 2 s) * 3 and struck)').join(' or '));
  expect(checkScript(text, []).diagnostics.filter(({ severity }) => severity === 'error')).toEqual([]);
});
