import { describe, expect, test } from '@jest/globals';
import { demoLevel, kilnYard } from '../../../tests/support/kilnYard';
import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream } from '../foundation/random';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { fingerprintOfWorld } from '../simulate/engine/snapshot';
import { step } from '../simulate/engine/tick';
import { World } from '../simulate/engine/world';
import { generatedInputs, generatedPrograms } from '../testing/generatedPrograms';
import { WorldStore } from './worldStore';

const ROOM = 4_000_000;

/** Keeps moments of a run, goes back to them in another order and goes on from each. */
function checkMoments(name: string, program: LevelProgram, inputs: readonly number[], seed: number): void {
  const random = new RandomStream(seed, 17);
  const world = new World(prepareRuns(program), seed);
  const store = new WorldStore(world.level, seed, world, ROOM);
  const kept: { moment: number; tick: number; then: string; later: string }[] = [];
  const goOn = (from: number, ticks: number) => {
    for (let tick = from; tick < from + ticks; tick++) step(world, inputs[tick] ?? 0);
  };
  let tick = 0;
  for (let index = 0; index < 6; index++) {
    const ticks = random.nextInteger(1, 90);
    goOn(tick, ticks);
    tick += ticks;
    const moment = store.keep();
    const then = fingerprintOfWorld(world);
    goOn(tick, 60);
    kept.push({ moment, tick, then, later: fingerprintOfWorld(world) });
    store.load(moment);
  }
  for (const { moment, tick: at, then, later } of [...kept.slice(3), ...kept.slice(0, 3).reverse()]) {
    store.load(moment);
    expect([name, at, fingerprintOfWorld(world)]).toEqual([name, at, then]);
    goOn(at, 60);
    expect([name, at, fingerprintOfWorld(world)]).toEqual([name, at, later]);
  }
}

describe('moments that are kept as differences', () => {
  test.each(kilnYard().levels.map(({ id }) => id))(
    'of %s come back whole, in any order, and go on to the same bytes',
    (id) => {
      const program = demoLevel(id);
      for (const seed of [1, 2]) checkMoments(id, program, generatedInputs({ seed, program }, 900), seed);
    },
  );

  test('of generated levels of every sort do so too', () => {
    for (const { program, seed } of generatedPrograms(1, 24))
      checkMoments(`seed ${seed}`, program, generatedInputs({ seed, program }, 900), seed);
  });

  test('take little where nobody minds the player, and say when there is no more room', () => {
    const world = new World(prepareRuns(demoLevel('glaze-floor')), 1);
    const store = new WorldStore(world.level, 1, world, 20_000);
    let moments = 0;
    for (; !store.isFull; moments++) {
      step(world, 0);
      store.keep();
    }
    expect(store.size).toBe(moments);
    // A moment whole takes a thousand words; with nobody moving but the hazards it is a fraction of that.
    expect(20_000 / moments).toBeLessThan(300);
  });
});
