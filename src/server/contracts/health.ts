import * as z from 'zod';

/** How the server is: what `/api/health` tells. It answers with a fault and 503 while the database is away. */
export const healthShape = z.object({
  ok: z.literal(true),
  /** How long the server has been up, s. */
  upSeconds: z.number(),
  versions: z.object({ engine: z.number(), standIns: z.number(), format: z.number() }),
  database: z.object({ answersInMs: z.number() }),
  /** Of the disk on which the data folder lies, bytes. */
  disk: z.object({ freeBytes: z.number(), bytes: z.number() }),
  /** Stretches of runs that wait, and that are being made; of batches that are running. */
  queue: z.object({ waitingChunks: z.number(), leasedChunks: z.number() }),
  /** Threads that make runs, and stretches that are under way; machines where these make them, for a fleet. */
  workers: z.object({ threads: z.number(), busy: z.number(), machines: z.number().optional() }),
});

export type Health = z.infer<typeof healthShape>;
