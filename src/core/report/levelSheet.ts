import type { GameDocument, Level, Mark, Terrain } from '../document/gameDocument';
import { resolvedCast } from '../document/resolveKind';
import { standInName } from '../document/standIns';
import type { MeasuredLevel } from '../measure/measure';
import { checkLevelCues, goalMarks } from '../written/checkLevelCues';

/**
 * What a report needs to know of a level and of who played it: kept with a batch, so that its numbers can be read for as long
 * as they are kept, whatever becomes of the format and of the language.
 */
export interface LevelSheet extends MeasuredLevel {
  gameName: string;
  levelName: string;
  standInName: string;
  /** Seconds. */
  timeLimit: number;
  map: readonly string[];
  terrain: readonly Terrain[];
  /** Where the player wants to be. */
  goals: readonly Mark[];
  /** What the level was meant to be, of all who play it; undefined where nobody has said. */
  brief?: Level['brief'];
}

/** What the measures need to know of a level; `playsFor` says what it is played for where nothing wins it. */
export function measuredLevel(game: GameDocument, level: Level, playsFor: PlayedFor): MeasuredLevel {
  return {
    ticksPerSecond: level.ticksPerSecond,
    pieces: level.pieces.map(({ id, name, kind }) => ({ id, name, kind })),
    kinds: [...resolvedCast(game).values()].map(({ id, name }) => ({ id, name })),
    rules: { playsFor },
  };
}

type PlayedFor = NonNullable<MeasuredLevel['rules']>['playsFor'];

export function describeSheet(
  game: GameDocument,
  level: Level,
  standInId: string,
  known: { playsFor: PlayedFor; goals: ReadonlySet<string> },
): LevelSheet {
  return {
    ...measuredLevel(game, level, known.playsFor),
    gameName: game.name,
    levelName: level.name,
    standInName: standInName(game, standInId),
    timeLimit: level.rules.timeLimit,
    map: level.map,
    terrain: game.terrain.filter(({ glyph }) => level.map.some((row) => row.includes(glyph))),
    goals: level.marks.filter(({ id }) => known.goals.has(id)),
    ...(level.brief ? { brief: level.brief } : {}),
  };
}

/** What a report needs to know of a level; undefined when there is no such level. */
export function sheetOfLevel(game: GameDocument, levelId: string, standInId: string): LevelSheet | undefined {
  const level = game.levels.find(({ id }) => id === levelId);
  const goals = level && goalMarks(game, level);
  return level && describeSheet(game, level, standInId, { playsFor: playsForOf(game, level), goals: goals! });
}

/** What the measures need to know of a level, whether it has errors or not; of one that there is not, nothing but a clock. */
export function measuredLevelOf(game: GameDocument, levelId: string): MeasuredLevel {
  const level = game.levels.find(({ id }) => id === levelId);
  return level ? measuredLevel(game, level, playsForOf(game, level)) : { ticksPerSecond: 60, pieces: [], kinds: [] };
}

function playsForOf(game: GameDocument, level: Level) {
  return checkLevelCues(game, level)?.checked?.rules?.playsFor;
}
