import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { RandomStream } from '@/core/foundation/random';
import type { GameReply } from '@/server/contracts/games';
import * as batches from '@/server/routes/batches';
import { getComparison } from '@/server/routes/compare';
import { exportAll } from '@/server/routes/exportAll';
import * as games from '@/server/routes/games';
import { getHealth } from '@/server/routes/health';
import * as history from '@/server/routes/history';
import { hallOnly } from '../support/kilnYard';
import { soaked } from '../support/soak';
import { spoilText, spoilValue } from '../support/spoil';
import { TestDataFolder } from './support/dataFolder';
import { reply, sends } from './support/requests';
import { shelve } from './support/shelf';

const SEED = Number(process.env.GORGE_SEED ?? 17);
/** Nobody waits longer for an answer to nonsense. */
const MOST_MS = 2000;
const GAME = 'fuzz-yard';

let folder: TestDataFolder;
let revision = '';
beforeAll(async () => {
  folder = await TestDataFolder.fresh('fuzz');
  await shelve({ ...hallOnly(), id: GAME });
  revision = (await reply<GameReply>(games.getGame(GAME))).revision;
});
afterAll(() => folder.close());

const IDS = [
  GAME,
  'other',
  '',
  'A',
  '../x',
  '%00',
  'a'.repeat(300),
  '1',
  '0',
  '-1',
  '1e9',
  '99999999999999999999',
  'ø',
];
const METHODS = ['POST', 'PUT', 'DELETE'] as const;

describe('whatever is asked', () => {
  const random = new RandomStream(SEED, 1);
  const pick = <Entry>(entries: readonly Entry[]) => entries[Math.floor(random.nextUnit() * entries.length)];
  const document = { ...hallOnly(), id: GAME };
  const bodies = (): unknown[] => [
    { baseRevision: revision, document },
    { document },
    { name: 'a name' },
    { baseRevision: revision },
    { revision, levelId: 'drying-hall', standInId: 'casual', runs: 1, firstSeed: 1 },
    document,
  ];
  const body = () => {
    const text = JSON.stringify(spoilValue(pick(bodies()), random));
    return random.nextUnit() < 0.25 ? spoilText(text, random) : text;
  };
  const asked = () => {
    const query = pick([
      '',
      '?page=-1',
      '?size=1e99',
      '?sort=&order=up',
      '?before=0',
      '?seed=x',
      '?a=b&a=c',
      '?page=2&size=1',
      '?with=1&withArm=1e9',
      '?outcome=lost&owner=%25_\\&from=1e9&to=0',
    ]);
    return new Request(`http://127.0.0.1/api/x${query}`);
  };
  const sent = () => sends(pick(METHODS), body());
  const ROUTES: Record<string, () => Promise<Response>> = {
    getGames: () => games.getGames(),
    postGame: () => games.postGame(sent()),
    getGame: () => games.getGame(pick(IDS)),
    putGame: () => games.putGame(pick(IDS), sent()),
    exportGame: () => games.exportGame(pick(IDS)),
    deleteGame: () => games.deleteGame(pick(IDS.slice(1))),
    postBringBack: () => games.postBringBack(pick(IDS)),
    getRevision: () => games.getRevision(pick(IDS), pick([revision, 'f'.repeat(64), 'x', ''])),
    getHistory: () => history.getHistory(pick(IDS), asked()),
    putSaveName: () => history.putSaveName(pick(IDS), pick(IDS), sent()),
    postRestore: () => history.postRestore(pick(IDS), pick(IDS), sent()),
    postCopy: () => history.postCopy(pick(IDS.slice(1)), pick(IDS)),
    postAside: () => history.postAside(pick(IDS), sent()),
    getBatches: () => batches.getBatches(pick(IDS)),
    postBatch: () => batches.postBatch(pick(IDS), sent()),
    getReport: () => batches.getReport(pick(IDS), pick(IDS), asked()),
    getComparison: () => getComparison(pick(IDS), pick(IDS), asked()),
    getRuns: () => batches.getRuns(pick(IDS), pick(IDS), asked()),
    getRunTable: () => batches.getRunTable(pick(IDS), pick(IDS)),
    postCancel: () => batches.postCancel(pick(IDS), pick(IDS)),
    deleteBatch: () => batches.deleteBatch(pick(IDS), pick(IDS)),
    postBringBackBatch: () => batches.postBringBackBatch(pick(IDS), pick(IDS)),
    getEvents: () => batches.getEvents(pick(IDS), pick(IDS), asked()),
    getHealth: () => getHealth(),
    exportAll: () => exportAll(),
  };

  test.each(Object.keys(ROUTES))(
    `%s answers in time, and never with a fault of its own (seed ${SEED})`,
    async (name) => {
      for (let round = 0; round < soaked(12); round++) {
        const startedAt = performance.now();
        const response = await ROUTES[name]();
        expect(performance.now() - startedAt).toBeLessThan(MOST_MS);
        expect([name, round, response.status < 500]).toEqual([name, round, true]);
        if (response.status < 400) {
          await response.body?.cancel();
          continue;
        }
        const fault = (await response.json()) as { message: string; hint: string };
        expect([typeof fault.message, typeof fault.hint]).toEqual(['string', 'string']);
        expect(JSON.stringify(fault)).not.toMatch(/node_modules|\bat .+\.ts:\d+/);
      }
    },
  );
});
