import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import type { Act, FacingPhrase } from '../../language/checkedBehavior';
import { handleWord, type ActWord, type FacingWord, type WordTable } from '../../language/vocabulary';
import type { ActProgram, FacingProgram } from '../levelProgram';
import type { PhraseFolder } from './phraseFolder';

/** What is laid down lies for so long: longer than any run. */
const LIES_TICKS = 1_000_000_000;

const FACINGS: WordTable<FacingWord, FacingProgram, [fold: PhraseFolder]> = {
  face: (phrase, fold) => {
    const heading = fold.value(phrase, 'heading');
    if (heading >= 0) return { to: 'heading', x: cosDegrees(heading), y: sinDegrees(heading) };
    const { to } = phrase.choices;
    return to === 'player' ? { to, range: fold.value(phrase, 'range') } : { to };
  },
};

/** What each act comes to in numbers of a tick. */
const ACTS: WordTable<ActWord | FacingWord, ActProgram, [fold: PhraseFolder]> = {
  face: (phrase, fold) => ({ act: 'face', facing: FACINGS.face(phrase, fold) }),
  shout: (phrase, fold) => ({
    act: 'shout',
    sound: fold.sound(phrase.names.sound),
    range: fold.value(phrase, 'range'),
  }),
  tell: (phrase, fold) => ({ act: 'tell', range: fold.value(phrase, 'range') }),
  hurry: (phrase, fold) => ({
    act: 'hurry',
    factor: fold.value(phrase, 'factor'),
    ticks: fold.ticks(phrase, 'duration'),
  }),
  forget: () => ({ act: 'forget' }),
  vanish: () => ({ act: 'vanish' }),
  // A shot that goes nowhere and is never spent by itself.
  drop: (phrase, fold) => ({
    act: 'fire',
    kind: fold.kind(phrase.names.kind),
    aim: 'ahead',
    x: 1,
    y: 0,
    step: 0,
    ticks: LIES_TICKS,
    spread: 0,
  }),
  fire: (phrase, fold) => {
    const heading = fold.value(phrase, 'heading');
    const step = Math.max(0.001, fold.step(phrase, 'speed'));
    return {
      act: 'fire',
      kind: fold.kind(phrase.names.kind),
      aim: heading >= 0 ? 'heading' : phrase.choices.aim,
      x: cosDegrees(Math.max(0, heading)),
      y: sinDegrees(Math.max(0, heading)),
      step,
      ticks: Math.ceil(fold.value(phrase, 'reach') / step),
      spread: fold.value(phrase, 'spread'),
    };
  },
};

export function compileFacing(phrase: FacingPhrase, fold: PhraseFolder): FacingProgram {
  return handleWord(FACINGS, phrase, fold);
}

export function compileActs(acts: readonly Act[], fold: PhraseFolder): ActProgram[] {
  return acts.map((act) =>
    act.type === 'set'
      ? { act: 'set', slot: fold.slotOf(act.name), value: fold.changing(act.value) }
      : handleWord(ACTS, act.phrase, fold),
  );
}
