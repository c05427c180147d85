import type { CueProgram, PlaceProgram } from '../../compile/cueProgram';
import { kindsOfSpawner } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import type { Diagnostic } from '../../foundation/diagnostic';
import { short, spanOfCue, warnInCues, type Subject } from '../subject';

/** What is in the level for less than this is as good as never there, seconds. */
const LEAST_SECONDS = 0.25;
const SAMPLES = 5;

/** Cues that send what they let in out of the level at once. */
export function checkHeadings(subject: Subject): Diagnostic[] {
  return subject.program.cues.flatMap((_, index) => {
    const lost = lostKind(subject.program, index);
    if (lost === undefined) return [];
    const { x, y, heading, kind } = lost;
    return [
      warnInCues(
        subject,
        spanOfCue(subject, index),
        'arrivals-leave',
        `What ${subject.program.cues[index].name} lets in at ${short(x)}, ${short(y)} heads ${short(heading)}°, out of the level: ${subject.program.kinds[kind].name} is never seen.`,
        'Turn it round with `give heading … deg`, where 0 is east and 90 is south.',
      ),
    ];
  });
}

/** Whether all that a cue lets in is out of the level at once. */
export function leavesAtOnce(program: LevelProgram, index: number): boolean {
  return lostKind(program, index) !== undefined;
}

/** A kind that goes straight on and never comes into the level, wherever and whichever way the cue lets it in. */
function lostKind(
  program: LevelProgram,
  index: number,
): { x: number; y: number; heading: number; kind: number } | undefined {
  const cue = program.cues[index];
  for (const kind of kindsOf(cue)) {
    const step = straightStep(program, kind, cue);
    if (step === undefined) continue;
    const ways = cue.place.spots.flatMap((spot) =>
      placesOn(spot).flatMap((place) => headingsOf(cue, spot).map((heading) => ({ ...place, heading, kind }))),
    );
    const isLost = ways.every((way) => secondsInside(program, way, step) < LEAST_SECONDS);
    if (isLost && ways.length > 0) return ways[0];
  }
  return undefined;
}

function kindsOf(cue: CueProgram): number[] {
  if (cue.type === 'spawner') return kindsOfSpawner(cue);
  return [
    ...new Set(
      cue.waves.flatMap(({ entries }) => entries.filter(({ columns }) => columns === 0).map(({ kind }) => kind)),
    ),
  ];
}

/** Cells a tick of a kind that only ever goes straight on and leaves; undefined for others. */
function straightStep({ pieces, brains }: LevelProgram, kind: number, cue: CueProgram): number | undefined {
  const { brain } = pieces.find((piece) => piece.isArrival && piece.kindIndex === kind) ?? { brain: -1 };
  if (brain < 0) return undefined;
  const { states, startState } = brains[brain];
  const { motion, transitions } = states[startState];
  if (motion.operation !== 'drift' || motion.rim !== 'leave' || transitions.length > 0) return undefined;
  const step = cue.step ? cue.step[1] : motion.step;
  return step > 0 ? step : undefined;
}

function placesOn({ x, y, width, height, isLine }: PlaceProgram['spots'][number]): { x: number; y: number }[] {
  const isPoint = width === 0 && height === 0;
  const shares = isPoint ? [0] : Array.from({ length: SAMPLES }, (_, sample) => sample / (SAMPLES - 1));
  return shares.flatMap((along) =>
    (isLine || isPoint ? [along] : shares).map((across) => ({ x: x + width * along, y: y + height * across })),
  );
}

function headingsOf({ heading }: CueProgram, { inward }: PlaceProgram['spots'][number]): number[] {
  if (!heading) return [inward];
  const [low, high] = heading;
  if (low === high) return [low];
  return Array.from({ length: SAMPLES }, (_, sample) => low + ((high - low) * sample) / (SAMPLES - 1));
}

/** For how long the middle of what goes straight on is over the level, seconds. */
function secondsInside(
  { grid, ticksPerSecond }: LevelProgram,
  { x, y, heading }: { x: number; y: number; heading: number },
  step: number,
): number {
  const [from, to] = [
    spanInside(x, cosDegrees(heading) * step, grid.width),
    spanInside(y, sinDegrees(heading) * step, grid.height),
  ].reduce(([low, high], [ownLow, ownHigh]) => [Math.max(low, ownLow), Math.min(high, ownHigh)], [0, Infinity]);
  return Math.max(0, to - from) / ticksPerSecond;
}

/** From when until when, in ticks, a place on one axis lies between 0 and a length. */
function spanInside(at: number, step: number, length: number): [number, number] {
  if (Math.abs(step) < 1e-9) return at >= 0 && at <= length ? [0, Infinity] : [Infinity, 0];
  const [first, second] = [-at / step, (length - at) / step];
  return [Math.min(first, second), Math.max(first, second)];
}
