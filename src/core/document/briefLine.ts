import * as z from 'zod';

/** What a brief can ask of a level. */
export const BRIEF_MEASURES = ['clears', 'takes', 'firstLoss', 'longestLull', 'pressed', 'livesLost'] as const;
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
        'clear rate in %, median time to clear in s, first loss in s, longest lull in s, time under pressure in %, lives lost a run',
      ),
    least: bound.describe('the least that is meant; left out: any'),
    most: bound.describe('the most that is meant; left out: any'),
  })
  .describe('what a level is meant to be for somebody');

export type BriefLine = z.infer<typeof briefLineShape>;
