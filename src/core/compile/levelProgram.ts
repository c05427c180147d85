import type { ArenaGrid } from '../arena/grid';
import type { CheckedBehavior } from '../language/checkedBehavior';

/** A rectangle in cells. */
export interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** How a piece moves in a state; every expression is folded into numbers. Steps are cells a tick. */
export type MotionProgram =
  | { operation: 'hold' }
  | { operation: 'patrol'; order: 'loop' | 'back and forth' | 'once'; step: number; pauseTicks: number }
  | { operation: 'chase'; byPath: boolean; step: number; keep: number }
  | { operation: 'travel'; step: number };

/** A condition with folded numbers. `slot` numbers the tests of a state that count ticks. */
export type ConditionProgram =
  | { type: 'or' | 'and'; parts: ConditionProgram[] }
  | { type: 'not'; part: ConditionProgram }
  | { type: 'sees'; slot: number; range: number; arc: number; noticeTicks: number }
  | { type: 'unseen'; ticks: number }
  | { type: 'after'; ticks: number }
  | { type: 'arrived' };

export interface TransitionProgram {
  target: number;
  condition: ConditionProgram;
}

export interface StateProgram {
  name: string;
  motion: MotionProgram;
  transitions: TransitionProgram[];
  /** How many slots the tests of this state use. */
  slots: number;
}

/** A behavior with the knob values of a piece folded in. Pieces with the same values share one. */
export interface BrainProgram {
  behavior: string;
  startState: number;
  states: StateProgram[];
  /** The widest sight in any state: cells and degrees; range 0 when the behavior never looks. */
  sightRange: number;
  sightArc: number;
}

export interface PieceProgram {
  id: string;
  name: string;
  kind: string;
  x: number;
  y: number;
  /** Degrees. */
  facing: number;
  radius: number;
  /** Index into `brains`, or −1 for a piece that only stands. */
  brain: number;
  /** Waypoints as x, y, x, y, … */
  route: number[];
  /** Whether touching it ends the run. */
  isThreat: boolean;
  /** Knob values in the unit of the script, for the reference interpreter and for display. */
  knobs: Record<string, number>;
}

export interface PlayerProgram {
  id: string;
  name: string;
  kind: string;
  x: number;
  y: number;
  radius: number;
  /** Cells a tick, straight. */
  step: number;
  evenDiagonals: boolean;
}

/** A level ready to run: indices and numbers, no names to look up. Plain data. */
export interface LevelProgram {
  levelId: string;
  ticksPerSecond: number;
  pixelsPerCell: number;
  timeLimitTicks: number;
  grid: ArenaGrid;
  player: PlayerProgram;
  pieces: PieceProgram[];
  brains: BrainProgram[];
  /** The checked scripts by name; only the reference interpreter and explanations read them. */
  behaviors: Record<string, CheckedBehavior>;
  exit: Area;
}

/** What a try changes without touching the document. */
export interface Overrides {
  knobs: { kind: string; knob: string; value: number }[];
  /** Where the player starts instead, cells. */
  playerAt?: [number, number];
}

export const NO_OVERRIDES: Overrides = { knobs: [] };
