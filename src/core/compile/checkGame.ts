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
  const levels = checked.flatMap((level) => {
    const { program, diagnostics } = compileLevel(game, level, scripts, cues.get(level.id), NO_OVERRIDES);
    return [...diagnostics, ...(program ? judge(level, program) : [])];
  });
  const course = levelId === undefined ? checkCourse(game) : [];
  const seen = new Set<string>();
  return [...cast, ...levels, ...course].filter((fault) => {
    const key = JSON.stringify(fault);
    return !seen.has(key) && seen.add(key);
  });
}
