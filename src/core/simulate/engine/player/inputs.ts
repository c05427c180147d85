/**
 * What the player's controls say in one tick, as one whole number, so that a try is a short list of numbers. The four
 * lowest bits are a direction: 0 none, 1 to 8 east and on clockwise. The next bit is the action (jump, flap, fire). The
 * next says that a place is pointed at; its x and y follow in sixteenths of a cell, twelve bits each. The highest is throwing,
 * for schemes in which the action is a jump or a flap.
 */
export type Input = number;

export const DIRECTION_BITS = 15;
export const ACTION_BIT = 16;
const POINT_BIT = 32;
const POINT_SHIFT_X = 6;
const POINT_SHIFT_Y = 18;
const POINT_MOST = 4095;
export const POINT_STEPS = 16;
export const THROW_BIT = 1 << 30;

/** The largest input there is. */
export const MOST_INPUT =
  THROW_BIT + POINT_MOST * (1 << POINT_SHIFT_Y) + POINT_MOST * (1 << POINT_SHIFT_X) + POINT_BIT + ACTION_BIT + 8;

/** Columns and rows of the nine directions: 0 stands, then clockwise from east. */
export const INPUT_COLUMNS = [0, 1, 1, 0, -1, -1, -1, 0, 1];
export const INPUT_ROWS = [0, 0, 1, 1, 1, 0, -1, -1, -1];

/** Whether a number is an input: a known direction and nothing beyond the bits that have a meaning. */
export function isInput(value: number): boolean {
  return Number.isInteger(value) && value >= 0 && value <= MOST_INPUT && (value & DIRECTION_BITS) <= 8;
}

export function directionOf(input: Input): number {
  return input & DIRECTION_BITS;
}

export function hasAction(input: Input): boolean {
  return (input & ACTION_BIT) !== 0;
}

export function hasThrow(input: Input): boolean {
  return (input & THROW_BIT) !== 0;
}

export function hasPoint(input: Input): boolean {
  return (input & POINT_BIT) !== 0;
}

export function pointX(input: Input): number {
  return ((input >>> POINT_SHIFT_X) & POINT_MOST) / POINT_STEPS;
}

export function pointY(input: Input): number {
  return ((input >>> POINT_SHIFT_Y) & POINT_MOST) / POINT_STEPS;
}

/** The input that points at a place in cells; places outside of what can be said are drawn to its border. */
export function pointInput(x: number, y: number): Input {
  const part = (value: number) => Math.min(POINT_MOST, Math.max(0, Math.round(value * POINT_STEPS)));
  return POINT_BIT + (part(x) << POINT_SHIFT_X) + (part(y) << POINT_SHIFT_Y);
}

/** The direction of a column and a row step, each −1, 0 or 1. */
export function directionFor(columns: number, rows: number): number {
  for (let direction = 0; direction <= 8; direction++)
    if (INPUT_COLUMNS[direction] === columns && INPUT_ROWS[direction] === rows) return direction;
  return 0;
}
