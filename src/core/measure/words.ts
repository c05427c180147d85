import type { ShareWithInterval } from './statistics/wilsonInterval';

/** Whole per cents, with one decimal where a whole one would hide something. */
export function sayPercent(share: number): string {
  const percent = share * 100;
  return `${percent > 0 && percent < 1 ? percent.toFixed(1) : Math.round(percent)} %`;
}

/** "48 % (44–52 %)" */
export function sayShare(share: ShareWithInterval): string {
  return `${sayPercent(share.value)} (${Math.round(share.low * 100)}–${Math.round(share.high * 100)} %)`;
}

export function saySeconds(seconds: number): string {
  return `${seconds.toFixed(1)} s`;
}

/** "x 27.3, y 15.1 cells" */
export function sayPlace(x: number, y: number): string {
  return `x ${x.toFixed(1)}, y ${y.toFixed(1)} cells`;
}

/** "0.25 (0.19–0.31)", with so many decimals; of what is counted, so nothing lies below 0. */
export function sayMean({ value, low, high }: { value: number; low: number; high: number }, decimals: number): string {
  return `${value.toFixed(decimals)} (${Math.max(0, low).toFixed(decimals)}–${high.toFixed(decimals)})`;
}

/** A mean with half its interval: "1.21 ± 0.10". */
export function sayAround(
  { value, low, high }: { value: number; low: number; high: number },
  decimals: number,
): string {
  return `${value.toFixed(decimals)} ± ${((high - low) / 2).toFixed(decimals)}`;
}
