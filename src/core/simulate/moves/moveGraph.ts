/** Ticks between two places that are noted of a move that is not straight. */
export const SWEEP_TICKS = 4;

/** What a move asks of the hand: go there, press once towards it, or take off and steer in the air. */
export const MOVE = { step: 0, press: 1, air: 2 } as const;

/**
 * What a body can do from where it rests: moves to other rests, each with its time and what it sweeps. A rest is named by
 * the cell in which the middle of the body is. Made from the engine's own motion, for one body and one state of the ground.
 */
export interface MoveGraph {
  width: number;
  height: number;
  /** 1 for cells in which the body can rest. */
  isRest: Uint8Array;
  /** Where the middle of the body is when it rests in a cell. */
  restX: Float64Array;
  restY: Float64Array;
  /** The moves of a cell are those from `first[cell]` up to `first[cell + 1]`. */
  first: Int32Array;
  to: Int32Array;
  ticks: Float64Array;
  /** What a move is felt to cost, in ticks: its time, and what there is to doubt of it. */
  feltTicks: Float64Array;
  /** Direction that is pressed, as an input; one of {@link MOVE}; for the air: whether it begins with a jump. */
  direction: Uint8Array;
  kind: Uint8Array;
  jumps: Uint8Array;
  /** For jumps: whether they begin beside the middle of the cell, and how many jumps follow in the air. */
  leans: Uint8Array;
  again: Uint8Array;
  /** For moves that are not straight: x, y every {@link SWEEP_TICKS}, from the start on. */
  sweeps: (Float32Array | undefined)[];
  /** For moves that pass cells on which they do not end: those and the end, in order. */
  passes: (Int32Array | undefined)[];
  /** The same moves by where they end: indices of moves, and where each begins. */
  firstInto: Int32Array;
  into: Int32Array;
  from: Int32Array;
  /** 1 where nothing carries a body off that wants to stay. */
  canWait: Uint8Array;
  /** How much more every second in a cell is felt to cost, since one may slip from there to where nothing bears; 1 for nothing. */
  wary: Float64Array;
  /** 1 where only something that carries bears the body; empty when there is no such ground. */
  needsCarrier: Uint8Array;
  /** Ticks of one wait: about as long as the shortest usual move. */
  waitTicks: number;
}

export interface NewMove {
  to: number;
  ticks: number;
  /** What it is felt to cost beyond its time, in ticks, since it may end elsewhere. */
  doubtTicks?: number;
  direction: number;
  kind: number;
  jumps?: boolean;
  leans?: boolean;
  again?: number;
  sweep?: Float32Array;
  passes?: Int32Array;
}

/** What a graph is made from, besides its moves. */
export type Rests = Pick<MoveGraph, 'width' | 'height' | 'isRest' | 'restX' | 'restY'> &
  Partial<Pick<MoveGraph, 'canWait' | 'wary' | 'needsCarrier'>> & { waitTicks: number };

/** Puts rests and the moves from each of them together. */
export function makeMoveGraph(rests: Rests, movesFrom: (cell: number) => readonly NewMove[]): MoveGraph {
  const cells = rests.isRest.length;
  const first = new Int32Array(cells + 1);
  const moves: NewMove[] = [];
  const from: number[] = [];
  for (let cell = 0; cell < cells; cell++) {
    first[cell] = moves.length;
    if (rests.isRest[cell] === 0) continue;
    for (const move of movesFrom(cell)) {
      moves.push(move);
      from.push(cell);
    }
  }
  first[cells] = moves.length;
  const graph: MoveGraph = {
    ...rests,
    first,
    to: Int32Array.from(moves, ({ to }) => to),
    ticks: Float64Array.from(moves, ({ ticks }) => ticks),
    feltTicks: Float64Array.from(moves, ({ ticks, doubtTicks }) => ticks + (doubtTicks ?? 0)),
    direction: Uint8Array.from(moves, ({ direction }) => direction),
    kind: Uint8Array.from(moves, ({ kind }) => kind),
    jumps: Uint8Array.from(moves, ({ jumps }) => (jumps ? 1 : 0)),
    leans: Uint8Array.from(moves, ({ leans }) => (leans ? 1 : 0)),
    again: Uint8Array.from(moves, ({ again }) => again ?? 0),
    sweeps: moves.map(({ sweep }) => sweep),
    passes: moves.map(({ passes }) => passes),
    firstInto: new Int32Array(cells + 1),
    into: new Int32Array(moves.length),
    from: Int32Array.from(from),
    canWait: rests.canWait ?? new Uint8Array(cells).fill(1),
    wary: rests.wary ?? new Float64Array(cells).fill(1),
    needsCarrier: rests.needsCarrier ?? new Uint8Array(0),
  };
  listMovesInto(graph);
  return graph;
}

/** Lists the moves anew by where they end. */
export function listMovesInto({ to, firstInto, into }: MoveGraph): void {
  firstInto.fill(0);
  for (const cell of to) firstInto[cell + 1]++;
  for (let cell = 1; cell < firstInto.length; cell++) firstInto[cell] += firstInto[cell - 1];
  const place = firstInto.slice();
  to.forEach((cell, move) => (into[place[cell]++] = move));
}
