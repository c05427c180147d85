import type { RuleCondition } from '../../../compile/cueProgram';
import type { LevelProgram } from '../../../compile/levelProgram';
import type { ConditionTest } from '../joined';
import { prepareRule } from './ruleConditions';

/** All that the cues and rules of a level wait for, made ready; lists in the order of cues, scores and rules. */
export interface PreparedRules {
  opens: (ConditionTest | undefined)[];
  closes: (ConditionTest | undefined)[];
  scores: (ConditionTest | undefined)[];
  loses: ConditionTest[];
  wins: ConditionTest[];
}

/** Cues and rules belong to no piece. */
export const NO_PIECE = -1;

export function prepareRules({ cues, rules }: LevelProgram): PreparedRules {
  const ready = (condition: RuleCondition | undefined) => condition && prepareRule(condition);
  return {
    opens: cues.map(({ open }) => ready(open)),
    closes: cues.map((cue) => (cue.type === 'spawner' ? ready(cue.close) : undefined)),
    scores: rules.scores.map(({ event }) => (event.type === 'holds' ? prepareRule(event.condition) : undefined)),
    loses: rules.loses.map(prepareRule),
    wins: rules.wins.map(prepareRule),
  };
}
