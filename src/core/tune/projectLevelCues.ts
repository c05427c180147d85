import { leavesAtOnce } from '../check/arrivals/checkHeadings';
import { checkCuesOf } from '../check/checkProgram';
import { subjectOf } from '../check/checkWholeGame';
import { describeEntries } from '../compile/entryPlaces';
import { gapReach } from '../compile/gapReach';
import type { LevelProgram } from '../compile/levelProgram';
import type { GameDocument, Level } from '../document/gameDocument';
import type { Diagnostic } from '../foundation/diagnostic';
import { succeed, type Result } from '../foundation/result';
import { describeCrossing, type CrossingFigures } from '../measure/crossingFigures';
import { describeCues, type CueProjection, type KnownOfCue } from '../measure/cueProjection';
import { compileGameLevel } from '../pipeline';
import { crossingsOf, watchCrossing } from '../simulate/crossings';
import { projectCues } from '../simulate/projectCues';
import { checkLevelCues } from '../written/checkLevelCues';

/** How long projections look ahead unless the level is shorter, and after what time a wave counts as cleared in them. */
export const PROJECTION_SECONDS = 90;
export const USUAL_CLEAR_SECONDS = 6;

/** What the cues of a level come to over many seeds, with no player there. */
export function projectLevelCues(
  game: GameDocument,
  levelId: string,
  seeds: number,
  clearSeconds = USUAL_CLEAR_SECONDS,
): Result<CueProjection, Diagnostic> {
  const compiled = compileGameLevel(game, levelId);
  if (!compiled.ok) return compiled;
  const program = compiled.value;
  const level = game.levels.find(({ id }) => id === levelId)!;
  const seconds = Math.min(PROJECTION_SECONDS, Math.ceil(program.timeLimitTicks / program.ticksPerSecond));
  const runs = projectCues(program, { first: 1, count: seeds }, seconds, clearSeconds);
  const entries = describeEntries(program);
  const definitions = checkLevelCues(game, level)?.checked?.cues ?? [];
  const told = checkCuesOf(subjectOf(game, level, program));
  const known = program.cues.map((cue, index): KnownOfCue => {
    const definition = definitions[index];
    const { place } = definition.type === 'spawner' ? definition.spawner : definition.waves;
    return {
      marks: place.marks.map(({ id }) => id),
      offCentre: entries[index].spots.reduce((most, { offCentre = 0 }) => Math.max(most, Math.abs(offCentre)), 0),
      reach: cue.type === 'spawner' ? gapReach(program, cue) : undefined,
      leavesAtOnce: leavesAtOnce(program, index),
      told: told.flatMap(({ cue: own, message }) => (own === index ? [message] : [])),
    };
  });
  const lanes = (level.lanes ?? []).map(({ name, mark, size, runs: along }) => ({
    name,
    mark,
    size,
    isAcross: along === 'across',
  }));
  return succeed(
    describeCues(
      program,
      runs,
      { seconds, clearSeconds },
      lanes,
      known,
      crossingFigures(program, level, seeds, seconds),
    ),
  );
}

/** Crossings need everything that moves, tick by tick: fewer seeds, and not so far ahead. */
const CROSSING_SECONDS = 40;
const SEEDS_A_CROSSING_SEED = 16;

function crossingFigures(
  program: LevelProgram,
  { lanes = [] }: Level,
  seeds: number,
  seconds: number,
): CrossingFigures[] {
  const crossed = lanes.map(({ name, at, size, runs }) => ({ name, at, size, isAcross: runs === 'across' }));
  const ticks = Math.min(CROSSING_SECONDS, seconds) * program.ticksPerSecond;
  const count = Math.max(6, Math.ceil(seeds / SEEDS_A_CROSSING_SEED));
  return crossingsOf(program, crossed).map((crossing) =>
    describeCrossing(crossing, watchCrossing(program, crossing, { first: 1, count }, ticks), program.ticksPerSecond),
  );
}
