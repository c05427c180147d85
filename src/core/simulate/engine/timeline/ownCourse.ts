import {
  actsOfState,
  PLAYER_SOUND,
  PLAYER_TARGET,
  type ActProgram,
  type BrainProgram,
  type ConditionProgram,
  type FacingProgram,
  type LevelProgram,
  type MotionProgram,
  type MotionProgramOf,
  type StateProgram,
  type TestProgram,
  type TestProgramOf,
  type TestWord,
  type ValueProgram,
} from '../../../compile/levelProgram';
import { testsOf } from '../../../compile/conditionProgram';
import type { MotionWord } from '../../../language/vocabulary';

/**
 * What of a behavior goes its own course: as long as a piece is in such a state, what it does follows from itself, the ground
 * and the clock alone, and nobody else notices anything but where it is. Told from the words, so rather too seldom.
 */
export interface OwnCourse {
  /** For each state whether it is such a state. */
  states: boolean[];
  /** Within this distance of the player, cells, something besides sight may come of it; 0 for nothing. */
  askRange: number;
  /** Beyond this distance it sees nobody, cells. */
  sightRange: number;
  /** Whether it listens for what others shout. */
  listens: boolean;
}

export function ownCourseOf(brain: BrainProgram): OwnCourse {
  const conditions = brain.states.flatMap((state) => state.transitions.flatMap(({ condition }) => testsOf(condition)));
  return {
    states: brain.states.map(goesItsOwnCourse),
    askRange: conditions.reduce((most, condition) => Math.max(most, askRangeOf(condition)), 0),
    sightRange: brain.sightRange,
    listens: conditions.some((condition) => condition.type === 'hears' && condition.sound !== PLAYER_SOUND),
  };
}

/** Whether going from one state into another does nothing that others notice; or staying, where it may have stayed. */
export function isQuietWay(brain: BrainProgram, from: number, to: number, mayHaveStayed: boolean): boolean {
  const { leave, transitions } = brain.states[from];
  const ways = transitions.filter(({ targets }) => targets.includes(to));
  if (mayHaveStayed && from === to && ways.length === 0) return true;
  return [...leave, ...ways.flatMap(({ acts }) => acts), ...brain.states[to].enter].every(isQuiet);
}

/** Whether what a behavior does on entering the state in which it begins is noticed by nobody. */
export function beginsQuietly({ states, startState }: BrainProgram): boolean {
  return states[startState]?.enter.every(isQuiet) ?? true;
}

/** Kinds of which one may write into another: it tells where it saw the player, or takes that over. */
export function kindsThatTell({ pieces, brains }: LevelProgram): Set<number> {
  const tells = brains.map((brain) =>
    brain.states.some(
      (state) =>
        actsOfState(state).some(({ act }) => act === 'tell') ||
        state.transitions.some(({ condition }) => testsOf(condition).some(({ type }) => type === 'ally')),
    ),
  );
  return new Set(pieces.flatMap(({ brain, kindIndex }) => (brain >= 0 && tells[brain] ? [kindIndex] : [])));
}

function goesItsOwnCourse(state: StateProgram): boolean {
  return (
    movesByItself(state.motion) &&
    !looksUnseen(state.facing) &&
    state.repeats.every(({ acts }) => acts.every(isQuiet)) &&
    state.transitions.every(({ condition }) => testsOf(condition).every(dependsOnItself))
  );
}

/** Whether a motion goes by nothing but the piece itself and the ground, as long as the player is not met. */
const MOVES_BY_ITSELF: { [Word in MotionWord]: (motion: MotionProgramOf<Word>) => boolean } = {
  hold: () => true,
  patrol: () => true,
  pace: () => true,
  hover: () => true,
  wander: () => true,
  search: () => true,
  look: () => true,
  turn: () => true,
  travel: () => true,
  drift: ({ rim }) => rim !== 'leave',
  roam: ({ choice }) => choice === 'random',
  chase: ({ target, apart, knowsAlways }) => target === PLAYER_TARGET && apart === 0 && !knowsAlways,
  march: () => false,
  follow: () => false,
  flee: () => false,
  circle: () => false,
};

function movesByItself(motion: MotionProgram): boolean {
  const asks = MOVES_BY_ITSELF[motion.operation] as (motion: MotionProgram) => boolean;
  return !(motion.speed && !readsItself(motion.speed)) && asks(motion);
}

/** Whether somebody faces the player by where it is, without having to see it. */
function looksUnseen(facing: FacingProgram | undefined): boolean {
  return facing?.to === 'player' && facing.range >= 0;
}

/** Whether an act changes nothing but the piece that does it. */
const IS_QUIET: { [Act in ActProgram['act']]: (act: Extract<ActProgram, { act: Act }>) => boolean } = {
  set: ({ value }) => readsItself(value),
  face: ({ facing }) => !looksUnseen(facing),
  hurry: () => true,
  forget: () => true,
  shout: () => false,
  tell: () => false,
  fire: () => false,
  vanish: () => false,
};

function isQuiet(act: ActProgram): boolean {
  const asks = IS_QUIET[act.act] as (act: ActProgram) => boolean;
  return asks(act);
}

/** Whether a test looks at nothing but the piece itself, the ground and the player. */
const DEPENDS_ON_ITSELF: { [Word in TestWord]: (test: TestProgramOf<Word>) => boolean } = {
  sees: ({ target }) => target === PLAYER_TARGET,
  near: ({ target }) => target === PLAYER_TARGET,
  compare: ({ left, right }) => readsItself(left) && readsItself(right),
  foremost: () => false,
  drawn: () => false,
  ally: () => false,
  unseen: () => true,
  hears: () => true,
  struck: () => true,
  on: () => true,
  after: () => true,
  every: () => true,
  chance: () => true,
  arrived: () => true,
  stuck: () => true,
  'cut off': () => true,
};

function dependsOnItself(test: TestProgram): boolean {
  const asks = DEPENDS_ON_ITSELF[test.type] as (test: TestProgram) => boolean;
  return asks(test);
}

function readsItself(value: ValueProgram): boolean {
  switch (value.type) {
    case 'reading':
      return value.reading !== 'distance' && value.reading !== 'allies';
    case 'negative':
      return readsItself(value.operand);
    case 'binary':
      return readsItself(value.left) && readsItself(value.right);
    default:
      return true;
  }
}

function askRangeOf(condition: ConditionProgram): number {
  if (condition.type === 'near' && condition.target === PLAYER_TARGET)
    return Math.max(condition.range, condition.until);
  if (condition.type === 'hears' && condition.sound === PLAYER_SOUND) return condition.range;
  return 0;
}
