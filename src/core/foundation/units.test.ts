import { describe, expect, test } from '@jest/globals';
import { nearestWord, proposeWord } from './nearestWord';
import { DIMENSION_OF_UNIT, fromBaseUnit, isUnitName, toBaseUnit, UNIT_NAMES } from './units';

const CONTEXT = { pixelsPerCell: 32, ticksPerSecond: 30 };

describe('units', () => {
  test('convert into what is held, and back', () => {
    expect([toBaseUnit(64, 'px', CONTEXT), toBaseUnit(16, 'px/s', CONTEXT), toBaseUnit(15, 'ticks', CONTEXT)]).toEqual([
      2, 0.5, 0.5,
    ]);
    expect([toBaseUnit(250, 'ms', CONTEXT), toBaseUnit(40, '%', CONTEXT), toBaseUnit(7, undefined, CONTEXT)]).toEqual([
      0.25, 0.4, 7,
    ]);
    for (const unit of UNIT_NAMES) expect(fromBaseUnit(toBaseUnit(3, unit, CONTEXT), unit, CONTEXT)).toBeCloseTo(3, 12);
  });

  test('are known by name, each with what it measures', () => {
    for (const unit of UNIT_NAMES) expect(typeof DIMENSION_OF_UNIT[unit]).toBe('string');
    expect([isUnitName('cells/s'), isUnitName('seconds'), isUnitName('toString')]).toEqual([true, false, false]);
  });
});

describe('the nearest word', () => {
  test('is proposed when it is near enough to be meant', () => {
    expect(nearestWord('patrul', ['hold', 'patrol', 'chase'])).toBe('patrol');
    expect(nearestWord('Patrol', ['hold', 'patrol'])).toBe('patrol');
    expect(nearestWord('xyz', ['hold', 'patrol'])).toBeUndefined();
    expect(proposeWord('xyz', ['hold', 'patrol'], 'motions')).toEqual({
      hint: 'The motions here are `hold`, `patrol`.',
    });
    expect(proposeWord('patrel', ['hold', 'patrol'], 'motions').fix).toEqual({ type: 'replace', text: 'patrol' });
    expect(proposeWord('xyz', [], 'knobs')).toEqual({ hint: 'There are no knobs here yet.' });
  });
});
