import { checkCastAndLevels } from '../compile/checkGame';
import { kindsOfLevel } from '../compile/kindsOfLevel';
import type { LevelProgram } from '../compile/levelProgram';
import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf, type Kind } from '../document/resolveKind';
import type { Diagnostic } from '../foundation/diagnostic';
import type { CueVerdict } from '../language/cues/checkCues';
import { checkLevelCues } from '../written/checkLevelCues';
import { checkScripts } from '../written/checkScripts';
import { checkCourseBrief } from './checkBriefs';
import { checkProgram } from './checkProgram';
import type { Subject } from './subject';

/** Everything that can be said about a game without running it, errors first; of all levels, or of one. */
export function checkGame(game: GameDocument, levelId?: string): Diagnostic[] {
  const scripts = checkScripts(game);
  const all = [
    ...[...scripts.values()].flatMap((script) => script.diagnostics),
    ...checkCastAndLevels(
      game,
      scripts,
      cuesOf(game),
      (level, program) => checkProgram(subjectOf(game, level, program)),
      levelId,
    ),
    ...(levelId === undefined ? checkCourseBrief(game) : []),
  ];
  return [...all.filter((fault) => fault.severity === 'error'), ...all.filter((fault) => fault.severity === 'warning')];
}

/** A level with its program, as the checks look at it. */
export function subjectOf(game: GameDocument, level: Level, program: LevelProgram): Subject {
  const path = ['levels', game.levels.indexOf(level)];
  return { game, level, program, cues: checkLevelCues(game, level)?.checked, path };
}

/**
 * The kinds between which contacts matter on a level: those that there can be in it, however they come, and behind them those
 * that no level uses yet.
 */
export function kindsToMeet(game: GameDocument, level: Level): Kind[] {
  const scripts = checkScripts(game);
  const idsOf = (own: Level) =>
    kindsOfLevel(game, own, (id) => scripts.get(id)?.behavior, checkLevelCues(game, own)?.checked);
  const here = idsOf(level);
  const anywhere = new Set(game.levels.flatMap(idsOf));
  const fresh = game.cast.map(({ id }) => id).filter((id) => !anywhere.has(id));
  return [...here, ...fresh].map((id) => kindOf(game, id)!);
}

/** What the language stage says of the cues of each level. */
function cuesOf(game: GameDocument): Map<string, CueVerdict | undefined> {
  return new Map(game.levels.map((level) => [level.id, checkLevelCues(game, level)]));
}
