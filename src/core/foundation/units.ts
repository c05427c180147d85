/** What a quantity measures. Arithmetic of behaviors is checked in these, not in units. */
export type Dimension = 'number' | 'time' | 'length' | 'speed' | 'angle' | 'turn rate' | 'rate' | 'share';

/** Units are written as they stand here. */
export const UNIT_NAMES = ['s', 'ms', 'ticks', 'cells', 'px', 'cells/s', 'px/s', 'deg', 'deg/s', '%', 'hz'] as const;
export type UnitName = (typeof UNIT_NAMES)[number];

export interface UnitContext {
  pixelsPerCell: number;
  ticksPerSecond: number;
}

export const DIMENSION_OF_UNIT: Record<UnitName, Dimension> = {
  s: 'time',
  ms: 'time',
  ticks: 'time',
  cells: 'length',
  px: 'length',
  'cells/s': 'speed',
  'px/s': 'speed',
  deg: 'angle',
  'deg/s': 'turn rate',
  '%': 'share',
  hz: 'rate',
};

/** How a dimension is called in sentences, with the unit that it is held in. */
export const DIMENSION_WORDS: Record<Dimension, string> = {
  number: 'a plain number',
  time: 'a time (s, ms, ticks)',
  length: 'a length (cells, px)',
  speed: 'a speed (cells/s, px/s)',
  angle: 'an angle (deg)',
  'turn rate': 'a turn rate (deg/s)',
  rate: 'a rate (hz)',
  share: 'a share (%)',
};

/** The unit in which values of a dimension are held in the core. */
export const BASE_UNIT: Record<Dimension, string> = {
  number: '',
  time: 's',
  length: 'cells',
  speed: 'cells/s',
  angle: 'deg',
  'turn rate': 'deg/s',
  rate: 'hz',
  share: '',
};

export function isUnitName(text: string): text is UnitName {
  return (UNIT_NAMES as readonly string[]).includes(text);
}

/** Converts a written quantity into the unit that its dimension is held in. */
export function toBaseUnit(value: number, unit: UnitName | undefined, context: UnitContext): number {
  switch (unit) {
    case 'ms':
      return value / 1000;
    case 'ticks':
      return value / context.ticksPerSecond;
    case 'px':
    case 'px/s':
      return value / context.pixelsPerCell;
    case '%':
      return value / 100;
    default:
      return value;
  }
}

/** Converts a held value back into the unit it was written in; the inverse of {@link toBaseUnit}. */
export function fromBaseUnit(value: number, unit: UnitName | undefined, context: UnitContext): number {
  const factor = toBaseUnit(1, unit, context);
  return value / factor;
}
