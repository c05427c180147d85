import { PLAYER_TARGET, type ConditionProgram, type LevelProgram } from '../../../compile/levelProgram';
import { prepareSight, type SightLimits } from '../../engine/perception';

/** The area that the screen draws for a piece in one state: what it can see there, and no more. */
export interface DrawnSight {
  range: number;
  limits: SightLimits;
}

/** For every brain and state the sight area that is drawn; undefined where it does not look for the player. */
export function drawnSights({ brains }: LevelProgram): (DrawnSight | undefined)[][] {
  return brains.map((brain) =>
    brain.states.map(({ transitions }) => {
      // Who looks no farther than nowhere has no area that could be drawn.
      const tests = transitions.flatMap(({ condition }) => sightsIn(condition)).filter(({ range }) => range > 0);
      if (tests.length === 0) return undefined;
      const range = Math.max(...tests.map((test) => test.range));
      return { range, limits: prepareSight(range, Math.max(...tests.map(({ arc }) => arc))) };
    }),
  );
}

function sightsIn(condition: ConditionProgram): Extract<ConditionProgram, { type: 'sees' }>[] {
  switch (condition.type) {
    case 'or':
    case 'and':
      return condition.parts.flatMap(sightsIn);
    case 'not':
      return sightsIn(condition.part);
    case 'sees':
      return condition.target === PLAYER_TARGET ? [condition] : [];
    default:
      return [];
  }
}
