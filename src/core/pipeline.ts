import { leavesAtOnce } from './check/arrivals/checkHeadings';
import { checkCuesOf, checkProgram, findBlockers } from './check/checkProgram';
import type { Subject } from './check/subject';
import { checkCastAndLevels } from './compile/checkGame';
import { kindsOfCues } from './compile/compileCues';
import { checkOverrides, compileLevel, type ScriptVerdict } from './compile/compileLevel';
import { describeEntries } from './compile/entryPlaces';
import { kindsOfLevel } from './compile/kindsOfLevel';
import { gapReach } from './compile/gapReach';
import { addProvingLevel, PROVING_LEVEL } from './compile/provingLevel';
import { NO_OVERRIDES, type LevelProgram, type Overrides } from './compile/levelProgram';
import type { GameDocument, Level } from './document/gameDocument';
import { kindOf, type Kind } from './document/resolveKind';
import { errorAt, hasErrors, type Diagnostic } from './foundation/diagnostic';
import { nearestWord } from './foundation/nearestWord';
import { fail, succeed, type Result } from './foundation/result';
import type { CueVerdict } from './language/cues/checkCues';
import { checkLevelCues, goalMarks } from './written/checkLevelCues';
import { checkScripts } from './written/checkScripts';
import type { ChunkResult } from './measure/chunk';
import { describeCues, type CueProjection, type KnownOfCue } from './measure/cueProjection';
import { describeSheet, measuredLevel, type LevelSheet } from './report/levelSheet';
import type { MeasuredLevel } from './measure/measure';
import { MEASURES, type MeasureTable } from './measure/measures';
import { addRun, emptySums, keepFigures } from './measure/sums';
import { withNumbers } from './numbers/withNumbers';
import { NUMBER_VERSIONS } from './simulate/numberVersions';
import { projectCues } from './simulate/projectCues';
import type { World } from './simulate/engine/world';
import { Runner } from './simulate/run';
import type { RunSamples } from './simulate/runRecord';
import { RunWatch } from './simulate/runWatch';
import type { StandInTraits } from './people/traits';

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
  ];
  return [...all.filter((fault) => fault.severity === 'error'), ...all.filter((fault) => fault.severity === 'warning')];
}

