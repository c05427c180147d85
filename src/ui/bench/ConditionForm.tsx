'use client';

import {
  conditionText,
  fieldsOf,
  forEachTest,
  setCondition,
  VOCABULARY,
  writeCondition,
  writePhrase,
  type Condition,
} from '@/core/index';
import { ConditionTree, type TestText } from '../desk/panels/ConditionTree';
import { Row } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { PhraseForm } from './PhraseForm';
import { useScriptForms } from './scriptForms';

const WORDS = VOCABULARY.filter(({ role }) => role === 'condition');
const COMPARISON = { value: 'compare', label: 'a comparison', text: 'here > 2 s' };

/** What a transition waits for, as it is built from the words of behaviors. */
export function ConditionForm({
  state,
  transition,
  condition,
}: {
  state: string;
  transition: number;
  condition: Condition;
}) {
  const { text, onEdit, names, targets } = useScriptForms();
  const options = WORDS.map((entry) => ({
    value: entry.operation as string,
    label: entry.words.join(' '),
    text: writePhrase({ entry, target: targets[0] ?? 'player', values: {} }, names),
  }));
  return (
    <ConditionTree
      name="the condition"
      whole={conditionText(condition, text)}
      options={[...options, COMPARISON]}
      onWrite={(next) => onEdit('Change a condition', setCondition(text, state, transition, writeCondition(next)))}
      renderTest={(part, name, replace) => <Test part={part} condition={condition} name={name} onReplace={replace} />}
    />
  );
}

function Test({
  part,
  condition,
  name,
  onReplace,
}: {
  part: TestText;
  condition: Condition;
  name: string;
  onReplace: (written: string) => string | undefined;
}) {
  const { text } = useScriptForms();
  let fields: ReturnType<typeof fieldsOf> | undefined;
  forEachTest(condition, (phrase) => {
    if (phrase.span.from === part.from && phrase.span.to === part.to) fields = fieldsOf(phrase, text);
  });
  if (fields) return <PhraseForm role="condition" label={`Test of ${name}`} fields={fields} onWrite={onReplace} />;
  return (
    <Row label="comparison" hint="A number of the piece against a value: `>`, `<`, `>=`, `<=` or `=`">
      <ValueField label={`Comparison of ${name}`} value={part.text} onCommit={onReplace} />
    </Row>
  );
}
