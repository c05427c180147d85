import { createHash } from 'node:crypto';
import { NUMBER_VERSIONS, SUMS_VERSION } from '@/core/index';
import type { ChunkTask } from '../chunkTask';

/** What the numbers of a machine are made by; those of others do not belong together with them. */
export const FLEET_VERSIONS = { ...NUMBER_VERSIONS, sums: SUMS_VERSION };
export type FleetVersions = typeof FLEET_VERSIONS;

export function sayVersions({ engine, standIns, sums }: FleetVersions): string {
  return `engine ${engine}, stand-ins ${standIns}, sums ${sums}`;
}

/** The queue of all machines of one version: whoever has another never sees its tasks. */
export function queueName({ engine, standIns, sums }: FleetVersions = FLEET_VERSIONS): string {
  return `gorge-chunks-${engine}-${standIns}-${sums}`;
}

/** The name of a task: the same for everybody who asks for the same runs, so that they are made once. */
export function taskId(task: ChunkTask): string {
  const { documentHash, levelId, standInId, overrides, firstSeed, count, tries } = task;
  const key = [queueName(), documentHash, levelId, standInId, overrides, firstSeed, count, tries ?? 1];
  return createHash('sha256').update(JSON.stringify(key)).digest('hex').slice(0, 40);
}

/** Where a document lies, packed. */
export function documentKey(hash: string): string {
  return `gorge:document:${hash}`;
}

/** Where the result of a task lies, packed, until it is fetched. */
export function resultKey(id: string): string {
  return `${queueName()}:result:${id}`;
}

/** Who is there: a record of each machine by its id. */
export const WORKERS_KEY = 'gorge:workers';
/** The versions that whoever hands out work has. */
export const VERSIONS_KEY = 'gorge:versions';

/** A document is kept for so long after it was last asked for, and a result until it is fetched, s. */
export const DOCUMENT_SECONDS = 24 * 3600;
export const RESULT_SECONDS = 600;
