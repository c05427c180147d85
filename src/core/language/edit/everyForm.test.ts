import { describe, expect, test } from '@jest/globals';
import type { Act, CheckedBehavior, Phrase } from '../checkedBehavior';
import { checkScript } from '../check/checkScript';
import { CUE_WORDS } from '../cues/cueWords';
import { readCueForm, removeCueFormLine, setCueFormLine, setCueFormPart } from '../cues/cueForm';
import { EDGE_NAMES } from '../cues/cueWords';
import { VOCABULARY, type Parameter, type VocabularyEntry } from '../vocabulary';
import {
  addAct,
  addRepeat,
  addTransition,
  removeAct,
  removeTransition,
  setCondition,
  setFacing,
  setMotion,
  type ActMoment,
} from './edits';
import { fieldsOf, writePhrase, type PhraseFields } from './phraseText';
import { applyEdits } from './textEdit';

// Every word of the language in every place of a form: what is written is read again as the same, and gives the same text.

const BARE =
  'behavior a {\n  start state first {\n    do hold\n    go second when struck\n  }\n  state second { do hold }\n}\n';
const IDS = { ground: 'brick', mark: 'gate', kind: 'ember', sound: 'clatter' };

const UNITS: Record<string, string> = {
  time: 's',
  length: 'cells',
  speed: 'cells/s',
  angle: 'deg',
  'turn rate': 'deg/s',
  share: '%',
  number: '',
  rate: 'hz',
};

/** A value in the range of a parameter. */
function valueFor(parameter: Parameter, option: number): string {
  if (parameter.type === 'name') return parameter.isList ? `${IDS[parameter.of]} and kerb` : IDS[parameter.of];
  if (parameter.type === 'choice') {
    const { value } = parameter.options[option % parameter.options.length];
    return value === parameter.fallback ? '' : value;
  }
  const { low, high, dimension } = parameter;
  const middle = Math.round(Math.min(high, Math.max(low, 1.25 * (option + 1))) * 100) / 100;
  return `${dimension === 'share' ? Math.round(middle * 100) : middle} ${UNITS[dimension]}`.trim();
}

/** Each word with every choice once, all its values written; and with only those that it needs. */
function fieldsFor(entry: VocabularyEntry): PhraseFields[] {
  const rounds = Math.max(1, ...entry.parameters.map((own) => (own.type === 'choice' ? own.options.length : 1)));
  const target = entry.takesTarget ? 'player' : '';
  const full = Array.from({ length: rounds }, (_, option) => ({
    entry,
    target,
    values: Object.fromEntries(entry.parameters.map((own) => [own.name, valueFor(own, option)])),
  }));
  return [...full, { entry, target, values: {} }];
}

function read(text: string): CheckedBehavior {
  const { behavior, diagnostics } = checkScript(text, []);
  if (!behavior) throw new Error(`${diagnostics[0]?.message} in\n${text}`);
  return behavior;
}

const phraseOfAct = (act: Act | undefined): Phrase | undefined => (act?.type === 'do' ? act.phrase : undefined);

interface Place {
  name: string;
  roles: readonly VocabularyEntry['role'][];
  /** Writes a phrase there. */
  write: (text: string, phrase: string) => string;
  find: (behavior: CheckedBehavior) => Phrase | undefined;
  /** Takes it away again, where that is possible. */
  remove?: (text: string) => string;
}

const first = (behavior: CheckedBehavior) => behavior.states[0];

function placeOfActs(name: string, moment: ActMoment, find: Place['find'], isRepeat = false): Place {
  return {
    name,
    roles: ['act', 'facing'],
    write: (text, phrase) =>
      applyEdits(text, isRepeat ? addRepeat(text, 'first', '1 s', phrase) : addAct(text, 'first', moment, phrase)),
    find,
    remove: (text) => applyEdits(text, removeAct(text, 'first', moment, 0)),
  };
}

