import type { BrainProgram, ConditionProgram, MotionProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
import { forgetSteer, prepareMotion, type Mover } from './motion';
import { isWithin, prepareEyes, prepareSight, type Eyes } from './perception';
import type { World } from './world';

/** A condition as a function of the world; everything else it needs is captured. */
export type ConditionTest = (world: World, piece: number) => boolean;

export interface BrainState {
  name: string;
  motion: MotionProgram;
  move: Mover;
  isChase: boolean;
  isOut: boolean;
  /** Tests and where they lead, in order of priority. */
  tests: ConditionTest[];
  targets: number[];
}

/** A behavior compiled into functions: the tick looks up no names. */
export interface Brain {
  startState: number;
  states: BrainState[];
  eyes: Eyes | undefined;
}

export function prepareBrain(program: BrainProgram): Brain {
  return {
    startState: program.startState,
    states: program.states.map((state) => ({
      name: state.name,
      motion: state.motion,
      move: prepareMotion(state.motion),
      isChase: state.motion.operation === 'chase',
      isOut: state.isOut,
      tests: state.transitions.map((transition) => prepareCondition(transition.condition)),
      targets: state.transitions.map((transition) => transition.target),
    })),
    eyes: program.sightRange > 0 ? prepareEyes(program.sightRange, program.sightArc) : undefined,
  };
}

function prepareCondition(condition: ConditionProgram): ConditionTest {
  switch (condition.type) {
    case 'or':
      return joinTests(condition.parts.map(prepareCondition), true);
    case 'and':
      return joinTests(condition.parts.map(prepareCondition), false);
    case 'not': {
      const part = prepareCondition(condition.part);
      return (world, piece) => !part(world, piece);
    }
    case 'sees': {
      const limits = prepareSight(condition.range, condition.arc);
      const { slot, noticeTicks } = condition;
      return (world, piece) => {
        const counter = piece * world.slotsPerPiece + slot;
        if (world.isLineOpen[piece] === 0 || !isWithin(world, piece, limits)) {
          world.heldTicks[counter] = 0;
          return false;
        }
        return ++world.heldTicks[counter] >= noticeTicks;
      };
    }
    case 'unseen': {
      const { ticks } = condition;
      return (world, piece) => world.tick - world.lastSeenTick[piece] >= ticks;
    }
    case 'after': {
      const { ticks } = condition;
      return (world, piece) => world.tick - world.stateSince[piece] >= ticks;
    }
    case 'arrived':
      return (world, piece) => world.hasArrived[piece] === 1;
    default:
      return assertNever(condition);
  }
}

/** Joins tests without cutting short, so that every test with a duration counts on in every tick. */
function joinTests(tests: ConditionTest[], any: boolean): ConditionTest {
  return (world, piece) => {
    let holding = 0;
    for (const test of tests) if (test(world, piece)) holding++;
    return any ? holding > 0 : holding === tests.length;
  };
}

/** Decides for one piece: the first transition whose condition holds is taken. At most one a tick. */
export function decide(world: World, piece: number, brain: Brain): void {
  const state = brain.states[world.state[piece]];
  for (let index = 0; index < state.tests.length; index++) {
    if (!state.tests[index](world, piece)) continue;
    enterState(world, piece, brain, state.targets[index]);
    return;
  }
}

/** Puts a piece into a state: clocks, counters and arrival start anew; the route goes on where it was left. */
export function enterState(world: World, piece: number, brain: Brain, target: number): void {
  world.events?.push({
    type: 'state',
    tick: world.tick,
    piece: world.level.program.pieces[piece].id,
    from: brain.states[world.state[piece]].name,
    to: brain.states[target].name,
  });
  world.state[piece] = target;
  world.stateSince[piece] = world.tick;
  world.hasArrived[piece] = 0;
  world.pauseLeft[piece] = 0;
  forgetSteer(world, piece);
  world.heldTicks.fill(0, piece * world.slotsPerPiece, (piece + 1) * world.slotsPerPiece);
}
