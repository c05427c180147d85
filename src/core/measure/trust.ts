import type { Finding } from './findings';
import { sayPlayed, type Played } from './played';
import type { ShareWithInterval } from './statistics/wilsonInterval';

/** What a level comes to without anybody who looks playing it. */
export interface ControlRate {
  control: 'idle' | 'blind';
  runs: number;
  clearRate: ShareWithInterval;
  /** What it comes to where nothing wins the level. */
  played?: Played;
}

/** Whether the clear rate of a stand-in says anything of a level, and if not why. */
export interface Trust {
  isTrusted: boolean;
  reasons: string[];
}

/** A stand-in that did nothing in more than this share of its runs is not to be trusted. */
const INACTIVE_SHARE = 0.2;

const DOINGS = { idle: 'nothing pressed', blind: 'keys at random' } as const;

export function sayControl({ control }: ControlRate): string {
  return DOINGS[control];
}

/** "Without playing: nothing pressed 0 %, keys at random 2 %." */
export function sayControls(controls: readonly ControlRate[]): string {
  const rates = controls.map(
    (own) =>
      `${sayControl(own)} ${own.played ? sayPlayed(own.played, own.played.spread.median) : `${Math.round(own.clearRate.value * 100)} %`}`,
  );
  return `Without playing: ${rates.join(', ')}.`;
}

/**
 * A clear rate is trusted when its 95 % interval lies wholly above those of both controls and the stand-in was active: one
 * that clears a level no more often than nobody does says nothing of how hard the level is.
 */
export function judgeTrust(
  { clearRate, played }: { clearRate: ShareWithInterval; played?: Played },
  findings: readonly Finding[],
  controls: readonly ControlRate[],
): Trust {
  const reasons: string[] = played ? noBetterThan(played, controls) : noBetterRate(clearRate, controls);
  for (const { code, share } of findings) {
    if (share.value < INACTIVE_SHARE) continue;
    if (code === 'player-stands-still')
      reasons.push(`it stands still for 10 s and more in ${Math.round(share.value * 100)} % of runs`);
    if (code === 'player-presses-nothing')
      reasons.push(`it presses nothing in ${Math.round(share.value * 100)} % of runs`);
  }
  return { isTrusted: reasons.length === 0, reasons };
}

/** Where nothing wins: what it comes to in the median must lie above that of both controls, intervals and all. */
function noBetterThan(played: Played, controls: readonly ControlRate[]): string[] {
  return controls.flatMap((control) => {
    const own = control.played;
    if (!own || played.spread.medianLow > own.spread.medianHigh) return [];
    return [`it comes to no more for certain than with ${sayControl(control)} (${sayPlayed(own, own.spread.median)})`];
  });
}

function noBetterRate(clearRate: ShareWithInterval, controls: readonly ControlRate[]): string[] {
  const best = controls.reduce<ControlRate | undefined>(
    (most, own) => (!most || own.clearRate.high > most.clearRate.high ? own : most),
    undefined,
  );
  if (!best || clearRate.low > best.clearRate.high) return [];
  return [`it clears no more for certain than with ${sayControl(best)} (${Math.round(best.clearRate.value * 100)} %)`];
}

/** What is kept of the runs of a control. */
export function controlRate(
  control: ControlRate['control'],
  { runs, clearRate, played }: { runs: number; clearRate: ShareWithInterval; played?: Played },
): ControlRate {
  return { control, runs, clearRate, played };
}
