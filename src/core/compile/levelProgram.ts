import type { Area } from '../arena/area';
import type { ArenaGrid } from '../arena/grid';
import type { HitShape } from '../arena/meeting';
import type { Outline } from '../arena/outline';
import type { CheckedBehavior } from '../language/checkedBehavior';
import { factsOfMotion, type ConditionWord, type MotionWord, type PieceReading } from '../language/vocabulary';
import type { CompareProgram, Joined, ValueProgram } from './conditionProgram';
import type { CueProgram, RulesProgram } from './cueProgram';

/** Whom a word is about: {@link PLAYER_TARGET}, or the index of a tag in `LevelProgram.tags`. */
export type TargetIndex = number;
export const PLAYER_TARGET: TargetIndex = -1;

/** By the shortest way, cutting over open ground; over straight neighbours only; or straight at it. */
export type WayOfWalking = 'path' | 'corridors' | 'straight';

/** How a piece moves in a state; every expression is folded into numbers. Steps are cells a tick. */
export type MotionProgram = (
  | { operation: 'hold' }
  | { operation: 'patrol'; order: 'loop' | 'back and forth' | 'once'; step: number; pauseTicks: number }
  | {
      operation: 'pace';
      axis: 'ahead' | 'across' | 'up and down';
      mindsLedges: boolean;
      step: number;
      pauseTicks: number;
    }
  | {
      operation: 'hover';
      isSmooth: boolean;
      periodTicks: number;
      phase: number;
      /** Whether each piece draws where in its period it begins. */
      drawsPhase: boolean;
    }
  | {
      operation: 'drift';
      rim: 'leave' | 'wrap' | 'bounce' | 'reflect';
      step: number;
      /** Indices of the only grounds that turn it; none for all that is solid. */
      grounds: number[];
    }
  | { operation: 'wander'; step: number; everyTicks: number }
  | { operation: 'roam'; step: number; choice: 'random' | 'toward' | 'away' | 'ahead'; lead: number }
  | { operation: 'march'; step: number; everyTicks: number; down: number; quickestTicks: number }
  | {
      operation: 'chase';
      target: TargetIndex;
      way: WayOfWalking;
      mindsLedges: boolean;
      step: number;
      keep: number;
      slack: number;
      apart: number;
      leadTicks: number;
      /** Whether it goes after the target seen or not. */
      knowsAlways: boolean;
      /** In which direction its distance counts. */
      measured: 'all round' | 'across' | 'up and down';
    }
  | {
      operation: 'travel';
      place: 'sighting' | 'sound' | 'home' | 'mark';
      /** Middle of the mark. */
      x: number;
      y: number;
      way: WayOfWalking;
      mindsLedges: boolean;
      step: number;
    }
  | {
      operation: 'follow';
      target: TargetIndex;
      way: WayOfWalking;
      mindsLedges: boolean;
      step: number;
      keep: number;
    }
  | { operation: 'flee'; target: TargetIndex; step: number; until: number }
  | { operation: 'circle'; target: TargetIndex; step: number; radius: number; isClockwise: boolean }
  | { operation: 'search'; step: number; range: number; pauseTicks: number }
  /** Degrees a tick. */
  | { operation: 'look'; turn: number; arc: number }
  | { operation: 'turn'; place: 'player' | 'sighting' | 'sound'; turn: number }
) & {
  /** Cells a second, where the speed changes during a run; `step` is then worked out in every tick. */
  speed?: ValueProgram;
};

/** The program of one motion; nothing for a word that has none. */
export type MotionProgramOf<Word extends MotionWord> = Extract<MotionProgram, { operation: Word }>;

/** Whether others of its kind can notice that one in this motion hunts, and being caught by it counts as such. */
export function isHunt({ operation }: MotionProgram): boolean {
  return factsOfMotion(operation).hunts;
}

/** Where a piece faces, if not where its motion says; `heading` has the unit vector. */
export type FacingProgram =
  | { to: 'ahead' | 'back' | 'sighting' }
  /** Only while it is nearer than `range`, seen or not; below 0 while it is seen. */
  | { to: 'player'; range: number }
  | { to: 'heading'; x: number; y: number };

