import { isRecord } from './migrations/looseJson';
import { isUnitName, toBaseUnit } from '../foundation/units';

/** Numbers of a control that may be written with a unit: those of lengths, speeds and times. */
const WITH_UNITS = new Set([
  ...['speed', 'jump', 'lift', 'mostFall', 'shotSpeed', 'range', 'cornering'],
  ...['pressBuffer', 'coyote', 'jumpBuffer', 'cooldown', 'charge', 'blow'],
]);
const QUANTITY = /^\s*(-?\d+(?:\.\d+)?)\s*(cells\/s|px\/s|cells|px|s|ms)\s*$/;

/**
 * Controls with numbers such as `"96 px/s"` or `"120 ms"` as the document holds them: cells, cells/s and seconds. What is no
 * quantity stays as it is, for the shapes to refuse.
 */
export function controlsInCells(value: unknown): unknown {
  if (!isRecord(value) || !Array.isArray(value.cast)) return value;
  const pixelsPerCell = typeof value.pixelsPerCell === 'number' ? value.pixelsPerCell : 0;
  if (!(pixelsPerCell > 0)) return value;
  const cast: unknown[] = value.cast.map((kind: unknown) =>
    isRecord(kind) && isRecord(kind.control) ? { ...kind, control: inCells(kind.control, pixelsPerCell) } : kind,
  );
  return { ...value, cast };
}

function inCells(fields: Record<string, unknown>, pixelsPerCell: number): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(fields).map(([key, value]) => {
      if (key === 'throws' && isRecord(value)) return [key, inCells(value, pixelsPerCell)];
      const quantity = typeof value === 'string' && WITH_UNITS.has(key) ? QUANTITY.exec(value) : null;
      if (!quantity) return [key, value];
      const [, number, unit] = quantity;
      // Ticks are no unit here, so how many a second has does not matter.
      const context = { pixelsPerCell, ticksPerSecond: 60 };
      return [key, toBaseUnit(Number(number), isUnitName(unit) ? unit : undefined, context)];
    }),
  );
}
