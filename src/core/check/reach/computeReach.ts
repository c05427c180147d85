import { cellsUnder } from '../../compile/blockedGround';
import { cellIndexAt } from '../../arena/grid';
import { canPass, isLong, standingPlaces, type Standing } from '../../arena/standing';
import type { Outline } from '../../arena/outline';
import { NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS } from '../../arena/walkGrid';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import { groundWith } from '../../simulate/moves/groundNow';
import { MoveGraphs } from '../../simulate/moves/graphs';
import { MOVE, type MoveGraph } from '../../simulate/moves/moveGraph';

/** Where the player can come at the very best, before any run. */
export interface Reach {
  /** 1 for every cell that its middle can come over. */
  isReached: Uint8Array;
  /** Where its middle can be at all. */
  standing: Standing;
  /** The moves by which it gets there; undefined where they cannot be told, and all open ground counts. */
  graph: MoveGraph | undefined;
  /** 1 for every rest of the graph that its moves lead to. */
  isRestReached: Uint8Array;
}

/**
 * The cells that the player can come over at best: by the moves of its own body, on ground as open as it can come to be in
 * a run. Where something may carry or throw it in a side view, and where it flaps, moves say too little: there gravity counts
 * for nothing and all open ground that hangs together does. So what is out of reach here is out of reach in every run, but
 * for what flights from the side of a cell come to.
 */
export function computeReach(program: LevelProgram): Reach {
  const key = keyOf(program);
  const kept = remembered.get(key);
  if (kept) return kept;
  const reach = work(program);
  if (remembered.size >= MOST_KEPT) remembered.clear();
  remembered.set(key, reach);
  return reach;
}

/** A level is read again at every change of a number, and nearly all of them leave reach as it is. */
const remembered = new Map<string, Reach>();
const MOST_KEPT = 12;

function keyOf({ grid, ground, player, contacts, kinds, pieces, isSideView, gravity, ticksPerSecond }: LevelProgram) {
  const still = pieces
    .filter(({ isShot, isArrival }) => !isShot && !isArrival)
    .map(({ kindIndex, x, y, brain }) => [kindIndex, x, y, brain >= 0]);
  const bodies = kinds.map(({ hit, floats, isCarrier, wear, blocks, pushTicks }) => [
    ...[hit.west, hit.north, floats, isCarrier, wear, blocks, pushTicks < Infinity],
  ]);
  const stage = [grid.width, ground.types, player, contacts, bodies, still, isSideView, gravity, ticksPerSecond];
  return `${ground.typeOfCell.join()} ${JSON.stringify(stage)}`;
}

function work(program: LevelProgram): Reach {
  const { player } = program;
  const now = groundWith(program, openedGround(program));
  const start = cellIndexAt(program.grid, player.x, player.y);
  if (isByMoves(program, now.typeOfCell)) {
    const graph = new MoveGraphs(program).on(now.typeOfCell);
    const landings = movedLandings(program).map(([x, y]) => cellIndexAt(program.grid, x, y));
    const isRestReached = followMoves(graph, [...startsOf(program, graph, start), ...landings]);
    const isReached = passedCells(program, graph, isRestReached);
    for (const cell of [start, ...landings]) isReached[cell] = 1;
    return { isReached, isRestReached, graph, standing: standingPlaces(now.grid, player.stand) };
  }
  const crosses = program.kinds[player.kindIndex].floats || program.kinds.some(({ isCarrier }) => isCarrier);
  const isOpen = (cell: number) =>
    now.grid.solid[cell] === 0 && (crosses || !isUnsafe(program.ground.types[now.typeOfCell[cell]]));
  const grid = { ...now.grid, solid: Uint8Array.from(now.grid.solid, (_, cell) => (isOpen(cell) ? 0 : 1)) };
  const standing = standingPlaces(grid, player.stand);
  const landings = [...movedLandings(program), ...stillLandings(program)];
  const starts = [start, ...landings.map(([x, y]) => cellIndexAt(grid, x, y))];
  const isReached = floodStanding(grid, player.stand, standing, starts);
  return { isReached, standing, graph: undefined, isRestReached: new Uint8Array(isReached.length) };
}

