import { cellIndexAt } from '../arena/grid';
import type { LevelProgram } from '../compile/levelProgram';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { World } from '../simulate/engine/world';
import { MoveGraphs } from '../simulate/moves/graphs';
import { areWaysSure, needsOf, type Needs } from './leastWay';

/** What the board of a slide room comes to, whatever its hazards do. */
export interface SlideFacts {
  /** The fewest slides that do all that winning asks for; undefined where no row of slides does. */
  fewestSlides: number | undefined;
  /** How many rests slides lead to from the start, and the middles of those among them from which none lead to the end. */
  rests: number;
  trapped: { x: number; y: number }[];
}

/** Undefined for bodies that do not slide, and where the ground changes during a run. */
export function slideFactsOf(program: LevelProgram): SlideFacts | undefined {
  if (program.player.control.scheme !== 'slide until blocked' || !areWaysSure(program)) return undefined;
  if (new World(prepareRuns(program)).ground.canChange) return undefined;
  const graph = new MoveGraphs(program).atStart;
  const { grid, player } = program;
  const start = cellIndexAt(grid, player.x, player.y);
  const movesFrom = (cell: number) =>
    Array.from({ length: graph.first[cell + 1] - graph.first[cell] }, (_, index) => graph.first[cell] + index);
  const reached = new Set([start]);
  for (const cell of reached) for (const move of movesFrom(cell)) reached.add(graph.to[move]);
  const plans = needsOf(program);
  const ends = plans.map(({ end }) => end);
  const leadsOn = new Set<number>();
  // From the ends back, until nothing more is found.
  for (let size = -1; size < leadsOn.size;) {
    size = leadsOn.size;
    for (const cell of reached)
      for (const move of movesFrom(cell))
        if (
          leadsOn.has(graph.to[move]) ||
          ends.some((end) => !end || graph.passes[move]?.some((own) => end.includes(own)))
        )
          leadsOn.add(cell);
  }
  const isAtEnd = (cell: number) => ends.some((end) => !end || end.includes(cell));
  const trapped = [...reached].filter((cell) => !leadsOn.has(cell) && !isAtEnd(cell));
  const counts = plans
    .map((needs) => fewestSlides(program, start, needs, movesFrom, graph))
    .filter((count) => count >= 0);
  return {
    fewestSlides: counts.length > 0 ? Math.min(...counts) : undefined,
    rests: reached.size,
    trapped: trapped.map((cell) => ({ x: (cell % grid.width) + 0.5, y: Math.floor(cell / grid.width) + 0.5 })),
  };
}

/** Breadth first over rests and what has been taken; −1 where it is never done. */
function fewestSlides(
  { grid, pieces }: LevelProgram,
  start: number,
  needs: Needs,
  movesFrom: (cell: number) => number[],
  { to, passes }: { to: Int32Array; passes: (Int32Array | undefined)[] },
): number {
  const stops = needs.pieces.map((piece) => cellIndexAt(grid, pieces[piece].x, pieces[piece].y));
  const all = (1 << stops.length) - 1;
  const bitOf = (cell: number) => stops.reduce((bits, stop, index) => bits | (stop === cell ? 1 << index : 0), 0);
  let front = [{ cell: start, taken: bitOf(start) }];
  const seen = new Set(front.map(({ cell, taken }) => cell * (all + 1) + taken));
  if (front[0].taken === all && (needs.end?.includes(start) ?? true)) return 0;
  for (let slides = 1; front.length > 0; slides++) {
    const next: typeof front = [];
    for (const { cell, taken } of front)
      for (const move of movesFrom(cell)) {
        let now = taken;
        for (const passed of passes[move]!) {
          now |= bitOf(passed);
          if (now === all && (needs.end?.includes(passed) ?? true)) return slides;
        }
        const key = to[move] * (all + 1) + now;
        if (seen.has(key)) continue;
        seen.add(key);
        next.push({ cell: to[move], taken: now });
      }
    front = next;
  }
  return -1;
}
