import { isThere, type Machine } from '@/queue/redis/machines';
import { FLEET_VERSIONS, queueName } from '@/queue/redis/fleetNames';
import type { MachineInfo, MachinesReply } from '../contracts/machines';
import { countRunsLeft } from '../database/batches';
import { answer } from '../http/faults';
import { batchJobs } from '../jobs/batchJobs';

/** Who makes the runs of batches, and how much is left. */
export function getMachines(): Promise<Response> {
  return answer(async (): Promise<MachinesReply> => {
    const jobs = batchJobs();
    const [fleet, { threads, busy }, runsLeft] = await Promise.all([jobs.fleetState(), jobs.load(), countRunsLeft()]);
    const now = Date.now();
    return {
      madeBy: fleet ? 'fleet' : 'threads',
      ...{ threads, busy, runsLeft },
      machines: (fleet?.machines ?? []).map((machine) => describe(machine, now)),
      runsASecond: fleet?.runsASecond ?? jobs.runsASecond,
    };
  });
}

function describe(machine: Machine, now: number): MachineInfo {
  const { id, host, threads, busy, runs, runsASecond, versions, since, at } = machine;
  return {
    ...{ id, host, threads, busy, runs, runsASecond, versions },
    isSameVersion: queueName(versions) === queueName(FLEET_VERSIONS),
    isThere: isThere(machine, now),
    silentSeconds: Math.max(0, (now - at) / 1000),
    sinceSeconds: Math.max(0, (now - since) / 1000),
  };
}
