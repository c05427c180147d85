import { beforeEach, describe, expect, test } from '@jest/globals';
import { compileGameLevel, Runner, type GameDocument } from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { localWorker } from '../../../tests/support/localWorker';
import { ProofController } from './proofController';

const game = plainYard();
const HALL = 'drying-hall';

/** The hall with its door walled up to all but those who go through walls. */
function shutHall(): GameDocument {
  const shut = structuredClone(game);
  const hall = shut.levels.find(({ id }) => id === HALL)!;
  hall.rules.timeLimit = 2;
  return shut;
}

describe('asking whether a level can be won', () => {
  let workers: ReturnType<typeof localWorker>;
  let proofs: ProofController;
  const state = () => proofs.store.getState();
  beforeEach(() => {
    workers = localWorker();
    proofs = new ProofController(HALL, workers.start);
  });

  test('gives the run that wins, with word of how far it is on the way', async () => {
    const seen: number[] = [];
    proofs.store.subscribe(({ proof }) => proof && seen.push(proof.lookedAt));
    const run = await proofs.start(game, 3);
    expect(state()).toMatchObject({ status: 'won', proof: { seed: 3, by: 'the search' } });
    expect(seen.length).toBeGreaterThan(3);
    const compiled = compileGameLevel(game, HALL);
    const again = compiled.ok && new Runner(compiled.value, { type: 'inputs', inputs: run!.inputs }).run(3);
    expect(run!.record).toMatchObject({ outcome: 'won', hash: again && again.record?.hash });
    expect(workers.ended).toBe(1);
  });

  test('says that it cannot be won where there is too little time', async () => {
    expect(await proofs.start(shutHall(), 1)).toBeUndefined();
    expect(state()).toMatchObject({ status: 'impossible', proof: { witness: undefined } });
  });

  test('is cancelled at once, and what comes later is not wanted', async () => {
    workers.beforeAnswer = (name, count) => {
      if (name === 'proveOn' && count === 2) proofs.cancel();
    };
    expect(await proofs.start(game, 1)).toBeUndefined();
    expect([state().status, workers.ended]).toEqual(['cancelled', 1]);
  });

  test('of a level that cannot be run says why', async () => {
    await proofs.start({ ...game, levels: [] }, 1);
    expect([state().status, state().failure.includes(HALL), workers.ended]).toEqual(['failed', true, 1]);
  });

  test('is forgotten when the level changes', async () => {
    const first = proofs.start(game, 1);
    proofs.stop();
    expect([await first, state().status, state().proof]).toEqual([undefined, 'none', undefined]);
  });
});
