import type { CueProgram, RuleCondition, RuleTest, RuleTestOf, RuleTestWord } from '../../compile/cueProgram';
import { RULE_READINGS, type RuleReading } from '../../language/cues/cueWords';
import type { Area } from '../../arena/area';
import { NEVER } from '../engine/never';
import { WAVE_STAGE } from '../engine/cues/cueState';
import { NO_PIECE } from '../engine/rules/preparedRules';
import { countIn, prepareRule, RULE_READING_VALUES } from '../engine/rules/ruleConditions';
import { prepareValue } from '../engine/values';
import type { World } from '../engine/world';
import {
  explainJoined,
  oneFact,
  sayComparison,
  unitOf,
  type ExplainedCondition,
  type ExplainedFact,
} from './explainedCondition';

/** What one cue is at, and what it waits for. */
export interface ExplainedCue {
  cue: string;
  /** In words: `waits to open`, `open since 3.0 s: 4 came, 2 are there`, `closed`. */
  stands: string;
  /** What opens it, while it has not opened; else what closes it, if anything does. */
  waits: { to: 'open' | 'close'; condition: ExplainedCondition } | undefined;
}

/** Why it is not won, lost or scored yet, and why a cue has not opened. */
export interface RulesExplanation {
  cues: ExplainedCue[];
  rules: { what: 'win' | 'lose' | 'score'; points: number; isDone: boolean; condition: ExplainedCondition }[];
}

/** Reads off the world, without changing it, what cues and rules wait for. */
export function explainRules(world: World): RulesExplanation {
  const { cues, rules } = world.level.program;
  const explain = (condition: RuleCondition) => explainJoined<RuleTest>(condition, (test) => factsOf(world, test));
  return {
    cues: cues.map((cue, index) => ({
      cue: cue.name,
      stands: standOf(world, cue, index),
      waits: waitOf(world, cue, index, explain),
    })),
    rules: [
      ...builtIn(world),
      ...rules.wins.map((condition) => ({
        what: 'win' as const,
        points: 0,
        isDone: false,
        condition: explain(condition),
      })),
      ...rules.loses.map((condition) => ({
        what: 'lose' as const,
        points: 0,
        isDone: false,
        condition: explain(condition),
      })),
      ...rules.scores.flatMap(({ points, event }, index) =>
        event.type === 'holds'
          ? [{ what: 'score' as const, points, isDone: world.scored[index] > 0, condition: explain(event.condition) }]
          : [],
      ),
    ],
  };
}

/** The exit and the clock, which every level can have without a rule that says so. */
function builtIn(world: World): RulesExplanation['rules'] {
  const { exit, timeLimitTicks, ticksPerSecond } = world.level.program;
  const test = (facts: ExplainedFact[]): ExplainedCondition => ({
    type: 'test',
    holds: facts[0].holds,
    facts,
    parts: [],
  });
  const left = Math.max(0, timeLimitTicks - world.tick) / ticksPerSecond;
  return [
    ...(exit
      ? [{ what: 'win' as const, points: 0, isDone: false, condition: test([placeFact(world, exit, 'the exit')]) }]
      : []),
    {
      what: 'lose' as const,
      points: 0,
      isDone: false,
      condition: test(oneFact(`the clock ends it in ${left.toFixed(1)} s`, left === 0)),
    },
  ];
}

/** How far the player is from a place. */
function placeFact({ player }: World, { x, y, width, height }: Area, what: string): ExplainedFact {
  const dx = Math.max(x - player.x, 0, player.x - (x + width));
  const dy = Math.max(y - player.y, 0, player.y - (y + height));
  const off = Math.sqrt(dx * dx + dy * dy);
  return off === 0
    ? { label: `player is at ${what}`, holds: true }
    : { label: `player is ${off.toFixed(1)} cells from ${what}`, holds: false };
}

/** Whether something that a cue or a rule waits for holds now, asked by itself. */
export function holdsNow(world: World, condition: RuleCondition): boolean {
  return prepareRule(condition)(world, NO_PIECE);
}

