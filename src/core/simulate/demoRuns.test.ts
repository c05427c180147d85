import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, Runner, STAND_INS, type RunRecord } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';

const MOST_SEEDS = 40;

/** Runs of the casual stand-in with their inputs written down, until one was won and one was not. */
function recordBoth(levelId: string): { record: RunRecord; inputs: number[] }[] {
  const compiled = compileGameLevel(kilnYard(), levelId);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const runner = new Runner(compiled.value, { type: 'stand-in', traits: STAND_INS[1] });
  const kept = new Map<boolean, { record: RunRecord; inputs: number[] }>();
  for (let seed = 1; seed <= MOST_SEEDS && kept.size < 2; seed++) {
    const inputs: number[] = [];
    const { record } = runner.run(seed, { onTick: (world, input) => void (world.tick > 0 && inputs.push(input)) });
    if (record && !kept.has(record.outcome === 'won')) kept.set(record.outcome === 'won', { record, inputs });
  }
  return [...kept.values()];
}

describe('every level of the demo', () => {
  test('has cues or rules of its own', () => {
    expect(
      kilnYard()
        .levels.filter(({ cues }) => !cues)
        .map(({ id }) => id),
    ).toEqual([]);
  });

  const { levels } = kilnYard();

  test('is there: eight of them, in their order', () => {
    expect(levels.map(({ id }) => id)).toEqual([
      'drying-hall',
      'flue-maze',
      'cart-crossing',
      'glaze-floor',
      'chimney-rise',
      'ember-night',
      'loft-ladders',
      'shelf-raid',
    ]);
  });

  test.each(levels.map(({ id }) => id))('%s is won and lost by recorded inputs, to the same bytes', (levelId) => {
    const compiled = compileGameLevel(kilnYard(), levelId);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const recorded = recordBoth(levelId);
    expect(new Set(recorded.map(({ record }) => record.outcome === 'won'))).toEqual(new Set([true, false]));
    for (const { record, inputs } of recorded) {
      const again = new Runner(compiled.value, { type: 'inputs', inputs }).run(record.seed).record!;
      expect([again.outcome, again.ticks, again.cause, again.hash]).toEqual([
        record.outcome,
        record.ticks,
        record.cause,
        record.hash,
      ]);
    }
  });
});
