import { cellsOfArea } from '../arena/area';
import { cellIndexAt } from '../arena/grid';
import type { RuleCondition } from '../compile/cueProgram';
import type { LevelProgram } from '../compile/levelProgram';
import type { World } from '../simulate/engine/world';
import { MoveGraphs } from '../simulate/moves/graphs';
import { computeWays, type WayField } from '../simulate/moves/wayField';
import type { MoveGraph } from '../simulate/moves/moveGraph';

/** Of so many things to be fetched every order is looked at; further ones are left out, which makes the bound lower. */
const MOST_STOPS = 9;
/** A thing is met before its middle is: so many cells of a way are taken off for each stop. */
const MET_EARLY_CELLS = 1;

/** What has to have been done at least where a rule or the exit wins: things to be taken, and an area to be in at the end. */
export interface Needs {
  pieces: number[];
  end: number[] | undefined;
}

/**
 * A bound for the ticks that are left until a level is won, whatever its hazards do: never more than it takes. It goes by the
 * moves of the body over unchanging ground, and by the best order of all that has to be taken. 0 where nothing can be said.
 */
export class LeastWay {
  private readonly plans: Plan[];

  /** @param canGroundChange whether anything in a run changes the ground: then ways may get shorter, and nothing is said. */
  constructor(program: LevelProgram, canGroundChange: boolean) {
    const isSure = !canGroundChange && areWaysSure(program);
    const graph = isSure ? new MoveGraphs(program).atStart : undefined;
    this.plans = graph ? needsOf(program).map((needs) => new Plan(program, graph, needs)) : [];
  }

  /** For a body at rest. Infinity where no moves lead to a win. */
  from(world: World): number {
    let least = this.plans.length > 0 ? Infinity : 0;
    for (const plan of this.plans) least = Math.min(least, plan.from(world));
    return least;
  }
}

/** One way to win: the legs between all that has to be taken, and what is left from each of them. */
class Plan {
  private readonly cells: number[];
  private readonly waysTo: WayField[];
  private readonly waysToEnd: WayField | undefined;
  private readonly legs: number[][];
  private readonly legsToEnd: number[];
  private readonly early: number;
  private readonly known = new Map<number, number>();

  constructor(
    private readonly program: LevelProgram,
    private readonly graph: MoveGraph,
    private readonly needs: Needs,
  ) {
    const { grid, pieces, player } = program;
    this.early = MET_EARLY_CELLS / player.step;
    this.cells = needs.pieces.map((piece) => cellIndexAt(grid, pieces[piece].x, pieces[piece].y));
    this.waysTo = this.cells.map((cell) => leastTicks(graph, [cell]));
    this.waysToEnd = needs.end && leastTicks(graph, needs.end);
    this.legs = this.cells.map((cell) => this.waysTo.map((ways, to) => this.legTo(cell, ways, [this.cells[to]])));
    this.legsToEnd = this.cells.map((cell) => (this.waysToEnd ? this.legTo(cell, this.waysToEnd, needs.end!) : 0));
  }

  from(world: World): number {
    const cell = cellIndexAt(this.program.grid, world.player.x, world.player.y);
    let left = 0;
    this.needs.pieces.forEach((piece, stop) => (left |= world.alive[piece] === 1 ? 1 << stop : 0));
    if (left === 0) return this.waysToEnd ? Math.max(0, this.waysToEnd[cell] - this.early) : 0;
    let least = Infinity;
    for (let stop = 0; stop < this.cells.length; stop++)
      if (left & (1 << stop))
        least = Math.min(
          least,
          Math.max(0, this.waysTo[stop][cell] - this.early) + this.after(left ^ (1 << stop), stop),
        );
    return least;
  }

  /** The least that is left after a stop, with others still to be made. */
  private after(left: number, stop: number): number {
    if (left === 0) return this.legsToEnd[stop];
    const key = left * MOST_STOPS + stop;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    let least = Infinity;
    for (let next = 0; next < this.cells.length; next++)
      if (left & (1 << next)) least = Math.min(least, this.legs[stop][next] + this.after(left ^ (1 << next), next));
    this.known.set(key, least);
    return least;
  }

  /** From where something is met, perhaps in the middle of a move, to goals. */
  private legTo(cell: number, ways: WayField, goals: readonly number[]): number {
    const { graph } = this;
    let least = ways[cell];
    graph.passes.forEach((passed, move) => {
      const at = passed ? passed.indexOf(cell) : -1;
      if (!passed || at < 0) return;
      const perCell = graph.ticks[move] / passed.length;
      least = Math.min(least, (passed.length - 1 - at) * perCell + ways[graph.to[move]]);
      const then = passed.findIndex((other, place) => place >= at && goals.includes(other));
      if (then >= 0) least = Math.min(least, (then - at) * perCell);
    });
    return Math.max(0, least - this.early);
  }
}

/** The real ticks of the quickest moves from every rest to any of the goals, with nothing felt about them. */
function leastTicks(graph: MoveGraph, goals: readonly number[]): WayField {
  return computeWays({ ...graph, feltTicks: graph.ticks, wary: graph.wary.map(() => 1) }, goals);
}

/** Whether nothing but its own moves brings the player on, and none of them becomes quicker. */
export function areWaysSure({ contacts, player, kinds, ground }: LevelProgram): boolean {
  const moves = new Set(['teleport', 'push', 'speed']);
  const used = new Set(ground.typeOfCell);
  return (
    !kinds.some(({ isCarrier }) => isCarrier) &&
    !contacts.some(({ on, effects }) => on === player.kindIndex && effects.some(({ effect }) => moves.has(effect))) &&
    ground.types.every(
      ({ pushX, pushY, speedFactor }, type) => !used.has(type) || (pushX === 0 && pushY === 0 && speedFactor <= 1),
    )
  );
}

/** What each way to win needs at least. */
export function needsOf(program: LevelProgram): Needs[] {
  const { exit, rules, grid } = program;
  const cells = exit && cellsOfArea(exit, grid.width, grid.height);
  return [
    ...(cells ? [{ pieces: [], end: cells }] : []),
    ...rules.wins.map((condition) => {
      const needs: Needs = { pieces: [], end: undefined };
      gather(program, condition, needs);
      return { ...needs, pieces: needs.pieces.slice(0, MOST_STOPS) };
    }),
  ];
}

/** Gathers what a condition surely asks for; of what is said in other words nothing is known. */
function gather(program: LevelProgram, condition: RuleCondition, needs: Needs): void {
  const { pieces, grid } = program;
  if (condition.type === 'and') for (const part of condition.parts) gather(program, part, needs);
  if (condition.type === 'at') needs.end ??= cellsOfArea(condition.area, grid.width, grid.height);
  if (condition.type !== 'none left') return;
  for (const [piece, own] of pieces.entries())
    if (condition.kinds.includes(own.kindIndex) && isLeftToPlayer(program, piece)) needs.pieces.push(piece);
}

/** Whether a piece stays where it is until the player takes it. */
function isLeftToPlayer({ pieces, contacts, player, kinds, cues }: LevelProgram, piece: number): boolean {
  const { kindIndex, brain, isArrival, isShot, formation, partOf, radius } = pieces[piece];
  const others = contacts.filter(({ by, on }) => on === kindIndex && by !== player.kindIndex);
  const isStill = brain < 0 && formation < 0 && partOf < 0 && !isArrival && !isShot && !kinds[kindIndex].falls;
  const { west, north, east, south } = kinds[player.kindIndex].hit;
  const isSmall = Math.max(west, north, east, south, radius) <= 0.5;
  return isStill && isSmall && others.length === 0 && cues.length === 0;
}
