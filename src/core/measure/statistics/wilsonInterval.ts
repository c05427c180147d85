/** A share of runs with its 95 % interval, all in 0..1. */
export interface ShareWithInterval {
  value: number;
  low: number;
  high: number;
}

/** 97.5 % point of the standard normal distribution. */
export const NORMAL_97_5 = 1.959963984540054;

/**
 * Share and 95 % interval after E. B. Wilson, "Probable inference, the law of succession, and statistical inference"
 * (1927): (p + z²/2n ± z·√(p(1−p)/n + z²/4n²)) / (1 + z²/n). With no runs the share is 0 and the interval is 0..1.
 */
export function wilsonInterval(hits: number, runs: number): ShareWithInterval {
  if (runs === 0) return { value: 0, low: 0, high: 1 };
  const share = hits / runs;
  const square = NORMAL_97_5 * NORMAL_97_5;
  const middle = share + square / (2 * runs);
  const half = NORMAL_97_5 * Math.sqrt((share * (1 - share)) / runs + square / (4 * runs * runs));
  const scale = 1 + square / runs;
  // At the ends the bound is exact; rounding must not leave a hair's breadth.
  const low = hits === 0 ? 0 : (middle - half) / scale;
  const high = hits === runs ? 1 : (middle + half) / scale;
  return { value: share, low, high };
}
