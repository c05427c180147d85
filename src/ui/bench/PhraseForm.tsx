'use client';

import {
  DIMENSION_WORDS,
  VOCABULARY,
  writePhrase,
  type Parameter,
  type PhraseFields,
  type VocabularyEntry,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { useScriptForms } from './scriptForms';
import css from './bench.module.css';

/** One phrase as a form made from the same table as completion; every change is one small edit of the text. */
export function PhraseForm({
  role,
  fields,
  label,
  onWrite,
}: {
  role: VocabularyEntry['role'];
  fields: PhraseFields;
  label: string;
  /** Writes the phrase; gives the fault that it would make, and then writes nothing. */
  onWrite: (phrase: string) => string | undefined;
}) {
  const { targets, names } = useScriptForms();
  const { entry, values } = fields;
  const write = (changed: Partial<PhraseFields>) => onWrite(writePhrase({ ...fields, ...changed }, names));
  const entries = VOCABULARY.filter((candidate) => candidate.role === role);
  return (
    <div role="group" aria-label={label}>
      <Row label={role} hint={entry.meaning}>
        <SelectField
          label={`${label}: word`}
          value={entry.operation}
          options={entries.map(({ operation, words }) => ({ value: operation, label: words.join(' ') }))}
          onCommit={(operation) => {
            const next = entries.find((candidate) => candidate.operation === operation)!;
            onWrite(writePhrase({ entry: next, target: fields.target, values: {} }, names));
          }}
        />
      </Row>
      {entry.takesTarget && (
        <Row label="target">
          <SelectField
            label={`${label}: target`}
            value={fields.target}
            options={targets.map((target) => ({ value: target, label: target }))}
            onCommit={(target) => write({ target })}
          />
        </Row>
      )}
      {entry.parameters.map((parameter) => (
        <ParameterField
          key={`${entry.operation} ${parameter.name}`}
          label={label}
          parameter={parameter}
          value={values[parameter.name] ?? ''}
          onCommit={(value) => write({ values: { ...values, [parameter.name]: value } })}
        />
      ))}
      <p className={`quiet ${css.phraseNote}`}>{entry.meaning}</p>
    </div>
  );
}

function ParameterField({
  label,
  parameter,
  value,
  onCommit,
}: {
  label: string;
  parameter: Parameter;
  value: string;
  onCommit: (value: string) => string | undefined;
}) {
  const { names } = useScriptForms();
  if (parameter.type === 'name' && parameter.of !== 'sound' && !parameter.isList) {
    const known = names[parameter.of] ?? [];
    const ids = value === '' || known.includes(value) ? known : [value, ...known];
    const leaveOut = parameter.isNeeded ? [] : [{ value: '', label: 'left out' }];
    return (
      <Row label={parameter.words.join(' ') || parameter.name} hint={parameter.meaning}>
        <SelectField
          label={`${label}: ${parameter.name}`}
          value={value}
          options={[...leaveOut, ...ids.map((id) => ({ value: id, label: id }))]}
          onCommit={onCommit}
        />
      </Row>
    );
  }
  if (parameter.type === 'choice') {
    return (
      <Row label={parameter.name}>
        <SelectField
          label={`${label}: ${parameter.name}`}
          value={value || parameter.fallback}
          options={parameter.options.map((option) => ({ value: option.value, label: option.words.join(' ') }))}
          onCommit={(next) => onCommit(next === parameter.fallback ? '' : next)}
        />
      </Row>
    );
  }
  const hint =
    parameter.type === 'quantity'
      ? `${parameter.meaning}: ${DIMENSION_WORDS[parameter.dimension]}, ${parameter.low} to ${parameter.high}`
      : parameter.meaning;
  const usual =
    parameter.type === 'quantity' && parameter.fallback !== undefined && parameter.fallback >= parameter.low
      ? `usually ${parameter.fallback}`
      : 'left out';
  return (
    <Row label={parameter.words.join(' ') || parameter.name} hint={hint}>
      <ValueField label={`${label}: ${parameter.name}`} value={value} placeholder={usual} onCommit={onCommit} />
    </Row>
  );
}
