import { checkCourse } from '../document/course';
import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import type { Diagnostic } from '../foundation/diagnostic';
import type { CueVerdict } from '../language/cues/checkCues';
import { checkKnobValues } from './checkKnobValues';
import { compileLevel, type ScriptVerdict } from './compileLevel';
import { NO_OVERRIDES, type LevelProgram } from './levelProgram';

/**
 * Faults of the cast and of every level (or only one), beside those of the scripts themselves; of levels that compile also
 * what `judge` says of them.
 */
export function checkCastAndLevels(
  game: GameDocument,
  scripts: ReadonlyMap<string, ScriptVerdict>,
  cues: ReadonlyMap<string, CueVerdict | undefined>,
  judge: (level: Level, program: LevelProgram) => Diagnostic[],
  levelId?: string,
): Diagnostic[] {
  const cast = game.cast.flatMap((entry, index) => {
    const kind = kindOf(game, entry.id)!;
    const verdict = kind.behavior ? scripts.get(kind.behavior) : undefined;
    if (verdict && !verdict.behavior) return [];
    return checkKnobValues(kind.name, entry.knobs, verdict?.knobs ?? [], ['cast', index, 'knobs']);
  });
  const checked = game.levels.filter((level) => levelId === undefined || level.id === levelId);
  const levels = checked.map((level) => {
    const { program, diagnostics } = compileLevel(game, level, scripts, cues.get(level.id), NO_OVERRIDES);
    return { level, faults: [...diagnostics, ...(program ? judge(level, program) : [])] };
  });
  const course = levelId === undefined ? checkCourse(game) : [];
  // What is said of the cast is not said again of each level.
  const ofCast = new Set(cast.map((fault) => JSON.stringify(fault)));
  const ofLevels = levels.map(({ level, faults }) => ({
    level,
    faults: faults.filter((fault) => !ofCast.has(JSON.stringify(fault))),
  }));
  return [...cast, ...joinLevels(ofLevels, game.levels.length > 1), ...course];
}

/** The faults of all levels, each once: what stands in no level itself names those in which it is so. */
function joinLevels(
  levels: readonly { level: Level; faults: readonly Diagnostic[] }[],
  areNamed: boolean,
): Diagnostic[] {
  const known = new Map<string, Diagnostic>();
  for (const { level, faults } of levels)
    for (const fault of faults) {
      const key = JSON.stringify(fault);
      const own = known.get(key);
      if (!areNamed || fault.where.path[0] === 'levels') known.set(key, fault);
      else if (!own) known.set(key, { ...fault, levels: [level.name] });
      else if (!own.levels!.includes(level.name)) own.levels!.push(level.name);
    }
  return [...known.values()];
}
