import { testsOf } from '../../compile/conditionProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import type { Subject } from '../subject';

/** Pieces that look for somebody no farther than nowhere. */
export function checkSights({ program, level, path }: Subject): Diagnostic[] {
  const told = new Set<number>();
  return program.pieces.flatMap(({ id, name, brain, isShot, isArrival }) => {
    if (brain < 0 || isShot || isArrival || told.has(brain)) return [];
    told.add(brain);
    const blind = program.brains[brain].states.find(({ transitions }) =>
      transitions.some(({ condition }) => testsOf(condition).some((test) => test.type === 'sees' && test.range <= 0)),
    );
    if (!blind) return [];
    return [
      warningAt(
        { path: [...path, 'pieces', level.pieces.findIndex((piece) => piece.id === id)] },
        'sees-nothing',
        `${name} looks no farther than 0 cells in \`${blind.name}\`, so it never sees anybody.`,
        'Give it sight, or leave out what waits for it.',
      ),
    ];
  });
}
