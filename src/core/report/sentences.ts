import type { Finding } from '../measure/findings';
import { MEASURES, type MeasureTable } from '../measure/measures';
import { sayPlayed } from '../measure/played';
import type { Summary } from '../measure/sums';
import type { Trust } from '../measure/trust';
import { sayPlace, saySeconds, sayShare } from '../measure/words';

/** What a batch found, in plain sentences, the most important first: those of all measures that have something to say. */
export function describeSummary(summary: Summary, standIn: string, table: MeasureTable = MEASURES): string[] {
  const { runs, won } = summary;
  if (runs === 0) return ['No run is finished yet.'];
  const told = { runs, won, standIn, isPlayedFor: summary.played !== undefined };
  const values = summary as Record<string, unknown>;
  return Object.entries(table).flatMap(([id, { say }]) => say?.(values[id], told) ?? []);
}

/** A measure as a figure with its unit and interval. */
export interface Figure {
  id: string;
  name: string;
  text: string;
  about: string;
}

/** Every measure that is one figure, in the order of the table; without runs there are none. */
export function figuresOf(summary: Summary, table: MeasureTable = MEASURES): Figure[] {
  if (summary.runs === 0) return [];
  const values = summary as Record<string, unknown>;
  return Object.entries(table).flatMap(([id, { name, about, figure }]) => {
    const text = figure?.(values[id]);
    return text === undefined ? [] : [{ id, name, text, about }];
  });
}

/** Some of the measures, as short as they can be said; those that say nothing of these runs are left out. */
export function briefFiguresOf(summary: Summary, ids: readonly (keyof Summary)[]): Figure[] {
  return ids.flatMap((id) => {
    const { name, about, brief } = (MEASURES as MeasureTable)[id];
    const text = brief?.(summary[id]);
    return text === undefined ? [] : [{ id, name, text, about }];
  });
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
  return `Some ${standIn} players get through, some do not.`;
}