/** A word of a condition with folded numbers. `slot` numbers the tests of a state that count ticks. */
export type WordTest =
  | { type: 'sees'; slot: number; target: TargetIndex; range: number; arc: number; noticeTicks: number }
  | { type: 'unseen'; ticks: number }
  | { type: 'near'; slot: number; target: TargetIndex; range: number; until: number }
  /** `sound` is an index in `LevelProgram.sounds`, or {@link PLAYER_SOUND}. */
  | { type: 'hears'; sound: number; range: number; isBlocked: boolean }
  | { type: 'struck' }
  | { type: 'foremost' }
  | { type: 'drawn'; ticks: number }
  /** Index of a ground; −1 for one that is not there. */
  | { type: 'on'; ground: number }
  | { type: 'ally'; range: number }
  | { type: 'after'; ticks: number }
  | { type: 'every'; ticks: number }
  | { type: 'chance'; share: number; ticks: number }
  | { type: 'arrived' }
  | { type: 'stuck'; ticks: number }
  | { type: 'cut off' };

/** What is asked for by itself: a word, or a comparison. */
export type TestProgram = WordTest | CompareProgram<PieceReading>;
export type TestWord = ConditionWord | 'compare';
export type TestProgramOf<Word extends TestWord> = Extract<TestProgram, { type: Word }>;

/** What a transition waits for. */
export type ConditionProgram = Joined<TestProgram>;

/** The steps of a player that moves. */
export const PLAYER_SOUND = -1;

export type ActProgram =
  | { act: 'set'; slot: number; value: ValueProgram }
  | { act: 'face'; facing: FacingProgram }
  | { act: 'shout'; sound: number; range: number }
  | { act: 'tell'; range: number }
  | {
      act: 'fire';
      /** Index of the kind that flies. */
      kind: number;
      aim: 'player' | 'leading' | 'ahead' | 'heading';
      /** Unit vector of a fixed heading. */
      x: number;
      y: number;
      step: number;
      /** For how many ticks it flies. */
      ticks: number;
      /** Degrees to either side. */
      spread: number;
    }
  | { act: 'hurry'; factor: number; ticks: number }
  | { act: 'forget' }
  | { act: 'vanish' };

export interface TransitionProgram {
  /** States that it leads to, drawn among by weight when there are several. */
  targets: number[];
  weights: number[];
  condition: ConditionProgram;
  acts: ActProgram[];
}

export interface StateProgram {
  name: string;
  motion: MotionProgram;
  /** Whether others do not meet the piece in this state. */
  isOut: boolean;
  facing: FacingProgram | undefined;
  enter: ActProgram[];
  leave: ActProgram[];
  repeats: { ticks: number; acts: ActProgram[] }[];
  transitions: TransitionProgram[];
  /** How many slots the tests of this state use. */
  slots: number;
}

/** All acts of a state, wherever they stand. */
export function actsOfState(state: StateProgram): ActProgram[] {
  return [
    ...state.enter,
    ...state.leave,
    ...state.repeats.flatMap((repeat) => repeat.acts),
    ...state.transitions.flatMap((transition) => transition.acts),
  ];
}

/** A behavior with the knob values of a piece folded in. Pieces with the same values share one. */
export interface BrainProgram {
  behavior: string;
  startState: number;
  states: StateProgram[];
  /** The widest sight of the player in any state: cells and degrees; range 0 when the behavior never looks. */
  sightRange: number;
  sightArc: number;
  /** First values of what it remembers, in cells, seconds, degrees. */
  memory: number[];
}

export const FOOTING = { firm: 0, slippery: 1, liquid: 2, void: 3 } as const;

/** A type of ground in numbers of a tick. */
export interface GroundProgram {
  id: string;
  name: string;
  /** Whether it stops the player. */
  solid: boolean;
  /** 1 for the kinds that it stops; undefined where that is the same for all of them. */
  solidFor: readonly number[] | undefined;
  opaque: boolean;
  /** One of {@link FOOTING}. */
  footing: number;
  /** Whether a step on to it goes on the same way. */
  slides: boolean;
  /** On slippery ground: how much a speed can change in a tick. */
  grip: number;
  speedFactor: number;
  /** Cells a tick. */
  pushX: number;
  pushY: number;
  /** Health a tick. */
  harm: number;
  pathCost: number;
  /** Hits until it changes; 0 for ground that bears everything. */
  strength: number;
  /** Index of the ground that it turns into, or −1. */
  becomes: number;
  /** Index of the same ground with something on it that blocks, and of what lies under such; −1 where there is none. */
  blockedAs: number;
  under: number;
}

