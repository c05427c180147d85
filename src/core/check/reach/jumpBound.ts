import type { LevelProgram } from '../../compile/levelProgram';
import type { MoveGraph } from '../../simulate/moves/moveGraph';

/** What no jump of a body exceeds, whatever is in its way; lengths in cells. */
export interface JumpBound {
  /** How far its middle rises at most. */
  rise: number;
  /** How far it gets to the side at most while it comes down by so much; less than nothing for a rise. */
  across: (down: number) => number;
}

/** Where a body takes off is known to about a cell: it may stand with its middle anywhere over the edge of the ground. */
const EDGE_CELLS = 1;
const RISE_SLACK_CELLS = 0.05;

/**
 * The envelope of all jumps: n impulses of v rise by n v² / 2g and last n · 2 v / g, to which comes the time of the fall
 * from rest, held down to the greatest speed of falling. No flight is higher or longer.
 */
export function jumpBound({ player, ticksPerSecond }: LevelProgram): JumpBound | undefined {
  const { control } = player;
  if (control.scheme !== 'run and jump' || !(control.gravity > 0)) return undefined;
  const { jump, jumps, gravity, mostFall, step, coyoteTicks } = control;
  const rise = (jumps * jump * jump) / (2 * gravity);
  const upTicks = (jumps * 2 * jump) / gravity;
  const across = (down: number) => (upTicks + fallTicks(Math.max(0, down), gravity, mostFall) + coyoteTicks) * step;
  return ticksPerSecond > 0 ? { rise, across } : undefined;
}

function fallTicks(down: number, gravity: number, mostFall: number): number {
  const freely = (mostFall * mostFall) / (2 * gravity);
  if (down <= freely) return Math.sqrt((2 * down) / gravity);
  return mostFall / gravity + (down - freely) / mostFall;
}

/** What is wanting for one way on: how much it rises and how far it goes across, and from where. */
export interface Want {
  fromX: number;
  fromY: number;
  rise: number;
  across: number;
}

/** Somewhere that the middle of a body is to come to; an area, or a place without size. */
export interface Target {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** How much too high and too far a place lies for any jump from a rest; nothing where the envelope takes it in. */
function lackOf(
  bound: JumpBound,
  fromX: number,
  fromY: number,
  { x, y, width, height }: Target,
): Want & { lack: number } {
  const down = y + height - fromY;
  const aside = Math.max(0, x - fromX, fromX - (x + width));
  const tooHigh = Math.max(0, -down - bound.rise - RISE_SLACK_CELLS);
  const tooFar = Math.max(0, aside - bound.across(down) - EDGE_CELLS);
  return { fromX, fromY, rise: Math.max(0, -down), across: aside, lack: tooHigh + tooFar / 2 };
}

/** Whether even the envelope of all jumps, over open air, leads from some rests to a place; what is wanting where it does not. */
export function boundTo(bound: JumpBound, graph: MoveGraph, starts: readonly number[], goal: Target): Want | undefined {
  const rests = [...graph.isRest.keys()].filter((cell) => graph.isRest[cell] === 1);
  const isIn = new Uint8Array(graph.isRest.length);
  const open = [...starts];
  for (const cell of open) isIn[cell] = 1;
  for (let cell = open.pop(); cell !== undefined; cell = open.pop())
    for (const to of rests) {
      if (isIn[to] === 1) continue;
      const place = { x: graph.restX[to], y: graph.restY[to], width: 0, height: 0 };
      if (lackOf(bound, graph.restX[cell], graph.restY[cell], place).lack > 0) continue;
      isIn[to] = 1;
      open.push(to);
    }
  let least: (Want & { lack: number }) | undefined;
  for (const cell of rests) {
    if (isIn[cell] === 0) continue;
    const own = lackOf(bound, graph.restX[cell], graph.restY[cell], goal);
    if (own.lack === 0) return undefined;
    if (!least || own.lack < least.lack) least = own;
  }
  // The way on may lead over rests from which the goal is within a jump.
  const near = rests.filter((cell) => isIn[cell] === 0);
  for (const to of near) {
    const place = { x: graph.restX[to], y: graph.restY[to], width: 0, height: 0 };
    for (const cell of rests) {
      if (isIn[cell] === 0) continue;
      const own = lackOf(bound, graph.restX[cell], graph.restY[cell], place);
      if (!least || own.lack < least.lack) least = own;
    }
  }
  return least;
}
