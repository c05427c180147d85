import { NORMAL_97_5 } from './wilsonInterval';

/** A mean with its 95 % interval. */
export interface MeanWithInterval {
  value: number;
  low: number;
  high: number;
}

/**
 * Mean ± z·s/√n from the number of values, their sum and the sum of their squares; s² = (Σx² − (Σx)²/n) / (n − 1). The
 * normal approximation: good for some thirty values and more. Without values all is 0; of one value nothing more is known.
 */
export function meanInterval(count: number, sum: number, squares: number): MeanWithInterval {
  if (count === 0) return { value: 0, low: 0, high: 0 };
  const value = sum / count;
  const variance = count > 1 ? Math.max(0, squares - (sum * sum) / count) / (count - 1) : 0;
  const half = NORMAL_97_5 * Math.sqrt(variance / count);
  return { value, low: value - half, high: value + half };
}
