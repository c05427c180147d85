/** A simulated player as data: the limits of a person at the controls. */
export interface StandInTraits {
  id: string;
  name: string;
  /** It acts on the world as it was this long ago, ms. */
  reactionMs: number;
  /** How often it thinks anew what to do, times a second. */
  thoughtsPerSecond: number;
  /** How far ahead it thinks things through, s. */
  lookAheadSeconds: number;
  /** How many threats it can mind at once: the most pressing ones. */
  mindedThreats: number;
  /** After so many rounds it knows a beat by heart; 0 for never. */
  beatRounds: number;
  /** How many slides it sees ahead. */
  slidesAhead: number;
  /** What a second of being seen is worth, in seconds of detour. */
  cautionSeconds: number;
  /** What a touch that ends the run is worth, in seconds of detour. */
  fearSeconds: number;
  /** How far off a threat is kept away from beyond touching, cells. */
  shyCells: number;
  /** After this long without headway it takes more risk and tries another way, s. */
  patienceSeconds: number;
  /** It looks round for up to this long before it sets out, unless something comes, s. */
  hesitationSeconds: number;
  /** It watches those that walk about and look out for up to this long first, so as to know their beat, s. */
  watchSeconds: number;
  /** How far off its feeling for distances is: stretches of the way seem up to this share longer than they are. */
  wayMisjudgement: number;
  /** Share of its changes of key in which a neighbouring key goes down first. */
  slipShare: number;
  /** A change of key takes effect up to this much late, ms. */
  timingJitterMs: number;
  /** It presses one key anew no more often than this, times a second. */
  pressesPerSecond: number;
  /** How far to either side it aims off, degrees. */
  aimSpreadDegrees: number;
}

/** A limit as it is shown and checked: its range in people, and where that comes from. */
export interface TraitLimit {
  key: Exclude<keyof StandInTraits, 'id' | 'name'>;
  label: string;
  unit: string;
  /** No value outside of these is a person's. */
  least: number;
  most: number;
  step: number;
  says: string;
  /** What has been found in people, or that the number is set by us. */
  source: string;
}

export const TRAIT_LIMITS: readonly TraitLimit[] = [
  {
    key: 'reactionMs',
    label: 'reaction delay',
    unit: 'ms',
    least: 180,
    most: 1000,
    step: 10,
    says: 'Acts on the screen as it was this long ago.',
    source:
      'Simple reactions to something seen take about 200 ms, choosing among several answers 300 to 450 ms (Hick 1952; Hyman 1953); practice brings choice near to simple reaction.',
  },
  {
    key: 'thoughtsPerSecond',
    label: 'thoughts',
    unit: 'a second',
    least: 1,
    most: 6,
    step: 0.5,
    says: 'How often it weighs anew what to do; in between a plan is kept.',
    source: 'Eyes settle three to four times a second (Rayner 1998); more than that is not seen anew.',
  },
  {
    key: 'lookAheadSeconds',
    label: 'horizon',
    unit: 's',
    least: 0.5,
    most: 8,
    step: 0.1,
    says: 'How far ahead it thinks things through.',
    source: 'Set by us; no agreed measure.',
  },
  {
    key: 'mindedThreats',
    label: 'minds at once',
    unit: 'threats',
    least: 1,
    most: 8,
    step: 1,
    says: 'How many moving things it keeps in mind; of those that fly straight, four count as one.',
    source:
      'Four things are tracked at once by most, one to two beside another task, six to eight by trained players (Pylyshyn and Storm 1988; Green and Bavelier 2003).',
  },
  {
    key: 'beatRounds',
    label: 'knows a beat after',
    unit: 'rounds',
    least: 0,
    most: 5,
    step: 1,
    says: 'After so many rounds it foresees what goes in a beat; 0 for never.',
    source: 'Set by us; repeated sequences are taken up within few rounds (Nissen and Bullemer 1987).',
  },
  {
    key: 'slidesAhead',
    label: 'slides seen ahead',
    unit: 'slides',
    least: 1,
    most: 8,
    step: 1,
    says: 'How many slides in a row it thinks through.',
    source: 'Set by us; untrained solvers of sliding puzzles look one to three moves ahead.',
  },
  {
    key: 'cautionSeconds',
    label: 'caution',
    unit: 's of detour',
    least: 0,
    most: 20,
    step: 0.1,
    says: 'What a second of being seen is worth.',
    source: 'Set by us.',
  },
  {
    key: 'fearSeconds',
    label: 'fear',
    unit: 's of detour',
    least: 1,
    most: 60,
    step: 0.5,
    says: 'What a touch that ends the run is worth.',
    source: 'Set by us.',
  },
  {
    key: 'shyCells',
    label: 'distance kept',
    unit: 'cells',
    least: 0,
    most: 4,
    step: 0.05,
    says: 'How far beyond touching it keeps away from what harms.',
    source: 'Set by us.',
  },
  {
    key: 'patienceSeconds',
    label: 'patience',
    unit: 's',
    least: 1,
    most: 60,
    step: 0.5,
    says: 'After so long without headway it takes more risk and tries another way.',
    source: 'Set by us.',
  },
  {
    key: 'hesitationSeconds',
    label: 'looks round first',
    unit: 's at most',
    least: 0,
    most: 8,
    step: 0.1,
    says: 'How long it takes before it sets out, unless something comes near.',
    source: 'Set by us.',
  },
  {
    key: 'watchSeconds',
    label: 'watches beats first',
    unit: 's at most',
    least: 0,
    most: 30,
    step: 0.5,
    says: 'How long it watches guards that it does not know before it sets out, while nobody can see it; each run draws its own.',
    source: 'Set by us.',
  },
  {
    key: 'wayMisjudgement',
    label: 'misjudges ways by',
    unit: 'share',
    least: 0,
    most: 1,
    step: 0.05,
    says: 'Stretches of a way seem up to this share longer than they are.',
    source: 'Ways with turns are judged 10 to 30 % too long (Sadalla and Magel 1980).',
  },
  {
    key: 'slipShare',
    label: 'slips',
    unit: 'share of presses',
    least: 0,
    most: 0.3,
    step: 0.005,
    says: 'How often a neighbouring key goes down first.',
    source: 'Typists slip in 1 to 3 % of presses (Salthouse 1986); players under pressure in more.',
  },
  {
    key: 'timingJitterMs',
    label: 'timing',
    unit: 'ms late at most',
    least: 0,
    most: 400,
    step: 5,
    says: 'A change of key comes up to this much late.',
    source: 'Tapping on a beat spreads by 20 to 50 ms, by more without practice (Repp 2005).',
  },
  {
    key: 'pressesPerSecond',
    label: 'presses',
    unit: 'a second',
    least: 1,
    most: 8,
    step: 0.5,
    says: 'How often one key is pressed anew at most.',
    source: 'A finger taps five to seven times a second (Keele and Hawkins 1982).',
  },
  {
    key: 'aimSpreadDegrees',
    label: 'aim',
    unit: 'degrees off at most',
    least: 0,
    most: 45,
    step: 0.5,
    says: 'How far to either side it aims off.',
    source: 'Set by us; spread grows with the speed of the target (Fitts 1954).',
  },
];

