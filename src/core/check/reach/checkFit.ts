import { isSolidAt } from '../../arena/grid';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, type Subject } from '../subject';
import { computeReach } from './computeReach';

/** Passages that leave less room than this beside the body are told, cells. */
const LITTLE_ROOM_CELLS = 0.05;

/** Passages on the ways of the player that are hardly wider than its body. */
export function checkFit({ game, program, path }: Subject): Diagnostic[] {
  const { player, grid, isSideView } = program;
  const { scheme } = player.control;
  // On rails and in slides it is led; seen from the side it lies on the floor anyway.
  if (scheme === 'along a rail' || scheme === 'slide until blocked' || scheme === 'flap') return [];
  const { isReached } = computeReach(program);
  const { west, north, east, south } = player.stand;
  const sides = [
    { size: west + east, stepX: 1, stepY: 0 },
    ...(isSideView ? [] : [{ size: north + south, stepX: 0, stepY: 1 }]),
  ];
  const tight = sides.flatMap(({ size, stepX, stepY }) => {
    const cells = Math.ceil(size - 1e-9);
    if (cells - size >= LITTLE_ROOM_CELLS) return [];
    return [...isReached.keys()].flatMap((cell) => {
      const [column, row] = [cell % grid.width, Math.floor(cell / grid.width)];
      const isOpen = (far: number) => !isSolidAt(grid, column + stepX * far, row + stepY * far);
      const isPassage =
        isReached[cell] === 1 &&
        Array.from({ length: cells }, (_, far) => isOpen(far)).every(Boolean) &&
        !isOpen(-1) &&
        !isOpen(cells);
      return isPassage ? [{ column, row, cells, size }] : [];
    });
  });
  const [first] = tight;
  if (!first) return [];
  const more = tight.length - 1;
  return [
    warningAt(
      { path: [...path, 'map'] },
      'passage-tight',
      `The passage at column ${first.column + 1}, row ${first.row + 1}${more > 0 ? ` (and ${more} like it)` : ''} is ${first.cells} cell${first.cells > 1 ? 's' : ''} wide and ${player.name} ${short(first.size, 2)}: it gets in only where it stands exactly.`,
      `Make the passage wider, or ${game.cast.find(({ id }) => id === player.kind)?.stand ? 'the body' : 'the radius'} smaller by a twentieth of a cell.`,
    ),
  ];
}
