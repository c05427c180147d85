import { describe, expect, test } from '@jest/globals';
import { memoryStorage } from '../../../tests/support/storage';
import { KeptTries } from './keptTries';
import type { KeptTry } from './tryController';

const KEY = 'gorge.tries.yard.hall';

function played(seed: number): KeptTry {
  return { levelId: 'hall', seed, inputs: [1, 2], overrides: { knobs: [] }, outcome: 'won', seconds: 1 };
}

function listed(shelf: KeptTries): number[] {
  return shelf.store.getState().tries.map(({ seed }) => seed);
}

describe('kept tries', () => {
  test('outlive the page, the newest first, each level’s by itself', () => {
    const storage = memoryStorage();
    const shelf = new KeptTries('yard', 'hall', storage);
    shelf.keep(played(1));
    shelf.keep(played(2));
    const again = new KeptTries('yard', 'hall', storage);
    again.load();
    expect(listed(again)).toEqual([2, 1]);
    const other = new KeptTries('yard', 'maze', storage);
    other.load();
    expect(listed(other)).toEqual([]);
  });

  test('are twenty at the most; the oldest goes', () => {
    const shelf = new KeptTries('yard', 'hall', memoryStorage());
    for (let seed = 1; seed <= 23; seed++) shelf.keep(played(seed));
    expect(listed(shelf)).toEqual(Array.from({ length: 20 }, (_, index) => 23 - index));
  });

  test('are taken away one by one, even where two are alike', () => {
    const storage = memoryStorage();
    const shelf = new KeptTries('yard', 'hall', storage);
    shelf.keep(played(1));
    shelf.keep(played(1));
    shelf.remove(shelf.store.getState().tries[0]);
    expect([listed(shelf), JSON.parse(storage.getItem(KEY)!)]).toEqual([[1], [played(1)]]);
  });

  test.each([
    ['no JSON', '[{"inputs": 3}, null, 7', []],
    ['no list', '{"inputs": []}', []],
    ['some that are no tries', JSON.stringify([null, 7, { inputs: 3 }, played(4), { ...played(5), seed: '5' }]), [4]],
  ])('that cannot be read count as nothing: %s', (_, kept, seeds) => {
    const shelf = new KeptTries('yard', 'hall', memoryStorage({ [KEY]: kept }));
    shelf.load();
    expect(listed(shelf)).toEqual(seeds);
  });

  test('of this visit stay listed where the machine has no room for them', () => {
    const storage = memoryStorage({}, 10);
    const shelf = new KeptTries('yard', 'hall', storage);
    shelf.keep(played(1));
    expect([listed(shelf), storage.getItem(KEY)]).toEqual([[1], null]);
  });
});
