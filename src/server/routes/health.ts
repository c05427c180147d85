import { statfs } from 'node:fs/promises';
import { QueryTypes } from 'sequelize';
import { FORMAT_VERSION, NUMBER_VERSIONS } from '@/core/index';
import type { Health } from '../contracts/health';
import { countChunks } from '../database/chunks';
import { database } from '../database/connection';
import { answer } from '../http/faults';
import { batchJobs } from '../jobs/batchJobs';
import { serverMetrics } from '../metrics';
import { dataFolder } from '../settings';

/** Whether server and database answer, and how much there is to do and room to do it in. */
export function getHealth(): Promise<Response> {
  return answer(() => lookRound());
}

/** The same and more, in the text form of Prometheus. */
export function getMetrics(): Promise<Response> {
  return answer(async () => {
    const gauges = serverMetrics();
    const { queue, workers, disk, database: answers } = await lookRound();
    gauges.waitingChunks.set(queue.waitingChunks);
    gauges.leasedChunks.set(queue.leasedChunks);
    gauges.busyWorkers.set(workers.busy);
    gauges.threads.set(workers.threads);
    gauges.freeBytes.set(disk.freeBytes);
    gauges.databaseSeconds.set(answers.answersInMs / 1000);
    return new Response(await gauges.registry.metrics(), {
      headers: { 'content-type': gauges.registry.contentType },
    });
  });
}

async function lookRound(): Promise<Health> {
  const asked = performance.now();
  await database().sequelize.query('SELECT 1', { type: QueryTypes.SELECT });
  const answersInMs = Math.round(10 * (performance.now() - asked)) / 10;
  const [{ bavail, blocks, bsize }, queue] = await Promise.all([statfs(dataFolder()), countChunks()]);
  return {
    ok: true,
    upSeconds: Math.round(process.uptime()),
    versions: { ...NUMBER_VERSIONS, format: FORMAT_VERSION },
    database: { answersInMs },
    disk: { freeBytes: bavail * bsize, bytes: blocks * bsize },
    queue,
    workers: await batchJobs().load(),
  };
}