/** Whether ground drowns or swallows what stands on it. */
export function isUnsafe(type: GroundProgram): boolean {
  return type.footing === FOOTING.liquid || type.footing === FOOTING.void;
}

/** What every cell of a level is. */
export interface GroundMap {
  types: GroundProgram[];
  /** Index into `types` for every cell. */
  typeOfCell: Uint8Array;
  /** Whether no ground does anything but being open or solid. */
  isPlain: boolean;
}

/** What happens to a body that is met; times in ticks, names as indices. */
export type EffectProgram =
  | { effect: 'defeat' }
  | { effect: 'harm'; health: number }
  | { effect: 'push'; step: number; ticks: number }
  | { effect: 'stun'; ticks: number }
  | { effect: 'collect' }
  | { effect: 'teleport'; x: number; y: number }
  | { effect: 'deliver' }
  | { effect: 'fill' }
  /** Cells that change if they are of one type of ground. `needs` is the index of a kind, or −1. */
  | { effect: 'open'; cells: number[]; ground: number; becomes: number; needs: number }
  | { effect: 'score'; points: number }
  | { effect: 'refill'; what: 'health' | 'ammunition'; amount: number }
  | { effect: 'speed'; factor: number; ticks: number }
  | { effect: 'safe'; ticks: number };

/** What one kind does to another on contact; kinds as indices. */
export interface ContactProgram {
  by: number;
  on: number;
  effects: EffectProgram[];
  cooldownTicks: number;
}

/** A kind as far as the tick needs it. */
export interface KindProgram {
  id: string;
  name: string;
  tags: string[];
  /** What walls and ground meet. */
  stand: Outline;
  /** What others meet. */
  hit: HitShape;
  /** Whether touching it ends the run. */
  isThreat: boolean;
  /** Whether the player is carried by it. */
  isCarrier: boolean;
  health: number;
  floats: boolean;
  falls: boolean;
  /** Whether it stops bodies; and after how many ticks of pressing on it gives way by a cell, Infinity for never. */
  blocks: boolean;
  pushTicks: number;
  wear: number;
  /** Which cells round a hit are hit too: how far off, in cells, and how likely; nothing within 0. */
  crumbsWithin: number;
  crumbShare: number;
  /** What comes with one of this kind, by index of its kind. */
  parts: readonly number[];
  /** Thrown or fired: the factor on its speed in every tick, and how many it goes through. */
  slowing: number;
  pierces: number;
}

export interface PieceProgram {
  id: string;
  name: string;
  kind: string;
  /** Index into `kinds`. */
  kindIndex: number;
  x: number;
  y: number;
  /** Degrees. */
  facing: number;
  /** Half of the longest side of what others meet: a rough size. */
  radius: number;
  /** Index into `brains`, or −1 for a piece that only stands. */
  brain: number;
  /** Waypoints as x, y, x, y, … */
  route: number[];
  /** Whether touching it ends the run. */
  isThreat: boolean;
  /** Knob values in the unit of the script, for the reference interpreter and for display. */
  knobs: Record<string, number>;
  /** For how many ticks it has already moved when the run begins. */
  leadTicks: number;
  /** Index of its formation, or −1. */
  formation: number;
  /** A place for a shot: out of the level until it is fired. */
  isShot: boolean;
  /** A place for what comes with something else: with a cue, or fixed to another piece. */
  isArrival: boolean;
  /** Index of the piece that it is fixed to, or −1; and how far ahead of it and to its right, cells. */
  partOf: number;
  along: number;
  across: number;
}

/** How the player steers, in cells and ticks. `step` is the usual speed in cells a tick. */
export type ControlProgram =
  | { scheme: 'eight ways'; step: number; evenDiagonals: boolean }
  | { scheme: 'four ways'; step: number; cornering: number }
  | { scheme: 'one cell a press'; step: number; bufferTicks: number }
  | { scheme: 'slide until blocked'; step: number; bufferTicks: number }
  | {
      scheme: 'steer to a point';
      step: number;
      /** Whether one press sets where it goes until it is there. */
      goesOn: boolean;
      /** Whether its way leads round ground that would not bear it. */
      mindsGround: boolean;
    }
  | { scheme: 'flap'; step: number; lift: number; gravity: number; mostFall: number }
  | {
      scheme: 'run and jump';
      step: number;
      jump: number;
      jumps: number;
      gravity: number;
      mostFall: number;
      coyoteTicks: number;
      bufferTicks: number;
    }
  | {
      scheme: 'along a rail';
      step: number;
      isAcross: boolean;
    };