const NOVICE: StandInTraits = {
  id: 'novice',
  name: 'novice',
  reactionMs: 450,
  thoughtsPerSecond: 3,
  lookAheadSeconds: 1.5,
  mindedThreats: 1,
  beatRounds: 0,
  slidesAhead: 2,
  cautionSeconds: 0.8,
  fearSeconds: 8,
  shyCells: 0.9,
  patienceSeconds: 5,
  hesitationSeconds: 3,
  watchSeconds: 0,
  wayMisjudgement: 0.7,
  slipShare: 0.07,
  timingJitterMs: 150,
  pressesPerSecond: 4,
  aimSpreadDegrees: 14,
};

const CASUAL: StandInTraits = {
  id: 'casual',
  name: 'casual',
  reactionMs: 330,
  thoughtsPerSecond: 4,
  lookAheadSeconds: 2.4,
  mindedThreats: 2,
  beatRounds: 2,
  slidesAhead: 3,
  cautionSeconds: 1.6,
  fearSeconds: 12,
  shyCells: 1.1,
  patienceSeconds: 7,
  hesitationSeconds: 1.8,
  watchSeconds: 0,
  wayMisjudgement: 0.45,
  slipShare: 0.04,
  timingJitterMs: 90,
  pressesPerSecond: 5,
  aimSpreadDegrees: 8,
};

const PRACTISED: StandInTraits = {
  id: 'practised',
  name: 'practised',
  reactionMs: 260,
  thoughtsPerSecond: 5,
  lookAheadSeconds: 4,
  mindedThreats: 4,
  beatRounds: 1,
  slidesAhead: 5,
  cautionSeconds: 3,
  fearSeconds: 16,
  shyCells: 0.8,
  patienceSeconds: 12,
  hesitationSeconds: 1.6,
  watchSeconds: 12,
  wayMisjudgement: 0.3,
  slipShare: 0.02,
  timingJitterMs: 50,
  pressesPerSecond: 6,
  aimSpreadDegrees: 4,
};

const EXPERT: StandInTraits = {
  id: 'expert',
  name: 'expert',
  reactionMs: 210,
  thoughtsPerSecond: 5,
  lookAheadSeconds: 4.5,
  mindedThreats: 6,
  beatRounds: 1,
  slidesAhead: 8,
  cautionSeconds: 3.8,
  fearSeconds: 16,
  shyCells: 0.75,
  patienceSeconds: 15,
  hesitationSeconds: 1.4,
  watchSeconds: 16,
  wayMisjudgement: 0.2,
  slipShare: 0.01,
  timingJitterMs: 25,
  pressesPerSecond: 7,
  aimSpreadDegrees: 2,
};

/** Those that ship, from the least to the most able. */
export const STAND_INS: readonly StandInTraits[] = [NOVICE, CASUAL, PRACTISED, EXPERT];

/** What clears a level without playing it: nobody at the controls, and somebody who does not look. */
export const CONTROLS = ['idle', 'blind'] as const;
export type ControlId = (typeof CONTROLS)[number];
