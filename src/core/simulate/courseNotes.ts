import type { LevelProgram } from '../compile/levelProgram';
import { ownPieceOf } from './ownPiece';
import type { RunFacts } from './runFacts';
import { SAMPLES_PER_SECOND, type RunRecord, type RunSamples } from './runRecord';
import type { RunNote } from './runWatch';

/** A loss this soon after the start comes before anything could be seen, s. */
const EARLY_SECONDS = 2.5;
/** Stretches of this length on end are dull, or relentless, s; and a dull one takes at least this share of its run. */
const DULL_SECONDS = 20;
const DULL_SHARE = 0.4;
const RELENTLESS_SECONDS = 12;
const CALM = 0.1;
const PRESSING = 0.5;

type CourseNote = Extract<
  RunNote,
  {
    type:
      | 'early loss'
      | 'ends it'
      | 'dull'
      | 'relentless'
      | 'no shots left'
      | 'cleared'
      | 'not cleared'
      | 'clock'
      | 'early end';
  }
>;

/** What the course of a whole run shows: lost at once, by whom, where nothing happens, and where it never lets up. */
export function notesOfCourse(
  program: LevelProgram,
  record: RunRecord,
  { pressure, sighted }: RunSamples,
  facts: RunFacts,
): CourseNote[] {
  const { seed, x, y, ticks } = record;
  const { ticksPerSecond } = program;
  const end = ticks / ticksPerSecond;
  const notes: CourseNote[] = [];
  // Health that is lost on the way is no loss yet.
  const firstLoss = facts.losses.length > 0 ? facts.losses[0].tick / ticksPerSecond : Infinity;
  if (firstLoss <= EARLY_SECONDS) notes.push({ type: 'early loss', seed, at: firstLoss, x, y });
  const piece = record.outcome === 'lost' ? ownPieceOf(program, record.piece) : undefined;
  if (piece) notes.push({ type: 'ends it', seed, piece: piece.id, name: piece.name, at: end, x, y });
  // Being seen is something that happens, however far off who sees is.
  const dull = longestStretch(pressure, (value, index) => value < CALM && !(sighted[index] > 0));
  if (facts.hasThreats && dull.seconds >= DULL_SECONDS && dull.seconds >= DULL_SHARE * end)
    notes.push({ type: 'dull', seed, seconds: dull.seconds, at: dull.from, x, y });
  const hard = longestStretch(pressure, (value) => value >= PRESSING);
  if (hard.seconds >= RELENTLESS_SECONDS)
    notes.push({ type: 'relentless', seed, seconds: hard.seconds, at: hard.from, x, y });
  if (facts.emptyTick !== undefined && record.outcome !== 'won')
    notes.push({ type: 'no shots left', seed, at: facts.emptyTick / ticksPerSecond, x, y });
  // Where nothing wins, or nothing harms, that says nothing.
  if (program.rules.playsFor === undefined && facts.hasThreats)
    notes.push(
      record.outcome === 'won'
        ? { type: 'cleared', seed, at: end, x, y }
        : { type: 'not cleared', seed, at: end, x, y },
    );
  if (record.outcome === 'out of time' && program.rules.playsFor === undefined)
    notes.push({ type: 'clock', seed, at: end, x, y });
  const limit = program.timeLimitTicks / ticksPerSecond;
  if (end < limit / 2 && program.rules.playsFor === undefined)
    notes.push({ type: 'early end', seed, limit, isWon: record.outcome === 'won', at: end, x, y });
  return notes;
}

/** The longest stretch on end of samples that are as asked. */
function longestStretch(
  samples: readonly number[],
  isSo: (value: number, index: number) => boolean,
): { from: number; seconds: number } {
  let best = { from: 0, count: 0 };
  let count = 0;
  samples.forEach((value, index) => {
    count = isSo(value, index) ? count + 1 : 0;
    if (count > best.count) best = { from: index + 1 - count, count };
  });
  return { from: best.from / SAMPLES_PER_SECOND, seconds: best.count / SAMPLES_PER_SECOND };
}
