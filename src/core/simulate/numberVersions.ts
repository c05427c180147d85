import { ENGINE_VERSION } from './engine/engineVersion';
import { STAND_IN_VERSION } from './standins/standInVersion';

/** What made the numbers of a run besides its document, level, stand-in and seed. */
export interface NumberVersions {
  engine: number;
  /** 0 for runs that were kept before stand-ins had a version of their own. */
  standIns: number;
}

/** The versions that run here. */
export const NUMBER_VERSIONS: NumberVersions = { engine: ENGINE_VERSION, standIns: STAND_IN_VERSION };

/** Whether the numbers of two versions may stand side by side. */
export function areSameVersions(one: NumberVersions, other: NumberVersions): boolean {
  return one.engine === other.engine && one.standIns === other.standIns;
}

/** "engine 7, stand-ins 1". */
export function sayVersions({ engine, standIns }: NumberVersions): string {
  return `engine ${engine}, stand-ins ${standIns === 0 ? 'of that time' : standIns}`;
}
