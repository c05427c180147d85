import { cellIndexAt } from '../../arena/grid';
import type { ControlProgram, LevelProgram } from '../../compile/levelProgram';
import { airMoves } from './airMoves';
import { groundAtStart, groundWith, type GroundNow } from './groundNow';
import { listMovesInto, type MoveGraph } from './moveGraph';
import { slideMoves } from './slideMoves';
import { walkMoves } from './walkMoves';

/** So many states of the ground are kept at once. */
const MOST_KEPT = 24;

/** The moves of the player of a level, for each state of its ground that comes up; a function of both alone, so it is shared. */
export class MoveGraphs {
  private readonly graphs = new Map<string, MoveGraph>();
  readonly atStart: MoveGraph;

  constructor(private readonly program: LevelProgram) {
    this.atStart = leadThroughPorts(program, movesOn(program, groundAtStart(program)));
  }

  /** The moves on ground with these types. */
  on(typeOfCell: Uint8Array): MoveGraph {
    const start = this.program.ground.typeOfCell;
    let key = '';
    for (let cell = 0; cell < start.length; cell++)
      if (typeOfCell[cell] !== start[cell]) key += `${cell}:${typeOfCell[cell]},`;
    if (key === '') return this.atStart;
    let graph = this.graphs.get(key);
    if (!graph) {
      if (this.graphs.size >= MOST_KEPT) this.graphs.clear();
      graph = leadThroughPorts(this.program, movesOn(this.program, groundWith(this.program, typeOfCell.slice())));
      this.graphs.set(key, graph);
    }
    return graph;
  }
}

/** From what the moves of each scheme are made; for one that flaps they are those of open ground. */
const MOVES: {
  [Scheme in ControlProgram['scheme']]: (
    program: LevelProgram,
    now: GroundNow,
    control: Extract<ControlProgram, { scheme: Scheme }>,
  ) => MoveGraph;
} = {
  'eight ways': walkMoves,
  'four ways': walkMoves,
  'one cell a press': walkMoves,
  'slide until blocked': slideMoves,
  'steer to a point': walkMoves,
  'along a rail': walkMoves,
  'run and jump': airMoves,
  flap: walkMoves,
};

function movesOn(program: LevelProgram, now: GroundNow): MoveGraph {
  const { control } = program.player;
  const make = MOVES[control.scheme] as (program: LevelProgram, now: GroundNow, own: ControlProgram) => MoveGraph;
  return make(program, now, control);
}

/** What sends a player who touches it to another place, and stays where it is: moves to it lead on to that place. */
function leadThroughPorts(program: LevelProgram, graph: MoveGraph): MoveGraph {
  const { player, kinds, contacts, grid } = program;
  for (const piece of program.pieces) {
    if (piece.brain >= 0 || piece.isShot || piece.isArrival) continue;
    const sent = contacts
      .filter(({ by, on }) => by === piece.kindIndex && on === player.kindIndex)
      .flatMap(({ effects }) => effects)
      .find(({ effect }) => effect === 'teleport');
    if (sent?.effect !== 'teleport') continue;
    const target = cellIndexAt(grid, sent.x, sent.y);
    const own = kinds[player.kindIndex].hit;
    const { hit } = kinds[piece.kindIndex];
    for (let move = 0; move < graph.to.length; move++) {
      const dx = graph.restX[graph.to[move]] - piece.x;
      const dy = graph.restY[graph.to[move]] - piece.y;
      const isTouched =
        dx < hit.east + own.west &&
        dx > -hit.west - own.east &&
        dy < hit.south + own.north &&
        dy > -hit.north - own.south;
      if (isTouched) graph.to[move] = target;
    }
  }
  listMovesInto(graph);
  return graph;
}
