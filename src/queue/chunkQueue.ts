import type { ChunkResult } from '@/core/index';
import type { ChunkTask } from './chunkTask';

/** A chunk that somebody has taken on for a time. */
export interface LeasedChunk {
  /** Number of this lease; no two leases have the same. */
  lease: string;
  batchId: number;
  arm: number;
  task: ChunkTask;
}

/** Whether somebody still wants a chunk. */
export type Wanted = 'wanted' | 'unwanted';

/**
 * Where chunks wait to be computed. All that is known of them lies behind it, so that whoever computes may end at any moment:
 * a lease that is not kept up runs out, and the chunk is given to somebody else. A chunk is kept once, whoever brings it.
 */
export interface ChunkQueue {
  /** Takes on the next chunk; undefined while none waits. */
  lease(): Promise<LeasedChunk | undefined>;
  /** Says that a chunk is still worked on. What is unwanted may be given up. */
  heartbeat(chunk: LeasedChunk): Promise<Wanted>;
  /** Hands in what a chunk came to; unwanted where its batch was given up, or somebody else was first. */
  complete(chunk: LeasedChunk, result: ChunkResult): Promise<Wanted>;
  /** Says that a chunk could not be computed and why. It is given out again a few times, then its batch has failed. */
  fail(chunk: LeasedChunk, error: unknown): Promise<void>;
}

/** How long a lease is good without a heartbeat, and how often one is sent. */
export const LEASE_MS = 60_000;
export const HEARTBEAT_MS = 10_000;
/** So often a chunk is given out that cannot be computed. */
export const MOST_ATTEMPTS = 3;
