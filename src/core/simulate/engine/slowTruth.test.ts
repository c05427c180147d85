import { describe, expect, test } from '@jest/globals';
import { demoLevel, kilnYard } from '../../../../tests/support/kilnYard';
import { soaked } from '../../../../tests/support/soak';
import type { LevelProgram } from '../../compile/levelProgram';
import { generatedInputs, generatedPrograms } from '../../testing/generatedPrograms';
import { plainTick } from '../../testing/plainTick';
import { Runner } from '../run';
import { RunTrace } from '../runTrace';
import { prepareRuns } from './prepareRuns';
import type { RunEvent } from './runEvent';
import { World } from './world';

/** How a run goes by the plain tick: fingerprint, length and log. */
function plainRun(program: LevelProgram, inputs: readonly number[], seed: number) {
  const world = new World(prepareRuns(program), seed);
  const events: RunEvent[] = [];
  world.events = events;
  const trace = new RunTrace(world);
  let end;
  for (let tick = 0; tick < inputs.length && !end; tick++) {
    end = plainTick(world, inputs[tick]);
    trace.add(inputs[tick]);
  }
  return { hash: trace.digest(), ticks: world.tick, events: events.filter(({ type }) => type !== 'end') };
}

function quickRuns(program: LevelProgram, inputs: readonly number[], seed: number) {
  const runner = new Runner(program, { type: 'inputs', inputs });
  const events: RunEvent[] = [];
  let ticks = 0;
  const logged = runner.run(seed, { events, mostTicks: inputs.length, onTick: (world) => (ticks = world.tick) });
  // From the second run on pieces follow their time line; the third is watched in every tick.
  const followed = runner.run(seed, { mostTicks: inputs.length });
  const watched = runner.run(seed, { mostTicks: inputs.length, onTick: () => undefined });
  return {
    hash: logged.hash,
    ticks,
    events: events.filter(({ type }) => type !== 'end'),
    followed: followed.hash,
    watched: watched.hash,
  };
}

describe('the tick against the plainest one', () => {
  test.each([1, 2, 3, 4, 5, 6])(
    'comes to the same in generated levels of every sort, with and without a time line (stretch %i)',
    (stretch) => {
      for (const made of generatedPrograms(stretch * 100_000, soaked(18))) {
        const inputs = generatedInputs(made, 420);
        const plain = plainRun(made.program, inputs, made.seed);
        const quick = quickRuns(made.program, inputs, made.seed);
        const name = `level from seed ${made.seed}`;
        expect([name, quick.ticks, quick.hash]).toEqual([name, plain.ticks, plain.hash]);
        expect([name, quick.events]).toEqual([name, plain.events]);
        expect([name, quick.followed, quick.watched]).toEqual([name, plain.hash, plain.hash]);
      }
    },
  );

  test.each(kilnYard().levels.map(({ id }) => id))('comes to the same in %s', (levelId) => {
    const program = demoLevel(levelId);
    for (const seed of [1, 2, 3]) {
      const inputs = generatedInputs({ seed, program }, 1500);
      const plain = plainRun(program, inputs, seed);
      const quick = quickRuns(program, inputs, seed);
      expect([seed, quick.hash, quick.followed, quick.watched]).toEqual([seed, plain.hash, plain.hash, plain.hash]);
      expect(quick.events).toEqual(plain.events);
    }
  });
});
