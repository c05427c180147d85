import type { Overrides } from '../compile/levelProgram';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { CONTROLS } from '../people/traits';
import { sayOverrides } from './overrides';

/** One arm of a batch: who plays which level, and what is set otherwise there. All arms run on the same seeds. */
export interface Arm {
  /** A stand-in, or a control. */
  standInId: string;
  levelId: string;
  overrides: Overrides;
}

/** A batch with more arms is refused. */
export const MOST_ARMS = 200;

/** So many runs of each control stand beside those of arms. */
export const CONTROL_RUNS = 100;

/** "casual", "casual, warden.pace=3"; with the level before it where arms are of several. */
export function nameArm({ standInId, levelId, overrides }: Arm, arms: readonly Arm[] = []): string {
  const isOfSeveral = arms.some((other) => other.levelId !== levelId);
  return [...(isOfSeveral ? [levelId] : []), standInId, sayOverrides(overrides)]
    .filter((part) => part !== '')
    .join(', ');
}

/** What stands round whoever plays; arms that have the same play in the same level. */
export function settingOf({ levelId, overrides }: Arm): string {
  const { knobs, numbers = [], ...start } = overrides;
  return JSON.stringify([levelId, knobs, numbers, start]);
}

/** Both controls in every setting of some arms, each once. */
export function controlArms(arms: readonly Arm[]): Arm[] {
  const settings = new Map(arms.map((arm) => [settingOf(arm), arm]));
  return [...settings.values()].flatMap(({ levelId, overrides }) =>
    CONTROLS.map((standInId) => ({ standInId, levelId, overrides })),
  );
}

/** What is wrong with a list of arms as a list: none, too many, one twice. Places are the numbers of the arms. */
export function checkArmList(arms: readonly Arm[]): Diagnostic[] {
  if (arms.length === 0)
    return [errorAt({ path: [] }, 'no-arms', 'A batch needs at least one arm.', 'Say who is to play.')];
  if (arms.length > MOST_ARMS)
    return [
      errorAt(
        { path: [] },
        'too-many-arms',
        `A batch can have ${MOST_ARMS} arms; these are ${arms.length}.`,
        'Run them as several batches, on the same seeds.',
      ),
    ];
  const keys = arms.map((arm) => `${arm.standInId} ${settingOf(arm)}`);
  return arms.flatMap((arm, index) =>
    keys.indexOf(keys[index]) === index
      ? []
      : [errorAt({ path: [index] }, 'arm-twice', `The arm "${nameArm(arm, arms)}" is there twice.`, 'Leave one out.')],
  );
}
