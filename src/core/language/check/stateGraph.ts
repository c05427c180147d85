import { factsOfCondition } from '../vocabulary';
import { forEachTest, type Condition, type Expression, type StateDefinition } from '../checkedBehavior';
import type { FaultList } from './faultList';

/**
 * Faults of how the states hang together: no or two starts, never reached, never left, transitions that cannot fire. States
 * into which something else sends are reached.
 */
export function checkStateGraph(
  states: StateDefinition[],
  isComplete: boolean,
  sentInto: readonly string[],
  faults: FaultList,
): void {
  if (states.length === 0) return;
  const starts = states.filter((state) => state.isStart);
  if (starts.length === 0 && isComplete) {
    faults.error(states[0].span, 'start-missing', 'No state is marked as the start.', {
      hint: `Write \`start state ${states[0].name}\`.`,
      fix: { type: 'start here', name: states[0].name },
    });
  }
  for (const extra of starts.slice(1)) {
    faults.error(extra.span, 'start-twice', 'Two states are marked as the start.', 'Keep one `start`.');
  }
  if (!isComplete) return;
  noteUnreached(states, [(starts[0] ?? states[0]).name, ...sentInto], faults);
  for (const state of states) {
    noteShadowed(state, faults);
    noteInverted(state, faults);
    const isChase = state.motion.operation === 'chase' || state.motion.operation === 'travel';
    if (state.transitions.length === 0 && isChase) {
      faults.warning(
        state.span,
        'never-left',
        `Once in \`${state.name}\`, a piece never leaves it.`,
        'Add a `go`, for example `go … when unseen for 3 s`.',
      );
    }
  }
}

function noteUnreached(states: StateDefinition[], entered: readonly string[], faults: FaultList): void {
  const reached = new Set(entered);
  for (const name of reached) {
    for (const transition of states.find((state) => state.name === name)?.transitions ?? [])
      for (const target of transition.targets) reached.add(target.state);
  }
  for (const state of states) {
    if (reached.has(state.name)) continue;
    faults.warning(state.span, 'never-reached', `No transition leads to \`${state.name}\`.`, {
      hint: `Add \`go ${state.name} when …\` to another state, or remove it.`,
      fix: { type: 'remove state', name: state.name },
    });
  }
}

/** A later transition with the same condition as an earlier one can never fire. */
function noteShadowed(state: StateDefinition, faults: FaultList): void {
  const seen = new Map<string, string>();
  for (const transition of state.transitions) {
    // What is drawn at random may well come true later.
    let isDrawn = false;
    forEachTest(transition.condition, (phrase) => (isDrawn ||= factsOfCondition(phrase.operation).drawsLots));
    if (isDrawn) continue;
    const key = describeCondition(transition.condition);
    const earlier = seen.get(key);
    if (earlier) {
      faults.warning(
        transition.span,
        'shadowed',
        `This can never happen: \`go ${earlier}\` above it has the same condition and comes first.`,
        { hint: 'Remove one of them or change its condition.', fix: { type: 'remove lines' } },
      );
    } else {
      seen.set(key, transition.targets[0].state);
    }
  }
}

/** Joint conditions that hold always or never, as when `not` was drawn into a bracket and `and` left as it was. */
function noteInverted(state: StateDefinition, faults: FaultList): void {
  for (const { condition, span } of state.transitions) {
    if (condition.type !== 'or' && condition.type !== 'and') continue;
    const texts = condition.parts.map(describeCondition);
    const isContrary = condition.parts.some(
      (part) => part.type === 'not' && texts.includes(describeCondition(part.part)),
    );
    if (isContrary) {
      faults.warning(
        span,
        condition.type === 'or' ? 'always-holds' : 'never-holds',
        condition.type === 'or'
          ? 'This holds always: something is asked for together with its contrary.'
          : 'This can never hold: something and its contrary are asked for.',
        condition.type === 'or' ? 'Should it be `and`?' : 'Should it be `or`?',
      );
    } else if (condition.type === 'or' && condition.parts.every((part) => part.type === 'not')) {
      faults.warning(
        span,
        'inverted-or',
        '`not … or not …` fails only when all of it is true at once, so it holds nearly always.',
        'For none of them write `not … and not …`, or `not ( … or … )`.',
      );
    }
  }
}

/** A wording of a condition in which equal conditions are equal texts. */
export function describeCondition(condition: Condition): string {
  if (condition.type === 'compare')
    return `${describeExpression(condition.left)} ${condition.comparison} ${describeExpression(condition.right)}`;
  if (condition.type === 'not') return `not (${describeCondition(condition.part)})`;
  if (condition.type !== 'test')
    return condition.parts.map((part) => `(${describeCondition(part)})`).join(` ${condition.type} `);
  const { operation, target, quantities, choices, names } = condition.phrase;
  const numbers = Object.keys(quantities)
    .sort()
    .map((name) => `${name} ${describeExpression(quantities[name])}`);
  const words = Object.keys(choices)
    .sort()
    .map((name) => choices[name]);
  for (const name of Object.keys(names).sort()) words.push(names[name].id);
  return [operation, target ?? '', ...words, ...numbers].join(' ');
}

function describeExpression(expression: Expression): string {
  switch (expression.type) {
    case 'quantity':
      return `${expression.value}${expression.unit ?? ''}`;
    case 'knob':
    case 'memory':
    case 'reading':
      return expression.name;
    case 'table':
      return `by ${expression.name} (${expression.entries.map(describeExpression).join(', ')})`;
    case 'negative':
      return `-(${describeExpression(expression.operand)})`;
    case 'binary':
      return `(${describeExpression(expression.left)} ${expression.operator} ${describeExpression(expression.right)})`;
  }
}
