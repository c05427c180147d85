import { inOneGo } from '../foundation/steps';
import { firstClearAfter } from '../simulate/playTries';
import { notesOfCourse } from '../simulate/courseNotes';
import type { World } from '../simulate/engine/world';
import { NUMBER_VERSIONS } from '../simulate/numberVersions';
import type { Runner } from '../simulate/run';
import { FactsWatch, type Stretch } from '../simulate/runFacts';
import type { RunSamples } from '../simulate/runRecord';
import { RunWatch } from '../simulate/runWatch';
import type { ChunkResult } from './chunk';
import type { MeasureTable } from './measures';
import { addRun, emptySums, keepFigures } from './sums';

/** One run that is wanted: its seed, and which person plays, where that is not the one of the seed. */
export interface WantedRun {
  seed: number;
  person?: number;
}

export interface MeasuringOptions {
  /** Maps are made of these ticks of each run only. */
  stretch?: Stretch | undefined;
  tries?: number | undefined;
  ticksAStep?: number | undefined;
}

/**
 * Runs what is wanted and measures it while it goes on. `first` is where the chunk stands among others; maps are made of the
 * whole of each run, or of a stretch of it. With several tries, whoever does not clear it goes on trying and keeps in mind what
 * was seen: only when the level is cleared first is told of that, and all else of the first try.
 */
export function measureRuns(...asked: Parameters<typeof measureRunsInSteps>): ChunkResult {
  return inOneGo(measureRunsInSteps(...asked));
}

/** As {@link measureRuns}, so many ticks of a run a step, and the tries after the first in one. */
export function* measureRunsInSteps(
  runner: Runner,
  first: number,
  runs: readonly WantedRun[],
  table: MeasureTable,
  { stretch, tries = 1, ticksAStep = Infinity }: MeasuringOptions = {},
): Generator<void, ChunkResult> {
  const { program } = runner;
  const result: ChunkResult = {
    firstSeed: first,
    rows: [],
    sums: emptySums(table),
    notes: [],
    ...(tries > 1 ? { firstClears: [] } : {}),
    versions: NUMBER_VERSIONS,
  };
  const watch = new RunWatch(program);
  const facts = new FactsWatch(program, stretch);
  const onTick = (world: World, input: number) => {
    watch.look(world, input, runner.isWatching);
    facts.look(world);
  };
  for (const { seed, person } of runs) {
    const samples: RunSamples = { pressure: [], sighted: [] };
    const { record } = yield* runner.runInSteps(seed, { samples, onTick, person }, ticksAStep);
    if (!record) continue;
    const counted = facts.finish(record, samples);
    const notes = [...watch.finish(record), ...notesOfCourse(program, record, samples, counted)];
    const run = { record, samples, notes, facts: counted };
    keepFigures(run, program, table);
    addRun(result.sums, run, program, table);
    result.rows.push(record);
    result.notes.push(...run.notes);
    result.firstClears?.push(firstClearAfter(runner, record, tries));
  }
  return result;
}
