import { describe, expect, test } from '@jest/globals';
import { demoLevel, kilnYard } from '../../../../tests/support/kilnYard';
import { soaked } from '../../../../tests/support/soak';
import type { LevelProgram } from '../../compile/levelProgram';
import { RandomStream } from '../../foundation/random';
import { generatedInputs, generatedPrograms } from '../../testing/generatedPrograms';
import { Following } from './timeline/follow';
import { Timeline } from './timeline/timeline';
import { prepareRuns } from './prepareRuns';
import { fingerprintOfWorld, restoreSnapshot, takeSnapshot } from './snapshot';
import { step } from './tick';
import { World } from './world';

/** Plays on for so many ticks and tells all that the world then is. */
function playOn(world: World, inputs: readonly number[], from: number, ticks: number): string {
  for (let tick = from; tick < from + ticks; tick++) step(world, inputs[tick] ?? 0);
  return fingerprintOfWorld(world);
}

/** Stops a run at some moments, restores each into a fresh world and goes on there. */
function checkMoments(name: string, program: LevelProgram, inputs: readonly number[], seed: number): void {
  const random = new RandomStream(seed, 31);
  const level = prepareRuns(program);
  const world = new World(level, seed);
  let tick = 0;
  for (let moment = 0; moment < 4; moment++) {
    for (const end = tick + random.nextInteger(1, 120); tick < end; tick++) step(world, inputs[tick] ?? 0);
    const snapshot = takeSnapshot(world);
    const before = fingerprintOfWorld(world);
    const fresh = new World(prepareRuns(program), seed + 99);
    const restored = restoreSnapshot(fresh, snapshot);
    expect([name, tick, restored.ok && fingerprintOfWorld(restored.value)]).toEqual([name, tick, before]);
    const copy = new World(level, seed + 77);
    copy.copyFrom(world);
    const goneOn = playOn(world, inputs, tick, 90);
    expect([name, tick, playOn(fresh, inputs, tick, 90)]).toEqual([name, tick, goneOn]);
    expect([name, tick, playOn(copy, inputs, tick, 90)]).toEqual([name, tick, goneOn]);
    tick += 90;
  }
}

describe('a snapshot of a run', () => {
  test('holds all that a world is: every column, number and the player; nothing else that lasts from tick to tick', () => {
    const world = new World(prepareRuns(demoLevel('ember-night')));
    const { columns } = takeSnapshot(world);
    expect(Object.keys(columns)).toHaveLength(world.table.columns.length);
    expect(new Set(Object.keys(columns)).size).toBe(world.table.columns.length);
    expect(Object.keys(columns)).toEqual(expect.arrayContaining(['x', 'cues.due', 'soundsNext.sound', 'randomWords']));
    expect(world.table.columns.filter(({ name }) => name === '')).toEqual([]);
  });

  test.each(kilnYard().levels.map(({ id }) => id))(
    'of %s, restored into a fresh world, goes on to the same bytes',
    (id) => {
      const program = demoLevel(id);
      for (const seed of [1, 2]) checkMoments(id, program, generatedInputs({ seed, program }, 900), seed);
    },
  );

  test.each([1, 2, 3])('of generated levels of every sort goes on to the same bytes (stretch %i)', (stretch) => {
    for (const made of generatedPrograms(20_000 * stretch, soaked(16)))
      checkMoments(`level from seed ${made.seed}`, made.program, generatedInputs(made, 900), made.seed);
  });

  test('taken while pieces follow a time line is the same as without one', () => {
    const program = demoLevel('drying-hall');
    const level = prepareRuns(program);
    const plain = new World(level, 3);
    const following = new World(level, 3);
    following.following = new Following(new Timeline(new World(level)), following.pieceCount, program.player.step);
    following.following.begin(following);
    for (let tick = 0; tick < 77; tick++) {
      step(plain, 1);
      step(following, 1);
    }
    expect(following.following.count).toBeGreaterThan(0);
    expect(fingerprintOfWorld(following)).toBe(fingerprintOfWorld(plain));
    expect(following.following.count).toBe(0);
  });

  test('of another level, another state of it, another engine or with something missing is refused in words', () => {
    const hall = new World(prepareRuns(demoLevel('drying-hall')));
    const snapshot = takeSnapshot(hall);
    const maze = new World(prepareRuns(demoLevel('flue-maze')));
    const slower = new World(prepareRuns({ ...demoLevel('drying-hall'), timeLimitTicks: 99 }));
    const codeOf = (world: World, taken = snapshot) => {
      const restored = restoreSnapshot(world, taken);
      return restored.ok ? 'restored' : `${restored.faults[0].code}: ${restored.faults[0].message}`;
    };
    const before = fingerprintOfWorld(maze);
    expect(codeOf(maze)).toBe(
      'snapshot-of-other-level: This moment belongs to another level, or to another state of this one.',
    );
    expect(codeOf(slower)).toMatch(/^snapshot-of-other-level/);
    expect(codeOf(hall, { ...snapshot, engine: 1 })).toMatch(/^snapshot-of-other-engine: .*version 1 of the engine/);
    expect(codeOf(hall, { ...snapshot, columns: { ...snapshot.columns, x: new Float64Array(1) } })).toBe(
      'snapshot-broken: The kept moment lacks `x`.',
    );
    expect(fingerprintOfWorld(maze)).toBe(before);
    expect(codeOf(hall)).toBe('restored');
  });
});
