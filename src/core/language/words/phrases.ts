import type { Span } from '../../foundation/diagnostic';
import type { Expression } from '../checkedBehavior';
import type { ACT_WORDS } from './acts';
import type { CONDITION_WORDS } from './conditions';
import type { FACING_WORDS } from './facings';
import type { MOTION_WORDS } from './motions';

export type MotionWord = (typeof MOTION_WORDS)[number]['operation'];
export type ConditionWord = (typeof CONDITION_WORDS)[number]['operation'];
export type ActWord = (typeof ACT_WORDS)[number]['operation'];
export type FacingWord = (typeof FACING_WORDS)[number]['operation'];
export type Operation = MotionWord | ConditionWord | ActWord | FacingWord;

/** The words of each role. */
export interface WordsOfRole {
  motion: MotionWord;
  condition: ConditionWord;
  act: ActWord;
  facing: FacingWord;
}

type Entry =
  | (typeof MOTION_WORDS)[number]
  | (typeof CONDITION_WORDS)[number]
  | (typeof ACT_WORDS)[number]
  | (typeof FACING_WORDS)[number];
type ParameterOf<Word extends Operation> = Extract<Entry, { operation: Word }>['parameters'][number];
type NamesOfType<Word extends Operation, Type extends string> = Extract<ParameterOf<Word>, { type: Type }>['name'];
type ChoiceOf<Word extends Operation, Name extends string> = Extract<
  ParameterOf<Word>,
  { type: 'choice'; name: Name }
>['options'][number]['value'];

/** An id of something in the game, with the place where it stands. */
export interface NamedThing {
  id: string;
  span: Span;
  /** Others of a list, behind the first. */
  more?: NamedThing[];
}

/** A phrase of one word, with what its entry says that it takes. All numbers and choices are there, or their fallbacks. */
export interface PhraseOf<Word extends Operation> {
  operation: Word;
  target: string | undefined;
  quantities: Record<NamesOfType<Word, 'quantity'>, Expression>;
  choices: { [Name in NamesOfType<Word, 'choice'>]: ChoiceOf<Word, Name> };
  /** Names that need not be written are undefined where they were left out. */
  names: Record<Extract<ParameterOf<Word>, { type: 'name'; isNeeded: true }>['name'], NamedThing> &
    Partial<Record<Extract<ParameterOf<Word>, { type: 'name'; isNeeded: false }>['name'], NamedThing>>;
  span: Span;
}

/** A handler for each word of a role: it does not compile with one missing. */
export type WordTable<Word extends Operation, Result, Context extends unknown[] = []> = {
  [One in Word]: (phrase: PhraseOf<One>, ...context: Context) => Result;
};

/** Calls the handler of a phrase. That the phrase has what its entry says was seen to when it was read. */
export function handleWord<Word extends Operation, Result, Context extends unknown[]>(
  table: WordTable<Word, Result, Context>,
  phrase: { operation: Word },
  ...context: Context
): Result {
  const handler = table[phrase.operation] as (phrase: { operation: Word }, ...context: Context) => Result;
  return handler(phrase, ...context);
}
