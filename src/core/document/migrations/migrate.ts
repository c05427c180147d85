import { throwsAlongRails } from './toVersion2';

/** The version of the file format that this program writes. Older ones are migrated, newer ones are refused. */
export const FORMAT_VERSION = 6;

/** The oldest version that can be read. */
export const OLDEST_VERSION = 1;

/** A step from one version to the next: gives a new value and leaves what it does not know as it is, for the shapes to refuse. */
type Step = (document: Record<string, unknown>) => Record<string, unknown>;

const asItIs: Step = (document) => document;

/** What leads on from each version; a step that has been released is never changed. Versions from 3 on only know more: what briefs can ask for, and that lives or points are carried on. */
const STEPS: Record<number, Step> = { 1: throwsAlongRails, 2: asItIs, 3: asItIs, 4: asItIs, 5: asItIs };

/** Brings the parsed text of a document to the present version. Its version must be one that can be read. */
export function migrate(document: Record<string, unknown>): Record<string, unknown> {
  let migrated = document;
  for (let version = document.version as number; version < FORMAT_VERSION; version++)
    migrated = { ...STEPS[version](migrated), version: version + 1 };
  return migrated;
}
