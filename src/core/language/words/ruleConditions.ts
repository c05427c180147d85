/** What a name in cues and rules is of. */
export type RuleNameOf = 'tags' | 'marks' | 'cues';

/** One thing that cues and rules wait for: words, a name between them, and words behind it. */
export interface RuleConditionEntry {
  operation: string;
  before: readonly string[];
  of: RuleNameOf;
  after: readonly string[];
  /** Whether the name of a mark stands behind all of that. */
  atMark?: boolean;
  meaning: string;
  example: string;
}

/** What cues and rules wait for besides comparisons. */
export const RULE_CONDITION_WORDS = [
  {
    operation: 'touches',
    before: ['player', 'touches'],
    of: 'tags',
    after: [],
    meaning: 'The player touches a piece with this tag in this tick.',
    example: 'lose when player touches foe',
  },
  {
    operation: 'at',
    before: ['player', 'at'],
    of: 'marks',
    after: [],
    meaning: 'The middle of the player is in this area.',
    example: 'win when player at jetty',
  },
  {
    operation: 'none left',
    before: ['no'],
    of: 'tags',
    after: ['left'],
    meaning: 'Nothing with this tag is there; never before the first of them was.',
    example: 'win when no moth left',
  },
  {
    operation: 'all filled',
    before: ['all'],
    of: 'tags',
    after: ['filled'],
    meaning: 'Every piece with this tag that is there has been filled; never while there is none.',
    example: 'win when all nests filled',
  },
  {
    operation: 'some at',
    before: ['some'],
    of: 'tags',
    after: ['at'],
    atMark: true,
    meaning:
      'The middle of a piece with this tag is in this area: one has come down so far, got away, or been brought there.',
    example: 'lose when some marcher at shelf',
  },
  {
    operation: 'each at',
    before: ['each'],
    of: 'tags',
    after: ['at'],
    atMark: true,
    meaning: 'Every piece with this tag that is there has its middle in this area; never while there is none.',
    example: 'win when each pallet at bay',
  },
  {
    operation: 'cleared',
    before: [],
    of: 'cues',
    after: ['cleared'],
    meaning: 'All waves have come and all that came is gone; never for waves that repeat for ever.',
    example: 'win when ember_tide cleared',
  },
] as const satisfies readonly RuleConditionEntry[];

export type RuleWord = (typeof RULE_CONDITION_WORDS)[number]['operation'];

/** What stands for a name in the form of a word. */
export const NAME_IN_FORM: Record<RuleNameOf, string> = { tags: 'TAG', marks: 'MARK', cues: 'CUE' };

/** How a word is written, as in `player touches TAG`. */
export function formOf({ before, of, after, atMark }: RuleConditionEntry): string {
  return [...before, NAME_IN_FORM[of], ...after, ...(atMark ? [NAME_IN_FORM.marks] : [])].join(' ');
}
