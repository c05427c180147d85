import { cellIndexAt } from '../../arena/grid';
import { isUnsafe } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { factsOfMotion } from '../../language/vocabulary';
import type { Subject } from '../subject';

/** Pieces, seen from above, that begin where what walks sinks: a raft that goes on foot is gone before anybody sees it. */
export function checkSinking({ program, level, path }: Subject): Diagnostic[] {
  const { kinds, brains, ground, grid } = program;
  if (program.isSideView) return [];
  return program.pieces.flatMap(({ id, name, kindIndex, brain, x, y, isShot, isArrival }) => {
    if (brain < 0 || isShot || isArrival || kinds[kindIndex].floats) return [];
    const { states, startState } = brains[brain];
    const type = ground.types[ground.typeOfCell[cellIndexAt(grid, x, y)]];
    if (!isUnsafe(type) || factsOfMotion(states[startState].motion.operation).isAirborne) return [];
    return [
      warningAt(
        { path: [...path, 'pieces', level.pieces.findIndex((piece) => piece.id === id), 'at'] },
        'sinks-at-once',
        `${name} at ${x}, ${y} begins on ${type.name}, where what walks sinks: it is gone at once.`,
        'Let its kind float (`floats`), let it `do hover route` or `do drift`, which pass over all ground, or move it to firm ground.',
      ),
    ];
  });
}
