'use client';

import { useState } from 'react';
import {
  DIMENSION_WORDS,
  VOCABULARY,
  writePhrase,
  type Parameter,
  type PhraseFields,
  type VocabularyEntry,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';

/** One phrase as a form made from the same table as completion; every change is one small edit of the text. */
export function PhraseForm({
  role,
  fields,
  targets,
  label,
  onWrite,
}: {
  role: VocabularyEntry['role'];
  fields: PhraseFields;
  targets: readonly string[];
  label: string;
  onWrite: (phrase: string) => void;
}) {
  const { entry, values } = fields;
  const write = (changed: Partial<PhraseFields>) => onWrite(writePhrase({ ...fields, ...changed }));
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
            onWrite(writePhrase({ entry: next, target: fields.target, values: {} }));
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
      <p className="quiet" style={{ margin: '4px 0 0', fontSize: 12 }}>
        {entry.meaning}
      </p>
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
  onCommit: (value: string) => void;
}) {
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

/** A value as it stands in the script: a number with its unit, a knob, or arithmetic of both. */
export function ValueField({
  label,
  value,
  placeholder,
  onCommit,
}: {
  label: string;
  value: string;
  placeholder?: string;
  onCommit: (value: string) => void;
}) {
  const [draft, setDraft] = useState<string>();
  const commit = () => {
    if (draft !== undefined && draft.trim() !== value) onCommit(draft.trim());
    setDraft(undefined);
  };
  return (
    <input
      className="mono value-field"
      aria-label={label}
      placeholder={placeholder}
      value={draft ?? value}
      onChange={(event) => setDraft(event.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') setDraft(undefined);
      }}
    />
  );
}
