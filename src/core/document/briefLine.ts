import * as z from 'zod';

/** What a brief can ask of a level. */
export const BRIEF_MEASURES = [
  'clears',
  'takes',
  'headroom',
  'firstLoss',
  'livesLost',
  'harm',
  'commonestEnd',
  'onePiece',
  'wave',
  'goals',
  'longestLull',
  'pressed',
  'peaks',
  'longestPeak',
  'closeCalls',
  'tries',
  'waits',
  'findings',
] as const;
export type BriefMeasure = (typeof BRIEF_MEASURES)[number];

/** The most that a brief can ask for: an hour in seconds. */
const MOST = 3600;

const bound = z.number().min(0).max(MOST).optional();

export const briefLineShape = z
  .strictObject({
    standIn: z.string().min(1).max(64).describe('id of who plays'),
    measure: z
      .enum(BRIEF_MEASURES)
      .describe(
        'clears: rate, %; takes: median, s; headroom: that over the proved least, times; firstLoss: median, s; livesLost, harm, goals, closeCalls: mean a run; commonestEnd, onePiece: share of runs ended so, %; wave: median; longestLull, longestPeak: median, s; tries: median until it is cleared first, of people who keep in mind what they saw; pressed, waits: median share of time, %; peaks: median a minute; findings: how many',
      ),
    least: bound.describe('the least that is meant; left out: any'),
    most: bound.describe('the most that is meant; left out: any'),
  })
  .describe('what a level is meant to be for somebody');

export type BriefLine = z.infer<typeof briefLineShape>;

/** What the brief of a whole course can ask. */
export const COURSE_BRIEF_MEASURES = ['finishes', 'harder'] as const;
export type CourseBriefMeasure = (typeof COURSE_BRIEF_MEASURES)[number];

const courseBound = z.number().min(-100).max(100).optional();

export const courseBriefLineShape = z
  .strictObject({
    standIn: z.string().min(1).max(64).describe('id of who plays'),
    measure: z
      .enum(COURSE_BRIEF_MEASURES)
      .describe(
        'finishes: share of people who finish the course, %; harder: by how many points the clear rate of each level lies below that of the level before, below 0 where it lies above',
      ),
    least: courseBound.describe('the least that is meant; left out: any'),
    most: courseBound.describe('the most that is meant; left out: any'),
  })
  .describe('what a course is meant to be for somebody');

export type CourseBriefLine = z.infer<typeof courseBriefLineShape>;
