import { beforeEach, describe, expect, test } from '@jest/globals';
import { toScreen } from '../canvas/camera';
import { ArenaView } from './arenaView';

const [COLUMNS, ROWS] = [30, 18];
const LEVEL = { x0: 0, y0: 0, x1: COLUMNS, y1: ROWS };

describe('how the arena is looked at', () => {
  let view: ArenaView;
  const corners = () => {
    const { camera } = view.state;
    return [toScreen(camera, 0, 0), toScreen(camera, COLUMNS, ROWS)];
  };
  beforeEach(() => {
    view = new ArenaView();
    view.resize(980, 536, LEVEL);
  });

  test('the whole level lies between the tools above and the foot below', () => {
    const [first, last] = corners();
    expect(first.x).toBeGreaterThan(0);
    expect(last.x).toBeLessThan(980);
    expect(first.y).toBeGreaterThanOrEqual(34);
    expect(last.y).toBeLessThanOrEqual(536 - 26);
  });

  test('the level gives way to tools that need more room, and comes back, but not once somebody has zoomed', () => {
    const before = view.state.camera;
    view.setToolsHeight(76, LEVEL);
    expect(corners()[0].y).toBeGreaterThanOrEqual(76);
    expect(corners()[1].y).toBeLessThanOrEqual(536 - 26);
    view.setToolsHeight(34, LEVEL);
    expect(view.state.camera).toEqual(before);
    view.zoom(2);
    const { camera } = view.state;
    view.setToolsHeight(76, LEVEL);
    expect(view.state.camera).toEqual(camera);
  });

  test('what reaches beyond the ground lies there too', () => {
    view.fit({ ...LEVEL, y0: -3 });
    const { camera } = view.state;
    expect(toScreen(camera, 0, -3).y).toBeGreaterThanOrEqual(34);
    expect(toScreen(camera, 0, ROWS).y).toBeLessThanOrEqual(536 - 26);
  });

  test('stays whole when the window changes, until somebody zooms', () => {
    view.resize(600, 400, LEVEL);
    expect(corners()[1].x).toBeLessThan(600);
    view.zoom(2);
    const { camera } = view.state;
    view.resize(500, 300, LEVEL);
    expect(view.state.camera).toEqual(camera);
    view.fit(LEVEL);
    expect(corners()[1].x).toBeLessThan(500);
  });

  test('what lies under the pointer stays there while it is zoomed, in and out, as far as it goes', () => {
    for (const factor of [1.5, 1.5, 3, 10, 0.1, 0.1, 0.5]) {
      const before = view.cellsAt(300, 200);
      view.zoom(factor, 300, 200);
      expect(view.cellsAt(300, 200).x).toBeCloseTo(before.x, 9);
      expect(view.cellsAt(300, 200).y).toBeCloseTo(before.y, 9);
    }
    expect(view.state.camera.scale).toBe(1);
    view.zoom(1e6);
    expect(view.state.camera.scale).toBe(160);
  });

  test('without a pointer it is zoomed about the middle', () => {
    const before = view.cellsAt(490, 268);
    view.zoom(2);
    expect(view.cellsAt(490, 268)).toEqual(before);
  });

  test('a place is brought into the middle, and the view moved by pixels', () => {
    const middle = () => {
      const { x, y } = view.cellsAt(490, 268);
      return [x, y].map((value) => Number(value.toFixed(9)));
    };
    view.lookAt(3, 4);
    expect(middle()).toEqual([3, 4]);
    const { scale } = view.state.camera;
    view.pan(scale, -2 * scale);
    expect(middle()).toEqual([2, 6]);
    expect(view.state.isFitted).toBe(false);
  });

  test('a place that is shown comes into the middle only where it was out of view', () => {
    const { camera } = view.state;
    view.show(15, 10);
    expect(view.state.camera).toBe(camera);
    view.zoom(4, 0, 0);
    view.show(29, 17);
    const { x, y } = view.cellsAt(490, 268);
    expect([x.toFixed(6), y.toFixed(6)]).toEqual(['29.000000', '17.000000']);
  });
});
