import { CellHeap } from '../../arena/cellHeap';
import type { MoveGraph } from './moveGraph';

/** What the way is felt to cost, in ticks, from every rest to the nearest of some cells; Infinity where no moves lead there. */
export type WayField = Float64Array;

/**
 * What a second in a cell is felt to cost, as a factor, and what coming into it costs besides, in ticks; and on the way what is paid
 * there on top of that, by whoever has not foreseen it.
 */
export interface FeltGround {
  factor: Float64Array | undefined;
  extra: Float64Array | undefined;
  onTheWay?: Float64Array | undefined;
}

export const AS_IT_IS: FeltGround = { factor: undefined, extra: undefined };

/**
 * The quickest ways over the moves of a body from everywhere to any of the goals, by Dijkstra's method from the goals back.
 * A move that passes over a goal counts as one that ends there.
 */
export function computeWays(
  graph: MoveGraph,
  goals: readonly number[],
  { factor, extra, onTheWay }: FeltGround = AS_IT_IS,
): WayField {
  const field = new Float64Array(graph.isRest.length).fill(Infinity);
  const heap = new CellHeap();
  const reach = (cell: number, ticks: number) => {
    // Told this way round, what is no number leads nowhere instead of round and round.
    if (!(ticks < field[cell])) return;
    field[cell] = ticks;
    heap.push(cell, ticks);
  };
  for (const goal of goals) reach(goal, 0);
  for (const [move, share] of movesOver(graph, goals)) reach(graph.from[move], graph.feltTicks[move] * share);
  const { firstInto, into, from, feltTicks, wary } = graph;
  while (heap.size > 0) {
    const cost = heap.peekCost();
    const cell = heap.pop();
    if (cost > field[cell]) continue;
    const felt = wary[cell] * (factor ? factor[cell] : 1);
    const more = (extra ? extra[cell] : 0) + (onTheWay ? onTheWay[cell] : 0);
    for (let at = firstInto[cell]; at < firstInto[cell + 1]; at++) {
      const move = into[at];
      reach(from[move], cost + feltTicks[move] * felt + more);
    }
  }
  return field;
}

/** Moves that come over a goal, for those that pass cells on their way, and the share of each up to there. */
export function movesOver({ passes }: MoveGraph, goals: readonly number[]): [move: number, share: number][] {
  if (!passes.some((passed) => passed !== undefined)) return [];
  const wanted = new Set(goals);
  const over: [number, number][] = [];
  passes.forEach((passed, move) => {
    const at = passed?.findIndex((cell) => wanted.has(cell)) ?? -1;
    if (passed && at >= 0) over.push([move, (at + 1) / passed.length]);
  });
  return over;
}
