'use client';

import type { ExplainedCondition, Explanation, RulesExplanation } from '@/core/index';
import css from './bench.module.css';

/** Why a piece does what it does: its state, what it remembers, and what each transition waits for, with present values. */
export function WhyList({ explanation }: { explanation: Explanation }) {
  const { state, seconds, transitions, memory } = explanation;
  return (
    <div data-testid="why">
      <div>
        in <b>{state}</b> for <span className="mono">{seconds.toFixed(1)} s</span>
        {memory.length > 0 && (
          <span className="quiet">
            {' '}
            · remembers {memory.map(({ name, value }) => `${name} ${Number(value.toFixed(2))}`).join(', ')}
          </span>
        )}
      </div>
      {transitions.map(({ targets, condition }, index) => (
        <div className={css.whyPart} key={index}>
          <Sign holds={condition.holds} /> <span className="quiet">{index + 1} to</span> <b>{targets.join(' or ')}</b>
          <div className={css.whyInner}>
            <Condition condition={condition} />
          </div>
        </div>
      ))}
      {transitions.length === 0 && <div className="quiet">Nothing leads out of this state.</div>}
    </div>
  );
}

const RULES = { win: 'won when', lose: 'lost when', score: 'points when' };

/** Why it is not won, lost or scored yet, and why a cue has not opened. */
export function RulesList({ explanation: { cues, rules } }: { explanation: RulesExplanation }) {
  return (
    <div data-testid="why-rules">
      {rules.map(({ what, points, isDone, condition }, index) => (
        <div className={css.whyPart} key={index}>
          <Sign holds={isDone ? true : condition.holds} />{' '}
          <b>{what === 'score' ? `${points} ${RULES.score}` : RULES[what]}</b>
          {isDone && <span className="quiet"> · counted</span>}
          <div className={css.whyInner}>
            <Condition condition={condition} />
          </div>
        </div>
      ))}
      {cues.map(({ cue, stands, waits }) => (
        <div className={css.whyPart} key={cue}>
          <b>{cue}</b> <span className="quiet">{stands}</span>
          {waits && (
            <div className={css.whyInner}>
              <span className="quiet">to {waits.to}</span>
              <Condition condition={waits.condition} />
            </div>
          )}
        </div>
      ))}
      {rules.length + cues.length === 0 && (
        <div className="quiet">This level has no cues, and no rule that waits for anything.</div>
      )}
    </div>
  );
}

const JOINERS = { all: 'all of', any: 'one of', not: 'not', test: '' };

function Condition({ condition }: { condition: ExplainedCondition }) {
  if (condition.type === 'test')
    return (
      <>
        {condition.facts.map(({ label, holds }) => (
          <div key={label}>
            <Sign holds={holds} /> {label}
          </div>
        ))}
      </>
    );
  return (
    <div>
      <span className="quiet">{JOINERS[condition.type]}</span>
      <div className={css.whyLine}>
        {condition.parts.map((part, index) => (
          <div key={index}>
            <Condition condition={part} />
          </div>
        ))}
      </div>
    </div>
  );
}

function Sign({ holds }: { holds: boolean | undefined }) {
  if (holds === undefined) return <span className="wary">?</span>;
  return holds ? <span className="good">✓</span> : <span className="bad">✗</span>;
}