function hasOpened({ cues }: World, cue: CueProgram, index: number): boolean {
  return cue.open === undefined || cues.openedAt[index] !== NEVER;
}

function waitOf(
  world: World,
  cue: CueProgram,
  index: number,
  explain: (condition: RuleCondition) => ExplainedCondition,
): ExplainedCue['waits'] {
  if (world.cues.isClosed[index] === 1 || world.cues.stage[index] === WAVE_STAGE.over) return undefined;
  if (cue.open && !hasOpened(world, cue, index)) return { to: 'open', condition: explain(cue.open) };
  return cue.type === 'spawner' && cue.close ? { to: 'close', condition: explain(cue.close) } : undefined;
}

function standOf(world: World, cue: CueProgram, index: number): string {
  const { ticksPerSecond } = world.level.program;
  const { isClosed, stage, come, alive, due, wave } = world.cues;
  const counts = `${come[index]} came, ${alive[index]} ${alive[index] === 1 ? 'is' : 'are'} there`;
  if (!hasOpened(world, cue, index)) return 'waits to open';
  const next = `${Math.max(0, (due[index] - world.tick) / ticksPerSecond).toFixed(1)} s`;
  if (cue.type === 'spawner') return isClosed[index] === 1 ? `closed: ${counts}` : `next in ${next}: ${counts}`;
  switch (stage[index]) {
    case WAVE_STAGE.over:
      return 'all its waves are over';
    case WAVE_STAGE.resting:
      return `wave ${wave[index] + 2} in ${next}`;
    default:
      return `wave ${wave[index] + 1}: ${counts}`;
  }
}

const listed = (world: World, kinds: readonly number[]) =>
  kinds.map((kind) => world.level.program.kinds[kind].name).join(', ') || 'nothing';

function placesFact(test: RuleTestOf<'some at' | 'each at'>, world: World): ExplainedFact[] {
  const { inside, there } = countIn(world, test.kinds, test.area);
  return oneFact(`${inside} of ${there} of ${listed(world, test.kinds)} in the place`, holdsNow(world, test));
}

const FACTS: { [Word in RuleTestWord]: (test: RuleTestOf<Word>, world: World) => ExplainedFact[] } = {
  touches: (test, world) => oneFact(`player touches ${listed(world, test.kinds)}`, holdsNow(world, test)),
  at: ({ area }, world) => [placeFact(world, area, 'the place')],
  'none left': (test, world) => {
    const left = alivePieces(world, test.kinds).length;
    const wasThere = test.kinds.some((kind) => world.hasBeenThere[kind] === 1);
    const label = wasThere ? `${left} left of ${listed(world, test.kinds)}` : 'nothing of the kind was there yet';
    return oneFact(label, holdsNow(world, test));
  },
  'all filled': (test, world) => {
    const there = alivePieces(world, test.kinds);
    const filled = there.filter((piece) => world.isFilled[piece] === 1).length;
    return oneFact(`${filled} of ${there.length} filled`, holdsNow(world, test));
  },
  'some at': (test, world) => placesFact(test, world),
  'each at': (test, world) => placesFact(test, world),
  cleared: (test, world) => {
    const cue = world.level.program.cues[test.cue];
    return oneFact(`${cue.name} cleared: ${standOf(world, cue, test.cue)}`, holdsNow(world, test));
  },
  compare: (test, world) => {
    const values = [test.left, test.right].map((value) => prepareValue(value, RULE_READING_VALUES)(world, NO_PIECE));
    return oneFact(
      sayComparison(test, [values[0], values[1]], {
        unitOf: (reading) => unitOf(RULE_READINGS[reading as RuleReading]?.dimension),
      }),
      holdsNow(world, test),
    );
  },
};

function factsOf(world: World, test: RuleTest): ExplainedFact[] {
  const explain = FACTS[test.type] as (test: RuleTest, world: World) => ExplainedFact[];
  return explain(test, world);
}

function alivePieces(world: World, kinds: readonly number[]): number[] {
  return kinds.flatMap((kind) => [...world.level.piecesOfKind[kind]].filter((piece) => world.alive[piece] === 1));
}
