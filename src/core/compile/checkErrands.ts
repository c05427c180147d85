import { computeDistanceField } from '../arena/distanceField';
import { cellIndexAt } from '../arena/grid';
import { buildBodyWalkGrid } from '../arena/walkGrid';
import type { GameDocument, Level } from '../document/gameDocument';
import { errorAt, warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { CheckedCues } from '../language/cues/checkedCues';
import { passableGrid } from './checkWayOut';
import { errandsOf } from './errands';
import type { RuleCondition } from './cueProgram';
import type { LevelProgram } from './levelProgram';

/** Schemes in which the player walks over cells, so that a way can be told before any run. */
const WALKING = new Set(['eight ways', 'four ways', 'one cell a press', 'steer to a point']);

/** Whether what the rules want fetched and filled is there, is enough, and can be got at. */
export function checkErrands(
  game: GameDocument,
  level: Level,
  program: LevelProgram,
  cues: CheckedCues | undefined,
  path: (string | number)[],
): Diagnostic[] {
  const { take, fill } = errandsOf(program);
  return [
    ...findNeverFilled(program, cues, fill, path),
    ...findTooFew(program, cues, take, fill, path),
    ...findUnreachable(game, level, program, [...take, ...fill], path),
  ];
}

/** Rules that wait for goals that nothing fills. */
function findNeverFilled(
  program: LevelProgram,
  cues: CheckedCues | undefined,
  fill: readonly number[],
  path: (string | number)[],
): Diagnostic[] {
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

function findAllFilled(condition: RuleCondition): number[][] {
  switch (condition.type) {
    case 'all filled':
      return [condition.kinds];
    case 'and':
      return condition.parts.flatMap(findAllFilled);
    default:
      return [];
  }
}

function findTooFew(
  program: LevelProgram,
  cues: CheckedCues | undefined,
  take: readonly number[],
  fill: readonly number[],
  path: (string | number)[],
): Diagnostic[] {
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

function findUnreachable(
  game: GameDocument,
  level: Level,
  program: LevelProgram,
  pieces: readonly number[],
  path: (string | number)[],
): Diagnostic[] {
  const { player, grid, ground, isSideView } = program;
  if (isSideView || !WALKING.has(player.control.scheme)) return [];
  const hasCarrier = program.kinds.some((kind) => kind.isCarrier);
  const passable = passableGrid(game, grid, ground, hasCarrier || program.kinds[player.kindIndex].floats);
  const fromStart = computeDistanceField(buildBodyWalkGrid(passable, player.stand, true), [
    cellIndexAt(grid, player.x, player.y),
  ]);
  return pieces.flatMap((index) => {
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
    if (Number.isFinite(fromStart[own]) || fromStart.some((way, cell) => Number.isFinite(way) && isMet(cell)))
      return [];
    const placed = level.pieces.findIndex(({ id }) => id === piece.id);
    return [
      errorAt(
        { path: [...path, 'pieces', placed] },
        'goal-unreachable',
        `${player.name} cannot get to ${piece.name}, which the rules want it to.`,
        'Open a way there, or move it.',
      ),
    ];
  });
}
