'use client';

import {
  changePart,
  conditionText,
  fieldsOf,
  forEachTest,
  joinTo,
  negate,
  setCondition,
  VOCABULARY,
  writeCondition,
  writePhrase,
  type Condition,
  type ConditionPath,
  type ConditionText,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { PhraseForm } from './PhraseForm';
import { useScriptForms } from './scriptForms';

const WORDS = VOCABULARY.filter(({ role }) => role === 'condition');
const COMPARISON = 'here > 2 s';
const JOINERS = [
  { value: 'and', label: 'all of these' },
  { value: 'or', label: 'one of these' },
];

/** A condition as it is built: groups, what must not be, single tests and comparisons, each with its fields. */
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
  const whole = conditionText(condition, text);
  const write = (next: ConditionText | undefined) =>
    next && onEdit('Change a condition', setCondition(text, state, transition, writeCondition(next)));
  const change = (path: ConditionPath, to: (part: ConditionText) => ConditionText | undefined) =>
    write(changePart(whole, path, to));
  return (
    <Part
      part={whole}
      path={[]}
      condition={condition}
      onChange={change}
      newTest={(operation) => {
        const entry = WORDS.find((word) => word.operation === operation);
        return entry ? writePhrase({ entry, target: targets[0] ?? 'player', values: {} }, names) : COMPARISON;
      }}
    />
  );
}

interface PartProps {
  part: ConditionText;
  path: ConditionPath;
  condition: Condition;
  onChange: (path: ConditionPath, to: (part: ConditionText) => ConditionText | undefined) => string | undefined;
  newTest: (operation: string) => string;
}

function Part(props: PartProps) {
  const { part, path, onChange } = props;
  const name = path.length === 0 ? 'the condition' : `part ${path.map((index) => index + 1).join('.')}`;
  if (part.type === 'not')
    return (
      <div>
        <div style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
          <b className="bad">not</b>
          <button type="button" className="act" onClick={() => onChange(path, negate)}>
            Take the not away
          </button>
        </div>
        <div style={{ paddingLeft: 10 }}>
          <Part {...props} part={part.part} path={[...path, 0]} />
        </div>
      </div>
    );
  return (
    <div
      role="group"
      aria-label={`Form of ${name}`}
      style={{
        marginTop: 5,
        paddingLeft: path.length > 0 ? 6 : 0,
        borderLeft: path.length > 0 ? '2px solid var(--layer)' : undefined,
      }}
    >
      {part.type === 'test' ? (
        <Test {...props} part={part} name={name} />
      ) : (
        <>
          <SelectField
            label={`How the parts of ${name} are joined`}
            value={part.type}
            options={JOINERS}
            onCommit={(type) => onChange(path, () => ({ ...part, type: type as 'and' }))}
          />
          {part.parts.map((own, index) => (
            <Part {...props} key={index} part={own} path={[...path, index]} />
          ))}
        </>
      )}
      <PartTools {...props} name={name} />
    </div>
  );
}

function Test({
  part,
  path,
  condition,
  onChange,
  name,
}: PartProps & { part: Extract<ConditionText, { type: 'test' }>; name: string }) {
  const { text } = useScriptForms();
  const replace = (written: string) => onChange(path, () => ({ ...part, text: written }));
  let fields: ReturnType<typeof fieldsOf> | undefined;
  forEachTest(condition, (phrase) => {
    if (phrase.span.from === part.from && phrase.span.to === part.to) fields = fieldsOf(phrase, text);
  });
  if (fields) return <PhraseForm role="condition" label={`Test of ${name}`} fields={fields} onWrite={replace} />;
  return (
    <Row label="comparison" hint="A number of the piece against a value: `>`, `<`, `>=`, `<=` or `=`">
      <ValueField label={`Comparison of ${name}`} value={part.text} onCommit={replace} />
    </Row>
  );
}

/** What can be done with a part: more beside it, its opposite, taking it away. */
function PartTools({ part, path, onChange, newTest, name }: PartProps & { name: string }) {
  const options = [
    { value: '', label: 'choose…' },
    ...WORDS.map(({ operation, words }) => ({ value: operation as string, label: words.join(' ') })),
    { value: 'compare', label: 'a comparison' },
  ];
  const add = (joiner: 'and' | 'or') => (
    <SelectField
      label={`${joiner} beside ${name}`}
      value=""
      width={86}
      options={[{ value: '', label: `${joiner}…` }, ...options.slice(1)]}
      onCommit={(operation) => operation !== '' && onChange(path, (own) => joinTo(own, joiner, newTest(operation)))}
    />
  );
  return (
    <div style={{ display: 'flex', gap: 6, alignItems: 'center', marginTop: 4 }}>
      {add('and')}
      {add('or')}
      <button type="button" className="act" aria-label={`Make ${name} a not`} onClick={() => onChange(path, negate)}>
        not
      </button>
      {path.length > 0 && part.type === 'test' && (
        <button
          type="button"
          className="act bad"
          aria-label={`Remove ${name}`}
          onClick={() => onChange(path, () => undefined)}
        >
          ✕
        </button>
      )}
    </div>
  );
}
