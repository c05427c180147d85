import { describe, expect, test } from '@jest/globals';
import { EFFECT_NAMES } from './contactShape';
import { SCHEMES } from './controlShape';
import {
  aimQuantity,
  controlFields,
  effectFields,
  outlineQuantity,
  pushQuantities,
  quantityIn,
  type FieldRoom,
} from './formFields';
import { gameJsonSchema } from './gameDocument';
import type { QuantitySpec } from './quantity';

/** Every number that a form asks for by name. */
const ASKED: Partial<Record<FieldRoom, string[]>> = {
  ground: ['grip', 'speedFactor', 'harm', 'pathCost', 'strength'],
  kind: ['radius', 'health', 'pushed', 'wear'],
  crumbs: ['within', 'share'],
  flight: ['slows', 'pierces'],
  throwing: ['shotSpeed', 'range', 'cooldown', 'ammunition', 'charge', 'blow'],
  level: ['gravity', 'ticksPerSecond'],
  rules: ['timeLimit'],
  scroll: ['speed', 'after', 'follows'],
};

const isWhole = (spec: QuantitySpec) =>
  spec.label !== '' && spec.step > 0 && spec.low < spec.high && Number.isFinite(spec.high) && spec.about !== '';

describe('the fields of forms', () => {
  test.each(Object.entries(ASKED))('of %s have label, limits, step and meaning from their shape', (room, fields) => {
    for (const field of fields) {
      const spec = quantityIn(room as FieldRoom, field);
      expect([field, isWhole(spec)]).toEqual([field, true]);
    }
  });

  test.each(SCHEMES)('of the scheme "%s" are all that its shape has, speed first', (scheme) => {
    const fields = controlFields(scheme);
    expect(fields[0]).toMatchObject({ type: 'number', key: 'speed', spec: { unit: 'cells/s' } });
    for (const field of fields)
      if (field.type === 'number') expect([field.key, isWhole(field.spec)]).toEqual([field.key, true]);
      else expect(field.label).not.toBe(field.key);
  });

  test.each(EFFECT_NAMES)('of the effect "%s" have labels', (effect) => {
    for (const field of effectFields(effect))
      if (field.type === 'number') expect([field.key, isWhole(field.spec)]).toEqual([field.key, true]);
      else expect(field.label).not.toBe(field.key);
  });

  test('of shapes, pushes and aims are found where they lie deeper', () => {
    expect(outlineQuantity('capsule', 'radius')).toMatchObject({ low: 0.05, high: 8, unit: 'cells' });
    expect(pushQuantities().map(({ label }) => label)).toEqual(['Push east', 'Push south']);
    expect(aimQuantity()).toMatchObject({ unit: 'deg', high: 360 });
    expect(quantityIn('crumbs', 'share')).toMatchObject({ unit: '%', high: 1 });
    expect(quantityIn('throwing', 'ammunition')).toMatchObject({ isWhole: true, low: 1 });
  });

  test('stand in the published schema with their units', () => {
    const schema = JSON.stringify(gameJsonSchema());
    expect(schema).toContain('"unit":"cells/s"');
    expect(schema).toContain('"label":"Cooldown"');
  });
});
