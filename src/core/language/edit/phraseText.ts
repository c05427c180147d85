import type { Phrase } from '../checkedBehavior';
import { VOCABULARY, type Parameter, type VocabularyEntry } from '../vocabulary';

/** What a form shows of a phrase: the text of every value, empty where it is left out. */
export interface PhraseFields {
  entry: VocabularyEntry;
  target: string;
  values: Record<string, string>;
}

/** Ids in the game that a phrase can name, by what they are of. */
export type NamesAtHand = Partial<Record<'ground' | 'mark' | 'kind', readonly string[]>>;

/** The parts of a phrase that was read from a text. */
export function fieldsOf(phrase: Phrase, text: string): PhraseFields {
  const entry = VOCABULARY.find((candidate) => candidate.operation === phrase.operation)!;
  const values: Record<string, string> = {};
  for (const parameter of entry.parameters) {
    if (parameter.type === 'choice') {
      const value = phrase.choices[parameter.name];
      values[parameter.name] = value === parameter.fallback ? '' : value;
    } else if (parameter.type === 'name') {
      const named = phrase.names[parameter.name];
      values[parameter.name] = named ? [named, ...(named.more ?? [])].map(({ id }) => id).join(' and ') : '';
    } else {
      const { span } = phrase.quantities[parameter.name];
      // What was left out has the place of the whole phrase.
      const isWritten = span.from !== phrase.span.from || span.to !== phrase.span.to;
      values[parameter.name] = isWritten ? text.slice(span.from, span.to) : '';
    }
  }
  return { entry, target: phrase.target ?? '', values };
}

/** Writes a phrase from the parts of a form, in the order of the vocabulary. */
export function writePhrase({ entry, target, values }: PhraseFields, names: NamesAtHand = {}): string {
  const head = [...entry.words, ...(entry.takesTarget ? [target || 'player'] : [])];
  const direct: string[] = [];
  const choices: string[] = [];
  const clauses: string[] = [];
  for (const parameter of entry.parameters) {
    const value = values[parameter.name]?.trim() ?? '';
    if (parameter.type === 'choice') {
      const option = parameter.options.find((candidate) => candidate.value === value);
      if (option) choices.push(option.words.join(' '));
    } else if (parameter.words.length === 0) direct.push(value || fallbackText(parameter, names));
    else if (value !== '') clauses.push(`${parameter.words.join(' ')} ${value}`);
    else if (isNeeded(parameter)) clauses.push(`${parameter.words.join(' ')} ${fallbackText(parameter, names)}`);
  }
  return [[...head, ...direct].join(' '), ...choices, ...clauses]
    .join(', ')
    .replace(/^(\S+ \S+), by path/, '$1 by path');
}

function isNeeded(parameter: Parameter): boolean {
  return parameter.type === 'quantity'
    ? parameter.fallback === undefined
    : parameter.type === 'name' && parameter.isNeeded;
}

const STARTING_TEXT: Record<string, string> = {
  time: '1 s',
  length: '5 cells',
  speed: '2 cells/s',
  angle: '90 deg',
  'turn rate': '180 deg/s',
  share: '50 %',
  number: '1',
  rate: '1 hz',
};

/** What stands in a new phrase where something must be written. */
function fallbackText(parameter: Parameter, names: NamesAtHand): string {
  if (parameter.type === 'quantity') return STARTING_TEXT[parameter.dimension];
  return parameter.type === 'name' && parameter.of !== 'sound' ? (names[parameter.of]?.[0] ?? '') : 'clatter';
}
