import { cellIndexAt } from '../../../arena/grid';
import { cellsUnder } from '../../../compile/blockedGround';
import type { LevelProgram } from '../../../compile/levelProgram';
import type { MoveGraph } from '../../moves/moveGraph';
import type { MoveGraphs } from '../../moves/graphs';
import { SHOWN, type ScreenFrame } from '../screen';
import type { OwnState } from '../standIn';

/** Something that opens ground when the player touches it. */
export interface Opening {
  pieces: number[];
  cells: number[];
  ground: number;
  becomes: number;
  /** Kind of what has to be held, or −1. */
  needs: number;
}

/**
 * All that the contacts let the player open by touching it, one entry for each kind that opens; and everything that blocks and
 * goes when the player touches it.
 */
export function openingsOf(program: LevelProgram): Opening[] {
  return [...openedByTouch(program), ...liftedByTouch(program)];
}

function liftedByTouch({ contacts, player, pieces, kinds, grid, ground }: LevelProgram): Opening[] {
  const goes = (kind: number) =>
    contacts.some(
      ({ by, on, effects }) =>
        by === player.kindIndex &&
        on === kind &&
        effects.some(({ effect }) => effect === 'collect' || effect === 'defeat' || effect === 'harm'),
    );
  return pieces.flatMap(({ kindIndex, isShot, isArrival, x, y }, piece) => {
    if (!kinds[kindIndex].blocks || isShot || isArrival || !goes(kindIndex)) return [];
    const cells = cellsUnder(grid, kinds[kindIndex].stand, x, y);
    const [type] = cells.map((cell) => ground.typeOfCell[cell]);
    return [{ pieces: [piece], cells, ground: type, becomes: ground.types[type].under, needs: -1 }];
  });
}

function openedByTouch({ contacts, player, pieces }: LevelProgram): Opening[] {
  return contacts.flatMap(({ by, on, effects }) => {
    if (by !== player.kindIndex && on !== player.kindIndex) return [];
    const kind = by === player.kindIndex ? on : by;
    return effects.flatMap((effect) =>
      effect.effect === 'open'
        ? [
            {
              pieces: pieces.flatMap(({ kindIndex, isShot }, piece) => (kindIndex === kind && !isShot ? [piece] : [])),
              cells: effect.cells,
              ground: effect.ground,
              becomes: effect.becomes,
              needs: effect.needs,
            },
          ]
        : [],
    );
  });
}

/**
 * What has to be touched first so that a way opens: whoever sees the plates, keys and gates of a level can tell. From where
 * it stands it takes up every opening that it can get at, until the goal is within reach, and leaves out again what was
 * not needed. Undefined when nothing helps.
 */
export function nextOpening(
  program: LevelProgram,
  graphs: MoveGraphs,
  openings: readonly Opening[],
  frame: ScreenFrame,
  own: OwnState,
  start: number,
  goals: readonly number[],
): { why: 'open' | 'fetch'; pieces: number[] } | undefined {
  const { pieces } = program;
  const there = (list: readonly number[]) => list.filter((piece) => frame.shown[piece] === SHOWN.here);
  const ofKind = (kind: number) => there(pieces.flatMap(({ kindIndex }, piece) => (kindIndex === kind ? [piece] : [])));
  const used: Opening[] = [];
  const groundAfter = (done: readonly Opening[]) => {
    const types = frame.typeOfCell.slice();
    for (const { cells, ground, becomes } of done)
      for (const cell of cells) if (types[cell] === ground) types[cell] = becomes;
    return graphs.on(types);
  };
  const touches = (reached: Uint8Array, list: readonly number[]) =>
    list.filter((piece) => isNear(program, reached, frame.x[piece], frame.y[piece]));
  const canDo = (opening: Opening, reached: Uint8Array) =>
    touches(reached, there(opening.pieces)).length > 0 &&
    (opening.needs < 0 || own.held[opening.needs] > 0 || touches(reached, ofKind(opening.needs)).length > 0);
  let reached = reachedFrom(groundAfter(used), start);
  const isOpen = () => goals.some((goal) => reached[goal] === 1);
  while (!isOpen()) {
    const more = openings.filter((opening) => !used.includes(opening) && canDo(opening, reached));
    if (more.length === 0) return undefined;
    used.push(...more);
    reached = reachedFrom(groundAfter(used), start);
  }
  // What can be left out is left out, the last first.
  for (let index = used.length - 1; index >= 0; index--) {
    const without = used.filter((_, other) => other !== index);
    reached = reachedFrom(groundAfter(without), start);
    if (isOpen()) used.splice(index, 1);
  }
  const first = used[0];
  if (!first) return undefined;
  if (first.needs >= 0 && own.held[first.needs] === 0) return { why: 'fetch', pieces: ofKind(first.needs) };
  return { why: 'open', pieces: there(first.pieces) };
}

/** Whether a place lies in a cell that can be reached, or beside one. */
function isNear({ grid }: LevelProgram, reached: Uint8Array, x: number, y: number): boolean {
  const cell = cellIndexAt(grid, x, y);
  const { width } = grid;
  return [cell, cell + 1, cell - 1, cell + width, cell - width].some((other) => reached[other] === 1);
}

/** 1 for every cell that moves lead over from a rest. */
export function reachedFrom({ first, to, passes, isRest }: MoveGraph, start: number): Uint8Array {
  const reached = new Uint8Array(isRest.length);
  const rests = [start];
  const isDone = new Uint8Array(isRest.length);
  reached[start] = isDone[start] = 1;
  for (let at = 0; at < rests.length; at++)
    for (let move = first[rests[at]]; move < first[rests[at] + 1]; move++) {
      passes[move]?.forEach((cell) => (reached[cell] = 1));
      const next = to[move];
      reached[next] = 1;
      if (isDone[next] === 1) continue;
      isDone[next] = 1;
      rests.push(next);
    }
  return reached;
}
