import { beforeEach, describe, expect, test } from '@jest/globals';
import { ArenaView } from './arenaView';
import { Fingers } from './fingers';

let view: ArenaView;
let fingers: Fingers;
beforeEach(() => {
  view = new ArenaView();
  view.store.setState({ camera: { scale: 20, left: 0, top: 0 }, width: 600, height: 360, isFitted: false });
  fingers = new Fingers(view);
});

describe('fingers on the arena', () => {
  test('one finger moves nothing, and lifting it is a click', () => {
    expect(fingers.press(1, { x: 100, y: 100 })).toBe(false);
    expect(fingers.move(1, { x: 140, y: 90 })).toBe(false);
    expect(fingers.lift(1)).toBe(false);
    expect(view.state.camera).toEqual({ scale: 20, left: 0, top: 0 });
  });

  test('two that go together move the picture with them', () => {
    fingers.press(1, { x: 100, y: 100 });
    expect(fingers.press(2, { x: 200, y: 100 })).toBe(true);
    fingers.move(1, { x: 130, y: 110 });
    fingers.move(2, { x: 230, y: 110 });
    const { scale, left, top } = view.state.camera;
    expect(scale).toBeCloseTo(20, 6);
    expect([left, top].map(Math.round)).toEqual([30, 10]);
  });

  test('what lies between two that go apart stays between them while it grows', () => {
    fingers.press(1, { x: 100, y: 100 });
    fingers.press(2, { x: 200, y: 100 });
    const between = view.cellsAt(150, 100);
    fingers.move(1, { x: 50, y: 100 });
    fingers.move(2, { x: 250, y: 100 });
    expect(view.state.camera.scale).toBeCloseTo(40, 6);
    const after = view.cellsAt(150, 100);
    expect([after.x, after.y]).toEqual([expect.closeTo(between.x, 6), expect.closeTo(between.y, 6)]);
  });

  test('the finger that stays when the other is lifted still makes no gesture; the next one does', () => {
    fingers.press(1, { x: 100, y: 100 });
    fingers.press(2, { x: 200, y: 100 });
    expect(fingers.lift(2)).toBe(true);
    expect(fingers.move(1, { x: 160, y: 160 })).toBe(true);
    expect(fingers.lift(1)).toBe(true);
    expect(fingers.press(3, { x: 50, y: 50 })).toBe(false);
  });

  test('a pointer that only hovers moves nothing', () => {
    expect(fingers.move(9, { x: 10, y: 10 })).toBe(false);
    expect(view.state.camera.left).toBe(0);
  });
});
