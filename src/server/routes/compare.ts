import { areSameVersions, measureChangesInSteps, pairedDifference, type RunRecord } from '@/core/index';
import { compareQuery, type CompareReply } from '../contracts/batches';
import { recordsOf } from '../database/runs';
import { answer } from '../http/faults';
import { readQuery } from '../http/requests';
import { inTurns, nextTurn } from '../http/turns';
import { requireArm, requireBatch } from './batches';

/** So many seeds are compared at once; the first ones of larger batches. */
const MOST_SEEDS = 20_000;
/** So many of the seeds that came out otherwise are named. */
const NAMED_SEEDS = 12;

/** An arm of a batch against an arm of a batch of the same game, seed by seed. */
export function getComparison(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<CompareReply> => {
    const query = readQuery(request, compareQuery);
    const [batch, other] = await Promise.all([requireBatch(gameId, batchId), requireBatch(gameId, String(query.with))]);
    const [arm, otherArm] = [requireArm(batch, query.arm), requireArm(other, query.withArm)];
    const after = await firstRecords(batch.id, arm.arm);
    const before = await firstRecords(other.id, otherArm.arm);
    const changes = await inTurns(measureChangesInSteps(before, after));
    const difference = pairedDifference(before, after) ?? null;
    await nextTurn();
    const earlier = new Map(before.map((run) => [run.seed, run]));
    const common = after.filter(({ seed }) => earlier.has(seed));
    const won = ({ outcome }: RunRecord) => outcome === 'won';
    const flipped = (isWon: boolean) => {
      const seeds = common.filter((run) => won(run) === isWon && won(earlier.get(run.seed)!) !== isWon);
      return { count: seeds.length, first: seeds.slice(0, NAMED_SEEDS).map(({ seed }) => seed) };
    };
    const firstSeed = Math.max(batch.firstSeed, other.firstSeed);
    const endSeed = Math.min(batch.firstSeed + arm.runsDone, other.firstSeed + otherArm.runsDone);
    return {
      other: { batch: other.id, arm: otherArm },
      seeds: common.length,
      allSeeds: Math.max(common.length, endSeed - firstSeed),
      difference,
      changes,
      gained: flipped(true),
      lost: flipped(false),
      isSameVersion: areSameVersions(batch.versions, other.versions),
    };
  });
}

async function firstRecords(batchId: number, arm: number): Promise<RunRecord[]> {
  const records: RunRecord[] = [];
  for await (const some of recordsOf(batchId, arm)) {
    records.push(...some);
    if (records.length >= MOST_SEEDS) break;
  }
  return records.slice(0, MOST_SEEDS);
}
