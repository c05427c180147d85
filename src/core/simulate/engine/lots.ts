import { testsOf } from '../../compile/conditionProgram';
import type { LevelProgram } from '../../compile/levelProgram';

/** Whether lots are drawn that no piece has a stream for: crumbs, and who of a formation is drawn. */
export function drawsWithoutStream({ kinds, brains }: LevelProgram): boolean {
  return (
    kinds.some(({ crumbsWithin }) => crumbsWithin > 0) ||
    brains.some(({ states }) =>
      states.some(({ transitions }) =>
        transitions.some(({ condition }) => testsOf(condition).some(({ type }) => type === 'drawn')),
      ),
    )
  );
}
