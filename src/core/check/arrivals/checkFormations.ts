import type { FaultCode } from '../../foundation/faultCodes';
import { topOfRows, type WaveEntry, type WavesProgram } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, spanOfCue, warnInCues, type Subject } from '../subject';

/** One of a formation: where it stands when the formation sets out, and which kind it is. */
interface Member {
  x: number;
  y: number;
  kind: number;
}

interface Fault {
  code: FaultCode;
  message: string;
  hint: string;
}

/** Formations that begin outside, lie on each other, have no room to march, or never come down. */
export function checkFormations(subject: Subject): Diagnostic[] {
  const { program, level, path } = subject;
  const ofWaves = program.cues.flatMap((cue, index) => {
    if (cue.type !== 'waves') return [];
    const faults = cue.waves.flatMap(({ entries }, number) => {
      const rows = entries.filter(({ columns }) => columns > 0);
      return rows.length === 0 ? [] : faultsOf(program, `The rows of ${cue.name}`, membersOf(cue, number, rows));
    });
    return distinct(faults).map(({ code, message, hint }) =>
      warnInCues(subject, spanOfCue(subject, index), code, message, hint),
    );
  });
  const names = [...new Set(level.pieces.flatMap(({ formation }) => formation ?? []))];
  const placed = names.flatMap((name) => {
    const first = level.pieces.findIndex(({ formation }) => formation === name);
    const index = program.pieces.find(({ id }) => id === level.pieces[first].id)?.formation ?? -1;
    const members = program.pieces
      .filter(({ formation, isShot, isArrival }) => formation === index && !isShot && !isArrival)
      .map(({ x, y, kindIndex }) => ({ x, y, kind: kindIndex }));
    return faultsOf(program, `The formation ${name}`, members)
      .filter(({ code }) => code !== 'formation-outside')
      .map(({ code, message, hint }) =>
        warningAt({ path: [...path, 'pieces', first, 'formation'] }, code, message, hint),
      );
  });
  return [...ofWaves, ...placed];
}

function distinct(faults: readonly Fault[]): Fault[] {
  return faults.filter((fault, index) => faults.findIndex(({ code }) => code === fault.code) === index);
}

/** Places in the rows of a wave, all entries from the same first place. */
function membersOf(waves: WavesProgram, number: number, rows: readonly WaveEntry[]): Member[] {
  const { x, y } = waves.place.spots[0];
  return rows.flatMap((entry) => {
    const { kind, count, columns, apart, down } = entry;
    const top = topOfRows(waves, number, entry);
    return Array.from({ length: count }, (_, place) => ({
      x: x + (place % columns) * apart,
      y: y + top + Math.floor(place / columns) * down,
      kind,
    }));
  });
}

function faultsOf(program: LevelProgram, who: string, members: readonly Member[]): Fault[] {
  const { kinds, grid } = program;
  const boxes = members.map(({ x, y, kind }) => {
    const { west, north, east, south } = kinds[kind].stand;
    return { west: x - west, north: y - north, east: x + east, south: y + south, kind };
  });
  const faults: Fault[] = [];
  const [left, right] = [Math.min(...boxes.map(({ west }) => west)), Math.max(...boxes.map(({ east }) => east))];
  const outside = boxes.filter(
    ({ west, north, east, south }) => west < 0 || north < 0 || east > grid.width || south > grid.height,
  );
  if (outside.length > 0)
    faults.push({
      code: 'formation-outside',
      message: `${who} begin outside the level: ${outside.length} of ${boxes.length} stand beyond its rim, from ${short(left)} to ${short(right)} of ${grid.width} cells.`,
      hint: 'Move the mark, or bring fewer in a row.',
    });
  const step = marchOf(program, members)?.step ?? 0;
  if (right - left + step > grid.width)
    faults.push({
      code: 'formation-too-wide',
      message: `${who} are ${short(right - left)} cells wide with their bodies, and the level ${grid.width}: there is no room for a step to the side.`,
      hint: 'Bring fewer in a row, or nearer together.',
    });
  const lying = boxes.findIndex((box, index) => boxes.slice(index + 1).some((other) => overlap(box, other)));
  if (lying >= 0) {
    const other = boxes.slice(lying + 1).find((box) => overlap(boxes[lying], box))!;
    const [one, two] = [kinds[boxes[lying].kind].name, kinds[other.kind].name];
    faults.push({
      code: 'formation-overlaps',
      message: `${who} lie on each other: ${one} at ${short(members[lying].x)}, ${short(members[lying].y)} and ${one === two ? 'its neighbour' : two} overlap.`,
      hint:
        one === two
          ? 'Let them stand farther apart than they are wide.'
          : 'All rows of a wave begin at the same mark; write `below` behind the later ones, or bring them in a wave of their own.',
    });
  }
  const march = marchOf(program, members);
  if (march?.down === 0)
    faults.push({
      code: 'formation-never-lands',
      message: `${who} march to and fro for ever: they come down by 0 cells.`,
      hint: 'Write `down 1 cells` in `do march`.',
    });
  return faults;
}

type Box = { west: number; north: number; east: number; south: number };

/** Less than this share of a cell is bodies that touch. */
const TOUCH_CELLS = 0.01;

function overlap(a: Box, b: Box): boolean {
  return (
    Math.min(a.east, b.east) - Math.max(a.west, b.west) > TOUCH_CELLS &&
    Math.min(a.south, b.south) - Math.max(a.north, b.north) > TOUCH_CELLS
  );
}

/** How the first of a formation that marches does it. */
function marchOf(
  { pieces, brains }: LevelProgram,
  members: readonly Member[],
): { step: number; down: number } | undefined {
  for (const { kind } of members) {
    const { brain } = pieces.find(({ kindIndex, brain }) => kindIndex === kind && brain >= 0) ?? { brain: -1 };
    for (const { motion } of brain < 0 ? [] : brains[brain].states) if (motion.operation === 'march') return motion;
  }
  return undefined;
}
