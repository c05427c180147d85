import { connect } from '@/queue/redis/connect';
import { FLEET_VERSIONS, sayVersions } from '@/queue/redis/fleetNames';
import { FleetWorker, whyRefused } from '@/queue/redis/fleetWorker';
import { reachQueue, withoutPassword } from '../fleet';
import { CommandFault, EXIT, printResult } from '../output';

export interface WorkerOptions {
  /** That which GORGE_QUEUE names where left out, so that no password need stand on a command line. */
  queue?: string;
  threads: number;
}

/** `gorge worker --queue URL`: makes runs for a queue until it is ended; refused where work is handed out for another version. */
export async function worker(options: WorkerOptions, projectFolder: string): Promise<number> {
  const { queue = process.env.GORGE_QUEUE, threads } = options;
  if (!queue)
    throw new CommandFault('No queue is named.', 'Give `--queue redis://:password@host:6379`, or set GORGE_QUEUE.');
  const url = await reachQueue(queue);
  const asking = connect(url);
  const refusal = await whyRefused(asking);
  asking.disconnect();
  if (refusal) throw refused(refusal);
  let refuse: (words: string) => void = () => undefined;
  const ended = new Promise<string | undefined>((resolve) => {
    refuse = resolve;
    for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => resolve(undefined));
  });
  const fleet = new FleetWorker(url, {
    ...{ threads, projectFolder, onRefused: refuse },
    onTrouble: (words) => process.stderr.write(`${words}\n`),
  });
  await printResult(
    `At work for ${withoutPassword(url)}: ${threads} ${threads === 1 ? 'thread' : 'threads'}, ${sayVersions(FLEET_VERSIONS)}.\n`,
  );
  const late = await ended;
  await fleet.drain();
  if (late) throw refused(late);
  await printResult(`Ended after ${fleet.runs} runs; what was under way is handed in.\n`);
  return EXIT.good;
}

function refused(words: string): CommandFault {
  return new CommandFault(`This machine is given no work. ${words}`, 'Bring both to the same version of Gorge.');
}