const PLACES: Place[] = [
  {
    name: 'the motion of a state',
    roles: ['motion'],
    write: (text, phrase) => applyEdits(text, setMotion(text, 'first', phrase)),
    find: (behavior) => first(behavior).motion,
    remove: (text) => applyEdits(text, setMotion(text, 'first', 'hold')),
  },
  {
    name: 'the condition of a way',
    roles: ['condition'],
    write: (text, phrase) => applyEdits(text, setCondition(text, 'first', 0, phrase)),
    find: (behavior) => {
      const { condition } = first(behavior).transitions[0];
      return condition.type === 'test' ? condition.phrase : undefined;
    },
    remove: (text) => applyEdits(text, setCondition(text, 'first', 0, 'struck')),
  },
  {
    name: 'a new way',
    roles: ['condition'],
    write: (text, phrase) => applyEdits(text, addTransition(text, 'second', 'first', phrase)),
    find: (behavior) => {
      const condition = behavior.states[1].transitions[0]?.condition;
      return condition?.type === 'test' ? condition.phrase : undefined;
    },
    remove: (text) => applyEdits(text, removeTransition(text, 'second', 0)),
  },
  {
    name: 'where a state faces',
    roles: ['facing'],
    write: (text, phrase) => applyEdits(text, setFacing(text, 'first', phrase)),
    find: (behavior) => first(behavior).facing,
    remove: (text) => applyEdits(text, setFacing(text, 'first', undefined)),
  },
  placeOfActs('on entering', 'enter', (behavior) => phraseOfAct(first(behavior).enter[0])),
  placeOfActs('on leaving', 'leave', (behavior) => phraseOfAct(first(behavior).leave[0])),
  placeOfActs('again and again', { repeat: 0 }, (behavior) => phraseOfAct(first(behavior).repeats[0]?.acts[0]), true),
  placeOfActs('with a way', { transition: 0 }, (behavior) => phraseOfAct(first(behavior).transitions[0].acts[0])),
];

describe.each(PLACES)('$name', ({ roles, write, find, remove }) => {
  const words = VOCABULARY.filter(({ role }) => roles.includes(role)).map((entry) => ({
    word: entry.words.join(' '),
    entry,
  }));

  test.each(words)('`$word` is written, read as the same, and written as the same text', ({ entry }) => {
    for (const fields of fieldsFor(entry)) {
      const text = write(BARE, writePhrase(fields, { ground: ['brick'], mark: ['gate'], kind: ['ember'] }));
      const again = fieldsOf(find(read(text))!, text);
      expect(again.entry.operation).toBe(entry.operation);
      if (Object.keys(fields.values).length > 0) expect(again.values).toEqual(fields.values);
      expect(write(BARE, writePhrase(again))).toBe(text);
      if (remove) expect(remove(text).replace(/\s+/g, ' ')).toBe(BARE.replace(/\s+/g, ' '));
    }
  });
});

describe('lines of cues and rules', () => {
  const NAMES = {
    kinds: ['ember', 'cart', 'wagon', 'mule', 'damper', 'wisp', 'coal'],
    tags: ['foe', 'nest'],
    marks: ['north_gate', 'south_gate', 'lane_3', ...EDGE_NAMES],
    grounds: ['brick'],
    cues: ['tide'],
  };
  const lines = CUE_WORDS.flatMap(({ inside, word, example }) =>
    inside.filter((block) => block !== 'wave').map((block) => ({ block, word, example })),
  );

  test.each(lines)(
    '`$word` in $block: every part and the whole line are written as they were read',
    ({ block, word, example }) => {
      const head = block === 'rules' ? 'rules' : `${block} own`;
      const text = `${head} {\n  ${example}\n}\n`;
      const [form] = readCueForm(text, NAMES);
      const line = form.lines.find((own) => own.word === word)!;
      for (const part of line.parts) expect(applyEdits(text, setCueFormPart(part, part.text))).toBe(text);
      expect(
        line.parts
          .map((part) => part.text)
          .join('')
          .replace(/\s/g, ''),
      ).toBe(text.slice(line.from, line.head.to).replace(/\s/g, ''));
      expect(applyEdits(text, setCueFormLine(line, line.head.text))).toBe(text);
      expect(applyEdits(text, removeCueFormLine(text, line))).toBe(`${head} {\n}\n`);
    },
  );
});
