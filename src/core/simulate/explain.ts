import { isLineClear } from '../arena/sight';
import { PLAYER_SOUND, type ConditionProgram, type MotionProgram, type ValueProgram } from '../compile/levelProgram';
import { headingDegrees } from '../foundation/exactMath';
import { compares, prepareValue } from './engine/values';
import { findTarget, targetPlace } from './engine/targets';
import { isOn } from './engine/conditions';
import { isForemost } from './engine/movers/march';
import { NEVER } from './engine/never';
import type { World } from './engine/world';

/** One fact that a condition looks at, with its present value and its limit. */
export interface ExplainedFact {
  label: string;
  /** Undefined for what is drawn at random. */
  holds: boolean | undefined;
}

export interface ExplainedCondition {
  type: 'all' | 'any' | 'not' | 'test';
  /** Undefined for what is drawn at random or known only in the tick itself. */
  holds: boolean | undefined;
  /** Of single tests. */
  facts: ExplainedFact[];
  parts: ExplainedCondition[];
}

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
      condition: explainCondition(world, piece, condition),
    })),
    memory: names.map(({ name }, slot) => ({ name, value: world.memory[piece * world.memoryPerPiece + slot] })),
    sees: world.sights[piece] === 1,
    unseenSeconds: lastSeen === NEVER ? undefined : (world.tick - lastSeen) / program.ticksPerSecond,
  };
}

function explainCondition(world: World, piece: number, condition: ConditionProgram): ExplainedCondition {
  switch (condition.type) {
    case 'not': {
      const part = explainCondition(world, piece, condition.part);
      return { type: 'not', holds: part.holds === undefined ? undefined : !part.holds, facts: [], parts: [part] };
    }
    case 'and':
    case 'or': {
      const parts = condition.parts.map((part) => explainCondition(world, piece, part));
      const isAll = condition.type === 'and';
      const decided = parts.some((part) => part.holds === !isAll);
      const isOpen = parts.some((part) => part.holds === undefined);
      return { type: isAll ? 'all' : 'any', holds: decided ? !isAll : isOpen ? undefined : isAll, facts: [], parts };
    }
    default: {
      const facts = factsOf(world, piece, condition);
      const isOpen = facts.some((fact) => fact.holds === undefined);
      const holds = facts.some((fact) => fact.holds === false) ? false : isOpen ? undefined : true;
      return { type: 'test', holds, facts, parts: [] };
    }
  }
}

type Test = Exclude<ConditionProgram, { type: 'and' | 'or' | 'not' }>;

function factsOf(world: World, piece: number, test: Test): ExplainedFact[] {
  const { program } = world.level;
  const seconds = (ticks: number) => (ticks / program.ticksPerSecond).toFixed(1);
  const inState = world.tick - world.stateSince[piece];
  const fact = (label: string, holds: boolean | undefined): ExplainedFact => ({ label, holds });
  switch (test.type) {
    case 'sees':
      return sightFacts(world, piece, test, seconds);
    case 'near': {
      const isNear = world.heldTicks[piece * world.slotsPerPiece + test.slot] > 0;
      const limit = isNear ? test.until : test.range;
      if (!findTarget(world, piece, test.target)) return [fact('nobody to be near', false)];
      const distance = Math.sqrt(targetPlace.squareDistance);
      return [fact(`near: distance ${distance.toFixed(1)} of ${limit.toFixed(1)} cells`, distance <= limit)];
    }
    case 'unseen': {
      const last = world.lastSeenTick[piece];
      if (last === NEVER) return [fact('unseen: never seen yet', true)];
      return [
        fact(`unseen for ${seconds(world.tick - last)} of ${seconds(test.ticks)} s`, world.tick - last >= test.ticks),
      ];
    }
    case 'after':
      return [fact(`here for ${seconds(inState)} of ${seconds(test.ticks)} s`, inState >= test.ticks)];
    case 'every':
      return [
        fact(
          `every ${seconds(test.ticks)} s: next in ${seconds(test.ticks - (inState % test.ticks))} s`,
          inState > 0 && inState % test.ticks === 0,
        ),
      ];
    case 'chance':
      return [
        fact(
          `chance ${Math.round(test.share * 100)} %, drawn in ${seconds(test.ticks - (inState % test.ticks))} s`,
          inState > 0 && inState % test.ticks === 0 ? undefined : false,
        ),
      ];
    case 'hears': {
      const name = test.sound === PLAYER_SOUND ? 'the player' : program.sounds[test.sound];
      const isMade =
        test.sound === PLAYER_SOUND
          ? world.playerMovedX !== 0 || world.playerMovedY !== 0
          : Array.from({ length: world.soundsNext.count }, (_, index) => world.soundsNext.sound[index]).includes(
              test.sound,
            );
      return [fact(`hears ${name}: ${isMade ? 'somebody makes it' : 'silence'}`, isMade ? undefined : false)];
    }
    case 'struck':
      return [fact('struck', world.struckTick[piece] === world.tick - 1)];
    case 'on':
      return [
        fact(
          `on ${program.ground.types[test.ground]?.name ?? 'ground that is not there'}`,
          isOn(world, piece, test.ground),
        ),
      ];
    case 'foremost':
      return [fact('foremost of its file', isForemost(world, piece))];
    case 'ally': {
      const others = world.level.piecesOfKind[program.pieces[piece].kindIndex].filter(
        (other) => other !== piece && world.alive[other] === 1 && world.isHunting(other),
      );
      const nearest = Math.min(...others.map((other) => distanceBetween(world, piece, other)));
      if (others.length === 0) return [fact('no ally hunts', false)];
      return [
        fact(
          `ally hunts: nearest ${nearest.toFixed(1)} of ${test.range.toFixed(1)} cells`,
          nearest <= test.range ? undefined : false,
        ),
      ];
    }
    case 'arrived':
      return [fact('arrived', world.hasArrived[piece] === 1)];
    case 'stuck':
      return [
        fact(
          `stuck for ${seconds(world.stillTicks[piece])} of ${seconds(test.ticks)} s`,
          world.stillTicks[piece] >= test.ticks,
        ),
      ];
    case 'cut off':
      return [fact('cut off', world.isCutOff[piece] === 1)];
    case 'compare': {
      const left = prepareValue(test.left)(world, piece);
      const right = prepareValue(test.right)(world, piece);
      const label =
        `${sayValue(world, piece, test.left)} ${Number(left.toFixed(2))} ${test.comparison} ${Number(right.toFixed(2))}`.trim();
      return [fact(label, compares(test.comparison, left, right))];
    }
  }
}

function distanceBetween(world: World, piece: number, other: number): number {
  const dx = world.x[other] - world.x[piece];
  const dy = world.y[other] - world.y[piece];
  return Math.sqrt(dx * dx + dy * dy);
}

/** What a value is called when it is one thing that is read or kept. */
function sayValue(world: World, piece: number, value: ValueProgram): string {
  if (value.type === 'reading') return value.reading;
  if (value.type !== 'memory') return '';
  const { program } = world.level;
  return program.behaviors[program.brains[program.pieces[piece].brain].behavior]?.memory[value.slot]?.name ?? '';
}

/** Range, arc, line and noticing time of one look, each by itself. */
function sightFacts(
  world: World,
  piece: number,
  test: Extract<Test, { type: 'sees' }>,
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
