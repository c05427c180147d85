import type { EndCause, Outcome } from './engine/runEvent';

/** What is kept of a run. It is replayed from its seed, never stored as frames. */
export interface RunRecord {
  seed: number;
  outcome: Outcome;
  cause: EndCause;
  /** Id of the piece that ended it. */
  piece: string | undefined;
  /** Where the player was at the end, cells. */
  x: number;
  y: number;
  ticks: number;
  /** Encounters in which the box round a hit shape met the player and the shape itself did not. */
  boxOnly: number;
  /** Shots that passed the player closely without touching it. */
  nearMisses: number;
  /** Points at the end; and how far the player came at the farthest, cells, where rules or what is played for ask for it. */
  score?: number;
  distance?: number;
  /** What measures keep of it, by the names of their columns. */
  figures?: Record<string, number>;
  /** Fingerprint of every position in every tick. */
  hash: string;
}

/** How a run went over time, sampled ten times a second. */
export interface RunSamples {
  /** 0..1, from the time to contact of all threats. */
  pressure: number[];
  /** How many pieces had the player in sight. */
  sighted: number[];
}

export const SAMPLES_PER_SECOND = 10;
