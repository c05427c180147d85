import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import {
  briefEstimatesOf,
  compileGameLevel,
  Runner,
  runSeeds,
  standInsOf,
  steeringOf,
  type RunRecord,
} from '@/core/index';
import type {
  BatchInfo,
  BatchListReply,
  CompareReply,
  ReportReply,
  RunPageReply,
  RunSort,
} from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { recordsOf } from '@/server/database/runs';
import { batchJobs } from '@/server/jobs/batchJobs';
import { getBatches, getReport, getRuns, getRunTable, postBatch } from '@/server/routes/batches';
import { getComparison } from '@/server/routes/compare';
import { getGame } from '@/server/routes/games';
import { hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { asks, failing, reply, sends } from './support/requests';
import { shelve } from './support/shelf';

const ID = 'pages-yard';
const RUNS = 26;
const FIRST_SEED = 11;
const game = { ...hallOnly(), id: ID };
const WHO = ['casual', 'expert'] as const;

let folder: TestDataFolder;
let batch: BatchInfo;
/** What the runs of each arm come to in this process, by their arm. */
let known: RunRecord[][];
beforeAll(async () => {
  folder = await TestDataFolder.fresh('pages');
  await shelve(game);
  const { revision } = await reply<GameReply>(getGame(ID));
  const arms = WHO.map((standInId) => ({ standInId, levelId: 'drying-hall' }));
  batch = await reply<BatchInfo>(postBatch(ID, sends('POST', { revision, arms, runs: RUNS, firstSeed: FIRST_SEED })));
  await new Promise<void>((resolve) => {
    void batchJobs().follow(batch.id, ({ status }) => status !== 'running' && resolve());
  });
  const compiled = compileGameLevel(game, 'drying-hall');
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  known = WHO.map(
    (id) => runSeeds(new Runner(compiled.value, steeringOf(id, standInsOf(game))!), FIRST_SEED, RUNS).rows,
  );
}, 120_000);
afterAll(() => {
  batchJobs().end();
  return folder.close();
});

const page = (query: string) => reply<RunPageReply>(getRuns(ID, String(batch.id), asks(`/runs?${query}`)));

const VALUE_OF: Record<RunSort, (row: RunRecord) => string | number> = {
  seed: ({ seed }) => seed,
  seconds: ({ ticks }) => ticks,
  outcome: ({ outcome }) => outcome,
  piece: ({ piece }) => piece ?? '',
};

/** Seeds in the order of a column, sorted plainly; equal values by their seeds. */
function sorted(rows: readonly RunRecord[], sort: RunSort, isDown: boolean): number[] {
  const of = VALUE_OF[sort];
  const compare = (a: RunRecord, b: RunRecord) => {
    const [one, other] = [of(a), of(b)];
    const order = one < other ? -1 : one > other ? 1 : 0;
    return (isDown ? -order : order) || a.seed - b.seed;
  };
  return [...rows].sort(compare).map(({ seed }) => seed);
}

type Filter =
  'outcome=lost' | 'cause=touched' | 'owner=warden-2' | 'from=12&to=14' | 'outcome=lost&owner=warden-2&to=9';

/** The same filters, said plainly. */
const LEFT_BY: Record<Filter, (row: RunRecord) => boolean> = {
  'outcome=lost': ({ outcome }) => outcome === 'lost',
  'cause=touched': ({ cause }) => cause === 'touched',
  'owner=warden-2': ({ piece }) => piece === 'warden-2',
  'from=12&to=14': ({ ticks }) => ticks >= 12 * 60 && ticks < 14 * 60,
  'outcome=lost&owner=warden-2&to=9': ({ outcome, piece, ticks }) =>
    outcome === 'lost' && piece === 'warden-2' && ticks < 9 * 60,
};

describe('a filter', () => {
  test.each(Object.keys(LEFT_BY) as Filter[])(
    '%s leaves the runs that it says, in the table and in the report',
    async (query) => {
      const left = known[0].filter(LEFT_BY[query]);
      const { total, rows } = await page(`arm=0&size=200&${query}`);
      expect([total, rows.map(({ seed }) => seed)]).toEqual([left.length, left.map(({ seed }) => seed)]);
      const { part, summary } = await reply<ReportReply>(getReport(ID, String(batch.id), asks(`?arm=0&${query}`)));
      expect([part!.runs, summary.runs]).toEqual([left.length, RUNS]);
      const bins = part!.histogram.reduce((sum, { won, lost, outOfTime }) => sum + won + lost + outOfTime, 0);
      const cells = part!.endCells.reduce((sum, { count }) => sum + count, 0);
      expect([bins, cells]).toEqual([left.length, left.length]);
    },
  );

  test('leaves enough runs for these tests to say something, and without one there is no part', async () => {
    expect(known[0].filter(LEFT_BY['from=12&to=14']).length).toBeGreaterThan(3);
    expect((await reply<ReportReply>(getReport(ID, String(batch.id), asks('?arm=0')))).part).toBeNull();
  });

  test.each(['outcome=maybe', 'from=-1', 'to=x', `owner=${'a'.repeat(65)}`])(
    'that is ?%s is refused with a word',
    async (query) => {
      for (const asked of [
        getRuns(ID, String(batch.id), asks(`/runs?${query}`)),
        getReport(ID, String(batch.id), asks(`?${query}`)),
      ]) {
        const { status, fault } = await failing(asked);
        expect([status, fault.message.length > 10]).toEqual([400, true]);
      }
    },
  );
});

describe('a comparison of two arms', () => {
  const compared = (query: string) => getComparison(ID, String(batch.id), asks(`/compare?${query}`));

  test('is the difference seed by seed, with the seeds that came out otherwise', async () => {
    const { seeds, allSeeds, difference, changes, gained, lost, other, isSameVersion } = await reply<CompareReply>(
      compared(`arm=1&with=${batch.id}&withArm=0`),
    );
    const won = (arm: number, index: number) => known[arm][index].outcome === 'won';
    const indices = known[0].map((_, index) => index);
    const gains = indices.filter((index) => won(1, index) && !won(0, index)).map((index) => FIRST_SEED + index);
    const losses = indices.filter((index) => won(0, index) && !won(1, index)).map((index) => FIRST_SEED + index);
    expect([seeds, allSeeds, isSameVersion, other.arm.name]).toEqual([RUNS, RUNS, true, 'casual']);
    expect([gained.count, lost.count]).toEqual([gains.length, losses.length]);
    expect([gained.first, lost.first]).toEqual([gains.slice(0, 12), losses.slice(0, 12)]);
    expect(difference!.value).toBeCloseTo((gains.length - losses.length) / RUNS, 12);
    expect(changes.every(({ difference: own }) => own.isReal)).toBe(true);
  });

  test('with itself changes nothing', async () => {
    const { difference, changes, gained, lost } = await reply<CompareReply>(compared(`arm=0&with=${batch.id}`));
    expect([difference!.value, difference!.halfWidth, changes, gained.count, lost.count]).toEqual([0, 0, [], 0, 0]);
  });

  test.each([`with=${99_999}`, '', 'with=0', 'arm=7&with=1', 'with=1&withArm=7'])(
    '?%s is refused with a word',
    async (query) => {
      const { status, fault } = await failing(compared(query));
      expect([[400, 404].includes(status), fault.message.length > 10]).toEqual([true, true]);
    },
  );
});

describe('the table of runs', () => {
  test.each(
    (['seed', 'seconds', 'outcome', 'piece'] as const).flatMap((sort) => [
      [sort, 'up'] as const,
      [sort, 'down'] as const,
    ]),
  )('by %s, %s, is in the order of a plain sort, page by page', async (sort, order) => {
    const seeds: number[] = [];
    for (let number = 1; number <= 3; number++) {
      const { total, rows } = await page(`arm=1&sort=${sort}&order=${order}&page=${number}&size=10`);
      expect([total, rows.length]).toEqual([RUNS, number < 3 ? 10 : 6]);
      seeds.push(...rows.map(({ seed }) => seed));
    }
    expect(seeds).toEqual(sorted(known[1], sort, order === 'down'));
  });

  test('holds what each run came to, the same as in another process', async () => {
    const { rows } = await page('arm=0&size=200');
    const told = known[0].map(({ seed, outcome, cause, piece, ticks, hash }) => ({
      seed,
      outcome,
      cause,
      piece: piece ?? null,
      ticks,
      hash,
    }));
    expect(rows).toMatchObject(told);
  });

  test('finds the run of a seed, of the arm that is asked for, and none where there is none', async () => {
    const seed = FIRST_SEED + 4;
    for (const arm of [0, 1]) {
      const { total, rows } = await page(`arm=${arm}&seed=${seed}`);
      expect([total, rows[0].hash]).toEqual([1, known[arm][4].hash]);
    }
    expect(await page('arm=0&seed=3')).toEqual({ total: 0, rows: [] });
    expect(await page('arm=0&page=9&size=10')).toEqual({ total: RUNS, rows: [] });
  });

  test.each(['size=0', 'size=201', 'page=0', 'sort=hash', 'order=sideways', 'arm=-1', 'seed=x', 'more=1'])(
    'refuses ?%s with a word',
    async (query) => {
      const { status, fault } = await failing(getRuns(ID, String(batch.id), asks(`/runs?${query}`)));
      expect([status, fault.message.length > 10]).toEqual([400, true]);
    },
  );

  test('as CSV has the same runs, arm after arm, with what was counted while they went on', async () => {
    const text = await (await getRunTable(ID, String(batch.id))).text();
    const { data } = Papa.parse<Record<string, string>>(text.trim(), { header: true });
    expect(data.map(({ seed }) => Number(seed))).toEqual(known.flat().map(({ seed }) => seed));
    expect(data.map(({ way_made: made }) => Number(made))).toEqual(
      known.flat().map(({ figures }) => Number(figures!.way_made.toFixed(3))),
    );
  });

  test('is read back as records without loss, whole', async () => {
    const records: RunRecord[] = [];
    for await (const part of recordsOf(batch.id, 1)) records.push(...part);
    expect(records.map(({ figures, hash }) => [figures, hash])).toEqual(
      known[1].map(({ figures, hash }) => [figures, hash]),
    );
  });
});

describe('the list of batches', () => {
  test('tells of each arm how many runs it has and how many were won', async () => {
    const { batches, removed } = await reply<BatchListReply>(getBatches(ID));
    expect([batches.length, removed, batches[0].status, batches[0].runsDone]).toEqual([1, [], 'finished', 2 * RUNS]);
    expect(batches[0].arms.map(({ runsDone, runsWon }) => [runsDone, runsWon])).toEqual(
      known.map((rows) => [RUNS, rows.filter(({ outcome }) => outcome === 'won').length]),
    );
  });

  test('tells the numbers by which a brief is judged of the newest runs of each stand-in, as its report does', async () => {
    const { batches } = await reply<BatchListReply>(getBatches(ID));
    const [newest] = batches;
    for (const { arm, figures, isPlain } of newest.arms) {
      const { summary } = await reply<ReportReply>(getReport(ID, String(newest.id), asks(`/report?arm=${arm}`)));
      expect(figures).toEqual(isPlain ? JSON.parse(JSON.stringify(briefEstimatesOf(summary))) : null);
    }
    expect(newest.arms.some(({ figures }) => figures?.clears)).toBe(true);
  });
});
