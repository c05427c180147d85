import type { CourseBriefLine, CourseBriefMeasure } from '../../document/briefLine';
import type { ShareWithInterval } from '../../measure/statistics/wilsonInterval';
import type { CourseState, Station } from './courseTrial';

interface CourseBriefRule {
  name: string;
  unit: string;
  low: number;
  high: number;
}

/** What a line of the brief of a course is called, and within which bounds it is set. */
export const COURSE_BRIEF_RULES: Readonly<Record<CourseBriefMeasure, CourseBriefRule>> = {
  finishes: { name: 'Finish the course', unit: '%', low: 0, high: 100 },
  harder: { name: 'Harder than the level before', unit: 'points', low: -100, high: 100 },
};

/** How a line of the brief of a course stands, and which number says so. */
export interface CourseBriefVerdict {
  line: CourseBriefLine;
  status: 'met' | 'not met' | 'open' | 'unknown';
  /** In words, with interval and unit; of a step from level to level that which is furthest off. */
  says: string;
}

interface Found {
  /** Of which step, in words; empty where it is of the whole course. */
  of: string;
  value: number;
  low: number;
  high: number;
}

/** How the lines stand by all that a course has come to so far; only whole courses tell who finishes. */
export function judgeCourse(
  brief: readonly CourseBriefLine[],
  state: Pick<CourseState, 'stations' | 'finishes' | 'runs' | 'most'>,
): CourseBriefVerdict[] {
  return brief.map((line) => {
    const found = line.measure === 'finishes' ? wholeCourse(state) : stepsOf(state.stations);
    return judge(line, found);
  });
}

/** "casual: each level is 5 to 35 points harder than the one before" */
export function sayCourseBriefLine({ measure, least, most }: CourseBriefLine, standIn: string): string {
  if (measure === 'finishes') return `${standIn}: ${sayBand(least, most)} % finish the course`;
  return `${standIn}: each level is ${sayStep(least, most)} than the one before`;
}

function sayBand(least: number | undefined, most: number | undefined): string {
  if (least !== undefined && most !== undefined) return `${least} to ${most}`;
  if (least !== undefined) return `at least ${least}`;
  return most !== undefined ? `at most ${most}` : 'any';
}

/** What is below nothing is easier: nobody counts points backwards. */
function sayStep(least: number | undefined, most: number | undefined): string {
  const easier = least !== undefined && least < 0 ? `at most ${-least} points easier` : '';
  if (most !== undefined && most < 0)
    return least === undefined ? `at least ${-most} points easier` : `${-most} to ${-least} points easier`;
  if (easier === '') return `${sayBand(least, most)} points harder`;
  return most === undefined ? easier : `${easier} and at most ${most} points harder`;
}

function sayNumber({ value, low, high }: Found): string {
  return `${value.toFixed(0)} (${low.toFixed(0)} to ${high.toFixed(0)})`;
}

/** "20 (6 to 33) points easier" */
function sayDifference(found: Found): string {
  const { value, low, high } = found;
  if (low >= 0) return `${sayNumber(found)} points harder`;
  if (high <= 0) return `${sayNumber({ ...found, value: -value, low: -high, high: -low })} points easier`;
  const way = value < 0 ? 'easier' : 'harder';
  return `${Math.abs(value).toFixed(0)} points ${way} (from ${(-low).toFixed(0)} easier to ${high.toFixed(0)} harder)`;
}

function wholeCourse({ finishes, runs, most }: Pick<CourseState, 'finishes' | 'runs' | 'most'>): Found[] {
  if (runs < most || runs === 0) return [];
  return [{ of: '', value: 100 * finishes.value, low: 100 * finishes.low, high: 100 * finishes.high }];
}

/** By how many points each level is harder than the one before, with the 95 % interval. */
function stepsOf(stations: readonly Station[]): Found[] {
  return stations.flatMap((station, index): Found[] => {
    const before = stations[index - 1];
    if (index === 0 || !isPlayed(station) || !isPlayed(before)) return [];
    const { value, low, high } = differenceOf(before.clears, station.clears);
    return [{ of: `${station.name} after ${before.name}`, value: 100 * value, low: 100 * low, high: 100 * high }];
  });
}

function isPlayed({ fault, clears }: Station): boolean {
  return fault === undefined && clears.high - clears.low < 1;
}

/**
 * The difference of two independent shares with its 95 % interval, from the Wilson intervals of both: method 10 of R. G.
 * Newcombe, "Interval estimation for the difference between independent proportions" (1998).
 */
function differenceOf(one: ShareWithInterval, other: ShareWithInterval): ShareWithInterval {
  const value = one.value - other.value;
  const below = Math.sqrt(square(one.value - one.low) + square(other.high - other.value));
  const above = Math.sqrt(square(one.high - one.value) + square(other.value - other.low));
  return { value, low: value - below, high: value + above };
}

const square = (value: number) => value * value;

/** One that is out of the band for sure misses the line; all that are in it for sure meet it. */
function judge(line: CourseBriefLine, found: readonly Found[]): CourseBriefVerdict {
  if (found.length === 0) return { line, status: 'unknown', says: 'these runs do not say' };
  const { least = -Infinity, most = Infinity } = line;
  const isOut = ({ low, high }: Found) => high < least || low > most;
  const isIn = ({ low, high }: Found) => low >= least && high <= most;
  const status = found.some(isOut) ? 'not met' : found.every(isIn) ? 'met' : 'open';
  const offOf = ({ value }: Found) => Math.max(least - value, value - most);
  const worst = found.reduce((furthest, own) => (offOf(own) > offOf(furthest) ? own : furthest));
  const { unit } = COURSE_BRIEF_RULES[line.measure];
  const number = line.measure === 'finishes' ? `${sayNumber(worst)} ${unit}` : sayDifference(worst);
  const said = status === 'open' ? 'not decided yet' : status;
  return { line, status, says: `${said}: ${worst.of ? `${worst.of}, ` : ''}${number}` };
}
