/** A simulated player as data: the limits of a person at the controls. */
export interface StandInTraits {
  id: string;
  name: string;
  /** It acts on the world as it was this long ago. */
  reactionMs: number;
  decisionsPerSecond: number;
  /** How far ahead it thinks things through. */
  lookAheadSeconds: number;
  /** How many threats it can mind at once: the nearest ones. */
  mindedThreats: number;
  /** What a second of being seen is worth, in seconds of detour. */
  cautionSeconds: number;
  /** What a touch is worth, in seconds of detour. */
  fearSeconds: number;
  /** After this long without headway it takes more risk. */
  patienceSeconds: number;
  /** It looks round for up to this long before it sets out. */
  hesitationSeconds: number;
  /** How far off its feeling for distances is: stretches of the way seem up to this share longer than they are. */
  wayMisjudgement: number;
  /** Share of decisions in which a neighbouring key is pressed. */
  slipShare: number;
  /** A decision takes effect up to this much late. */
  timingJitterMs: number;
}

/**
 * Plays now and then. The reaction delay is of the size found for choosing among several answers to something seen
 * (about 300 to 400 ms); the other numbers are set so that the hall of the demo is neither trivial nor hopeless.
 */
const CASUAL: StandInTraits = {
  id: 'casual',
  name: 'casual',
  reactionMs: 330,
  decisionsPerSecond: 6,
  lookAheadSeconds: 2.4,
  mindedThreats: 2,
  cautionSeconds: 1.6,
  fearSeconds: 12,
  patienceSeconds: 6,
  hesitationSeconds: 4,
  wayMisjudgement: 0.6,
  slipShare: 0.04,
  timingJitterMs: 90,
};

export const STAND_INS: readonly StandInTraits[] = [CASUAL];
