'use client';

import type { ReactNode } from 'react';
import {
  addAct,
  addRepeat,
  fieldsOf,
  outlineScript,
  removeAct,
  VOCABULARY,
  type Act,
  type ActMoment,
  type StateDefinition,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { PhraseForm } from './PhraseForm';
import { useScriptForms } from './scriptForms';
import css from './bench.module.css';

const ACTS = VOCABULARY.filter((entry) => entry.role === 'act' || entry.role === 'facing');

/** An example of an act, about a kind that there is. */
function withKnownKind(example: string, words: readonly string[], kinds: readonly string[] = []): string {
  const [kind] = kinds;
  const isAboutKind = words[0] === 'fire' || words[0] === 'drop';
  return isAboutKind && kind ? example.replace(/^(\w+) [\w-]+/, `$1 ${kind}`) : example;
}

/** All acts that can be added, each as the text that is then written, with names that there are. */
function useActOptions(): { value: string; label: string }[] {
  const { text, names } = useScriptForms();
  const kept = outlineScript(text)?.memory ?? [];
  return [
    { value: '', label: 'choose an act…' },
    ...ACTS.map((entry) => ({
      value: withKnownKind(entry.example, entry.words, names.kind),
      label: entry.words.join(' '),
    })),
    ...kept.map(({ name }) => ({ value: `set ${name} = ${name}`, label: `set ${name}` })),
  ];
}

/** Acts of a state besides those of its transitions: on entering, on leaving, again and again. */
export function StateActs({ state, checked }: { state: string; checked: StateDefinition }) {
  const { text, onEdit } = useScriptForms();
  const options = useActOptions();
  const shared = { state };
  return (
    <>
      <ActForms {...shared} title="On entering" moment="enter" acts={checked.enter} />
      <ActForms {...shared} title="On leaving" moment="leave" acts={checked.leave} />
      {checked.repeats.map(({ period, acts }, index) => (
        <div key={index}>
          <ActForms {...shared} title={`Again and again ${index + 1}`} moment={{ repeat: index }} acts={acts}>
            <Row label="every">
              <ValueField
                label={`Period ${index + 1}`}
                value={text.slice(period.span.from, period.span.to)}
                onCommit={(insert) =>
                  onEdit('Change a period', [{ from: period.span.from, to: period.span.to, insert }])
                }
              />
            </Row>
          </ActForms>
        </div>
      ))}
      <Row label="again and again">
        <SelectField
          label="New repeated act"
          value=""
          options={options}
          onCommit={(act) => act !== '' && onEdit('Repeat an act', addRepeat(text, state, '1 s', act))}
        />
      </Row>
    </>
  );
}

interface ActFormsProps {
  state: string;
  title: string;
  moment: ActMoment;
  acts: readonly Act[];
  children?: ReactNode;
}

/** The acts of one moment, each as a form. */
export function ActForms({ state, title, moment, children, acts }: ActFormsProps) {
  const { text, onEdit } = useScriptForms();
  const options = useActOptions();
  return (
    <div className={css.list}>
      <h2 className="heading">{title}</h2>
      {children}
      {acts.map((act, index) => (
        <div key={index} className={`plate ${css.act}`}>
          <div className={css.filler}>
            <ActForm act={act} title={title} index={index} />
          </div>
          <button
            type="button"
            className={`act bad ${css.removeAct}`}
            aria-label={`Remove act ${index + 1} of ${title.toLowerCase()}`}
            onClick={() => onEdit('Remove an act', removeAct(text, state, moment, index))}
          >
            ✕
          </button>
        </div>
      ))}
      <Row label="add">
        <SelectField
          label={`${title}: new act`}
          value=""
          options={options}
          onCommit={(act) => act !== '' && onEdit('Add an act', addAct(text, state, moment, act))}
        />
      </Row>
    </div>
  );
}

function ActForm({ act, title, index }: { act: Act; title: string; index: number }) {
  const { text, onEdit } = useScriptForms();
  if (act.type === 'set') {
    const { from, to } = act.value.span;
    return (
      <Row label={`set ${act.name} =`}>
        <ValueField
          label={`${title}: ${act.name}`}
          value={text.slice(from, to)}
          onCommit={(insert) => onEdit(`Change ${act.name}`, [{ from, to, insert }])}
        />
      </Row>
    );
  }
  const { from, to } = act.phrase.span;
  return (
    <PhraseForm
      role={ACTS.find((entry) => entry.operation === act.phrase.operation)?.role ?? 'act'}
      label={`${title} ${index + 1}`}
      fields={fieldsOf(act.phrase, text)}
      onWrite={(insert) => onEdit('Change an act', [{ from, to, insert }])}
    />
  );
}
