import type { Happening, HappeningName, SavedCheck } from '../../document/savedCheck';
import type { CheckOutcome, PlayedCheck } from './playSavedCheck';

/** How ids are told: by the names that people see. */
export interface CheckNames {
  piece(id: string): string;
  standIn(id: string): string;
}

type Words = {
  [Name in HappeningName]: (
    happening: Extract<Happening, { event: Name }>,
    piece: (id: string) => string,
  ) => { does: string; doesNot: string };
};

const place = ([x, y]: readonly [number, number]) => `${x}, ${y}`;

const WORDS: Words = {
  turns: ({ piece }, name) => ({ does: `${name(piece)} turns`, doesNot: `${name(piece)} does not turn` }),
  'is in state': ({ piece, state }, name) => ({
    does: `${name(piece)} is in state ${state}`,
    doesNot: `${name(piece)} is not in state ${state}`,
  }),
  'sees the player': ({ piece }, name) => ({
    does: `${piece === undefined ? 'somebody' : name(piece)} sees the player`,
    doesNot: piece === undefined ? 'nobody sees the player' : `${name(piece)} does not see the player`,
  }),
  'is at': ({ piece, at }, name) => ({
    does: `${name(piece)} is at ${place(at)}`,
    doesNot: `${name(piece)} is not at ${place(at)}`,
  }),
  'is gone': ({ piece }, name) => ({ does: `${name(piece)} is gone`, doesNot: `${name(piece)} is still there` }),
  'have come in': ({ cue, count }) => ({
    does: `${cue} has let in ${count}`,
    doesNot: `${cue} has let in fewer than ${count}`,
  }),
  'wave is over': ({ cue, wave }) => ({
    does: `wave ${wave} of ${cue} is over`,
    doesNot: `wave ${wave} of ${cue} is not over`,
  }),
  'more are there': ({ kind, than }) => ({
    does: `there are more than ${than} of ${kind}`,
    doesNot: `there are never more than ${than} of ${kind}`,
  }),
  'score is': ({ points }) => ({
    does: `the score is ${points} or more`,
    doesNot: `the score is below ${points}`,
  }),
  'player is lost': () => ({ does: 'the player is lost', doesNot: 'the player is not lost' }),
  'level is won': () => ({ does: 'the level is won', doesNot: 'the level is not won' }),
};

/** "the warden turns before 4 s", "nobody sees the player for 5 s" */
export function sayExpectation({ happens, holds, seconds }: SavedCheck, { piece }: CheckNames): string {
  const words = WORDS[happens.event] as (
    own: Happening,
    name: (id: string) => string,
  ) => { does: string; doesNot: string };
  const { does, doesNot } = words(happens, piece);
  return holds === 'before' ? `${does} before ${seconds} s` : `${doesNot} for ${seconds} s`;
}

/** "player at 12,7; casual plays seed 3"; empty where nothing is pressed from the start on seed 1. */
export function sayScene({ from, plays, inputs, seed }: SavedCheck, { standIn }: CheckNames): string {
  const who = inputs !== undefined ? 'a kept try' : plays === undefined ? '' : `${standIn(plays)} plays`;
  const which = seed === undefined || seed === 1 ? '' : `seed ${seed}`;
  return [from, [who, which].filter((part) => part !== '').join(', ')].filter((part) => part).join('; ');
}

/** The whole check as one statement. */
export function saySavedCheck(check: SavedCheck, names: CheckNames): string {
  const scene = sayScene(check, names);
  return scene === '' ? sayExpectation(check, names) : `${scene}: ${sayExpectation(check, names)}`;
}

/** "holds", "broken: not within 4.0 s" */
export function sayOutcome(outcome: CheckOutcome): string {
  return outcome.status === 'holds' ? 'holds' : `${outcome.status}: ${outcome.why}`;
}

/** How many of some checks hold, in words. */
export function sayTally(played: readonly PlayedCheck[]): string {
  const holding = played.filter(({ outcome }) => outcome.status === 'holds').length;
  return holding === played.length ? `all ${played.length} hold` : `${holding} of ${played.length} hold`;
}

/** Why more than one of some checks cannot be played, where that is the same for them; and how many those are. */
export function sharedReason(played: readonly PlayedCheck[]): { count: number; why: string } | undefined {
  const reasons = played.flatMap(({ outcome }) => (outcome.status === 'cannot be played' ? [outcome.why] : []));
  const [why] = reasons;
  const count = reasons.filter((reason) => reason === why).length;
  return count > 1 ? { count, why } : undefined;
}
