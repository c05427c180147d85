import { describe, expect, test } from '@jest/globals';
import { fitCamera, toCells, toScreen, zoomAt } from './camera';
import { fitTint, paletteFor } from './palette';

/** Brightness of a drawn colour, 0..255. */
function brightness(colour: string): number {
  const parts = colour.startsWith('#')
    ? [1, 3, 5].map((place) => parseInt(colour.slice(place, place + 2), 16))
    : colour.match(/\d+/g)!.map(Number);
  return (Math.max(...parts) + Math.min(...parts)) / 2;
}

describe('colours', () => {
  test('of ground stay as written on paper and turn over in the dark, floor and wall still apart', () => {
    const [light, dark] = [paletteFor('light'), paletteFor('dark')];
    expect(fitTint('#f6f1e7', light)).toBe('#f6f1e7');
    const [floor, wall] = ['#f6f1e7', '#cbbfa6'].map((tint) => brightness(fitTint(tint, dark)));
    expect(floor).toBeLessThan(70);
    expect(wall - floor).toBeGreaterThan(25);
  });

  test('of strong kinds are lifted a little, so that they stand out on dark ground', () => {
    expect(brightness(fitTint('#8a3324', paletteFor('dark')))).toBeGreaterThan(brightness('#8a3324'));
  });
});

describe('the camera', () => {
  test('shows a whole arena in the middle, whatever the shape of the view', () => {
    for (const [columns, rows, width, height] of [
      [30, 18, 980, 560],
      [60, 40, 400, 700],
      [5, 5, 1200, 300],
    ]) {
      const camera = fitCamera(columns, rows, width, height);
      const corner = toScreen(camera, columns, rows);
      expect(camera.left).toBeGreaterThanOrEqual(0);
      expect(corner.x).toBeLessThanOrEqual(width + 1e-9);
      expect(corner.y).toBeLessThanOrEqual(height + 1e-9);
      expect(camera.left + corner.x).toBeCloseTo(width, 9);
    }
  });

  test('turns screen into cells and back, and keeps the zoom inside its limits', () => {
    const camera = fitCamera(30, 18, 980, 560);
    const cells = toCells(camera, 333, 222);
    const back = toScreen(camera, cells.x, cells.y);
    expect([back.x, back.y].map((value) => value.toFixed(6))).toEqual(['333.000000', '222.000000']);
    expect([zoomAt(camera, 1e6, 0, 0).scale, zoomAt(camera, 1e-6, 0, 0).scale]).toEqual([160, 1]);
  });
});
