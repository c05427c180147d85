import { readingOf } from '../../language/vocabulary';
import { isLineClear } from '../../arena/sight';
import { compares } from '../../compile/conditionProgram';
import {
  PLAYER_SOUND,
  type MotionProgram,
  type TestProgram,
  type TestProgramOf,
  type TestWord,
} from '../../compile/levelProgram';
import { headingDegrees } from '../../foundation/exactMath';
import { prepareValue, READING_VALUES } from '../engine/values';
import {
  explainJoined,
  oneFact,
  sayComparison,
  unitOf,
  type ExplainedCondition,
  type ExplainedFact,
} from './explainedCondition';
import { findTarget, targetPlace } from '../engine/targets';
import { isBeat, isOn } from '../engine/conditions';
import { isDrawn, isForemost } from '../engine/movers/march';
import { NEVER } from '../engine/never';
import type { World } from '../engine/world';

/** Why a piece does what it does: its state, for how long, and what each of its transitions waits for. */
export interface Explanation {
  piece: string;
  state: string;
  seconds: number;
  motion: MotionProgram['operation'];
  transitions: { targets: string[]; condition: ExplainedCondition }[];
  memory: { name: string; value: number }[];
  sees: boolean;
  /** Seconds since the player was last seen; undefined when it never was. */
  unseenSeconds: number | undefined;
}

/** Reads off the world, without changing it, what a piece would decide by. Undefined for pieces without a behavior. */
export function explainPiece(world: World, piece: number): Explanation | undefined {
  const { program } = world.level;
  const own = program.pieces[piece];
  const brain = own.brain >= 0 ? program.brains[own.brain] : undefined;
  if (!brain) return undefined;
  const state = brain.states[world.state[piece]];
  const names = program.behaviors[brain.behavior]?.memory ?? [];
  const lastSeen = world.lastSeenTick[piece];
  return {
    piece: own.id,
    state: state.name,
    seconds: (world.tick - world.stateSince[piece]) / program.ticksPerSecond,
    motion: state.motion.operation,
    transitions: state.transitions.map(({ targets, condition }) => ({
      targets: targets.map((target) => brain.states[target].name),
      condition: explainJoined<TestProgram>(condition, (test) => factsOf(world, piece, test)),
    })),
    memory: names.map(({ name }, slot) => ({ name, value: world.memory[piece * world.memoryPerPiece + slot] })),
    sees: world.sights[piece] === 1,
    unseenSeconds: lastSeen === NEVER ? undefined : (world.tick - lastSeen) / program.ticksPerSecond,
  };
}

/** A piece that decides, and how ticks are written. */
interface Asked {
  world: World;
  piece: number;
  /** Ticks in its state. */
  inState: number;
  seconds: (ticks: number) => string;
}

