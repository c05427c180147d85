import type { WayField } from '../../moves/wayField';
import type { MoveGraph } from '../../moves/moveGraph';
import type { Leg } from './planner';

/** The quickest way from a cell, leg by leg, as long as nothing stands against it: so many legs, and for so long at the least. */
export function followWay(
  graph: MoveGraph,
  ways: WayField,
  over: ReadonlyMap<number, number>,
  start: number,
  tick: number,
  most: number,
  leastTicks: number,
): Leg[] {
  const legs: Leg[] = [];
  let cell = start;
  let at = tick;
  while ((legs.length < most || at - tick < leastTicks) && ways[cell] > 0) {
    let best = -1;
    let least = Infinity;
    for (let move = graph.first[cell]; move < graph.first[cell + 1]; move++) {
      const share = over.get(move);
      const left = share === undefined ? ways[graph.to[move]] : 0;
      const all = left + graph.feltTicks[move] * (share ?? 1);
      if (all >= least - 1e-9 || left >= ways[cell]) continue;
      least = all;
      best = move;
    }
    if (best < 0) return legs;
    cell = graph.to[best];
    legs.push({ move: best, cell, starts: at, ends: at + graph.ticks[best] });
    at += graph.ticks[best];
    if (over.has(best)) return legs;
  }
  return legs;
}
