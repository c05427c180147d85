import type { Diagnostic } from '../../foundation/diagnostic';
import { toBaseUnit, type UnitContext } from '../../foundation/units';
import type { CheckedBehavior, StateDefinition } from '../../language/checkedBehavior';
import type { BrainProgram, StateProgram } from '../levelProgram';
import { ticksOf } from '../ticksOf';
import type { BrainNames } from './brainNames';
import { compileActs, compileFacing } from './actTable';
import { compileCondition } from './conditionTable';
import { compileMotion } from './motionTable';
import { PhraseFolder } from './phraseFolder';

export interface CompiledBrain {
  brain: BrainProgram;
  diagnostics: Diagnostic[];
}

/**
 * Folds knob values (in the units of the script) into a behavior. A value outside what its word allows is reported at
 * the word, once for each place.
 */
export function compileBrain(
  behavior: CheckedBehavior,
  knobs: Record<string, number>,
  units: UnitContext,
  path: (string | number)[],
  names: BrainNames,
): CompiledBrain {
  const values = new Map(
    behavior.knobs.map((knob) => [knob.name, toBaseUnit(knobs[knob.name] ?? knob.value, knob.unit, units)]),
  );
  const fold = new PhraseFolder(behavior, values, units, path, names);
  const states = behavior.states.map((state) => compileState(state, fold));
  return {
    brain: {
      behavior: behavior.name,
      startState: behavior.states.findIndex((state) => state.isStart),
      states,
      sightRange: fold.sightRange,
      sightArc: fold.sightArc,
      memory: behavior.memory.map(({ value, unit }) => toBaseUnit(value, unit, units)),
    },
    diagnostics: fold.diagnostics,
  };
}

function compileState(state: StateDefinition, fold: PhraseFolder): StateProgram {
  fold.slots = 0;
  const { ticksPerSecond } = fold.units;
  const stateNames = fold.behavior.states.map(({ name }) => name);
  const motion = compileMotion(state.motion, fold);
  const transitions = state.transitions.map(({ targets, condition, acts }) => ({
    targets: targets.map((target) => stateNames.indexOf(target.state)),
    weights: targets.map((target) => target.weight),
    condition: compileCondition(condition, fold),
    acts: compileActs(acts, fold),
  }));
  return {
    name: state.name,
    motion,
    isOut: state.isOut,
    facing: state.facing && compileFacing(state.facing, fold),
    enter: compileActs(state.enter, fold),
    leave: compileActs(state.leave, fold),
    repeats: state.repeats.map(({ period, acts }) => ({
      ticks: Math.max(1, ticksOf(fold.fixed(period), ticksPerSecond)),
      acts: compileActs(acts, fold),
    })),
    transitions,
    slots: fold.slots,
  };
}