/** What the player fires. */
export interface GunProgram {
  /** Unit vector of a fixed direction; 0, 0 for where the player faces or points. */
  aimX: number;
  aimY: number;
  aimsAtPoint: boolean;
  /** Whether it has a key of its own, beside that of the action. */
  hasOwnKey: boolean;
  /** For how many ticks a blow is held out before the player; 0 for what flies. */
  blowTicks: number;
  /** Cells a tick. */
  shotStep: number;
  /** Cells a shot goes. */
  range: number;
  cooldownTicks: number;
  chargeTicks: number;
  /** −1 for shots without end. */
  ammunition: number;
  /** Indices of the pieces that shots are made of. */
  firstShot: number;
  shotCount: number;
}

export interface PlayerProgram {
  id: string;
  name: string;
  kind: string;
  kindIndex: number;
  x: number;
  y: number;
  /** Degrees. */
  facing: number;
  /** Half of the longest side of what others meet: a rough size. */
  radius: number;
  stand: Outline;
  /** Cells a tick, straight. */
  step: number;
  control: ControlProgram;
  gun: GunProgram | undefined;
  health: number;
}

/** How the view of a level moves on. */
export interface ScrollProgram {
  axis: 'x' | 'y';
  /** 1 where it goes east or south. */
  sign: 1 | -1;
  /** Where along the axis the edge lies from which it comes, cells. */
  origin: number;
  /** Cells a tick that it moves by itself, from a tick on. */
  step: number;
  afterTicks: number;
  /** How far behind the player it is at most, cells; Infinity where it does not follow. */
  follows: number;
  /** Where its rim lies at the start. */
  from: number;
}

/** A level ready to run: indices and numbers, no names to look up. Plain data. */
export interface LevelProgram {
  levelId: string;
  ticksPerSecond: number;
  pixelsPerCell: number;
  timeLimitTicks: number;
  grid: ArenaGrid;
  ground: GroundMap;
  isSideView: boolean;
  /** Cells a tick². */
  gravity: number;
  kinds: KindProgram[];
  contacts: ContactProgram[];
  formations: number;
  player: PlayerProgram;
  pieces: PieceProgram[];
  brains: BrainProgram[];
  /** Tags that behaviors name as targets, and sounds that they shout or listen for. */
  tags: string[];
  sounds: string[];
  /** Places among the pieces for the shots of each kind that behaviors fire. */
  shots: { kind: number; first: number; count: number }[];
  /** The checked scripts by name; only the reference interpreter and explanations read them. */
  behaviors: Record<string, CheckedBehavior>;
  /** Where the player wins by being there; undefined where only rules say how. */
  exit: Area | undefined;
  scroll: ScrollProgram | undefined;
  /** What arrives when, in written order. */
  cues: CueProgram[];
  rules: RulesProgram;
  /** Places among the pieces for what cues bring in of each kind. */
  pools: { kind: number; first: number; count: number }[];
  /** What a try changes about how the run begins. */
  from: StartOverride;
}

/** What a try changes without touching the document. */
export interface Overrides {
  knobs: { kind: string; knob: string; value: number }[];
  /** Other numbers of the document, by their names. */
  numbers?: { name: string; value: number }[];
  /** Where the player starts instead, cells. */
  playerAt?: [number, number];
  from?: StartOverride;
}

/** Where in its course a run begins. */
export interface StartOverride {
  score?: number;
  /** Number of the wave that comes first, from 1. */
  wave?: number;
  /** How often the course has come to the level, this time included. */
  round?: number;
  /** How many lives the player begins with, where the level has lives. */
  lives?: number;
  /** The level has run for so long, with the player out of it. */
  seconds?: number;
  /** Name of the only cue that is there. */
  only?: string;
}

export const NO_OVERRIDES: Overrides = { knobs: [] };

export type { ValueProgram };
