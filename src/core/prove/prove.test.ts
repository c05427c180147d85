import { describe, expect, test } from '@jest/globals';
import { gameInFile, levelOf } from '../../../tests/support/gameFile';
import { demoLevel } from '../../../tests/support/kilnYard';
import { smallProgram } from '../../../tests/support/smallLevel';
import type { LevelProgram } from '../compile/levelProgram';
import { Runner } from '../simulate/run';
import { Prover, type Proof } from './prove';

function prove(program: LevelProgram, seed: number, moments: number): { proof: Proof; parts: number } {
  const prover = new Prover(program, seed, moments);
  let parts = 1;
  while (prover.work().status === 'searching') parts++;
  return { proof: prover.proof, parts };
}

describe('whether a level can be won', () => {
  test('is proved by inputs that win it, with what they take and who found them', () => {
    const program = demoLevel('drying-hall');
    const { proof, parts } = prove(program, 4, 20_000);
    const { record } = new Runner(program, { type: 'inputs', inputs: proof.witness!.inputs }).run(4);
    expect(record?.outcome).toBe('won');
    expect(proof).toMatchObject({ seed: 4, status: 'won', by: 'the search', witness: { ticks: record!.ticks } });
    expect(parts).toBeGreaterThan(1);
    expect(proof.lookedAt).toBeGreaterThan(100);
  });

  test('is found by experts where the search alone does not get so far', () => {
    // Of foes that must be shot the search knows no way.
    const { proof } = prove(levelOf(gameInFile('tests/knownTruth/rail-one-foe.gorge.json')), 1, 4000);
    expect(proof).toMatchObject({ status: 'won', by: expect.stringMatching(/ stand-in$/) });
  });

  test('is left open where nothing was found, and nothing goes on after that', () => {
    const program = smallProgram({
      map: ['############', '#..........#', '############'],
      player: { at: [1.5, 1.5] },
      // It might go away when it sees somebody, for all that can be told from its words.
      scripts: { guard: 'start state on { do hold go off when sees player within 2 cells } state off { do hold }' },
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'guard' }],
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
      marks: [{ id: 'exit', name: 'Exit', area: [10, 1, 1, 1] }],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 4 } },
    });
    const { proof } = prove(program, 1, 40_000);
    expect(proof).toMatchObject({ status: 'not found', witness: undefined, by: undefined });
    const prover = new Prover(program, 1, 40_000);
    while (prover.work().status === 'searching');
    expect(prover.work()).toBe(prover.proof);
  });

  test('looks at no more moments than it may', () => {
    const { proof } = prove(demoLevel('flue-maze'), 2, 300);
    expect(proof.lookedAt).toBeLessThanOrEqual(450);
  });
});
