import { beforeEach, describe, expect, test } from '@jest/globals';
import { ACTION_BIT, directionFor, pointInput, THROW_BIT, type GunProgram, type Scheme } from '@/core/index';
import { memoryStorage } from '../../../tests/support/storage';
import { CONTROL_ACTIONS, Controls, loadKeys, remapKey, USUAL_KEYS, type PadState } from './controls';

const AT = { x: 5, y: 5 };
const NO_PADS: (PadState | null)[] = [];
const aiming = { aimsAtPoint: true, hasOwnKey: false } as GunProgram;
const throwing = { aimsAtPoint: false, hasOwnKey: true } as GunProgram;

function pad(pressed: readonly number[], axes: readonly number[] = [0, 0]): PadState {
  return { axes, buttons: Array.from({ length: 17 }, (_, index) => ({ pressed: pressed.includes(index) })) };
}

describe('the hands at the keyboard', () => {
  let controls: Controls;
  const read = (scheme: Scheme, more: { gun?: GunProgram; goesOn?: boolean; pads?: (PadState | null)[] } = {}) =>
    controls.read({ control: { scheme, goesOn: more.goesOn }, gun: more.gun }, AT, more.pads ?? NO_PADS);
  beforeEach(() => {
    controls = new Controls();
  });

  test('keys that are held together come to a diagonal, and opposite ones to nothing', () => {
    controls.press('ArrowRight');
    controls.press('KeyW');
    expect(read('eight ways')).toBe(directionFor(1, -1));
    controls.press('KeyA');
    expect(read('eight ways')).toBe(directionFor(0, -1));
    controls.release('ArrowRight');
    expect(read('eight ways')).toBe(directionFor(-1, -1));
    controls.letGo();
    expect(read('eight ways')).toBe(0);
  });

  test('a key that means nothing is left to the browser', () => {
    expect([controls.press('F5'), controls.press('Space')]).toEqual([false, true]);
    expect(read('eight ways')).toBe(ACTION_BIT);
  });

  test('throwing does nothing for who has nothing to throw', () => {
    controls.press('KeyC');
    expect([read('eight ways'), read('eight ways', { gun: throwing })]).toEqual([0, THROW_BIT]);
  });

  test('a pad that is not there is passed over, and a stick counts only well off its middle', () => {
    expect(read('eight ways', { pads: [null, pad([], [0.9, 0.39])] })).toBe(directionFor(1, 0));
    expect(read('eight ways', { pads: [pad([], [-0.41, -1])] })).toBe(directionFor(-1, -1));
    expect(read('eight ways', { pads: [pad([14, 13])] })).toBe(directionFor(-1, 1));
  });

  test('the keys of the board count before the stick', () => {
    controls.press('ArrowLeft');
    expect(read('eight ways', { pads: [pad([], [1, 0])] })).toBe(directionFor(-1, 0));
  });

  test('buttons that throw act where throwing has no key of its own', () => {
    expect(read('run and jump', { pads: [pad([2])] })).toBe(ACTION_BIT);
    expect(read('run and jump', { pads: [pad([2])], gun: throwing })).toBe(THROW_BIT);
    expect(read('run and jump', { pads: [pad([0])], gun: throwing })).toBe(ACTION_BIT);
  });

  test('who steers goes where the pointer is, and by keys two cells ahead', () => {
    controls.setPointer({ x: 9, y: 2 });
    expect(read('steer to a point')).toBe(pointInput(9, 2));
    controls.press('ArrowDown');
    expect(read('steer to a point')).toBe(pointInput(5, 7));
    controls.letGo();
    controls.setPointer(undefined);
    expect(read('steer to a point')).toBe(0);
  });

  test('where one press goes on, the pointer says nothing until it is pressed', () => {
    controls.setPointer({ x: 9, y: 2 });
    expect(read('steer to a point', { goesOn: true })).toBe(0);
    controls.setPointerDown(true);
    expect(read('steer to a point', { goesOn: true })).toBe(pointInput(9, 2));
  });

  test.each([
    ['east', 9, 5.4, directionFor(1, 0)],
    ['south-east', 9, 8, directionFor(1, 1)],
    ['north', 5.2, 1, directionFor(0, -1)],
    ['nowhere, being on it', 5.1, 5.2, 0],
  ])('a held pointer leads the way it lies: %s', (_, x, y, input) => {
    controls.setPointer({ x, y });
    expect(read('eight ways')).toBe(0);
    controls.setPointerDown(true);
    expect(read('eight ways')).toBe(input);
  });

  test('a held pointer flaps, and fires along a rail', () => {
    controls.setPointer({ x: 9, y: 5 });
    controls.setPointerDown(true);
    expect(read('flap')).toBe(ACTION_BIT);
    expect(read('along a rail')).toBe(directionFor(1, 0) + ACTION_BIT);
  });

  test('where shots go to a point, the pointer aims, and holding it fires without walking', () => {
    controls.setPointer({ x: 9, y: 2 });
    expect(read('eight ways', { gun: aiming })).toBe(pointInput(9, 2));
    controls.setPointerDown(true);
    expect(read('eight ways', { gun: aiming })).toBe(pointInput(9, 2) + THROW_BIT);
  });
});

describe('keys of one’s own', () => {
  test('a key is given to one action and taken from every other', () => {
    const keys = remapKey(USUAL_KEYS, 'throw', 'Space');
    expect([keys.act, keys.throw]).toEqual([['KeyX'], ['KeyC', 'ShiftLeft', 'Space']]);
    expect(USUAL_KEYS.act).toContain('Space');
  });

  test('an action keeps its newest three keys', () => {
    const keys = ['KeyQ', 'KeyE', 'KeyR'].reduce((own, code) => remapKey(own, 'left', code), USUAL_KEYS);
    expect(keys.left).toEqual(['KeyQ', 'KeyE', 'KeyR']);
  });

  test('are there again at the next visit', () => {
    const storage = memoryStorage();
    const controls = new Controls();
    controls.remap('act', 'KeyJ', storage);
    const later = new Controls();
    later.load(storage);
    expect(later.store.getState().keys).toEqual(controls.store.getState().keys);
    expect(later.press('KeyJ')).toBe(true);
  });

  test.each([
    ['nothing', undefined],
    ['no JSON', '{'],
    ['a number', '7'],
    ['null', 'null'],
    ['keys that are no texts', '{"left":[1]}'],
  ])('are the usual ones where %s is kept', (_, kept) => {
    const storage = memoryStorage(kept === undefined ? {} : { 'gorge.keys': kept });
    expect(loadKeys(storage)).toEqual(USUAL_KEYS);
  });

  test('every action has a key and a name of its own', () => {
    expect(new Set(CONTROL_ACTIONS.map(({ label }) => label)).size).toBe(CONTROL_ACTIONS.length);
    for (const { action } of CONTROL_ACTIONS) expect(USUAL_KEYS[action].length).toBeGreaterThan(0);
  });
});
