import type { Finding } from '../measure/findings';
import { sayCeiling, sayPlayed, sayPlayedSpread } from '../measure/played';
import type { EndGroup, Summary } from '../measure/summary';
import type { ShareWithInterval } from '../measure/statistics/wilsonInterval';
import type { Trust } from '../measure/trust';

/** Whole per cents, with one decimal where a whole one would hide something. */
export function sayPercent(share: number): string {
  const percent = share * 100;
  return `${percent > 0 && percent < 1 ? percent.toFixed(1) : Math.round(percent)} %`;
}

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

/** "touched by East warden" */
export function sayEnd(end: Pick<EndGroup, 'cause' | 'name' | 'piece'>): string {
  switch (end.cause) {
    case 'touched':
      return `touched by ${end.name ?? end.piece ?? 'a piece'}`;
    case 'defeated':
      return `defeated by ${end.name ?? end.piece ?? 'a piece'}`;
    case 'drowned':
      return 'drowned';
    case 'fell':
      return 'fell into the void';
    case 'worn down':
      return 'worn down by the ground';
    case 'overtaken':
      return 'left behind by the view';
    case 'clock':
      return 'out of time';
    case 'reached the exit':
      return 'cleared';
    case 'rule':
      return 'by a rule of the level';
  }
}

/** What a batch found, in plain sentences, the most important first. */
export function describeSummary(summary: Summary, standIn: string): string[] {
  if (summary.runs === 0) return ['No run is finished yet.'];
  const sentences = [
    `The ${standIn} stand-in clears ${sayShare(summary.clearRate)} of ${summary.runs} runs; in brackets the 95 % interval.`,
  ];
  const { played } = summary;
  const time = summary.timeToClear;
  if (played) {
    const { q1, q3 } = played.spread;
    sentences[0] = `Nothing wins this level; it is played for ${played.what}. The ${standIn} stand-in comes to ${sayPlayedSpread(played)} in the median of ${summary.runs} runs, in brackets the 95 % interval; the middle half to ${sayPlayed(played, q1)} to ${sayPlayed(played, q3)}.`;
    const ceiling = sayCeiling(played);
    if (ceiling) sentences.push(ceiling);
  } else if (time) {
    sentences.push(
      `A cleared run takes ${saySeconds(time.median)} in the median (${time.medianLow.toFixed(1)}–${saySeconds(time.medianHigh)}); the middle half takes ${time.q1.toFixed(1)} to ${saySeconds(time.q3)}.`,
    );
  } else {
    sentences.push('No run was cleared.');
  }
  const commonest = summary.ends[0];
  if (commonest) {
    sentences.push(
      `The commonest end is "${sayEnd(commonest)}": ${sayShare(commonest.share)} of all runs, at ${saySeconds(commonest.medianSeconds)} in the median.`,
    );
  } else if (!played) {
    sentences.push('Every run was cleared.');
  }
  if (summary.boxOnlyPerRun > 0) {
    sentences.push(
      `${summary.boxOnlyPerRun.toFixed(2)} times a run only the box round a hit shape met the player and the shape itself did not: a box would have hit there unfairly.`,
    );
  }
  if (summary.nearMissesPerRun > 0)
    sentences.push(`${summary.nearMissesPerRun.toFixed(1)} shots a run miss the player by half a cell or less.`);
  return sentences;
}

/** A finding with how often it happens and the run that shows it. */
export function sayFinding({ message, hint, share, seed, seconds, x, y }: Finding): string {
  return `${message} In ${sayShare(share)} of the runs, as in run ${seed} at ${saySeconds(seconds)}, at ${sayPlace(x, y)}. ${hint}`;
}

/** Headline of a report: how hard it is in a few words; nothing of the kind where the stand-in is not to be trusted. */
export function headline(summary: Summary, standIn: string, trust?: Trust): string {
  const { low, high } = summary.clearRate;
  if (summary.runs === 0) return 'Nothing measured yet.';
  if (summary.played && (!trust || trust.isTrusted))
    return `${standIn[0].toUpperCase()}${standIn.slice(1)} players come to ${sayPlayed(summary.played, summary.played.spread.median)} in the median.`;
  if (trust && !trust.isTrusted) return `How hard it is, ${standIn} runs do not say.`;
  if (high < 0.1) return `Nearly nobody gets through: ${standIn} players fail almost always.`;
  if (high < 0.35) return `Hard for ${standIn} players.`;
  if (low > 0.9) return `No trouble for ${standIn} players.`;
  if (low > 0.75) return `Easy for ${standIn} players.`;
  return `A fair fight for ${standIn} players.`;
}
