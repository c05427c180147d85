import { beforeEach, describe, expect, test } from '@jest/globals';
import { compileGameLevel, recordRun, standInsOf, steeringOf } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { memoryStorage } from '../../../tests/support/storage';
import { KeptTries, replayTry } from './keptTries';
import { TryController } from './tryController';

const game = kilnYard();

describe('a try', () => {
  let tries: TryController;
  beforeEach(async () => {
    tries = new TryController('drying-hall');
    await tries.start(game);
  });

  test('moves in step with the screen, slower or quicker as it is set, and never more than a few ticks a frame', () => {
    for (let frame = 0; frame < 60; frame++) tries.advance(1000 / 60, () => 1);
    expect(tries.state.tick).toBe(60);
    expect(tries.player!.x).toBeCloseTo(2.5 + 3.4, 6);
    tries.setSpeed(0.1);
    for (let frame = 0; frame < 60; frame++) tries.advance(1000 / 60, () => 0);
    expect(tries.state.tick).toBe(66);
    tries.setSpeed(1);
    tries.advance(60_000, () => 0);
    expect(tries.state.tick).toBeLessThanOrEqual(66 + 12);
  });

  test('frozen it stands still and goes on tick by tick', () => {
    tries.toggleFreeze();
    tries.advance(1000, () => 1);
    expect(tries.state.tick).toBe(0);
    tries.single(1);
    tries.single(1);
    expect([tries.state.tick, tries.state.status]).toEqual([2, 'frozen']);
    tries.toggleFreeze();
    tries.advance(17, () => 1);
    expect(tries.state.tick).toBe(3);
  });

  test('freezes at a sighting when it is told to, and goes back to a moment of the log', async () => {
    tries.setOverrides({ knobs: [], playerAt: [14.5, 7.5] });
    await tries.start(game);
    tries.setFreezesOn('sight');
    for (let frame = 0; frame < 3000 && tries.state.status === 'playing'; frame++)
      tries.advance(17, () => (frame < 90 ? 1 : 3));
    expect(tries.state.note).toMatch(/sees you$/);
    const [{ tick }] = tries.state.events;
    tries.goTo(tick);
    expect([tries.state.status, tries.state.tick]).toEqual(['frozen', tick]);
  });

  test('kept, it plays again exactly; on a changed level it is said that it ends otherwise', async () => {
    const shelf = new KeptTries('kiln-yard', 'drying-hall', memoryStorage());
    tries.setOverrides({ knobs: [], playerAt: [14.5, 7.5] });
    await tries.start(game);
    for (let frame = 0; frame < 4000 && tries.state.status === 'playing'; frame++)
      tries.advance(17, () => 1 + ((frame >> 6) % 8));
    expect(tries.state.status).toBe('over');
    shelf.keep(tries.kept!);
    const [kept] = shelf.store.getState().tries;
    expect(await replayTry(game, kept)).toMatchObject({ isSame: true });
    const changed = {
      ...game,
      cast: game.cast.map((kind) => (kind.id === 'warden' ? { ...kind, tags: ['friend'] } : kind)),
    };
    expect(await replayTry(changed, kept)).toMatchObject({ isSame: false });
    shelf.remove(kept);
    expect(shelf.store.getState().tries).toEqual([]);
  });

  test('given up half-way, it is replayed as far as it went', async () => {
    for (let frame = 0; frame < 40; frame++) tries.advance(1000 / 60, () => 3);
    const replay = (await replayTry(game, tries.kept!))!;
    expect(replay.isSame).toBe(true);
    expect(replay.run.frames.length / replay.run.frameSize).toBe(41);
  });

  test('overrides hold for tries alone and stay until they are removed', async () => {
    const before = JSON.stringify(game);
    tries.setOverrides({ knobs: [{ kind: 'warden', knob: 'pace', value: 5 }], playerAt: [27.5, 15.5] });
    await tries.start(game);
    tries.advance(17, () => 0);
    expect(tries.state.note).toMatch(/^Cleared in 0\.0/);
    expect(JSON.stringify(game)).toBe(before);
    tries.again();
    expect(tries.state.overrides.playerAt).toEqual([27.5, 15.5]);
  });

  test('taken over from a run it stands where that stood, goes on by hand, and begins there again', async () => {
    const compiled = compileGameLevel(game, 'drying-hall');
    if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
    const run = recordRun(compiled.value, steeringOf('casual', standInsOf(game))!, 5);
    tries.setOverrides({ knobs: [], playerAt: [14.5, 7.5] });
    await tries.takeOver(game, 5, run.inputs.slice(0, 200));
    const placeThen = [...run.frames.slice(200 * run.frameSize, 200 * run.frameSize + 2)];
    const place = () => [tries.player!.x, tries.player!.y].map(Math.fround);
    expect([tries.state.status, tries.state.tick, tries.state.overrides]).toEqual(['frozen', 200, { knobs: [] }]);
    expect(place()).toEqual(placeThen);
    tries.toggleFreeze();
    for (let frame = 0; frame < 30; frame++) tries.advance(1000 / 60, () => 5);
    expect(tries.state.tick).toBe(230);
    expect(tries.momentToHandOver).toMatchObject({ seed: 5, seconds: 230 / 60 });
    tries.again();
    await new Promise(setImmediate);
    expect([tries.state.status, tries.state.tick, ...place()]).toEqual(['frozen', 200, ...placeThen]);
    await tries.start(game);
    tries.again();
    await new Promise(setImmediate);
    expect(tries.state.tick).toBe(0);
  });

  test('taken over behind the end it is over', async () => {
    const compiled = compileGameLevel(game, 'drying-hall');
    if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
    const run = recordRun(compiled.value, steeringOf('casual', standInsOf(game))!, 5);
    await tries.takeOver(game, 5, run.inputs);
    expect([tries.state.status, tries.state.tick]).toEqual(['over', run.record!.ticks]);
  });

  test('of a level with faults does not begin and says why', async () => {
    const broken = { ...game, levels: game.levels.map((level) => ({ ...level, marks: [] })) };
    await tries.start(broken);
    expect(tries.state.status).toBe('off');
    expect(tries.state.note).toContain('exit');
  });
});
