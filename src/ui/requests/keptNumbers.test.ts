import { expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { NO_OVERRIDES, playKey, type ChunkResult } from '@/core/index';
import type { FindNumbersRequest, KeepNumbersRequest } from '@/server/contracts/numbers';
import { hallOnly } from '../../../tests/support/kilnYard';
import { KeptNumbers, type WantedRuns } from './keptNumbers';

const HALL = 'drying-hall';
const game = hallOnly();
const chunk = (firstSeed: number) => ({ firstSeed }) as ChunkResult;
const runs = (firstSeed: number): WantedRuns => ({ standInId: 'casual', firstSeed, count: 25 });

/** A server that knows the stretches from some seeds, and notes what it is asked. */
function server(known: readonly number[]) {
  const asked: FindNumbersRequest[] = [];
  const handedIn: KeepNumbersRequest[] = [];
  const api = {
    findNumbers(request: FindNumbersRequest) {
      asked.push(request);
      return Promise.resolve(
        request.stretches.map(({ firstSeed }) => (known.includes(firstSeed) ? chunk(firstSeed) : null)),
      );
    },
    keepNumbers: (request: KeepNumbersRequest) => Promise.resolve(void handedIn.push(request)),
  };
  return { asked, handedIn, numbers: new KeptNumbers(api as never) };
}

test('numbers are asked for by what the level plays by, as everybody names it, and a few at a time', async () => {
  const { asked, numbers } = server([26, 476]);
  const taken: number[] = [];
  const wanted = Array.from({ length: 20 }, (_, at) => runs(1 + 25 * at));
  await numbers.find(game, HALL, wanted, (_, { firstSeed }) => taken.push(firstSeed));
  expect(taken).toEqual([26, 476]);
  expect(asked.map(({ stretches }) => stretches.length)).toEqual([16, 4]);
  const hash = createHash('sha256').update(playKey(game, HALL)).digest('hex');
  expect(asked[0].play).toBe(hash);
  expect(asked[0].stretches[0]).toEqual({ levelId: HALL, overrides: NO_OVERRIDES, ...runs(1) });
});

test('nothing more is asked once nobody wants it', async () => {
  const { asked, numbers } = server([1]);
  const wanted = Array.from({ length: 20 }, (_, at) => runs(1 + 25 * at));
  const taken: number[] = [];
  await numbers.find(
    game,
    HALL,
    wanted,
    (_, { firstSeed }) => taken.push(firstSeed),
    () => asked.length === 0,
  );
  expect([asked.length, taken]).toEqual([1, []]);
});

test('what was measured is handed in together, by the level that it was measured of', async () => {
  const { handedIn, numbers } = server([]);
  const other = { ...game, name: 'Other', gravity: 9 } as typeof game;
  other.cast = game.cast.map((kind) => ({ ...kind, radius: 0.2 }) as typeof kind);
  for (let at = 0; at < 15; at++) await numbers.keep(game, HALL, runs(1 + 25 * at), chunk(1 + 25 * at));
  expect(handedIn).toEqual([]);
  await numbers.keep(other, HALL, { ...runs(1), tries: 10 }, chunk(1));
  expect(handedIn.map((own) => own.numbers.length)).toEqual([15, 1]);
  expect(handedIn[0].play).not.toBe(handedIn[1].play);
  expect(handedIn[1].numbers[0].stretch).toEqual({ levelId: HALL, overrides: NO_OVERRIDES, ...runs(1), tries: 10 });
});

test('a server that does not answer is left alone for a while, and nothing fails', async () => {
  let asked = 0;
  const away = () => {
    asked++;
    return Promise.reject(new Error('away'));
  };
  const numbers = new KeptNumbers({ findNumbers: away, keepNumbers: away } as never);
  const taken: number[] = [];
  for (let at = 0; at < 3; at++) await numbers.find(game, HALL, [runs(1)], (_, { firstSeed }) => taken.push(firstSeed));
  expect([asked, taken]).toEqual([1, []]);
});
