import type { Area } from '../../arena/area';
import { cellsOfArea } from '../../arena/area';
import { bodyOverlapsSolid, cellIndexAt, isSolidAt, type ArenaGrid } from '../../arena/grid';
import { isUnsafe } from '../../compile/levelProgram';
import { errorAt, warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { groundWith } from '../../simulate/moves/groundNow';
import { short, type Subject } from '../subject';
import { computeReach, openedGround, type Reach } from './computeReach';
import { boundTo, jumpBound } from './jumpBound';

/** So many places along each side of an exit are looked at, the sides themselves included. */
const SAMPLES = 16;
/** An exit of which less than this share lies on open ground, or has room for the middle of the player, is told. */
const LITTLE_OPEN_SHARE = 0.6;
const LITTLE_ROOM_SHARE = 0.04;

/** Whether the exit lies in the level, has room, and can be got to at all. */
export function checkExit(subject: Subject): Diagnostic[] {
  const { level, program, path } = subject;
  const { exit, player, grid } = program;
  const index = level.marks.findIndex((mark) => mark.id === level.rules.winAt);
  if (!exit || index < 0) return [];
  const where = { path: [...path, 'marks', index] };
  const { name } = level.marks[index];
  const cannot = `${player.name} cannot reach ${name}`;
  if (exit.x >= grid.width || exit.y >= grid.height || exit.x + exit.width <= 0 || exit.y + exit.height <= 0)
    return [
      errorAt(
        where,
        'exit-outside',
        `${cannot}: at ${exit.x}, ${exit.y} it lies outside the level of ${grid.width} × ${grid.height} cells.`,
        'Move it inside.',
      ),
    ];
  const openGround = openGrid(subject);
  const room = shareOf(exit, (x, y) => !bodyOverlapsSolid(openGround, x, y, player.stand));
  if (room === 0)
    return [
      errorAt(
        where,
        'exit-unreachable',
        `${cannot}: nowhere in it is there room for its middle.`,
        'The exit itself is walled up.',
      ),
    ];
  const unreachable = findUnreachable(subject, exit, cannot, where);
  if (unreachable) return [unreachable];
  const open = shareOf(exit, (x, y) => !isSolidAt(openGround, Math.floor(x), Math.floor(y)));
  if (room >= LITTLE_ROOM_SHARE && open >= LITTLE_OPEN_SHARE) return [];
  return [
    warningAt(
      where,
      'exit-tight',
      `${short(100 * (1 - open), 0)} % of ${name} lies in walls or outside, and only in ${short(100 * room)} % of it is there room for the middle of ${player.name}, which must come into it.`,
      'Move it to open ground, or make it larger.',
    ),
  ];
}

/** The ground once all has opened that can. */
function openGrid({ program }: Subject): ArenaGrid {
  return groundWith(program, openedGround(program)).grid;
}

/** The share of an area that is as asked. */
function shareOf({ x, y, width, height }: Area, isSo: (x: number, y: number) => boolean): number {
  let count = 0;
  for (let row = 0; row <= SAMPLES; row++)
    for (let column = 0; column <= SAMPLES; column++)
      if (isSo(x + (width * column) / SAMPLES, y + (height * row) / SAMPLES)) count++;
  return count / ((SAMPLES + 1) * (SAMPLES + 1));
}

function findUnreachable(
  subject: Subject,
  exit: Area,
  cannot: string,
  where: Diagnostic['where'],
): Diagnostic | undefined {
  const { program } = subject;
  const { player, grid } = program;
  const reach = computeReach(program);
  if (cellsOfArea(exit, grid.width, grid.height).some((cell) => reach.isReached[cell] === 1)) return undefined;
  const bound = jumpBound(program);
  if (bound && reach.graph) {
    const want = boundTo(bound, reach.graph, startsOf(reach, subject), exit);
    if (want) {
      const from = `from ${short(want.fromX)}, ${short(want.fromY)}`;
      const isHigh = want.rise > bound.rise;
      return errorAt(
        where,
        'exit-unreachable',
        isHigh
          ? `${cannot}: ${from} on a rise of ${short(want.rise, 2)} cells is needed, and its jump rises ${short(bound.rise, 2)}.`
          : `${cannot}: ${from} on a jump across ${short(want.across)} cells is needed, and its own carries ${short(bound.across(0))}.`,
        isHigh
          ? 'Give it a higher jump, a step in between, or something that carries it.'
          : 'Give it a longer jump, a ledge in between, or something that carries it.',
      );
    }
    return warningAt(
      where,
      'exit-doubtful',
      `Of all jumps that were tried from where ${player.name} gets to, none leads to ${subject.level.marks[Number(where.path.at(-1))].name}.`,
      'Try it by hand, or make the way easier.',
    );
  }
  const slides = player.control.scheme === 'slide until blocked';
  return errorAt(
    where,
    'exit-unreachable',
    `${cannot}: no ${slides ? 'row of slides' : 'way'} leads from ${short(player.x)}, ${short(player.y)} to ${exit.x}, ${exit.y}.`,
    slides
      ? 'Put something in the way where it should stop, or open a way.'
      : hasUnsafeGround(subject)
        ? 'Ground that does not bear it lies between: lay firm ground, or place something that carries.'
        : 'Open a way through the walls, at least as wide as the player.',
  );
}

/** Rests at which jumps begin; the player itself where it begins in the air and comes down on none. */
function startsOf({ isRestReached }: Reach, { program }: Subject): number[] {
  const rests = [...isRestReached.keys()].filter((cell) => isRestReached[cell] === 1);
  return rests.length > 0 ? rests : [cellIndexAt(program.grid, program.player.x, program.player.y)];
}

function hasUnsafeGround({ program: { ground, grid, kinds, player, isSideView } }: Subject): boolean {
  return (
    !isSideView &&
    !kinds[player.kindIndex].floats &&
    ground.typeOfCell.some((type, cell) => !grid.solid[cell] && isUnsafe(ground.types[type]))
  );
}