/** The type of every cell once all has opened and worn away that can. */
export function openedGround(program: LevelProgram): Uint8Array {
  const { ground, contacts, kinds } = program;
  const types = ground.typeOfCell.slice();
  for (const cell of liftedCells(program)) types[cell] = ground.types[types[cell]].under;
  const isBetter = (before: number, after: number) =>
    (ground.types[before].solid || isUnsafe(ground.types[before])) &&
    !ground.types[after].solid &&
    !isUnsafe(ground.types[after]);
  for (const { effects } of contacts)
    for (const effect of effects)
      if (effect.effect === 'open')
        for (const cell of effect.cells)
          if (types[cell] === effect.ground && isBetter(types[cell], effect.becomes)) types[cell] = effect.becomes;
  if (!kinds.some(({ wear }) => wear > 0)) return types;
  return types.map((type) => {
    let own = type;
    for (let round = 0; round < ground.types.length; round++) {
      const { solid, strength, becomes } = ground.types[own];
      if (!solid || strength === 0 || becomes < 0) break;
      own = becomes;
    }
    return isBetter(type, own) ? own : type;
  });
}

/** Cells on which something stands that blocks, but can be pushed, taken up or defeated. */
function liftedCells({ grid, ground, contacts, kinds, pieces }: LevelProgram): number[] {
  const canGo = kinds.map(
    ({ pushTicks }, kind) =>
      pushTicks < Infinity ||
      contacts.some(
        ({ on, effects }) =>
          on === kind && effects.some(({ effect }) => effect === 'collect' || effect === 'defeat' || effect === 'harm'),
      ),
  );
  return pieces
    .filter(({ kindIndex, isShot, isArrival }) => kinds[kindIndex].blocks && canGo[kindIndex] && !isShot && !isArrival)
    .flatMap(({ kindIndex, x, y }) => cellsUnder(grid, kinds[kindIndex].stand, x, y))
    .filter((cell) => ground.types[ground.typeOfCell[cell]].under >= 0);
}

/** Whether the moves of its own body are all that brings the player on. */
function isByMoves({ player, kinds, contacts, isSideView, ground }: LevelProgram, opened: Uint8Array): boolean {
  if (player.control.scheme === 'flap') return false;
  if (!isSideView || player.control.scheme !== 'run and jump') return true;
  if (kinds[player.kindIndex].floats || kinds.some(({ isCarrier }) => isCarrier)) return false;
  // Ground that opens may be what it stands on.
  if (opened.some((type, cell) => type !== ground.typeOfCell[cell])) return false;
  return !contacts.some(
    ({ on, effects }) =>
      on === player.kindIndex && effects.some(({ effect }) => effect === 'push' || effect === 'speed'),
  );
}

/** Where the moves of a body begin: its own rest or, in the air, every rest that it may come down to. */
function startsOf({ player, grid }: LevelProgram, graph: MoveGraph, start: number): number[] {
  if (graph.isRest[start] === 1 || player.control.scheme !== 'run and jump') return [start];
  const starts: number[] = [];
  for (let cell = start; cell < graph.isRest.length; cell += grid.width)
    for (const beside of [cell - 1, cell, cell + 1]) if (graph.isRest[beside] === 1) starts.push(beside);
  return starts;
}

function followMoves(graph: MoveGraph, starts: readonly number[]): Uint8Array {
  const isReached = new Uint8Array(graph.isRest.length);
  const open = [...starts];
  for (const cell of open) isReached[cell] = 1;
  for (let cell = open.pop(); cell !== undefined; cell = open.pop())
    for (let move = graph.first[cell]; move < graph.first[cell + 1]; move++) {
      const to = graph.to[move];
      if (isReached[to] === 1) continue;
      isReached[to] = 1;
      open.push(to);
    }
  return isReached;
}

