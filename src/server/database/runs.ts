import { Op, type WhereOptions } from 'sequelize';
import type { RunRecord } from '@/core/index';
import type { RunFilter, RunPageReply, RunRow, RunSort } from '../contracts/batches';
import { database } from './connection';
import type { RunRowModel } from './models';
import { readStoredOr, StoredDamage } from './stored';

export const RUN_AGAIN = 'Run it again with the same seeds: it comes to the same numbers. Everything else goes on.';

const OUTCOMES = ['won', 'lost', 'out of time'];

/** Throws {@link StoredDamage} for a row that no run has written. */
function requireSound(row: RunRowModel): void {
  if (OUTCOMES.includes(row.outcome) && row.ticks >= 0) return;
  throw new StoredDamage(`Run ${row.seed} of batch ${row.batchId}`, RUN_AGAIN);
}

export function recordOf(row: RunRowModel): RunRecord {
  requireSound(row);
  const { seed, outcome, cause, piece, ticks, x, y, boxOnly, nearMisses, score, distance, figures, hash } = row;
  return {
    seed,
    outcome: outcome as RunRecord['outcome'],
    cause: cause as RunRecord['cause'],
    piece: piece ?? undefined,
    ticks,
    x,
    y,
    boxOnly,
    nearMisses,
    score: score ?? undefined,
    distance: distance ?? undefined,
    figures: readStoredOr<RunRecord['figures']>(figures, undefined),
    hash,
  };
}

const SORT_COLUMN: Record<RunSort, string> = { seed: 'seed', seconds: 'ticks', outcome: 'outcome', piece: 'piece' };

/** A filter of runs as the database asks for it; with how many ticks a second has, where times are meant. */
function whereOf({ outcome, cause, owner, from, to }: RunFilter, ticksPerSecond: number): WhereOptions {
  return {
    ...(outcome && { outcome }),
    ...(cause && { cause }),
    // What cues bring in is named after its kind, with a number behind the dot.
    ...(owner && { piece: { [Op.or]: [owner, { [Op.startsWith]: `${owner}.` }] } }),
    ...((from !== undefined || to !== undefined) && {
      ticks: {
        ...(from !== undefined && { [Op.gte]: from * ticksPerSecond }),
        ...(to !== undefined && { [Op.lt]: to * ticksPerSecond }),
      },
    }),
  };
}

export function isFiltered({ outcome, cause, owner, from, to }: RunFilter): boolean {
  return [outcome, cause, owner, from, to].some((value) => value !== undefined);
}

/** One page of the table of runs of an arm; equal values are ordered by seed. */
export async function pageOfRuns(
  batchId: number,
  page: RunFilter & { arm: number; sort: RunSort; order: 'up' | 'down'; page: number; size: number; seed?: number },
  ticksPerSecond: number,
): Promise<RunPageReply> {
  const { arm, seed } = page;
  const direction = page.order === 'up' ? 'ASC' : 'DESC';
  const { count, rows } = await database().models.runs.findAndCountAll({
    where: { ...whereOf(page, ticksPerSecond), batchId, arm, ...(seed !== undefined && { seed }) },
    order: [
      [SORT_COLUMN[page.sort], direction],
      ['seed', 'ASC'],
    ],
    offset: (page.page - 1) * page.size,
    limit: page.size,
  });
  return { total: count, rows: rows.map(describeRun) };
}

function describeRun(row: RunRowModel): RunRow {
  const { seed, outcome, cause, piece, ticks, x, y, boxOnly, nearMisses, score, distance, hash } = row;
  requireSound(row);
  return {
    ...{ seed, outcome: outcome as RunRow['outcome'], cause, piece, ticks, x, y },
    ...{ boxOnly, nearMisses, score, distance, hash },
  };
}

/** So many runs are read at once; more of them would hold the thread that answers everybody. */
const RUNS_AT_ONCE = 300;

/** All runs of an arm that a filter leaves, in the order of their seeds, some thousands at a time. */
export async function* recordsOf(
  batchId: number,
  arm: number,
  filter: RunFilter = {},
  ticksPerSecond = 1,
): AsyncGenerator<RunRecord[]> {
  for (let after = -1; ;) {
    const rows = await database().models.runs.findAll({
      where: { ...whereOf(filter, ticksPerSecond), batchId, arm, seed: { [Op.gt]: after } },
      order: [['seed', 'ASC']],
      limit: RUNS_AT_ONCE,
    });
    if (rows.length === 0) return;
    yield rows.map(recordOf);
    after = rows[rows.length - 1].seed;
  }
}
