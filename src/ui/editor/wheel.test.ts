import { beforeEach, describe, expect, test } from '@jest/globals';
import { Wheel, type WheelAct, type WheelTurn } from './wheel';

let wheel: Wheel;
let now = 0;
beforeEach(() => {
  wheel = new Wheel();
});

function turn(deltaY: number, more: Partial<WheelTurn> = {}, afterMs = 500): WheelAct {
  return wheel.read({ deltaX: 0, deltaY, deltaMode: 0, ctrlKey: false, timeStamp: (now += afterMs), ...more });
}

describe('the wheel over the arena', () => {
  test('a notch zooms, in pixels as in lines, with Ctrl and without', () => {
    expect([turn(-100), turn(120), turn(-3, { deltaMode: 1 }), turn(-120, { ctrlKey: true })]).toEqual([
      { zoom: 1.15 },
      { zoom: 1 / 1.15 },
      { zoom: 1.15 },
      { zoom: 1.15 },
    ]);
  });

  test('two fingers on a pad move the picture, up and down too, and go on moving it when they get fast', () => {
    expect(turn(4)).toEqual({ panX: -0, panY: -4 });
    expect(turn(90, {}, 16)).toEqual({ panX: -0, panY: -90 });
    expect(turn(12.5, { deltaX: -30 }, 16)).toEqual({ panX: 30, panY: -12.5 });
  });

  test('after a pause it is asked anew what it is', () => {
    turn(4);
    expect(turn(100)).toEqual({ zoom: 1 / 1.15 });
  });

  test('fingers that go apart zoom by as much as they go', () => {
    const [little, much] = [turn(-2, { ctrlKey: true }), turn(-20, { ctrlKey: true }, 16)] as { zoom: number }[];
    expect(little.zoom).toBeCloseTo(1.02, 2);
    expect(much.zoom).toBeCloseTo(1.22, 2);
  });

  test('a wheel that is tilted moves the picture sideways', () => {
    expect(turn(0, { deltaX: 100 })).toEqual({ panX: -100, panY: -0 });
  });
});
