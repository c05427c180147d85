import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../../tests/support/smallLevel';
import { RandomStream } from '../../../foundation/random';
import { MoveGraphs } from '../../moves/graphs';
import type { MoveGraph } from '../../moves/moveGraph';
import { AS_IT_IS, computeWays } from '../../moves/wayField';
import { CarrierForecast } from '../belief/carriers';
import type { Danger } from '../belief/danger';
import { HURRY_AFTER, Planner, type Leg, type Task } from './planner';

const WIDTH = 9;
const HEIGHT = 7;
const STEP_TICKS = 6;
const STEPS = 30;

/** Hops of the same length as waits, so that time goes in slots. */
function hall(width = WIDTH, height = HEIGHT): { graph: MoveGraph; planner: (danger: Danger) => Planner } {
  const map = Array.from({ length: height }, (_, y) =>
    y === 0 || y === height - 1 ? '#'.repeat(width) : `#${'.'.repeat(width - 2)}#`,
  );
  const program = smallProgram({
    map,
    player: { at: [1.5, 1.5] },
    control: { scheme: 'one cell a press', speed: 6, pressBuffer: 0.1 },
  });
  const graph = new MoveGraphs(program).atStart;
  return {
    graph,
    planner: (danger) => new Planner(danger, new CarrierForecast(program, STEPS), 60, graph.isRest.length),
  };
}

/** A danger in a share of the cells and steps that is drawn at random. */
function drawnDanger(seed: number, cells: number, share = 0.3): Danger {
  const random = new RandomStream(seed, 5);
  const rates = Float64Array.from({ length: cells * (STEPS + 1) }, () =>
    random.nextUnit() < share ? 60 * random.nextUnit() : 0,
  );
  return {
    steps: STEPS,
    stepTicks: STEP_TICKS,
    count: 1,
    hunterCount: 0,
    rateAt: (_x: number, _y: number, cell: number, step: number) => rates[step * cells + cell],
  } as unknown as Danger;
}

const stepAt = (ticks: number) => Math.min(STEPS, Math.round(ticks / STEP_TICKS));

/** What it costs to go from a cell to another, or to wait there, from a tick on; written out as the documentation says. */
function costOf(graph: MoveGraph, danger: Danger, from: number, to: number, at: number, ticks: number): number {
  const rate = (cell: number, when: number) => danger.rateAt(0, 0, cell, stepAt(when));
  const seconds = ticks / 60;
  const half =
    from === to ? rate(from, at + ticks / 2) : Math.max(rate(from, at + ticks / 2), rate(to, at + ticks / 4));
  return seconds * (from === to ? 1.03 : graph.wary[to]) + ((half + rate(to, at + ticks)) * seconds) / 2;
}

/** The slow truth: for every slot and cell the least cost of being there. */
function plainCost(graph: MoveGraph, danger: Danger, start: number, ways: Float64Array): number {
  const horizon = STEPS * STEP_TICKS;
  const tick = graph.waitTicks;
  let now = new Map([[start, 0]]);
  let best = Infinity;
  for (let at = 0; ; at += tick) {
    const isLast = at >= horizon;
    for (const [cell, cost] of now) if (isLast || ways[cell] === 0) best = Math.min(best, cost + ways[cell] / 60);
    if (isLast) return best;
    const next = new Map<number, number>();
    const reach = (cell: number, cost: number) => {
      if (cost < (next.get(cell) ?? Infinity)) next.set(cell, cost);
    };
    for (const [cell, cost] of now) {
      if (ways[cell] === 0) continue;
      reach(cell, cost + costOf(graph, danger, cell, cell, at, tick));
      for (let move = graph.first[cell]; move < graph.first[cell + 1]; move++)
        reach(graph.to[move], cost + costOf(graph, danger, cell, graph.to[move], at, tick));
    }
    now = next;
  }
}

function costOfLegs(graph: MoveGraph, danger: Danger, start: number, legs: readonly Leg[], ways: Float64Array): number {
  let cell = start;
  let cost = 0;
  for (const leg of legs) {
    cost += costOf(graph, danger, cell, leg.cell, leg.starts, leg.ends - leg.starts);
    cell = leg.cell;
  }
  return cost + ways[cell] / 60;
}

describe('a plan', () => {
  const { graph, planner } = hall();
  const start = WIDTH + 1;
  const goals = [(HEIGHT - 2) * WIDTH + WIDTH - 2];
  const ways = computeWays(graph, goals);
  const task: Task = {
    graph,
    start,
    delayTicks: 0,
    from: undefined,
    ways,
    isEnd: true,
    over: new Map(),
    felt: AS_IT_IS,
    narrow: undefined,
    keep: -1,
    walksOnCarriers: undefined,
    rim: undefined,
    pressTicks: graph.waitTicks,
  };

  /** What a plan costs against the slow truth, whether it had to hurry, and whether it leads to the end. */
  const planned = (where: ReturnType<typeof hall>, to: Task, seed: number, share?: number) => {
    const danger = drawnDanger(seed, to.graph.isRest.length, share);
    const own = where.planner(danger);
    const legs = own.plan(to, 0);
    const plain = plainCost(to.graph, danger, to.start, to.ways!);
    const last = legs.at(-1)!;
    return {
      seed,
      over: costOfLegs(to.graph, danger, to.start, legs, to.ways!) / plain,
      hasHurried: own.lookedAt > HURRY_AFTER,
      isWhole: last.ends >= STEPS * STEP_TICKS || to.ways![last.cell] === 0,
    };
  };
  const seeds = Array.from({ length: 80 }, (_, index) => index + 1);

  test('costs no more than the slow truth says is possible, as long as there is not much to look at', () => {
    const calm = seeds.map((seed) => planned({ graph, planner }, task, seed)).filter(({ hasHurried }) => !hasHurried);
    expect(calm.length).toBeGreaterThan(10);
    for (const { seed, over } of calm) expect([seed, over <= 1.01]).toEqual([seed, true]);
  });

  test('leads to the goal, or to the end of what is foreseen, also where it had to hurry, and costs little more', () => {
    const [width, height] = [25, 21];
    const wide = hall(width, height);
    const there = computeWays(wide.graph, [(height - 2) * width + width - 2]);
    const far: Task = { ...task, graph: wide.graph, start: width + 1, ways: there };
    const hurried = seeds.map((seed) => planned(wide, far, seed, 0.9)).filter(({ hasHurried }) => hasHurried);
    expect(hurried.length).toBeGreaterThan(10);
    expect(hurried.filter(({ isWhole }) => !isWhole)).toEqual([]);
    const overs = hurried.map(({ over }) => over).sort((a, b) => a - b);
    expect(overs[Math.floor(overs.length / 2)]).toBeLessThan(1.15);
  });

  test('goes straight on where nothing is to be feared', () => {
    const calm = { steps: STEPS, stepTicks: STEP_TICKS, count: 0, hunterCount: 0 } as unknown as Danger;
    const legs = planner(calm).plan(task, 100);
    expect(legs.every(({ move }) => move >= 0)).toBe(true);
    expect(legs[0].starts).toBe(100);
  });

  test('is the same again for the same task', () => {
    const danger = drawnDanger(3, graph.isRest.length);
    const own = planner(danger);
    expect(own.plan(task, 0)).toEqual(own.plan(task, 0));
  });
});
