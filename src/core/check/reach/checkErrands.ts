import { cellsOfArea, type Area } from '../../arena/area';
import { cellIndexAt } from '../../arena/grid';
import type { RuleCondition } from '../../compile/cueProgram';
import { errandsOf } from '../../compile/errands';
import { errorAt, warningAt, type Diagnostic } from '../../foundation/diagnostic';
import type { Subject } from '../subject';
import { computeReach } from './computeReach';

/** Whether what the rules want fetched and filled is there, is enough, and can be got at. */
export function checkErrands(subject: Subject): Diagnostic[] {
  const { take, fill } = errandsOf(subject.program);
  return [
    ...findNeverFilled(subject, fill),
    ...findTooFew(subject, take, fill),
    ...findUnreachable(subject, [...take, ...fill]),
  ];
}

/** Rules that wait for goals that nothing fills. */
function findNeverFilled({ program, cues, path }: Subject, fill: readonly number[]): Diagnostic[] {
  const fillable = new Set(fill.map((piece) => program.pieces[piece].kindIndex));
  return program.rules.wins.flatMap((condition, index) => {
    const isHopeless = findAllFilled(condition).some((kinds) => !kinds.some((kind) => fillable.has(kind)));
    if (!isHopeless) return [];
    return [
      errorAt(
        { path: [...path, 'cues'], span: cues?.rules?.wins[index].span },
        'never-filled',
        'Nothing with this tag can ever be filled here.',
        'Place one, and let the player `fill` it on contact.',
      ),
    ];
  });
}

/** The conditions all of which must hold for one to hold. */
function partsOf(condition: RuleCondition): RuleCondition[] {
  return condition.type === 'and' ? condition.parts.flatMap(partsOf) : [condition];
}

/** Kinds of goals all of which must be filled for a condition to hold. */
function findAllFilled(condition: RuleCondition): number[][] {
  return partsOf(condition).flatMap((part) => (part.type === 'all filled' ? [part.kinds] : []));
}

function findTooFew({ program, cues, path }: Subject, take: readonly number[], fill: readonly number[]): Diagnostic[] {
  const comesLater = take.some((piece) => program.pieces[piece].isArrival || program.pieces[piece].isShot);
  const hasRule = program.rules.wins.some((condition) => findAllFilled(condition).length > 0);
  if (!hasRule || comesLater || take.length >= fill.length) return [];
  return [
    warningAt(
      { path: [...path, 'cues'], span: cues?.rules?.span },
      'too-few-to-fill',
      `${fill.length} goals are to be filled, but only ${take.length} things lie about to fill them with.`,
      'Place more of what the player collects, or fewer goals.',
    ),
  ];
}

/** Things to fetch, goals to fill and places to be at to which no way leads. */
function findUnreachable({ level, program, cues, path }: Subject, pieces: readonly number[]): Diagnostic[] {
  const { player, grid } = program;
  // Along a rail it meets what lies beside it, which says nothing of ways.
  if (player.control.scheme === 'along a rail') return [];
  const { standing, isReached } = computeReach(program);
  const faults = pieces.flatMap((index) => {
    const piece = program.pieces[index];
    // What a behavior moves may come nearer.
    if (piece.isArrival || piece.isShot || piece.brain >= 0) return [];
    const reach = piece.radius + player.radius;
    const isMet = (cell: number) => {
      const dx = (cell % grid.width) + 0.5 - piece.x;
      const dy = Math.floor(cell / grid.width) + 0.5 - piece.y;
      return dx * dx + dy * dy <= reach * reach;
    };
    const own = cellIndexAt(grid, piece.x, piece.y);
    if (isReached[own] === 1 || isReached.some((reached, cell) => reached === 1 && isMet(cell))) return [];
    const placed = level.pieces.findIndex(({ id }) => id === piece.id);
    return [
      errorAt(
        { path: [...path, 'pieces', placed] },
        'goal-unreachable',
        `${player.name} cannot get to ${piece.name}, which the rules want it to.`,
        player.control.scheme === 'slide until blocked'
          ? 'Move it on to a way of slides, or put something in the way where the player should stop.'
          : 'Open a way there, or move it.',
      ),
    ];
  });
  const isOutOfReach = (area: Area) =>
    cellsOfArea(area, grid.width, grid.height).every((cell) => standing.blocked[cell] === 1 || isReached[cell] === 0);
  program.rules.wins.forEach((condition, index) => {
    if (!partsOf(condition).some((part) => part.type === 'at' && isOutOfReach(part.area))) return;
    faults.push(
      errorAt(
        { path: [...path, 'cues'], span: cues?.rules?.wins[index].span },
        'place-unreachable',
        `${player.name} cannot get to a place at which this rule wants it.`,
        'Open a way there, or name another mark.',
      ),
    );
  });
  return faults;
}
