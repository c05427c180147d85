import type { Expression, MotionPhrase } from '../../language/checkedBehavior';
import { isChanging } from '../../language/checkedBehavior';
import { handleWord, type MotionWord, type WordTable } from '../../language/vocabulary';
import type { MotionProgram, WayOfWalking } from '../levelProgram';
import type { PhraseFolder } from './phraseFolder';

/** What each motion comes to in numbers of a tick. */
const MOTIONS: WordTable<MotionWord, MotionProgram, [fold: PhraseFolder]> = {
  hold: () => ({ operation: 'hold' }),
  patrol: (phrase, fold) => ({
    operation: 'patrol',
    order: phrase.choices.order,
    step: fold.step(phrase, 'speed'),
    pauseTicks: fold.ticks(phrase, 'pause'),
  }),
  pace: (phrase, fold) => ({
    operation: 'pace',
    axis: phrase.choices.axis,
    mindsLedges: phrase.choices.ledges === 'minding',
    step: fold.step(phrase, 'speed'),
    pauseTicks: fold.ticks(phrase, 'pause'),
  }),
  hover: (phrase, fold) => ({
    operation: 'hover',
    isSmooth: phrase.choices.easing === 'smooth',
    periodTicks: Math.max(2, fold.ticks(phrase, 'period')),
    phase: fold.value(phrase, 'phase'),
    drawsPhase: phrase.choices.begin === 'drawn',
  }),
  drift: (phrase, fold) => ({
    operation: 'drift',
    rim: phrase.choices.rim,
    step: fold.step(phrase, 'speed'),
    grounds: fold.grounds(phrase.names.ground),
  }),
  wander: (phrase, fold) => ({
    operation: 'wander',
    step: fold.step(phrase, 'speed'),
    everyTicks: Math.max(1, fold.ticks(phrase, 'every')),
  }),
  roam: (phrase, fold) => ({
    operation: 'roam',
    step: fold.step(phrase, 'speed'),
    choice: phrase.choices.choice,
    lead: fold.value(phrase, 'lead'),
  }),
  march: (phrase, fold) => ({
    operation: 'march',
    step: fold.value(phrase, 'step'),
    everyTicks: Math.max(1, fold.ticks(phrase, 'every')),
    down: fold.value(phrase, 'down'),
    quickestTicks: Math.max(1, fold.ticks(phrase, 'quickest')),
  }),
  chase: (phrase, fold) => ({
    operation: 'chase',
    target: fold.target(phrase),
    ...walkOf(phrase),
    step: fold.step(phrase, 'speed'),
    keep: fold.value(phrase, 'keep'),
    slack: fold.value(phrase, 'slack'),
    apart: fold.value(phrase, 'apart'),
    leadTicks: fold.ticks(phrase, 'lead'),
    knowsAlways: phrase.choices.knowing === 'always',
    measured: phrase.choices.measured,
  }),
  travel: (phrase, fold) => {
    const mark = fold.mark(phrase.names.mark);
    return {
      operation: 'travel',
      place: mark ? 'mark' : phrase.choices.place,
      x: mark?.x ?? 0,
      y: mark?.y ?? 0,
      ...walkOf(phrase),
      step: fold.step(phrase, 'speed'),
    };
  },
  follow: (phrase, fold) => ({
    operation: 'follow',
    target: fold.target(phrase),
    ...walkOf(phrase),
    step: fold.step(phrase, 'speed'),
    keep: fold.value(phrase, 'keep'),
  }),
  flee: (phrase, fold) => ({
    operation: 'flee',
    target: fold.target(phrase),
    step: fold.step(phrase, 'speed'),
    until: fold.value(phrase, 'until'),
  }),
  circle: (phrase, fold) => ({
    operation: 'circle',
    target: fold.target(phrase),
    step: fold.step(phrase, 'speed'),
    radius: fold.value(phrase, 'radius'),
    isClockwise: phrase.choices.turn === 'clockwise',
  }),
  search: (phrase, fold) => ({
    operation: 'search',
    step: fold.step(phrase, 'speed'),
    range: fold.value(phrase, 'range'),
    pauseTicks: fold.ticks(phrase, 'pause'),
  }),
  look: (phrase, fold) => ({
    operation: 'look',
    turn: fold.step(phrase, 'turn'),
    arc: fold.value(phrase, 'arc'),
  }),
  turn: (phrase, fold) => ({ operation: 'turn', place: phrase.choices.place, turn: fold.step(phrase, 'turn') }),
};

export function compileMotion(phrase: MotionPhrase, fold: PhraseFolder): MotionProgram {
  const { speed } = phrase.quantities;
  if (!speed || !isChanging(speed)) return handleWord(MOTIONS, phrase, fold);
  // What a motion of a changing speed is besides its speed is folded as if it stood still.
  const still = { ...speed, type: 'quantity', value: 0, unit: 'cells/s' } as Expression;
  const standing: MotionPhrase = { ...phrase, quantities: { ...phrase.quantities, speed: still } };
  const motion = handleWord(MOTIONS, standing, fold);
  return { ...motion, speed: fold.changing(speed) };
}

function walkOf({ choices }: { choices: { way: WayOfWalking; ledges: 'minding' | 'over' } }): {
  way: WayOfWalking;
  mindsLedges: boolean;
} {
  return { way: choices.way, mindsLedges: choices.ledges === 'minding' };
}