function subjectOf(game: GameDocument, level: Level, program: LevelProgram): Subject {
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

/** Stages 2a to 2c: one level as a program, or the faults that prevent it or make it senseless to run. */
export function compileGameLevel(
  game: GameDocument,
  levelId: string,
  overrides: Overrides = NO_OVERRIDES,
): Result<LevelProgram, Diagnostic> {
  const written = game.levels.find((candidate) => candidate.id === levelId);
  if (!written) return fail([unknownLevel(game, levelId)]);
  const numbers = withNumbers(game, written, overrides.numbers ?? []);
  if (!numbers.ok) return numbers;
  return compileOf(numbers.value, levelId, overrides);
}

/** Compiles a level of a game in which numbers are set as the runs want them. */
function compileOf(game: GameDocument, levelId: string, overrides: Overrides): Result<LevelProgram, Diagnostic> {
  const level = game.levels.find((candidate) => candidate.id === levelId)!;
  const scripts = checkScripts(game);
  const checkedOverrides = checkOverrides(game, scripts, overrides, checkLevelCues(game, level));
  if (!checkedOverrides.ok) return checkedOverrides;
  const { program, diagnostics } = compileLevel(
    game,
    level,
    scripts satisfies ReadonlyMap<string, ScriptVerdict>,
    checkLevelCues(game, level),
    overrides,
  );
  if (program && !hasErrors(diagnostics)) {
    const blockers = findBlockers(subjectOf(game, level, program));
    return blockers.length > 0 ? fail(blockers) : succeed(program);
  }
  const cues = checkLevelCues(game, level)?.checked;
  const kinds = [...level.pieces.map((piece) => piece.kind), ...(cues ? kindsOfCues(cues) : [])];
  const usedScripts = new Set(kinds.map((id) => kindOf(game, id)?.behavior));
  const scriptFaults = [...scripts].filter(([id]) => usedScripts.has(id)).flatMap(([, script]) => script.diagnostics);
  return fail([...scriptFaults, ...diagnostics].filter((fault) => fault.severity === 'error'));
}

function unknownLevel(game: GameDocument, levelId: string): Diagnostic {
  const ids = game.levels.map((level) => level.id);
  const nearest = nearestWord(levelId, ids);
  return errorAt(
    { path: ['levels'] },
    'unknown-level',
    `The game ${game.name} has no level \`${levelId}\`.`,
    nearest ? `Did you mean \`${nearest}\`?` : `Its levels are ${ids.join(', ') || 'none'}.`,
  );
}

/** Stage 3 and the first half of 4: a stretch of seeds. The same in a browser worker, a server worker and the CLI. */
export function runChunk(program: LevelProgram, traits: StandInTraits, firstSeed: number, count: number): ChunkResult {
  return runSeeds(new Runner(program, { type: 'stand-in', traits }), firstSeed, count);
}

/** As {@link runChunk}, with a runner that is kept between chunks. */
export function runSeeds(
  runner: Runner,
  firstSeed: number,
  count: number,
  table: MeasureTable = MEASURES,
): ChunkResult {
  const { program } = runner;
  const result: ChunkResult = { firstSeed, rows: [], sums: emptySums(table), notes: [], versions: NUMBER_VERSIONS };
  const watch = new RunWatch(program);
  const onTick = (world: World, input: number) => watch.look(world, input, runner.isWatching);
  for (let seed = firstSeed; seed < firstSeed + count; seed++) {
    const samples: RunSamples = { pressure: [], sighted: [] };
    const { record } = runner.run(seed, { samples, onTick });
    if (!record) continue;
    const run = { record, samples, notes: watch.finish(record) };
    keepFigures(run, program, table);
    addRun(result.sums, run, program, table);
    result.rows.push(record);
    result.notes.push(...run.notes);
  }
  return result;
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
  return succeed(describeCues(program, runs, { seconds, clearSeconds }, lanes, known));
}

/** What a pursuer comes to in an endless corridor in which the player flees at full speed from the moment it is seen. */
export interface PursuitFigure {
  /** The least distance at the start from which the player is not caught, cells; undefined when it always is. */
  leastSafeCells: number | undefined;
  /** Speed of the player, cells a second. */
  playerSpeed: number;
}

const PURSUIT_STEP_CELLS = 0.25;
const MOST_PURSUIT_CELLS = 24;
const EAST = 1;

/** Tries ever longer head starts; the first from which the player gets away is the least safe one. */
export function measurePursuit(
  game: GameDocument,
  levelId: string,
  kind: string,
  playerSpeed: number,
): Result<PursuitFigure, Diagnostic> {
  for (let cells = 1; cells <= MOST_PURSUIT_CELLS; cells += PURSUIT_STEP_CELLS) {
    const proving = addProvingLevel(game, levelId, {
      form: 'corridor',
      kind,
      allies: 0,
      playerSpeed,
      headStart: cells,
    });
    if (!proving.ok) return proving;
    const compiled = compileGameLevel(proving.value, PROVING_LEVEL);
    if (!compiled.ok) return compiled;
    const program = withThreats(compiled.value);
    const inputs = new Array<number>(program.timeLimitTicks).fill(EAST);
    const { record } = new Runner(program, { type: 'inputs', inputs }).run(1);
    if (record?.cause !== 'touched') return succeed({ leastSafeCells: cells, playerSpeed });
  }
  return succeed({ leastSafeCells: undefined, playerSpeed });
}

/** Whatever the tags say: in the corridor the pursuer catches by touching. */
function withThreats(program: LevelProgram): LevelProgram {
  return {
    ...program,
    contacts: [],
    kinds: program.kinds.map((kind, index) => ({ ...kind, isThreat: index !== program.player.kindIndex })),
  };
}
