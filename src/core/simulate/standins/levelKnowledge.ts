import type { LevelProgram } from '../../compile/levelProgram';
import { MoveGraphs } from '../moves/graphs';
import type { MoveGraph } from '../moves/moveGraph';
import { drawnSights, type DrawnSight } from './belief/drawnSight';
import { CellSight } from './cellSight';

/** A cell with fewer rests than this round it is felt to be narrow; and what a second in the narrowest is worth, s. */
const ROOMY = 24;
const NARROW_SECONDS = 0.3;

/** What anybody sees of a level who looks at the screen before it begins. Shared by all runs and stand-ins. */
export class LevelKnowledge {
  private readonly narrowOf = new WeakMap<MoveGraph, Float64Array>();

  private constructor(
    readonly graphs: MoveGraphs,
    readonly sights: readonly (readonly (DrawnSight | undefined)[])[],
    readonly lines: CellSight,
  ) {}

  static of(program: LevelProgram): LevelKnowledge {
    let knowledge = known.get(program);
    if (!knowledge) {
      knowledge = new LevelKnowledge(new MoveGraphs(program), drawnSights(program), new CellSight(program.grid));
      known.set(program, knowledge);
    }
    return knowledge;
  }

  /** How dear a second in each cell is for want of room, when nothing else is wanted. */
  narrow(graph: MoveGraph): Float64Array {
    let narrow = this.narrowOf.get(graph);
    if (!narrow) {
      narrow = Float64Array.from(
        graph.isRest,
        (_, cell) => NARROW_SECONDS * (1 - Math.min(1, roomRound(graph, cell) / ROOMY)),
      );
      this.narrowOf.set(graph, narrow);
    }
    return narrow;
  }
}

const known = new WeakMap<LevelProgram, LevelKnowledge>();

/** How many rests lie within two columns and rows of a cell. */
function roomRound({ width, isRest }: MoveGraph, cell: number): number {
  let room = 0;
  const column = cell % width;
  for (let row = -2; row <= 2; row++)
    for (let aside = -2; aside <= 2; aside++) {
      const other = cell + row * width + aside;
      if (column + aside >= 0 && column + aside < width && isRest[other] === 1) room++;
    }
  return room;
}