/** Rests that are reached, and what moves from them pass over; in the air, what a jump passes between two that are tried as well. */
function passedCells(program: LevelProgram, graph: MoveGraph, isRestReached: Uint8Array): Uint8Array {
  const isReached = isRestReached.slice();
  const { solid } = program.grid;
  const mark = (cell: number) => {
    if (cell >= 0 && cell < isReached.length && solid[cell] === 0) isReached[cell] = 1;
  };
  for (let cell = 0; cell < isReached.length; cell++) {
    if (isRestReached[cell] === 0) continue;
    for (let move = graph.first[cell]; move < graph.first[cell + 1]; move++)
      for (const passed of graph.passes[move] ?? []) {
        isReached[passed] = 1;
        if (graph.kind[move] !== MOVE.air) continue;
        mark(passed - 1);
        mark(passed + 1);
      }
  }
  return isReached;
}

/** Where contacts with what moves, or comes in, take the player. */
function movedLandings(program: LevelProgram): [number, number][] {
  return landingsBy(program, ({ brain, isArrival, isShot }) => brain >= 0 || isArrival || isShot);
}

/** Where contacts with what stands still take it; moves lead on by these of themselves. */
function stillLandings(program: LevelProgram): [number, number][] {
  return landingsBy(program, ({ brain, isArrival, isShot }) => brain < 0 && !isArrival && !isShot);
}

function landingsBy(
  { contacts, pieces, player }: LevelProgram,
  wanted: (piece: LevelProgram['pieces'][number]) => boolean,
): [number, number][] {
  const kinds = new Set(pieces.filter(wanted).map(({ kindIndex }) => kindIndex));
  return contacts
    .filter(({ by, on }) => on === player.kindIndex && kinds.has(by))
    .flatMap(({ effects }) => effects)
    .flatMap((effect): [number, number][] => (effect.effect === 'teleport' ? [[effect.x, effect.y]] : []));
}

/** All places of a body that hang together with some, over sides and corners of cells. */
function floodStanding(
  grid: LevelProgram['grid'],
  outline: Outline,
  standing: Standing,
  starts: readonly number[],
): Uint8Array {
  const isReached = new Uint8Array(standing.blocked.length);
  spread(grid, outline, standing, starts, (cell) => {
    if (isReached[cell] === 1) return false;
    isReached[cell] = 1;
    return true;
  });
  return isReached;
}

/** The rooms of a body: cells with one number hang together, from 1 on; 0 for cells in which there is no place for it. */
export function roomsOf(grid: LevelProgram['grid'], outline: Outline): Int32Array {
  const standing = standingPlaces(grid, outline);
  const rooms = new Int32Array(standing.blocked.length);
  let count = 0;
  for (let start = 0; start < rooms.length; start++) {
    if (rooms[start] > 0 || standing.blocked[start] === 1) continue;
    const own = ++count;
    spread(grid, outline, standing, [start], (cell) => {
      if (rooms[cell] > 0) return false;
      rooms[cell] = own;
      return true;
    });
  }
  return rooms;
}

/** Goes on from places to those beside them, as long as they are new. */
function spread(
  grid: LevelProgram['grid'],
  outline: Outline,
  standing: Standing,
  starts: readonly number[],
  isNew: (cell: number) => boolean,
): void {
  const { width, height, blocked } = standing;
  const open = [...starts];
  const isLongBody = isLong(outline);
  for (const cell of open) isNew(cell);
  for (let cell = open.pop(); cell !== undefined; cell = open.pop()) {
    const [column, row] = [cell % width, Math.floor(cell / width)];
    for (let neighbour = 0; neighbour < 8; neighbour++) {
      const [toColumn, toRow] = [column + NEIGHBOUR_COLUMNS[neighbour], row + NEIGHBOUR_ROWS[neighbour]];
      const to = toRow * width + toColumn;
      if (toColumn < 0 || toRow < 0 || toColumn >= width || toRow >= height || blocked[to] === 1) continue;
      const cutsCorner = neighbour >= 4 && (blocked[row * width + toColumn] || blocked[toRow * width + column]);
      if (cutsCorner || (isLongBody && !canPass(grid, outline, standing, cell, to))) continue;
      if (isNew(to)) open.push(to);
    }
  }
}
