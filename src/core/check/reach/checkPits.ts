import { cellsOfArea } from '../../arena/area';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import type { MoveGraph } from '../../simulate/moves/moveGraph';
import { short, type Subject } from '../subject';
import { computeReach } from './computeReach';
import { boundTo, jumpBound } from './jumpBound';

/** Where whoever falls in never comes out again, seen from the side: nothing harms there, so only the clock ends it. */
export function checkPits(subject: Subject): Diagnostic[] {
  const { program, level, path } = subject;
  const { exit, grid, player } = program;
  const { graph, isRestReached } = computeReach(program);
  const bound = jumpBound(program);
  if (!graph || !bound || !exit) return [];
  const goals = cellsOfArea(exit, grid.width, grid.height);
  const leads = leadingTo(graph, goals);
  // While the exit is out of reach from everywhere, every place would be a pit.
  if (![...isRestReached.keys()].some((cell) => isRestReached[cell] === 1 && leads[cell] === 1)) return [];
  const trapped = [...isRestReached.keys()].filter(
    (cell) => isRestReached[cell] === 1 && leads[cell] === 0 && !harms(subject, cell),
  );
  return stretchesOf(trapped, grid.width).flatMap(([first, last]) => {
    const want = boundTo(bound, graph, [first], exit);
    if (!want) return [];
    const isHigh = want.rise > bound.rise;
    const lack = isHigh
      ? `a rise of ${short(want.rise, 2)} cells is needed, and its jump rises ${short(bound.rise, 2)}`
      : `a jump across ${short(want.across)} cells is needed, and its own carries ${short(bound.across(0))}`;
    const row = Math.floor(first / grid.width) + 1;
    return [
      warningAt(
        { path: [...path, 'map'] },
        'pit-without-way-out',
        `From columns ${(first % grid.width) + 1} to ${(last % grid.width) + 1}, row ${row} of ${level.name}, ${player.name} gets out no more: ${lack}.`,
        'Lay a step there, make it shallower, or put ground there that ends the life.',
      ),
    ];
  });
}

/** 1 for rests from which moves lead to, or over, one of some cells. */
function leadingTo(graph: MoveGraph, goals: readonly number[]): Uint8Array {
  const isGoal = new Uint8Array(graph.isRest.length);
  for (const cell of goals) isGoal[cell] = 1;
  const leads = isGoal.slice();
  const open = [...goals];
  const add = (cell: number) => {
    if (leads[cell] === 1) return;
    leads[cell] = 1;
    open.push(cell);
  };
  graph.passes.forEach((passed, move) => {
    if (passed?.some((cell) => isGoal[cell] === 1 || isGoal[cell - 1] === 1 || isGoal[cell + 1] === 1))
      add(graph.from[move]);
  });
  for (let cell = open.pop(); cell !== undefined; cell = open.pop())
    for (let at = graph.firstInto[cell]; at < graph.firstInto[cell + 1]; at++) add(graph.from[graph.into[at]]);
  return leads;
}

function harms({ program: { ground, grid } }: Subject, cell: number): boolean {
  const under = cell + grid.width;
  const isHarming = (own: number) => own < ground.typeOfCell.length && ground.types[ground.typeOfCell[own]].harm > 0;
  return isHarming(cell) || isHarming(under);
}

/** Cells side by side, as the first and last of each row of them. */
function stretchesOf(cells: readonly number[], width: number): [number, number][] {
  const stretches: [number, number][] = [];
  for (const cell of [...cells].sort((a, b) => a - b)) {
    const last = stretches.at(-1);
    if (last && last[1] === cell - 1 && cell % width !== 0) last[1] = cell;
    else stretches.push([cell, cell]);
  }
  return stretches;
}
