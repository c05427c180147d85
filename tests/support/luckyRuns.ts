import { NUMBER_VERSIONS, type ChunkResult, type RunRecord } from '@/core/index';
import { RandomStream } from '@/core/foundation/random';
import { sumsOfRecords } from '@/core/measure/sums';

/** A level of which nothing is known but how its runs end. */
export const PLAIN_LEVEL = { ticksPerSecond: 60, pieces: [], kinds: [] };

/** Runs that are won with a known chance: each seed has a luck of its own, the same whatever the chance is. */
export function luckyRuns(firstSeed: number, count: number, stream: number, chance: number): ChunkResult {
  const rows = Array.from({ length: count }, (_, at): RunRecord => {
    const seed = firstSeed + at;
    const luck = new RandomStream(seed, stream).nextUnit();
    const isWon = luck < chance;
    return {
      ...{ seed, outcome: isWon ? 'won' : 'lost', cause: isWon ? 'reached the exit' : 'touched', piece: undefined },
      ...{ x: 0, y: 0, ticks: 600 + Math.round(600 * luck), boxOnly: 0, nearMisses: 0, hash: '0' },
    };
  });
  return { firstSeed, rows, sums: sumsOfRecords(rows, PLAIN_LEVEL), notes: [], versions: NUMBER_VERSIONS };
}
