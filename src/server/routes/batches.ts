import { bug, controlRate, settingOf, writeRunCsv, type ControlRate } from '@/core/index';
import {
  MOST_WAITING_BATCHES,
  reportQuery,
  runPageQuery,
  startBatchRequest,
  type ArmInfo,
  type BatchInfo,
  type BatchListReply,
  type ReportReply,
  type RunFilter,
  type RunPageReply,
} from '../contracts/batches';
import {
  armsOf,
  bringBackBatch,
  countRunningBatches,
  findBatch,
  keptControls,
  listBatches,
  listRemovedBatches,
  overridesOf,
  removeBatch,
} from '../database/batches';
import type { ArmRow } from '../database/models';
import { isFiltered, pageOfRuns, recordsOf } from '../database/runs';
import { sheetOf, summariseArm, summarisePart } from '../database/sums';
import { eventStream } from '../http/eventStream';
import { answer } from '../http/faults';
import { notFound, RequestFault } from '../http/requestFault';
import { readNumber, readGameId, readJson, readQuery } from '../http/requests';
import { findRevisionText } from '../database/games';
import { documentThreads } from '../documents/documentThreads';
import { revisionsOf } from '../documents/readArms';
import { batchJobs } from '../jobs/batchJobs';
import { sayRemoved } from './games';

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
    const id = readGameId(gameId);
    const { runs, firstSeed, ...asked } = await readJson(request, startBatchRequest, MOST_REQUEST_BYTES);
    const texts: Record<string, string> = {};
    for (const revision of revisionsOf(asked)) {
      const text = await findRevisionText(id, revision);
      if (text !== undefined) texts[revision] = text;
    }
    const arms = await documentThreads().do('readArms', { texts, asked, runs });
    const waiting = await countRunningBatches();
    if (waiting >= MOST_WAITING_BATCHES)
      throw new RequestFault(429, {
        code: 'queue-full',
        message: `${waiting} batches are waiting already.`,
        hint: 'Wait until some are finished, or cancel some; nothing was begun.',
      });
    return batchJobs().start({ gameId: id, firstSeed, arms });
  });
}

/** Two hundred arms with their overrides are far smaller. */
const MOST_REQUEST_BYTES = 2 * 1024 * 1024;

export async function requireBatch(gameId: string, batchId: string): Promise<BatchInfo> {
  const batch = await findBatch(readNumber(batchId));
  if (!batch || batch.gameId !== readGameId(gameId))
    throw notFound(`batch ${batchId} of this game`, 'See the course of the game for its batches.');
  return batch;
}

export function getReport(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<ReportReply> => {
    const batch = await requireBatch(gameId, batchId);
    const { arm, ...filter } = readQuery(request, reportQuery);
    return reportOf(batch, arm, filter);
  });
}

/** The numbers of an arm, and what its level comes to with nobody playing it. */
async function reportOf(batch: BatchInfo, index: number, filter: RunFilter): Promise<ReportReply> {
  const arm = requireArm(batch, index);
  const rows = await armsOf(batch.id);
  const row = rows.find((own) => own.arm === index) ?? bug(`no arm ${index}`);
  const [numbers, controls] = await Promise.all([summariseArm(batch.gameId, row), controlsOf(batch, row, rows)]);
  const part = isFiltered(filter) ? await summarisePart(row, numbers.sheet, filter) : null;
  return { batch, arm, controls, part, ...numbers };
}

async function controlsOf(
  { id, gameId }: BatchInfo,
  row: ArmRow,
  rows: readonly ArmRow[],
): Promise<ControlRate[] | null> {
  const settingOfRow = (own: ArmRow) => `${own.revision} ${settingOf({ ...own, overrides: overridesOf(own) })}`;
  const controls = rows.filter((own) => own.isControl && settingOfRow(own) === settingOfRow(row));
  if (controls.length === 0) return keptControls(id);
  if (controls.some(({ runs, runsDone }) => runsDone < runs)) return null;
  return Promise.all(
    controls.map(async (own) => {
      const { summary } = await summariseArm(gameId, own);
      return controlRate(own.standInId as ControlRate['control'], summary);
    }),
  );
}

export function requireArm({ arms, id }: BatchInfo, index: number): ArmInfo {
  const arm = arms.find((own) => own.arm === index);
  if (!arm) throw notFound(`arm ${index} of batch ${id}`, `It has ${arms.length}, from 0.`);
  return arm;
}

export function getRuns(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<RunPageReply> => {
    const batch = await requireBatch(gameId, batchId);
    const query = readQuery(request, runPageQuery);
    const { arm } = requireArm(batch, query.arm);
    const row = (await armsOf(batch.id)).find((own) => own.arm === arm) ?? bug(`no arm ${arm}`);
    const { ticksPerSecond } = await sheetOf(batch.gameId, row);
    return pageOfRuns(batch.id, query, ticksPerSecond);
  });
}

/** The whole table of runs as CSV, of all arms; written while it is read, whatever its size. */
export function getRunTable(gameId: string, batchId: string): Promise<Response> {
  return answer(async () => {
    const batch = await requireBatch(gameId, batchId);
    const name = `${batch.gameId}-${batch.arms[0].levelId}-batch-${batch.id}.csv`;
    // What is damaged is told before the first line is sent.
    const lines = linesOf(batch);
    const first = await lines.next();
    return new Response(streamOf(first, lines), {
      headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${name}"` },
    });
  });
}

async function* linesOf({ id, gameId, arms, versions }: BatchInfo): AsyncGenerator<string> {
  const rows = await armsOf(id);
  let header = true;
  for (const { arm, name, standInId, levelId } of arms) {
    const { ticksPerSecond } = await sheetOf(gameId, rows.find((own) => own.arm === arm) ?? bug(`no arm ${arm}`));
    const head = { arm: name, standIn: standInId, level: levelId, ticksPerSecond, versions };
    for await (const records of recordsOf(id, arm)) {
      yield writeRunCsv(head, records, { header }) + '\n';
      header = false;
    }
  }
}

function streamOf(first: IteratorResult<string>, rest: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let next: IteratorResult<string> | undefined = first;
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = next ?? (await rest.next());
      next = undefined;
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await rest.return(undefined);
    },
  });
}

export function postCancel(gameId: string, batchId: string): Promise<Response> {
  return answer(async (): Promise<BatchInfo> => {
    const batch = await requireBatch(gameId, batchId);
    await batchJobs().cancel(batch.id);
    return requireBatch(gameId, batchId);
  });
}

/** Takes a batch out of the lists; it can be brought back for thirty days. One that is under way is cancelled. */
export function deleteBatch(gameId: string, batchId: string): Promise<Response> {
  return answer(async () => {
    const batch = await requireBatch(gameId, batchId);
    await batchJobs().cancel(batch.id);
    await removeBatch(batch.id, new Date());
    return { removed: batch.id };
  });
}

export function postBringBackBatch(gameId: string, batchId: string): Promise<Response> {
  return answer(async () => {
    if (!(await bringBackBatch(readGameId(gameId), readNumber(batchId))))
      throw notFound(`removed batch ${batchId}`, 'It may be back already, or gone for good.');
    return { broughtBack: Number(batchId) };
  });
}

/** Server-sent events: the progress of a batch until it ends. */
export function getEvents(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async () => {
    const batch = await requireBatch(gameId, batchId);
    return eventStream(request.signal, ({ send, close }) =>
      batchJobs().follow(batch.id, (progress) => {
        send(progress);
        if (progress.status !== 'running') close();
      }),
    );
  });
}
