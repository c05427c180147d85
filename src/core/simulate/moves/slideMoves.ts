import { slideEnds } from '../../arena/slide';
import { buildBodyWalkGrid } from '../../arena/walkGrid';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import type { GroundNow } from './groundNow';
import { makeMoveGraph, MOVE, type MoveGraph } from './moveGraph';

/** Inputs of the four headings of {@link slideEnds}. */
const HEADING_INPUTS = [1, 3, 5, 7];
const WAIT_SECONDS = 0.25;

/** Slides to where each is stopped. Those that come over ground that does not bear are left out: nobody means to take them. */
export function slideMoves(program: LevelProgram, { grid, typeOfCell }: GroundNow): MoveGraph {
  const { player, ground, ticksPerSecond } = program;
  const walk = buildBodyWalkGrid(grid, player.stand, false);
  const { width, height } = grid;
  const cells = width * height;
  const { floats } = program.kinds[player.kindIndex];
  const isFatal = (cell: number) => !floats && isUnsafe(ground.types[typeOfCell[cell]]);
  return makeMoveGraph(
    {
      width,
      height,
      isRest: Uint8Array.from(walk.blocked, (blocked, cell) => (blocked || isFatal(cell) ? 0 : 1)),
      restX: Float64Array.from({ length: cells }, (_, cell) => (cell % width) + 0.5),
      restY: Float64Array.from({ length: cells }, (_, cell) => Math.floor(cell / width) + 0.5),
      waitTicks: Math.round(WAIT_SECONDS * ticksPerSecond),
    },
    (cell) =>
      slideEnds(walk, cell).flatMap((passed, heading) =>
        passed.length === 0 || passed.some(isFatal)
          ? []
          : [
              {
                to: passed[passed.length - 1],
                ticks: passed.length / player.step,
                direction: HEADING_INPUTS[heading],
                kind: MOVE.press,
                passes: Int32Array.from(passed),
              },
            ],
      ),
  );
}
