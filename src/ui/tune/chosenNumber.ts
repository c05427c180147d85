import { roundTo, spreadValues, type NamedNumber, type Swept } from '@/core/index';

/** A number that is to be turned, and between which values. */
export interface ChosenNumber {
  name: string;
  low: number;
  high: number;
  count: number;
}

/** No more steps than this lie between the bounds at first. */
const STEPS = 9;

/** A number of a level as it is chosen: from half to double, within its limits, in steps of 1, 2 or 5 of some digit. */
export function chooseNumber({ name, value = 1, low, high, isWhole }: NamedNumber): ChosenNumber {
  const [least, most] = value === 0 ? [0, 1] : [Math.min(value / 2, value * 2), Math.max(value / 2, value * 2)];
  const from = Math.max(low, least);
  const to = Math.min(high, most);
  const step = Math.max(isWhole ? 1 : 0, roundStep((to - from) / STEPS));
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  // Between narrow limits there may be no round number.
  if (!(step > 0) || last <= first) return { name, low: from, high: to, count: STEPS };
  return {
    name,
    low: roundTo(first * step, step),
    high: roundTo(last * step, step),
    count: last - first + 1,
  };
}

/** The numbers that a sweep over values asks about, as they had been chosen; those that are not there any more are left out. */
export function chosenAgain(swept: readonly Swept[], numbers: readonly NamedNumber[]): ChosenNumber[] {
  return swept
    .filter(({ name, values }) => values.length > 0 && numbers.some((one) => one.name === name))
    .map(({ name, values }) => ({ name, low: Math.min(...values), high: Math.max(...values), count: values.length }));
}

/** The smallest of 1, 2 and 5 times a power of ten that is not smaller. */
function roundStep(step: number): number {
  if (!(step > 0)) return 0;
  let unit = 1;
  while (unit > step) unit /= 10;
  while (unit * 10 <= step) unit *= 10;
  return [unit, 2 * unit, 5 * unit].find((round) => round >= step * 0.9999) ?? 10 * unit;
}

/** The values that a chosen number is swept over. */
export function valuesOf({ name, low, high, count }: ChosenNumber, numbers: readonly NamedNumber[]): number[] {
  return spreadValues(low, high, count, numbers.find((one) => one.name === name)?.isWhole ?? false);
}
