import type { Condition, ConditionPhrase } from '../../language/checkedBehavior';
import { handleWord, type ConditionWord, type WordTable } from '../../language/vocabulary';
import { foldCondition } from '../foldCondition';
import { PLAYER_SOUND, PLAYER_TARGET, type ConditionProgram, type WordTest } from '../levelProgram';
import type { PhraseFolder } from './phraseFolder';

/** What each condition comes to in numbers of a tick. */
const CONDITIONS: WordTable<ConditionWord, WordTest, [fold: PhraseFolder]> = {
  sees: (phrase, fold) => {
    const range = fold.value(phrase, 'range');
    const arc = fold.value(phrase, 'arc');
    const target = fold.target(phrase);
    if (target === PLAYER_TARGET) {
      fold.sightRange = Math.max(fold.sightRange, range);
      fold.sightArc = Math.max(fold.sightArc, arc);
    }
    return { type: 'sees', slot: fold.slots++, target, range, arc, noticeTicks: fold.ticks(phrase, 'notice') };
  },
  near: (phrase, fold) => {
    const range = fold.value(phrase, 'range');
    const until = Math.max(range, fold.value(phrase, 'until'));
    return { type: 'near', slot: fold.slots++, target: fold.target(phrase), range, until };
  },
  hears: (phrase, fold) => {
    const { sound } = phrase.names;
    return {
      type: 'hears',
      sound: sound.id === 'player' ? PLAYER_SOUND : fold.sound(sound),
      range: fold.value(phrase, 'range'),
      isBlocked: phrase.choices.walls === 'blocked',
    };
  },
  struck: () => ({ type: 'struck' }),
  foremost: () => ({ type: 'foremost' }),
  drawn: (phrase, fold) => ({ type: 'drawn', ticks: Math.max(1, fold.ticks(phrase, 'period')) }),
  arrived: () => ({ type: 'arrived' }),
  'cut off': () => ({ type: 'cut off' }),
  on: (phrase, fold) => ({ type: 'on', ground: fold.ground(phrase.names.ground) }),
  ally: (phrase, fold) => ({ type: 'ally', range: fold.value(phrase, 'range') }),
  unseen: (phrase, fold) => ({ type: 'unseen', ticks: fold.ticks(phrase, 'duration') }),
  after: (phrase, fold) => ({ type: 'after', ticks: fold.ticks(phrase, 'duration') }),
  stuck: (phrase, fold) => ({ type: 'stuck', ticks: fold.ticks(phrase, 'duration') }),
  every: (phrase, fold) => ({ type: 'every', ticks: Math.max(1, fold.ticks(phrase, 'period')) }),
  chance: (phrase, fold) => ({
    type: 'chance',
    share: fold.value(phrase, 'share'),
    ticks: Math.max(1, fold.ticks(phrase, 'period')),
  }),
};

export function compileCondition(condition: Condition, fold: PhraseFolder): ConditionProgram {
  return foldCondition(condition, {
    test: (phrase: ConditionPhrase) => handleWord(CONDITIONS, phrase, fold),
    value: (expression) => fold.changing(expression),
  });
}
