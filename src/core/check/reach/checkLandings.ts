import { bodyOverlapsSolid } from '../../arena/grid';
import { isUnsafe } from '../../compile/levelProgram';
import { markBox } from '../../document/markBox';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, type Subject } from '../subject';

/** Marks to which something is sent where there is no room for it. */
export function checkLandings({ level, program, path }: Subject): Diagnostic[] {
  const { kinds, grid, ground } = program;
  const seen = new Set<string>();
  return program.contacts.flatMap(({ by, on, effects }) =>
    effects.flatMap((effect) => {
      if (effect.effect !== 'teleport') return [];
      const { x, y } = effect;
      const index = level.marks.findIndex((mark) => {
        const [left, top, width, height] = markBox(mark);
        return left + width / 2 === x && top + height / 2 === y;
      });
      const key = `${index} ${kinds[on].id}`;
      if (seen.has(key)) return [];
      seen.add(key);
      const isOutside = x < 0 || y < 0 || x >= grid.width || y >= grid.height;
      const cell = Math.floor(y) * grid.width + Math.floor(x);
      const isInWall = !isOutside && bodyOverlapsSolid(grid, x, y, kinds[on].stand);
      const doesNotBear = !isOutside && !kinds[on].floats && isUnsafe(ground.types[ground.typeOfCell[cell]]);
      if (!isOutside && !isInWall && !doesNotBear) return [];
      const where = isOutside ? 'outside the level' : isInWall ? 'in a wall' : 'on ground that does not bear it';
      return [
        errorAt(
          { path: [...path, 'marks', index] },
          'landing-in-wall',
          `${kinds[by].name} sends ${kinds[on].name} to ${level.marks[index].name} at ${short(x)}, ${short(y)}, ${where}.`,
          'Move the mark to open ground.',
        ),
      ];
    }),
  );
}
