import {
  isHunt,
  PLAYER_TARGET,
  type BrainProgram,
  type MotionProgram,
  type StateProgram,
} from '../../compile/levelProgram';
import { prepareAct, turnTo, type ActFunction } from './acts';
import { forgetWay } from './movers/freeWay';
import { isBeat, prepareCondition } from './conditions';
import type { ConditionTest } from './joined';
import { prepareMotion, type Mover } from './motion';
import { prepareEyes, type Eyes } from './perception';
import { prepareValue, READING_VALUES } from './values';
import { forgetSteer } from './walking';
import type { World } from './world';

export interface BrainTransition {
  targets: number[];
  weights: number[];
  acts: ActFunction[];
}

export interface BrainState {
  name: string;
  motion: MotionProgram;
  move: Mover;
  isChase: boolean;
  isOut: boolean;
  enter: ActFunction[];
  leave: ActFunction[];
  repeats: { ticks: number; acts: ActFunction[] }[];
  /** Whether nothing but the sight of the player can lead out of it: then nothing is to be decided while no line is open. */
  waitsForSight: boolean;
  /** Tests in order of priority, and what each of them leads to. */
  tests: ConditionTest[];
  transitions: BrainTransition[];
}

/** A behavior compiled into functions: the tick looks up no names. */
export interface Brain {
  startState: number;
  states: BrainState[];
  eyes: Eyes | undefined;
  /** Whether the start state has acts for the moment of entering. */
  hasStartActs: boolean;
}

export function prepareBrain(program: BrainProgram): Brain {
  return {
    startState: program.startState,
    states: program.states.map(prepareState),
    eyes: program.sightRange > 0 ? prepareEyes(program.sightRange, program.sightArc) : undefined,
    hasStartActs: (program.states[program.startState]?.enter.length ?? 0) > 0,
  };
}

function prepareState(state: StateProgram): BrainState {
  return {
    name: state.name,
    motion: state.motion,
    move: prepareMove(state),
    isChase: isHunt(state.motion),
    isOut: state.isOut,
    enter: state.enter.map(prepareAct),
    leave: state.leave.map(prepareAct),
    repeats: state.repeats.map(({ ticks, acts }) => ({ ticks, acts: acts.map(prepareAct) })),
    waitsForSight: waitsForSight(state),
    tests: state.transitions.map((transition) => prepareCondition(transition.condition)),
    transitions: state.transitions.map(({ targets, weights, acts }) => ({
      targets,
      weights,
      acts: acts.map(prepareAct),
    })),
  };
}

/** With one counter at most, so that a single look tells whether a glimpse is still being counted. */
function waitsForSight({ transitions, repeats, slots }: StateProgram): boolean {
  const isSight = ({ condition }: StateProgram['transitions'][number]) =>
    condition.type === 'sees' && condition.target === PLAYER_TARGET;
  return slots === 1 && repeats.length === 0 && transitions.every(isSight);
}

/** No motion is quicker than this, whatever memory comes to; cells a second. */
const MOST_SPEED = 60;

/** The motion of a state, with a speed that changes and a facing of its own where it has them. */
function prepareMove(state: StateProgram): Mover {
  const { facing } = state;
  let { motion } = state;
  let move: Mover;
  if (motion.speed) {
    const speed = prepareValue(motion.speed, READING_VALUES);
    const own = { ...motion } as MotionProgram & { step: number };
    motion = own;
    const inner = prepareMotion(own);
    move = (world, piece) => {
      const now = speed(world, piece);
      own.step = now > 0 ? Math.min(MOST_SPEED, now) / world.level.program.ticksPerSecond : 0;
      // What was known of the way ahead was known for steps of another length.
      if (world.freeTicks[piece] > 0) forgetWay(world, piece);
      inner(world, piece);
    };
  } else move = prepareMotion(motion);
  if (!facing || facing.to === 'ahead') return move;
  // Motions go where a piece faces, so where it goes is kept beside where it looks.
  return (world, piece) => {
    if (world.hasHeading[piece] === 1) {
      world.facingX[piece] = world.headingX[piece];
      world.facingY[piece] = world.headingY[piece];
    }
    // What is known of the way ahead is known for where it faces, and that is another thing here.
    if (world.freeTicks[piece] > 0) forgetWay(world, piece);
    move(world, piece);
    world.headingX[piece] = world.facingX[piece];
    world.headingY[piece] = world.facingY[piece];
    world.hasHeading[piece] = 1;
    turnTo(world, piece, facing);
  };
}

