import type { DurationCounts } from './histogram';

/** From `seconds` on, this share of the runs is not yet lost. */
export interface SurvivalStep {
  seconds: number;
  share: number;
}

/**
 * Survival after E. L. Kaplan and P. Meier, "Nonparametric estimation from incomplete observations" (1958): at every time
 * with losses the share is multiplied by 1 − losses / runs still in play. Runs that were cleared or ran out of time leave
 * without counting as a loss (censored). The first step is (0, 1).
 */
export function survivalCurve(durations: DurationCounts): SurvivalStep[] {
  const all = Object.values(durations).flat();
  const leaving = new Map<number, number>();
  for (const { value, count } of all) leaving.set(value, (leaving.get(value) ?? 0) + count);
  const losses = new Map(durations.lost.map(({ value, count }) => [value, count]));
  const steps: SurvivalStep[] = [{ seconds: 0, share: 1 }];
  let inPlay = all.reduce((sum, { count }) => sum + count, 0);
  let share = 1;
  for (const [seconds, left] of [...leaving].sort(([a], [b]) => a - b)) {
    const lost = losses.get(seconds) ?? 0;
    if (lost > 0) {
      share *= 1 - lost / inPlay;
      steps.push({ seconds, share });
    }
    inPlay -= left;
  }
  return steps;
}
