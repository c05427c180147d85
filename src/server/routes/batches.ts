import {
  bug,
  compileGameLevel,
  nearestWord,
  sheetOfLevel,
  standInsOf,
  writeRunCsv,
  type RunRecord,
} from '@/core/index';
import {
  runPageQuery,
  startBatchRequest,
  type BatchInfo,
  type BatchListReply,
  type ReportReply,
  type RunPageReply,
} from '../contracts/batches';
import {
  bringBackBatch,
  findBatch,
  listBatches,
  listRemovedBatches,
  removeBatch,
  pageOfRuns,
  sheetOf,
  summariseBatch,
} from '../database/batches';
import { findRevision } from '../database/games';
import { answer, notFound, RequestFault, unusable } from '../http/faults';
import { readNumber, readGameId, readJson, requireSameOrigin } from '../http/requests';
import { sayRemoved } from './games';
import { batchJobs } from '../jobs/batchJobs';

export function getBatches(gameId: string): Promise<Response> {
  return answer(async (): Promise<BatchListReply> => {
    const id = readGameId(gameId);
    const [batches, removed] = await Promise.all([listBatches(id), listRemovedBatches(id)]);
    return {
      batches,
      removed: removed.map(({ removedAt, ...batch }) => ({ ...batch, ...sayRemoved(removedAt) })),
    };
  });
}

export function postBatch(gameId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<BatchInfo> => {
    requireSameOrigin(request);
    const id = readGameId(gameId);
    const { revision, levelId, standInId, runs, firstSeed } = await readJson(request, startBatchRequest, 4096);
    const document = await findRevision(id, revision);
    if (!document) throw notFound('such revision of this game', 'Save the draft first; a batch runs what is saved.');
    const standIns = standInsOf(document).map((standIn) => standIn.id);
    if (!standIns.includes(standInId)) {
      const nearest = nearestWord(standInId, standIns);
      const hint = nearest ? `Did you mean \`${nearest}\`?` : `The stand-ins are ${standIns.join(', ')}.`;
      throw new RequestFault(400, {
        code: 'unknown-standin',
        message: `There is no stand-in \`${standInId}\`.`,
        hint,
        where: 'standInId',
      });
    }
    const compiled = compileGameLevel(document, levelId);
    if (!compiled.ok) throw unusable(compiled.faults);
    const sheet = sheetOfLevel(document, levelId, standInId) ?? bug(`no level ${levelId}`);
    const { levelName } = sheet;
    return batchJobs().start({ gameId: id, revision, levelId, levelName, standInId, runs, firstSeed, sheet });
  });
}

async function requireBatch(gameId: string, batchId: string): Promise<BatchInfo> {
  const batch = await findBatch(readNumber(batchId));
  if (!batch || batch.gameId !== readGameId(gameId))
    throw notFound(`batch ${batchId} of this game`, 'See the course of the game for its batches.');
  return batch;
}

export function getReport(gameId: string, batchId: string): Promise<Response> {
  return answer(async (): Promise<ReportReply> => {
    const batch = await requireBatch(gameId, batchId);
    return { batch, ...(await summariseBatch(batch)) };
  });
}

export function getRuns(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<RunPageReply> => {
    const batch = await requireBatch(gameId, batchId);
    return pageOfRuns(batch.id, runPageQuery.parse(Object.fromEntries(new URL(request.url).searchParams)));
  });
}

/** The whole table of runs as CSV. */
export function getRunTable(gameId: string, batchId: string): Promise<Response> {
  return answer(async () => {
    const batch = await requireBatch(gameId, batchId);
    const { rows } = await pageOfRuns(batch.id, { sort: 'seed', order: 'up', page: 1, size: batch.runs });
    const { ticksPerSecond } = await sheetOf(batch);
    const records = rows.map((row): RunRecord => ({
      ...row,
      cause: row.cause as RunRecord['cause'],
      piece: row.piece ?? undefined,
      score: row.score ?? undefined,
      distance: row.distance ?? undefined,
    }));
    const name = `${batch.gameId}-${batch.levelId}-batch-${batch.id}.csv`;
    return new Response(writeRunCsv(batch.standInId, records, ticksPerSecond, batch.versions) + '\n', {
      headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${name}"` },
    });
  });
}

export function postCancel(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<BatchInfo> => {
    requireSameOrigin(request);
    const batch = await requireBatch(gameId, batchId);
    await batchJobs().cancel(batch.id);
    return requireBatch(gameId, batchId);
  });
}

/** Takes a batch out of the lists; it can be brought back for thirty days. One that is under way is cancelled. */
export function deleteBatch(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async () => {
    requireSameOrigin(request);
    const batch = await requireBatch(gameId, batchId);
    await batchJobs().cancel(batch.id);
    await removeBatch(batch.id, new Date());
    return { removed: batch.id };
  });
}

export function postBringBackBatch(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async () => {
    requireSameOrigin(request);
    if (!(await bringBackBatch(readGameId(gameId), readNumber(batchId))))
      throw notFound(`removed batch ${batchId}`, 'It may be back already, or gone for good.');
    return { broughtBack: Number(batchId) };
  });
}

/** Server-sent events: the progress of a batch until it ends. */
export function getEvents(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async () => {
    const batch = await requireBatch(gameId, batchId);
    return new Response(progressStream(batch.id, request.signal), {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    });
  });
}

function progressStream(batchId: number, signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let unfollow: (() => void) | undefined;
  let isClosed = false;
  return new ReadableStream<Uint8Array>({
    async start(controller) {
      const close = () => {
        if (isClosed) return;
        isClosed = true;
        unfollow?.();
        controller.close();
      };
      signal.addEventListener('abort', close);
      unfollow = await batchJobs().follow(batchId, (progress) => {
        if (isClosed) return;
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(progress)}\n\n`));
        if (progress.status !== 'running') close();
      });
      if (isClosed) unfollow();
    },
    cancel() {
      isClosed = true;
      unfollow?.();
    },
  });
}
