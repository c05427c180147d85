import type { Joined } from '../../compile/conditionProgram';
import type { World } from './world';

/** A condition as a function of the world; everything else it needs is captured. Cues and rules belong to no piece. */
export type ConditionTest = (world: World, piece: number) => boolean;

/** What the tests of one place, behaviors or cues and rules, are made ready by. */
export interface TestHandlers<Test> {
  prepare: (test: Test) => ConditionTest;
  /** Whether a test only reads: nothing of the world is another if it is left out. */
  changesNothing: (test: Test) => boolean;
}

/** Makes a condition ready for the tick. */
export function prepareJoined<Test extends object>(
  condition: Joined<Test>,
  handlers: TestHandlers<Test>,
): ConditionTest {
  if ('parts' in condition) return joinTests(condition.parts, condition.type === 'or', handlers);
  if ('part' in condition) {
    const part = prepareJoined(condition.part, handlers);
    return (world, piece) => !part(world, piece);
  }
  return handlers.prepare(condition);
}

/**
 * Joins tests. Those that count, draw or note something are done in every tick, in their order; the others change nothing and
 * are only done while they can still decide.
 */
function joinTests<Test extends object>(
  parts: readonly Joined<Test>[],
  any: boolean,
  handlers: TestHandlers<Test>,
): ConditionTest {
  const prepare = (part: Joined<Test>) => prepareJoined(part, handlers);
  const lasting = parts.filter((part) => !changesNothing(part, handlers)).map(prepare);
  const passing = parts.filter((part) => changesNothing(part, handlers)).map(prepare);
  return (world, piece) => {
    let isDecided = false;
    for (let index = 0; index < lasting.length; index++) if (lasting[index](world, piece) === any) isDecided = true;
    if (isDecided) return any;
    for (let index = 0; index < passing.length; index++) if (passing[index](world, piece) === any) return any;
    return !any;
  };
}

function changesNothing<Test extends object>(condition: Joined<Test>, handlers: TestHandlers<Test>): boolean {
  if ('parts' in condition) return condition.parts.every((part) => changesNothing(part, handlers));
  if ('part' in condition) return changesNothing(condition.part, handlers);
  return handlers.changesNothing(condition);
}
