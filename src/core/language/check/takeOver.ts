import { DIMENSION_WORDS } from '../../foundation/units';
import { proposeWord } from '../../foundation/nearestWord';
import type {
  Act,
  CheckedBehavior,
  Condition,
  Expression,
  Phrase,
  StateDefinition,
  UseDefinition,
} from '../checkedBehavior';
import type { Operation } from '../vocabulary';
import type { FaultList } from './faultList';

/** What a look-up of a behavior for `use` finds: it, that it cannot be used now and why, or nothing. */
export type BehaviorLookup = (name: string) => CheckedBehavior | 'broken' | 'in a circle' | undefined;

/** A behavior as it is taken over: with the values of `use` in the place of its knobs. */
export interface TakenOver {
  knobs: CheckedBehavior['knobs'];
  memory: CheckedBehavior['memory'];
  states: StateDefinition[];
}

/** Finds what a `use` names and puts the given values in the place of its knobs; undefined after a fault. */
export function takeOver(
  uses: UseDefinition,
  lookup: BehaviorLookup,
  known: readonly string[],
  faults: FaultList,
): TakenOver | undefined {
  const base = lookup(uses.behavior);
  if (base === undefined || base === 'broken' || base === 'in a circle') {
    if (base === undefined)
      faults.error(
        uses.span,
        'unknown-behavior',
        `There is no behavior \`${uses.behavior}\`.`,
        proposeWord(uses.behavior, known, 'behaviors'),
      );
    else if (base === 'broken')
      faults.error(uses.span, 'behavior-broken', `\`${uses.behavior}\` has errors itself.`, 'Mend it first.');
    else
      faults.error(
        uses.span,
        'use-circle',
        `\`${uses.behavior}\` takes over this behavior in turn.`,
        'Take one `use` of the circle away.',
      );
    return undefined;
  }
  const values = new Map<string, Expression>();
  for (const { knob: name, value, span } of uses.values) {
    const knob = base.knobs.find((candidate) => candidate.name === name);
    if (!knob) {
      const names = base.knobs.map((candidate) => candidate.name);
      faults.error(
        span,
        'unknown-knob',
        `\`${base.name}\` has no knob \`${name}\`.`,
        proposeWord(name, names, 'knobs'),
      );
    } else if (knob.dimension !== value.dimension) {
      faults.error(
        value.span,
        'wrong-unit',
        `\`${name}\` wants ${DIMENSION_WORDS[knob.dimension]}, but this is ${DIMENSION_WORDS[value.dimension]}.`,
        'Change the value.',
      );
    } else values.set(name, value);
  }
  return {
    knobs: base.knobs.filter((knob) => !values.has(knob.name)),
    memory: base.memory,
    states: base.states.map((state) => new Substitution(values, uses.span).state(state)),
  };
}

/** Puts expressions in the place of knobs. Everything that comes from elsewhere gets the place of the `use`. */
class Substitution {
  constructor(
    private readonly values: ReadonlyMap<string, Expression>,
    private readonly span: UseDefinition['span'],
  ) {}

  state(state: StateDefinition): StateDefinition {
    const { span } = this;
    const acts = (list: readonly Act[]) => list.map((act) => this.act(act));
    return {
      ...state,
      span,
      motion: this.phrase(state.motion),
      facing: state.facing && this.phrase(state.facing),
      enter: acts(state.enter),
      leave: acts(state.leave),
      repeats: state.repeats.map((repeat) => ({
        span,
        period: this.expression(repeat.period),
        acts: acts(repeat.acts),
      })),
      transitions: state.transitions.map((transition) => ({
        span,
        targets: transition.targets.map((target) => ({ ...target, span })),
        condition: this.condition(transition.condition),
        acts: acts(transition.acts),
      })),
    };
  }

  private act(act: Act): Act {
    return act.type === 'set'
      ? { ...act, span: this.span, value: this.expression(act.value) }
      : { type: 'do', phrase: this.phrase(act.phrase) };
  }

  private phrase<Word extends Operation>(phrase: Phrase<Word>): Phrase<Word> {
    const quantities = Object.fromEntries(
      Object.entries(phrase.quantities).map(([name, value]) => [name, this.expression(value)]),
    );
    const names = Object.fromEntries(
      Object.entries(phrase.names).map(([name, value]) => [
        name,
        { ...value, span: this.span, more: value.more?.map((other) => ({ ...other, span: this.span })) },
      ]),
    );
    return { ...phrase, quantities, names, span: this.span };
  }

  private condition(condition: Condition): Condition {
    switch (condition.type) {
      case 'not':
        return { type: 'not', part: this.condition(condition.part) };
      case 'test':
        return { type: 'test', phrase: this.phrase(condition.phrase) };
      case 'compare':
        return {
          ...condition,
          span: this.span,
          left: this.expression(condition.left),
          right: this.expression(condition.right),
        };
      default:
        return { ...condition, parts: condition.parts.map((part) => this.condition(part)) };
    }
  }

  private expression(expression: Expression): Expression {
    const { span } = this;
    switch (expression.type) {
      case 'knob':
        return { ...(this.values.get(expression.name) ?? expression), span };
      case 'negative':
        return { ...expression, span, operand: this.expression(expression.operand) };
      case 'binary':
        return {
          ...expression,
          span,
          left: this.expression(expression.left),
          right: this.expression(expression.right),
        };
      default:
        return { ...expression, span };
    }
  }
}
