import { findBlockers } from './check/checkProgram';
import { subjectOf } from './check/checkWholeGame';
import { kindsOfCues } from './compile/compileCues';
import { checkOverrides, compileLevel, type ScriptVerdict } from './compile/compileLevel';
import { turnKnobs, type CompiledVersion } from './compile/turnKnobs';
import { NO_OVERRIDES, type LevelProgram, type Overrides } from './compile/levelProgram';
import type { GameDocument } from './document/gameDocument';
import { kindOf } from './document/resolveKind';
import { errorAt, hasErrors, type Diagnostic } from './foundation/diagnostic';
import { nearestWord } from './foundation/nearestWord';
import { fail, succeed, type Result } from './foundation/result';
import type { ChunkResult } from './measure/chunk';
import { measureRuns, measureRunsInSteps } from './measure/measureRuns';
import { MEASURES, type MeasureTable } from './measure/measures';
import { withNumbers } from './numbers/withNumbers';
import type { StandInTraits } from './people/traits';
import { Runner } from './simulate/run';
import { checkLevelCues } from './written/checkLevelCues';
import { checkScripts } from './written/checkScripts';

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

/**
 * As {@link compileGameLevel}, with what an earlier version came to: where only knobs were turned since, only their brains
 * are made anew. With overrides it is compiled whole.
 */
export function compileNextVersion(
  before: CompiledVersion | undefined,
  game: GameDocument,
  levelId: string,
  overrides: Overrides = NO_OVERRIDES,
): Result<CompiledVersion, Diagnostic> {
  const level = game.levels.find((candidate) => candidate.id === levelId);
  const isPlain = overrides === NO_OVERRIDES && before?.overrides === NO_OVERRIDES;
  const turned = isPlain && level && turnKnobs(before, game, level, checkScripts(game));
  if (turned) return succeed({ game, level, overrides, program: turned });
  const compiled = compileGameLevel(game, levelId, overrides);
  return compiled.ok ? succeed({ game, level: level!, overrides, program: compiled.value }) : compiled;
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

/** As {@link runChunk}, with a runner that is kept between chunks; whoever does not clear it may try again. */
export function runSeeds(
  runner: Runner,
  firstSeed: number,
  count: number,
  { tries, table = MEASURES }: { tries?: number | undefined; table?: MeasureTable } = {},
): ChunkResult {
  const runs = Array.from({ length: count }, (_, index) => ({ seed: firstSeed + index }));
  return measureRuns(runner, firstSeed, runs, table, { tries });
}

/** As {@link runSeeds}, so many ticks a step. */
export function runSeedsInSteps(
  runner: Runner,
  firstSeed: number,
  count: number,
  ticksAStep: number,
  tries?: number,
): Generator<void, ChunkResult> {
  const runs = Array.from({ length: count }, (_, index) => ({ seed: firstSeed + index }));
  return measureRunsInSteps(runner, firstSeed, runs, MEASURES, { tries, ticksAStep });
}

/** Many people of one tier on the same seed: all that the level draws is the same for each of them. */
export function runPeople(runner: Runner, seed: number, firstPerson: number, count: number): ChunkResult {
  const runs = Array.from({ length: count }, (_, index) => ({ seed, person: firstPerson + index }));
  return measureRuns(runner, firstPerson, runs, MEASURES);
}

/** Runs seeds that were run before. Maps are made of the whole of each, or of these seconds of it. */
export function runAgain(
  runner: Runner,
  seeds: readonly number[],
  during?: readonly [from: number, to: number],
): ChunkResult {
  const { ticksPerSecond } = runner.program;
  const stretch = during && { fromTick: during[0] * ticksPerSecond, untilTick: during[1] * ticksPerSecond };
  return measureRuns(
    runner,
    seeds[0] ?? 1,
    seeds.map((seed) => ({ seed })),
    MEASURES,
    { stretch },
  );
}
