import type { ScriptOutline } from '@/core/index';

export const PLATE_WIDTH = 208;
const HEAD_HEIGHT = 40;
export const ROW_HEIGHT = 18;
const COLUMN_GAP = 74;
const ROW_GAP = 26;

export interface PlacedState {
  name: string;
  x: number;
  y: number;
  height: number;
}

export interface PlacedLink {
  from: string;
  /** Which transition of the state, in order of priority. */
  index: number;
  to: string;
  path: string;
}

export interface DiagramLayout {
  states: PlacedState[];
  links: PlacedLink[];
  width: number;
  height: number;
}

/**
 * States by how many transitions lie between them and the start, to and fro between two columns so that a plate stays large
 * enough to be read; links run from the row of their transition.
 */
export function layOut(outline: ScriptOutline): DiagramLayout {
  const column = columnsOf(outline);
  const heights = new Map(
    outline.states.map((state) => [state.name, HEAD_HEIGHT + ROW_HEIGHT * state.transitions.length + 6]),
  );
  const bottoms: number[] = [];
  const ordered = [...outline.states].sort((a, b) => column.get(a.name)! - column.get(b.name)!);
  const states = ordered.map((state): PlacedState => {
    const place = column.get(state.name)! % 2;
    const y = bottoms[place] ?? place * 14;
    const height = heights.get(state.name)!;
    bottoms[place] = y + height + ROW_GAP;
    return { name: state.name, x: place * (PLATE_WIDTH + COLUMN_GAP), y, height };
  });
  const placed = new Map(states.map((state) => [state.name, state]));
  const links = outline.states.flatMap((state) =>
    state.transitions.flatMap((transition, index) =>
      transition.targets.flatMap((target): PlacedLink[] => {
        const [from, to] = [placed.get(state.name), placed.get(target.state)];
        return from && to ? [{ from: state.name, index, to: target.state, path: pathOf(from, index, to) }] : [];
      }),
    ),
  );
  return {
    states,
    links,
    width: Math.max(PLATE_WIDTH, ...states.map((state) => state.x + PLATE_WIDTH)),
    height: Math.max(60, ...states.map((state) => state.y + state.height)),
  };
}

/** Steps from the start; what is not reached stands in a column of its own at the end. */
function columnsOf(outline: ScriptOutline): Map<string, number> {
  const start = outline.states.find((state) => state.isStart) ?? outline.states[0];
  const columns = new Map<string, number>();
  if (!start) return columns;
  columns.set(start.name, 0);
  for (const [name, column] of columns) {
    for (const transition of outline.states.find((state) => state.name === name)?.transitions ?? [])
      for (const { state } of transition.targets)
        if (!columns.has(state) && outline.states.some((other) => other.name === state)) columns.set(state, column + 1);
  }
  const last = Math.max(...columns.values());
  for (const state of outline.states) if (!columns.has(state.name)) columns.set(state.name, last + 1);
  return columns;
}

/** From the end of the row of a transition to the nearer side of the head of its target. */
function pathOf(from: PlacedState, index: number, to: PlacedState): string {
  const y0 = from.y + HEAD_HEIGHT + ROW_HEIGHT * index + ROW_HEIGHT / 2;
  const y1 = to.y + 13;
  const goesRight = to.x > from.x;
  const x0 = goesRight ? from.x + PLATE_WIDTH : from.x;
  if (to.x === from.x) {
    // In the same column it goes round on the left.
    const reach = 20 + 5 * index;
    return `M ${from.x} ${y0} C ${from.x - reach} ${y0} ${from.x - reach} ${y1} ${to.x - 3} ${y1}`;
  }
  const x1 = goesRight ? to.x - 3 : to.x + PLATE_WIDTH + 3;
  const bend = Math.max(30, Math.abs(x1 - x0) / 2) * (goesRight ? 1 : -1);
  return `M ${x0} ${y0} C ${x0 + bend} ${y0} ${x1 - bend} ${y1} ${x1} ${y1}`;
}
