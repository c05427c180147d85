import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { kindOf, type Kind } from '../document/resolveKind';
import type { UnitContext } from '../foundation/units';
import type { CheckedBehavior, KnobDefinition } from '../language/checkedBehavior';
import { namesForBrains } from './brain/brainNames';
import { compileBrain } from './brain/compileBrain';
import type { ScriptVerdict } from './compileLevel';
import { resolveKnobs } from './foldExpression';
import { isHunt, type BrainProgram, type ConditionProgram, type StateProgram } from './levelProgram';
import { widenSight, type Sight } from './sight';

export interface StateInsight {
  name: string;
  /** The widest that it looks in this state; undefined when it does not look. */
  sight: Sight | undefined;
  isChase: boolean;
  /** How it moves in this state, as a word. */
  motion: BrainProgram['states'][number]['motion']['operation'];
}

/**
 * What can be said of one placed piece without compiling the level: for cards and previews, also while the level has faults.
 * While the script has errors there are no states, but the knobs that could be read stay.
 */
export interface PieceInsight {
  knobs: KnobDefinition[];
  /** Knob values as they hold for this piece, in the units of the script. */
  values: Record<string, number>;
  states: StateInsight[];
  startState: number;
}

/** Undefined for pieces without a behavior. */
export function describePiece(
  game: GameDocument,
  level: Level,
  piece: Piece,
  scripts: ReadonlyMap<string, ScriptVerdict>,
): PieceInsight | undefined {
  const kind = kindOf(game, piece.kind);
  const verdict = kind?.behavior ? scripts.get(kind.behavior) : undefined;
  if (!kind || !verdict) return undefined;
  const units = { pixelsPerCell: game.pixelsPerCell, ticksPerSecond: level.ticksPerSecond };
  const known = described.get(piece);
  const isKnown =
    known?.kind === kind &&
    known.verdict === verdict &&
    known.units.pixelsPerCell === units.pixelsPerCell &&
    known.units.ticksPerSecond === units.ticksPerSecond;
  if (isKnown) return known.insight;
  const insight = insightOf(game, level, verdict, resolveKnobs(verdict.knobs, [kind.knobs, piece.knobs]), units);
  // A draft of an edit changes under the hand; only finished documents are kept.
  if (Object.isFrozen(piece)) described.set(piece, { kind, verdict, units, insight });
  return insight;
}

/** What was said of a piece, and of what it depends besides the piece itself. */
interface Described {
  kind: Kind;
  verdict: ScriptVerdict;
  units: UnitContext;
  insight: PieceInsight;
}

/** Hundreds of pieces are asked for with every frame that is drawn. */
const described = new WeakMap<Piece, Described>();

function insightOf(
  game: GameDocument,
  level: Level,
  verdict: ScriptVerdict,
  values: Record<string, number>,
  units: UnitContext,
): PieceInsight {
  if (!verdict.behavior) return { knobs: verdict.knobs, values, states: [], startState: 0 };
  const known = insights.get(verdict.behavior) ?? new Map<string, PieceInsight>();
  insights.set(verdict.behavior, known);
  const key = JSON.stringify([values, units]);
  const insight = known.get(key) ?? describeBehavior(game, level, verdict.behavior, verdict.knobs, values, units);
  if (known.size > MOST_KEPT) known.clear();
  known.set(key, insight);
  return insight;
}

/** What depends on a behavior and its knobs alone is worked out once, however often a level is drawn. */
const insights = new WeakMap<CheckedBehavior, Map<string, PieceInsight>>();
const MOST_KEPT = 200;

function describeBehavior(
  game: GameDocument,
  level: Level,
  behavior: CheckedBehavior,
  knobs: KnobDefinition[],
  values: Record<string, number>,
  units: UnitContext,
): PieceInsight {
  const { brain } = compileBrain(
    behavior,
    values,
    units,
    [],
    namesForBrains(
      game,
      level,
      game.cast.map((entry) => entry.id),
    ),
  );
  const states = brain.states.map((state): StateInsight => {
    const isChase = isHunt(state.motion);
    return {
      name: state.name,
      sight: widestSight(state) ?? (isChase ? chaseSight(brain) : undefined),
      isChase,
      motion: state.motion.operation,
    };
  });
  return { knobs, values, states, startState: brain.startState };
}

/** A chaser keeps its target in sight by the wider limits of one that has seen it. */
function chaseSight(brain: BrainProgram): Sight | undefined {
  return brain.sightRange > 0 ? widenSight({ range: brain.sightRange, arc: brain.sightArc }) : undefined;
}

function widestSight(state: StateProgram): Sight | undefined {
  const sights = state.transitions.flatMap((transition) => sightsIn(transition.condition));
  return sights.sort((a, b) => b.range - a.range || b.arc - a.arc)[0];
}

function sightsIn(condition: ConditionProgram): Sight[] {
  switch (condition.type) {
    case 'sees':
      return [{ range: condition.range, arc: condition.arc }];
    case 'not':
      return sightsIn(condition.part);
    case 'and':
    case 'or':
      return condition.parts.flatMap(sightsIn);
    default:
      return [];
  }
}
