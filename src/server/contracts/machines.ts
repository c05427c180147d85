import * as z from 'zod';

/** One machine that makes runs. */
export const machineInfo = z.object({
  id: z.string(),
  host: z.string(),
  threads: z.number(),
  /** Stretches of runs that it is at. */
  busy: z.number(),
  /** Since it came, and a second lately. */
  runs: z.number(),
  runsASecond: z.number(),
  versions: z.object({ engine: z.number(), standIns: z.number(), sums: z.number() }),
  /** Whether it has the versions of this server; else it is given no work. */
  isSameVersion: z.boolean(),
  /** Whether it spoke within the last seconds, and how long ago it did, s. */
  isThere: z.boolean(),
  silentSeconds: z.number(),
  sinceSeconds: z.number(),
});
export type MachineInfo = z.infer<typeof machineInfo>;

/** Who makes the runs of batches, how fast, and how long what is left takes. */
export const machinesReply = z.object({
  /** Threads of the server itself, or the machines of a queue. */
  madeBy: z.enum(['threads', 'fleet']),
  threads: z.number(),
  busy: z.number(),
  machines: z.array(machineInfo),
  /** Runs of batches that are not made yet. */
  runsLeft: z.number(),
  runsASecond: z.number(),
});
export type MachinesReply = z.infer<typeof machinesReply>;
