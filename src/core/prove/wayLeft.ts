import { cellsOfArea } from '../arena/area';
import { cellIndexAt } from '../arena/grid';
import { errandsOf, type Errands } from '../compile/errands';
import type { LevelProgram } from '../compile/levelProgram';
import type { World } from '../simulate/engine/world';
import { MoveGraphs } from '../simulate/moves/graphs';
import { computeWays, type WayField } from '../simulate/moves/wayField';

/** Something to get to: its cells, the ways there, and whether it is still to be done. */
interface Target {
  piece: number;
  ways: WayField;
  isLeft: (world: World) => boolean;
}

/**
 * How long the way is that is left to win, in ticks: to the exit, or to what the rules want fetched, filled and touched, one
 * after the other. A guess to search by, not a bound.
 */
export class WayLeft {
  private readonly exit: WayField | undefined;
  private readonly targets: Target[];
  /** What doing one more of them is taken to cost. */
  private readonly each: number;
  private known = 0;

  constructor(private readonly program: LevelProgram) {
    const { exit, grid } = program;
    const graph = new MoveGraphs(program).atStart;
    const waysTo = (cells: readonly number[]) => computeWays(graph, cells);
    const areas = exit ? [exit] : errandsOf(program).areas;
    const cells = areas.flatMap((area) => cellsOfArea(area, grid.width, grid.height));
    this.exit = cells.length > 0 ? waysTo(cells) : undefined;
    this.targets = exit ? [] : targetsOf(program, errandsOf(program), waysTo);
    this.each = (grid.width + grid.height) / 2 / Math.max(program.player.step, 1e-3);
  }

  /** Whether there is nowhere to go: one has to live on, or to fight. */
  get isNowhere(): boolean {
    return !this.exit && this.targets.length === 0;
  }

  /** Undefined where there is nowhere to go. */
  from(world: World): number | undefined {
    if (this.isNowhere) return undefined;
    const cell = cellIndexAt(this.program.grid, world.player.x, world.player.y);
    const left = this.targets.filter(({ isLeft }) => isLeft(world));
    const nearest = left.reduce((least, { ways }) => Math.min(least, ways[cell]), Infinity);
    const way = left.length > 0 ? nearest : (this.exit?.[cell] ?? 0);
    // Between rests, in the air, it is as far as where it came from.
    if (way < Infinity) this.known = way;
    return this.known + left.length * this.each;
  }
}

function targetsOf(
  { pieces, grid }: LevelProgram,
  { take, fill, touch }: Errands,
  waysTo: (cells: readonly number[]) => WayField,
): Target[] {
  const targetOf = (piece: number, isLeft: Target['isLeft']): Target => ({
    piece,
    ways: waysTo([cellIndexAt(grid, pieces[piece].x, pieces[piece].y)]),
    isLeft,
  });
  const stands = (piece: number) => !pieces[piece].isArrival && !pieces[piece].isShot;
  return [
    ...[...take, ...touch].filter(stands).map((piece) => targetOf(piece, ({ alive }) => alive[piece] === 1)),
    ...fill.filter(stands).map((piece) => targetOf(piece, ({ isFilled }) => isFilled[piece] === 0)),
  ];
}
