import type { CueProgram } from '../../compile/cueProgram';
import type { BrainProgram, ConditionProgram, LevelProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, spanOfCue, warnInCues, type Subject } from '../subject';
import { lastSecond } from './runEnd';

/** What would happen only when the run is over: arrivals, and changes of pieces that wait for nothing but time. */
export function checkLateness(subject: Subject): Diagnostic[] {
  return [...findLateCues(subject), ...findLatePieces(subject)];
}

function findLateCues(subject: Subject): Diagnostic[] {
  const { program, level } = subject;
  const last = lastSecond(program);
  return program.cues.flatMap((cue, index) => {
    const first = earliestTicks(cue) / program.ticksPerSecond;
    if (first <= last) return [];
    return [
      warnInCues(
        subject,
        spanOfCue(subject, index),
        'comes-too-late',
        `${cue.name} lets nothing in: the first would come after ${short(first, 2)} s, but ${level.name} ends after ${short(last, 2)} s.`,
        'Let it begin sooner (`first after …`), or give the level more time.',
      ),
    ];
  });
}

/** The least time from the opening of a cue to its first arrival. */
function earliestTicks(cue: CueProgram): number {
  return cue.type === 'spawner' ? cue.firstTicks - cue.jitterTicks : cue.firstTicks;
}

function findLatePieces({ program, level, path }: Subject): Diagnostic[] {
  const last = lastSecond(program);
  const told = new Set<number>();
  return program.pieces.flatMap(({ id, name, brain, isShot, isArrival }) => {
    if (brain < 0 || isShot || isArrival || told.has(brain)) return [];
    told.add(brain);
    return latePhrases(program, program.brains[brain], last).map((phrase) =>
      warningAt(
        { path: [...path, 'pieces', level.pieces.findIndex((piece) => piece.id === id)] },
        'comes-too-late',
        `${name} ${phrase}, but ${level.name} ends after ${short(last, 2)} s.`,
        'Let it wait for less, or give the level more time.',
      ),
    );
  });
}

/** What a behavior does only after the last second of a run, in words. */
function latePhrases({ ticksPerSecond }: LevelProgram, { states }: BrainProgram, last: number): string[] {
  const isLate = (ticks: number) => Number.isFinite(ticks) && ticks / ticksPerSecond > last;
  const say = (ticks: number) => `${short(ticks / ticksPerSecond, 2)} s`;
  return states.flatMap(({ name, transitions, repeats }) => [
    ...transitions.flatMap(({ condition }) => {
      const ticks = leastWait(condition);
      return isLate(ticks) ? [`would leave \`${name}\` only after ${say(ticks)}`] : [];
    }),
    ...repeats.flatMap(({ ticks }) =>
      isLate(ticks) ? [`would do what \`${name}\` repeats only after ${say(ticks)}`] : [],
    ),
  ]);
}

/** How long a piece is in a state at the least before a condition can hold, ticks. */
function leastWait(condition: ConditionProgram): number {
  switch (condition.type) {
    case 'and':
      return Math.max(0, ...condition.parts.map(leastWait));
    case 'or':
      return Math.min(...condition.parts.map(leastWait));
    case 'not':
      return 0;
    default:
      return condition.type === 'after' || condition.type === 'every' ? condition.ticks : 0;
  }
}
