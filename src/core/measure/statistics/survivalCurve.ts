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
export function survivalCurve(runs: readonly { seconds: number; isLost: boolean }[]): SurvivalStep[] {
  const sorted = [...runs].sort((a, b) => a.seconds - b.seconds);
  const steps: SurvivalStep[] = [{ seconds: 0, share: 1 }];
  let share = 1;
  for (let index = 0; index < sorted.length;) {
    const { seconds } = sorted[index];
    const inPlay = sorted.length - index;
    let losses = 0;
    for (; index < sorted.length && sorted[index].seconds === seconds; index++) if (sorted[index].isLost) losses++;
    if (losses === 0) continue;
    share *= 1 - losses / inPlay;
    steps.push({ seconds, share });
  }
  return steps;
}
