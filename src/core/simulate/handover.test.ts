import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../tests/support/kilnYard';
import { STAND_INS } from '../people/traits';
import { runPeople } from '../pipeline';
import type { LevelProgram } from '../compile/levelProgram';
import { LiveRun } from './liveRun';
import { recordRun } from './recordRun';
import { Runner } from './run';

const traitsOf = (id: string) => STAND_INS.find((traits) => traits.id === id)!;
const LEVELS = [
  'drying-hall',
  'cart-crossing',
  'glaze-floor',
  'chimney-rise',
  'ember-night',
  'loft-ladders',
  'shelf-raid',
];

/** A run of casual, and what was pressed in it up to a second. */
function begun(program: LevelProgram, seed: number, seconds: number) {
  const run = recordRun(program, { type: 'stand-in', traits: traitsOf('casual') }, seed);
  return { run, inputs: run.inputs.slice(0, seconds * program.ticksPerSecond) };
}

describe('a run that was written down', () => {
  test.each(LEVELS)('of %s is the same again by what was pressed in it', (id) => {
    const program = demoLevel(id);
    const { run } = begun(program, 4, Infinity);
    expect(run.inputs).toHaveLength(run.record!.ticks);
    const again = recordRun(program, { type: 'inputs', inputs: run.inputs }, 4);
    expect(again.record?.hash).toBe(run.record?.hash);
  });

  test('can be gone on with by hand from any moment, from exactly there', () => {
    const program = demoLevel('drying-hall');
    const { run, inputs } = begun(program, 2, 4);
    const live = new LiveRun(program, 2);
    for (const input of inputs) live.step(input);
    const frame = new Float32Array(live.frameSize);
    live.writeFrame(frame);
    const start = inputs.length * run.frameSize;
    expect([...frame]).toEqual([...run.frames.slice(start, start + run.frameSize)]);
  });
});

/** Of each sort of hand one. */
const QUICK_LEVELS = LEVELS.filter((id) => id !== 'cart-crossing' && id !== 'ember-night');

describe('a stand-in that is handed a moment', () => {
  test.each(QUICK_LEVELS)('of %s leaves what was before as it was, and plays on from there', (id) => {
    const program = demoLevel(id);
    const { run, inputs } = begun(program, 3, 3);
    const handed = recordRun(program, { type: 'handover', traits: traitsOf('expert'), inputs }, 3, 9);
    const until = (inputs.length + 1) * run.frameSize;
    expect(handed.frames.slice(0, until)).toEqual(run.frames.slice(0, until));
    expect(handed.inputs.slice(0, inputs.length)).toEqual(inputs);
    expect(handed.inputs.slice(inputs.length).some((input) => input !== 0)).toBe(true);
  });

  test('is another person each time, and the same person for the same number', () => {
    const program = demoLevel('drying-hall');
    const { inputs } = begun(program, 1, 2);
    const hashes = () => {
      const runner = new Runner(program, { type: 'handover', traits: traitsOf('casual'), inputs });
      return runPeople(runner, 1, 1, 8).rows.map(({ hash }) => hash);
    };
    const first = hashes();
    expect(new Set(first).size).toBeGreaterThan(4);
    expect(hashes()).toEqual(first);
  });

  test('with nothing pressed before plays as a stand-in of that seed does', () => {
    const program = demoLevel('flue-maze');
    const plain = new Runner(program, { type: 'stand-in', traits: traitsOf('practised') }).run(5);
    const handed = new Runner(program, { type: 'handover', traits: traitsOf('practised'), inputs: [] });
    expect(handed.run(5).hash).toBe(plain.hash);
    expect(handed.run(5, { person: 6 }).hash).not.toBe(plain.hash);
  });

  test('after the end comes to that end, whoever is handed it', () => {
    const program = demoLevel('drying-hall');
    const { run, inputs } = begun(program, 6, Infinity);
    const runner = new Runner(program, { type: 'handover', traits: traitsOf('expert'), inputs: [...inputs, 1, 1] });
    for (const { hash } of runPeople(runner, 6, 1, 3).rows) expect(hash).toBe(run.record!.hash);
  });

  test('does better from a good moment than from a lost one', () => {
    const program = demoLevel('drying-hall');
    const casual = { type: 'stand-in', traits: traitsOf('casual') } as const;
    const rows = Array.from({ length: 30 }, (_, index) => recordRun(program, casual, index + 1));
    const share = (run: (typeof rows)[number], secondsBefore: number) => {
      const inputs = run.inputs.slice(0, -secondsBefore * program.ticksPerSecond);
      const runner = new Runner(program, { type: 'handover', traits: traitsOf('casual'), inputs });
      return runPeople(runner, run.seed, 1, 20).rows.filter(({ outcome }) => outcome === 'won').length / 20;
    };
    // Some of those who won had somebody close behind them a second before: several are asked.
    const won = rows.filter(({ record }) => record?.outcome === 'won').slice(0, 10);
    const lost = rows.filter(({ record }) => record?.cause === 'touched').slice(0, 6);
    const mean = (shares: readonly number[]) => shares.reduce((sum, own) => sum + own, 0) / shares.length;
    expect(mean(won.map((run) => share(run, 1)))).toBeGreaterThan(0.7);
    expect(mean(lost.map((run) => share(run, 0.15)))).toBeLessThan(0.3);
  });
});
