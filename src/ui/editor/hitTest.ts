import { markBox, resolvedCast, type GameDocument, type Level, type Piece } from '@/core/index';

export type Hit =
  | { type: 'piece'; id: string }
  | { type: 'waypoint'; piece: string; index: number }
  | { type: 'leg'; piece: string; leg: number }
  | { type: 'mark'; id: string }
  | { type: 'ground' };

/** Finds what lies under a place, the topmost first. `slack` is how many cells the pointer may be off. */
export function hitTest(
  game: GameDocument,
  level: Level,
  selection: readonly string[],
  x: number,
  y: number,
  slack: number,
): Hit {
  const near = (px: number, py: number, reach: number) => (px - x) * (px - x) + (py - y) * (py - y) <= reach * reach;
  const isSelected = new Set(selection);
  const byPriority = isSelected.size === 0 ? level.pieces : selectedFirst(level.pieces, isSelected);
  const waypointNear = ({ route = [] }: Piece) => route.findIndex(([px, py]) => near(px, py, slack));
  // Waypoints of what is selected lie over pieces, since they are what one then wants to take hold of.
  for (const piece of byPriority) {
    if (!isSelected.has(piece.id)) break;
    const index = near(piece.at[0], piece.at[1], slack * 0.7) ? -1 : waypointNear(piece);
    if (index >= 0) return { type: 'waypoint', piece: piece.id, index };
  }
  const kinds = resolvedCast(game);
  for (let index = byPriority.length - 1; index >= 0; index--) {
    const { id, kind, at } = byPriority[index];
    const radius = kinds.get(kind)?.radius ?? 0.4;
    if (near(at[0], at[1], Math.max(radius, slack))) return { type: 'piece', id };
  }
  for (const piece of byPriority) {
    const index = waypointNear(piece);
    if (index >= 0) return { type: 'waypoint', piece: piece.id, index };
  }
  for (const piece of byPriority) {
    const leg = findLeg(piece.route ?? [], x, y, slack * 0.7);
    if (leg >= 0) return { type: 'leg', piece: piece.id, leg };
  }
  const mark = level.marks.find((candidate) => {
    const [left, top, width, height] = markBox(candidate);
    // Points and lines are taken hold of from a little way off.
    const more = width === 0 || height === 0 ? slack : 0;
    return x >= left - more && y >= top - more && x <= left + width + more && y <= top + height + more;
  });
  return mark ? { type: 'mark', id: mark.id } : { type: 'ground' };
}

function selectedFirst(pieces: readonly Piece[], isSelected: ReadonlySet<string>): Piece[] {
  return [...pieces.filter(({ id }) => isSelected.has(id)), ...pieces.filter(({ id }) => !isSelected.has(id))];
}

/** Index of the leg of a route that passes within `slack` cells of a place, or −1. */
function findLeg(route: readonly (readonly [number, number])[], x: number, y: number, slack: number): number {
  for (let leg = 0; leg + 1 < route.length; leg++) {
    const [x0, y0] = route[leg];
    const [dx, dy] = [route[leg + 1][0] - x0, route[leg + 1][1] - y0];
    const square = dx * dx + dy * dy;
    const share = square > 0 ? Math.min(1, Math.max(0, ((x - x0) * dx + (y - y0) * dy) / square)) : 0;
    const [gapX, gapY] = [x0 + dx * share - x, y0 + dy * share - y];
    if (gapX * gapX + gapY * gapY <= slack * slack) return leg;
  }
  return -1;
}

/** Cells on the straight line between two cells, both included: what a quick brush stroke must not leave out. */
export function cellsBetween(
  from: { column: number; row: number },
  to: { column: number; row: number },
): { column: number; row: number }[] {
  const steps = Math.max(Math.abs(to.column - from.column), Math.abs(to.row - from.row));
  return Array.from({ length: steps + 1 }, (_, step) => {
    const share = steps === 0 ? 0 : step / steps;
    return {
      column: Math.round(from.column + (to.column - from.column) * share),
      row: Math.round(from.row + (to.row - from.row) * share),
    };
  });
}