/** Decides for one piece: the first transition whose condition holds is taken. At most one a tick. */
export function decide(world: World, piece: number, brain: Brain): void {
  const state = brain.states[world.state[piece]];
  const isDark = world.isLineOpen[piece] === 0 && world.heldTicks[piece * world.slotsPerPiece] === 0;
  if (isDark && state.waitsForSight && !brain.hasStartActs) return;
  if (brain.hasStartActs && world.hasBegun[piece] === 0) {
    world.hasBegun[piece] = 1;
    act(world, piece, state.enter);
  }
  const { repeats, tests } = state;
  if (repeats.length > 0) repeatActs(world, piece, state);
  for (let index = 0; index < tests.length; index++) {
    if (!tests[index](world, piece)) continue;
    takeTransition(world, piece, brain, state, index);
    return;
  }
}

function repeatActs(world: World, piece: number, { repeats }: BrainState): void {
  for (const { ticks, acts } of repeats)
    if (isBeat(world.tick - world.stateSince[piece], ticks)) act(world, piece, acts);
}

/** Leaves a state by one of its transitions: acts of leaving, of the way, and of entering, in this order. */
export function takeTransition(world: World, piece: number, brain: Brain, state: BrainState, index: number): void {
  const transition = state.transitions[index];
  act(world, piece, state.leave);
  act(world, piece, transition.acts);
  const target = chooseTarget(world, piece, transition);
  enterState(world, piece, brain, target);
  act(world, piece, brain.states[target].enter);
}

/** Sends a piece into a state from outside: acts of leaving and of entering as usual. Nothing when it is in it already. */
export function sendInto(world: World, piece: number, brain: Brain, target: number): void {
  if (world.state[piece] === target) return;
  act(world, piece, brain.states[world.state[piece]].leave);
  enterState(world, piece, brain, target);
  act(world, piece, brain.states[target].enter);
}

function act(world: World, piece: number, acts: readonly ActFunction[]): void {
  for (let index = 0; index < acts.length; index++) acts[index](world, piece);
}

/** Draws among several targets by their weights. */
function chooseTarget(world: World, piece: number, { targets, weights }: BrainTransition): number {
  if (targets.length === 1) return targets[0];
  let all = 0;
  for (const weight of weights) all += weight;
  let left = world.randomOf(piece).nextUnit() * all;
  for (let index = 0; index < targets.length - 1; index++) {
    left -= weights[index];
    if (left < 0) return targets[index];
  }
  return targets[targets.length - 1];
}

/** Puts a piece into a state: clocks, counters and arrival start anew; the route goes on where it was left. */
export function enterState(world: World, piece: number, brain: Brain, target: number): void {
  world.events?.push({
    type: 'state',
    tick: world.tick,
    piece: world.logName(piece),
    from: brain.states[world.state[piece]].name,
    to: brain.states[target].name,
  });
  if (world.hasHeading[piece] === 1) {
    world.facingX[piece] = world.headingX[piece];
    world.facingY[piece] = world.headingY[piece];
    world.hasHeading[piece] = 0;
  }
  world.state[piece] = target;
  world.stateSince[piece] = world.tick;
  world.hasArrived[piece] = 0;
  world.pauseLeft[piece] = 0;
  world.isFresh[piece] = 1;
  world.isWaiting[piece] = 0;
  world.isCutOff[piece] = 0;
  world.stillTicks[piece] = 0;
  forgetSteer(world, piece);
  world.heldTicks.fill(0, piece * world.slotsPerPiece, (piece + 1) * world.slotsPerPiece);
}
