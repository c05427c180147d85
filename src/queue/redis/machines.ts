import type { Redis } from 'ioredis';
import { WORKERS_KEY, type FleetVersions } from './fleetNames';

/** What a machine says of itself every few seconds. */
export interface Machine {
  id: string;
  host: string;
  threads: number;
  versions: FleetVersions;
  /** Tasks that it is at. */
  busy: number;
  /** Runs that it has made since it came, and how many a second lately. */
  runs: number;
  runsASecond: number;
  /** When it came, and when it said so last, ms since 1970. */
  since: number;
  at: number;
}

/** Who has not spoken for so long is taken to be gone; and is forgotten after a while, ms. */
export const SILENT_MS = 15_000;
const FORGOTTEN_MS = 10 * 60_000;
export const BEAT_MS = 3000;

export async function sayMachine(redis: Redis, machine: Machine): Promise<void> {
  await redis.hset(WORKERS_KEY, machine.id, JSON.stringify(machine));
}

export async function removeMachine(redis: Redis, id: string): Promise<void> {
  await redis.hdel(WORKERS_KEY, id);
}

/** All machines that were there within the last minutes, the oldest first. */
export async function listMachines(redis: Redis, now = Date.now()): Promise<Machine[]> {
  const machines = Object.values(await redis.hgetall(WORKERS_KEY)).map((text) => JSON.parse(text) as Machine);
  const forgotten = machines.filter(({ at }) => now - at > FORGOTTEN_MS).map(({ id }) => id);
  if (forgotten.length > 0) await redis.hdel(WORKERS_KEY, ...forgotten);
  return machines.filter(({ at }) => now - at <= FORGOTTEN_MS).sort((one, other) => one.since - other.since);
}

/** Whether a machine still speaks. */
export function isThere({ at }: Pick<Machine, 'at'>, now = Date.now()): boolean {
  return now - at < SILENT_MS;
}
