import {
  actsOfState,
  PLAYER_SOUND,
  PLAYER_TARGET,
  type ActProgram,
  type BrainProgram,
  type ConditionProgram,
  type LevelProgram,
  type StateProgram,
  type ValueProgram,
} from '../../../compile/levelProgram';

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
  const conditions = brain.states.flatMap((state) => state.transitions.flatMap(({ condition }) => partsOf(condition)));
  return {
    states: brain.states.map(goesItsOwnCourse),
    askRange: conditions.reduce((most, condition) => Math.max(most, askRangeOf(condition)), 0),
    sightRange: brain.sightRange,
    listens: conditions.some((condition) => condition.type === 'hears' && condition.sound !== PLAYER_SOUND),
  };
}

/** Whether going from one state into another does nothing that others notice. */
export function isQuietWay(brain: BrainProgram, from: number, to: number): boolean {
  const { leave, transitions } = brain.states[from];
  const ways = transitions.filter(({ targets }) => targets.includes(to));
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
        state.transitions.some(({ condition }) => partsOf(condition).some(({ type }) => type === 'ally')),
    ),
  );
  return new Set(pieces.flatMap(({ brain, kindIndex }) => (brain >= 0 && tells[brain] ? [kindIndex] : [])));
}

function goesItsOwnCourse(state: StateProgram): boolean {
  return (
    movesByItself(state.motion) &&
    state.repeats.every(({ acts }) => acts.every(isQuiet)) &&
    state.transitions.every(({ condition }) => partsOf(condition).every(dependsOnItself))
  );
}

function movesByItself(motion: StateProgram['motion']): boolean {
  if (motion.speed && !readsItself(motion.speed)) return false;
  switch (motion.operation) {
    case 'hold':
    case 'patrol':
    case 'pace':
    case 'hover':
    case 'wander':
    case 'search':
    case 'look':
    case 'turn':
    case 'travel':
      return true;
    case 'drift':
      return motion.rim !== 'leave';
    case 'roam':
      return motion.choice === 'random';
    case 'chase':
      return motion.target === PLAYER_TARGET && motion.apart === 0;
    default:
      return false;
  }
}

/** Acts that change nothing but the piece that does them. */
function isQuiet(act: ActProgram): boolean {
  switch (act.act) {
    case 'set':
      return readsItself(act.value);
    case 'face':
    case 'hurry':
    case 'forget':
      return true;
    default:
      return false;
  }
}

function dependsOnItself(condition: ConditionProgram): boolean {
  switch (condition.type) {
    case 'sees':
    case 'near':
      return condition.target === PLAYER_TARGET;
    case 'compare':
      return readsItself(condition.left) && readsItself(condition.right);
    case 'foremost':
    case 'ally':
      return false;
    default:
      return true;
  }
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

/** The conditions that are joined in one, without those that join them. */
function partsOf(condition: ConditionProgram): ConditionProgram[] {
  if (condition.type === 'not') return partsOf(condition.part);
  if (condition.type === 'or' || condition.type === 'and') return condition.parts.flatMap(partsOf);
  return [condition];
}