/** What each test looks at, with its present value and its limit. */
const FACTS: { [Word in TestWord]: (test: TestProgramOf<Word>, asked: Asked) => ExplainedFact[] } = {
  sees: (test, { world, piece, seconds }) => sightFacts(world, piece, test, seconds),
  near: (test, { world, piece }) => {
    const isNear = world.heldTicks[piece * world.slotsPerPiece + test.slot] > 0;
    const limit = isNear ? test.until : test.range;
    if (!findTarget(world, piece, test.target)) return oneFact('nobody to be near', false);
    const distance = Math.sqrt(targetPlace.squareDistance);
    return oneFact(`near: distance ${distance.toFixed(1)} of ${limit.toFixed(1)} cells`, distance <= limit);
  },
  unseen: (test, { world, piece, seconds }) => {
    const last = world.lastSeenTick[piece];
    if (last === NEVER) return oneFact('unseen: never seen yet', true);
    return oneFact(
      `unseen for ${seconds(world.tick - last)} of ${seconds(test.ticks)} s`,
      world.tick - last >= test.ticks,
    );
  },
  after: (test, { inState, seconds }) =>
    oneFact(`here for ${seconds(inState)} of ${seconds(test.ticks)} s`, inState >= test.ticks),
  every: (test, { inState, seconds }) =>
    oneFact(
      `every ${seconds(test.ticks)} s: next in ${seconds(test.ticks - (inState % test.ticks))} s`,
      isBeat(inState, test.ticks),
    ),
  chance: (test, { inState, seconds }) =>
    oneFact(
      `chance ${Math.round(test.share * 100)} %, drawn in ${seconds(test.ticks - (inState % test.ticks))} s`,
      isBeat(inState, test.ticks) ? undefined : false,
    ),
  hears: (test, { world }) => {
    const isPlayer = test.sound === PLAYER_SOUND;
    const { soundsNext } = world;
    const isMade = isPlayer
      ? world.playerMovedX !== 0 || world.playerMovedY !== 0
      : Array.from({ length: soundsNext.count }, (_, index) => soundsNext.sound[index]).includes(test.sound);
    const name = isPlayer ? 'the player' : world.level.program.sounds[test.sound];
    return oneFact(`hears ${name}: ${isMade ? 'somebody makes it' : 'silence'}`, isMade ? undefined : false);
  },
  struck: (_, { world, piece }) => oneFact('struck', world.struckTick[piece] === world.tick - 1),
  on: (test, { world, piece }) => {
    const ground = world.level.program.ground.types[test.ground]?.name ?? 'ground that is not there';
    return oneFact(`on ${ground}`, isOn(world, piece, test.ground));
  },
  drawn: (test, { world, piece }) =>
    oneFact('drawn of its formation', world.tick % test.ticks === 0 ? isDrawn(world, piece, test.ticks) : false),
  foremost: (_, { world, piece }) => oneFact('foremost of its file', isForemost(world, piece)),
  ally: (test, { world, piece }) => {
    const others = world.level.piecesOfKind[world.level.program.pieces[piece].kindIndex].filter(
      (other) => other !== piece && world.alive[other] === 1 && world.isHunting(other),
    );
    if (others.length === 0) return oneFact('no ally hunts', false);
    const nearest = Math.min(...others.map((other) => distanceBetween(world, piece, other)));
    return oneFact(
      `ally hunts: nearest ${nearest.toFixed(1)} of ${test.range.toFixed(1)} cells`,
      nearest <= test.range ? undefined : false,
    );
  },
  arrived: (_, { world, piece }) => oneFact('arrived', world.hasArrived[piece] === 1),
  stuck: (test, { world, piece, seconds }) =>
    oneFact(
      `stuck for ${seconds(world.stillTicks[piece])} of ${seconds(test.ticks)} s`,
      world.stillTicks[piece] >= test.ticks,
    ),
  'cut off': (_, { world, piece }) => oneFact('cut off', world.isCutOff[piece] === 1),
  compare: (test, { world, piece }) => {
    const left = prepareValue(test.left, READING_VALUES)(world, piece);
    const right = prepareValue(test.right, READING_VALUES)(world, piece);
    const label = sayComparison(test, [left, right], {
      unitOf: (reading) => unitOf(readingOf(reading)?.dimension),
      memoryName: (slot) => memoryName(world, piece, slot),
    });
    return oneFact(label, compares(test.comparison, left, right));
  },
};

function factsOf(world: World, piece: number, test: TestProgram): ExplainedFact[] {
  const { ticksPerSecond } = world.level.program;
  const explain = FACTS[test.type] as (test: TestProgram, asked: Asked) => ExplainedFact[];
  return explain(test, {
    world,
    piece,
    inState: world.tick - world.stateSince[piece],
    seconds: (ticks) => (ticks / ticksPerSecond).toFixed(1),
  });
}

function distanceBetween(world: World, piece: number, other: number): number {
  const dx = world.x[other] - world.x[piece];
  const dy = world.y[other] - world.y[piece];
  return Math.sqrt(dx * dx + dy * dy);
}

function memoryName(world: World, piece: number, slot: number): string {
  const { program } = world.level;
  return program.behaviors[program.brains[program.pieces[piece].brain].behavior]?.memory[slot]?.name ?? '';
}

/** Range, arc, line and noticing time of one look, each by itself. */
function sightFacts(
  world: World,
  piece: number,
  test: TestProgramOf<'sees'>,
  seconds: (ticks: number) => string,
): ExplainedFact[] {
  if (!findTarget(world, piece, test.target)) return [{ label: 'sees: nobody there', holds: false }];
  const { x, y } = targetPlace;
  const distance = Math.sqrt(targetPlace.squareDistance);
  const turn = Math.abs(
    headingDegrees(x - world.x[piece], y - world.y[piece]) - headingDegrees(world.facingX[piece], world.facingY[piece]),
  );
  const off = Math.min(turn, 360 - turn);
  const isOpen = isLineClear(world.ground.grid, world.x[piece], world.y[piece], x, y);
  const held = world.heldTicks[piece * world.slotsPerPiece + test.slot];
  return [
    { label: `sees: distance ${distance.toFixed(1)} of ${test.range.toFixed(1)} cells`, holds: distance <= test.range },
    ...(test.arc < 360
      ? [{ label: `arc ${off.toFixed(0)} of ${(test.arc / 2).toFixed(0)} deg`, holds: off <= test.arc / 2 }]
      : []),
    { label: isOpen ? 'line clear' : 'line blocked', holds: isOpen },
    ...(test.noticeTicks > 0
      ? [{ label: `noticed for ${seconds(held)} of ${seconds(test.noticeTicks)} s`, holds: held >= test.noticeTicks }]
      : []),
  ];
}
