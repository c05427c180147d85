import { readQueueUrl, whyUnreachable } from '@/queue/redis/connect';
import { FleetComputer } from '@/queue/redis/fleetComputer';
import { isThere } from '@/queue/redis/machines';
import { CommandFault } from './output';

/** So many tasks are under way for each thread, so that none waits for the next. */
const TASKS_A_THREAD = 2;

/** A queue's address as it was given; a fault where it is none, or nobody answers there. */
export async function reachQueue(given: string): Promise<string> {
  const url = readQueueUrl(given);
  if (url === undefined)
    throw new CommandFault(`\`${withoutPassword(given)}\` is no queue.`, 'Write redis://:password@host:6379.');
  const reason = await whyUnreachable(url);
  if (reason !== undefined)
    throw new CommandFault(
      `The queue at ${withoutPassword(url)} cannot be reached: ${reason}`,
      'Is Redis running there, and is the password right?',
    );
  return url;
}

/** Machines that play a game of this text; a fault where none has joined. */
export async function openFleet(given: string, text: string): Promise<{ pool: FleetComputer; width: number }> {
  const url = await reachQueue(given);
  const pool = new FleetComputer(url, () => Promise.resolve(text));
  const { machines } = await pool.state();
  const threads = machines.filter((machine) => isThere(machine)).reduce((sum, own) => sum + own.threads, 0);
  if (threads > 0) return { pool, width: TASKS_A_THREAD * threads };
  await pool.end();
  throw new CommandFault(
    'No machine has joined this queue.',
    `Start one with \`gorge worker --queue ${withoutPassword(url)}\`, or leave out \`--queue\`.`,
  );
}

/** An address as it may be shown. */
export function withoutPassword(url: string): string {
  return url.replace(/:[^:@/]*@/, ':…@');
}
