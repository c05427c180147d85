import { describe, expect, test } from '@jest/globals';
import { cosDegrees, headingDegrees, sinDegrees } from './exactMath';

describe('exact mathematics', () => {
  test('sine and cosine are exact at quarter turns and stay within 1e-14 of the engine elsewhere', () => {
    expect([0, 90, 180, 270, 360, -90].map(sinDegrees)).toEqual([0, 1, -0, -1, 0, -1]);
    expect(cosDegrees(90)).toBe(-0);
    let worst = 0;
    for (let degrees = -720; degrees <= 720; degrees += 0.37) {
      worst = Math.max(worst, Math.abs(sinDegrees(degrees) - Math.sin((degrees * Math.PI) / 180)));
      worst = Math.max(worst, Math.abs(cosDegrees(degrees) - Math.cos((degrees * Math.PI) / 180)));
    }
    expect(worst).toBeLessThan(1e-14);
  });

  test('the heading of a vector undoes sine and cosine, clockwise from east', () => {
    expect([headingDegrees(1, 0), headingDegrees(0, 1), headingDegrees(-1, 0), headingDegrees(0, -1)]).toEqual([
      0, 90, 180, 270,
    ]);
    let worst = 0;
    for (let degrees = 0; degrees < 360; degrees += 0.61) {
      worst = Math.max(worst, Math.abs(headingDegrees(cosDegrees(degrees) * 3, sinDegrees(degrees) * 3) - degrees));
    }
    expect(worst).toBeLessThan(1e-12);
  });

  test('the heading of nothing is east', () => {
    expect(headingDegrees(0, 0)).toBe(0);
  });
});
