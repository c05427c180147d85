import { beforeEach, describe, expect, test } from '@jest/globals';
import { ACTION_BIT, isInput, pointInput, THROW_BIT, type GunProgram, type Scheme } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { Controls, loadKeys, remapKey, saveKeys, USUAL_KEYS } from './controls';
import { KeptTries, replayTry } from './keptTries';
import { TryController } from './tryController';

const game = kilnYard();

function storage(): Pick<Storage, 'getItem' | 'setItem'> & { kept: Map<string, string> } {
  const kept = new Map<string, string>();
  return { kept, getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => void kept.set(key, value) };
}

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
    const shelf = new KeptTries('kiln-yard', 'drying-hall', storage());
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

  test('of a level with faults does not begin and says why', async () => {
    const broken = { ...game, levels: game.levels.map((level) => ({ ...level, marks: [] })) };
    await tries.start(broken);
    expect(tries.state.status).toBe('off');
    expect(tries.state.note).toContain('exit');
  });
});

describe('kept tries', () => {
  test('outlive the page, and what cannot be read counts as nothing', () => {
    const store = storage();
    const shelf = new KeptTries('g', 'l', store);
    shelf.keep({ levelId: 'l', seed: 1, inputs: [1, 2], overrides: { knobs: [] }, outcome: 'won', seconds: 1 });
    const again = new KeptTries('g', 'l', store);
    again.load();
    expect(again.store.getState().tries).toHaveLength(1);
    store.kept.set('gorge.tries.g.l', '[{"inputs": 3}, null, 7');
    again.load();
    expect(again.store.getState().tries).toEqual([]);
  });
});

describe('controls', () => {
  const at = { x: 5, y: 5 };
  const by = (scheme: Scheme) => ({ control: { scheme } });

  test('join keys held at once into directions, and give the action', () => {
    const controls = new Controls();
    expect(controls.press('KeyQ')).toBe(false);
    for (const code of ['ArrowRight', 'ArrowDown', 'Space']) expect(controls.press(code)).toBe(true);
    expect(controls.read(by('eight ways'), at, [])).toBe(2 + ACTION_BIT);
    controls.release('ArrowRight');
    controls.press('ArrowUp');
    expect(controls.read(by('eight ways'), at, [])).toBe(ACTION_BIT);
    controls.letGo();
    expect(controls.read(by('eight ways'), at, [])).toBe(0);
  });

  test('keys can be given to other actions, and stay so on this machine', () => {
    const store = storage();
    const keys = remapKey(USUAL_KEYS, 'act', 'ArrowUp');
    expect([keys.act, keys.up]).toEqual([['Space', 'KeyX', 'ArrowUp'], ['KeyW']]);
    saveKeys(store, keys);
    expect(loadKeys(store)).toEqual(keys);
    store.kept.set('gorge.keys', '{"act": "no list"}');
    expect(loadKeys(store)).toEqual(USUAL_KEYS);
    store.kept.set('gorge.keys', 'no JSON');
    expect(loadKeys(store)).toEqual(USUAL_KEYS);
  });

  test('a gamepad steers with stick, cross and buttons', () => {
    const controls = new Controls();
    const pad = (axes: number[], pressed: number[]) => ({
      axes,
      buttons: Array.from({ length: 16 }, (_, index) => ({ pressed: pressed.includes(index) })),
    });
    expect(controls.read(by('eight ways'), at, [null, pad([0.9, -0.7], [])])).toBe(8);
    expect(controls.read(by('eight ways'), at, [pad([0.2, 0.1], [])])).toBe(0);
    expect(controls.read(by('eight ways'), at, [pad([0, 0], [14, 0])])).toBe(5 + ACTION_BIT);
  });

  test('the pointer steers towards a point, or in a direction while it is held', () => {
    const controls = new Controls();
    controls.setPointer({ x: 8, y: 5 });
    expect(controls.read(by('steer to a point'), at, [])).toBe(pointInput(8, 5));
    expect(controls.read(by('eight ways'), at, [])).toBe(0);
    controls.setPointerDown(true);
    expect(controls.read(by('eight ways'), at, [])).toBe(1);
    expect(controls.read(by('flap'), at, [])).toBe(ACTION_BIT);
    expect(isInput(controls.read(by('along a rail'), at, []))).toBe(true);
  });

  test('where one press goes on, the pointer says where to only while it is held', () => {
    const controls = new Controls();
    const walker = { control: { scheme: 'steer to a point' as const, goesOn: true } };
    controls.setPointer({ x: 8, y: 5 });
    expect(controls.read(walker, at, [])).toBe(0);
    controls.setPointerDown(true);
    expect(controls.read(walker, at, [])).toBe(pointInput(8, 5));
    controls.setPointerDown(false);
    controls.press('ArrowRight');
    expect(controls.read(walker, at, [])).toBe(pointInput(at.x + 2, at.y));
  });

  test('throwing has a key and buttons of its own, and the pointer aims where the gun says so', () => {
    const controls = new Controls();
    const gun = { hasOwnKey: true, aimsAtPoint: false } as GunProgram;
    const jumper = { ...by('run and jump'), gun };
    for (const code of ['ArrowRight', 'Space', 'KeyC']) controls.press(code);
    expect(controls.read(jumper, at, [])).toBe(1 + ACTION_BIT + THROW_BIT);
    expect(controls.read(by('run and jump'), at, [])).toBe(1 + ACTION_BIT);
    controls.letGo();
    controls.setPointer({ x: 8, y: 5 });
    controls.setPointerDown(true);
    controls.press('ArrowLeft');
    expect(controls.read({ ...jumper, gun: { ...gun, aimsAtPoint: true } }, at, [])).toBe(
      5 + THROW_BIT + pointInput(8, 5),
    );
  });
});
