'use client';

import { useState } from 'react';
import { kindOf } from '@/core/index';
import { RulesList, WhyList } from '../bench/WhyList';
import { useDesk, useFollowed } from './DeskContext';
import { OthersFromHere } from './OthersFromHere';
import { SelectField } from './panels/fields';
import css from './desk.module.css';

/** What stands for the rules and cues in the list of pieces. */
const RULES = ' rules';

/** While a try stands still: why a piece does what it does just then, or what rules and cues wait for. */
export function TryWhy() {
  const { session, tries } = useDesk();
  const status = useFollowed(tries, (state) => state.status);
  useFollowed(tries, (state) => state.tick);
  const selection = useFollowed(session, (state) => state.selection);
  const [chosen, setChosen] = useState<string>();
  if (status !== 'frozen') return null;
  const { game } = session.state;
  const pieces = session.level.pieces.filter((piece) => kindOf(game, piece.kind)?.behavior);
  const asked = [chosen, ...selection, pieces[0]?.id].find(
    (candidate) => candidate === RULES || pieces.some((piece) => piece.id === candidate),
  );
  const id = asked ?? RULES;
  const explanation = id === RULES ? undefined : tries.explain(id);
  const rules = id === RULES ? tries.explainRules() : undefined;
  if (!explanation && !rules) return null;
  return (
    <section className={`plate ${css.tryWhy}`} aria-label="Why">
      <div className={css.tryWhyHead}>
        <b>Why?</b>
        <SelectField
          label="Why of which piece, or of the rules"
          value={id}
          options={[
            { value: RULES, label: 'Rules and cues' },
            ...pieces.map((piece) => ({ value: piece.id, label: piece.name })),
          ]}
          onCommit={setChosen}
        />
      </div>
      {explanation && <WhyList explanation={explanation} />}
      {rules && <RulesList explanation={rules} />}
      <div className={css.tryOthers}>
        <OthersFromHere
          momentNow={() => tries.momentToHandOver}
          hint="How often stand-ins clear it from where you are"
        />
      </div>
    </section>
  );
}
