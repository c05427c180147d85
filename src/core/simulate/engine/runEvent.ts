/** Stands between the id of a place and the number of the one that took it. */
const TIMES_MARK = '~';

/** The name in the log of the one that took a place among the pieces as number so-and-so of a run, from 1. */
export function logNameOf(id: string, times: number): string {
  return times > 1 ? `${id}${TIMES_MARK}${times}` : id;
}

/** The id of the piece, or of the place among the pieces, that a name in the log is about. */
export function pieceIdOf(logName: string): string {
  return logName.split(TIMES_MARK, 1)[0];
}

/** One entry of a run's log. Ticks count from 0; places are in cells; pieces are named as in {@link logNameOf}. */
export type RunEvent =
  | { type: 'sight'; tick: number; piece: string }
  | { type: 'sight lost'; tick: number; piece: string }
  | { type: 'state'; tick: number; piece: string; from: string; to: string }
  /** A piece turned round by itself: at a wall or the rim of the level, or at a ledge that it minds. */
  | { type: 'turn'; tick: number; piece: string; cause: TurnCause; x: number; y: number }
  | { type: 'shout'; tick: number; piece: string; sound: string }
  /** Something happened to a body on contact; `by` and `on` are ids of pieces. */
  | { type: 'contact'; tick: number; by: string; on: string; effect: string }
  | { type: 'gone'; tick: number; piece: string; why: string }
  | { type: 'shot'; tick: number; piece: string }
  /** A shot passed the player closely; where the player was. */
  | { type: 'near miss'; tick: number; piece: string; x: number; y: number }
  /** A goal was filled. */
  | { type: 'filled'; tick: number; piece: string }
  /** A cell became another ground; `cell` counts row by row from the north-west. */
  | { type: 'ground'; tick: number; cell: number; becomes: string }
  /** A cue let a piece in. */
  | { type: 'arrival'; tick: number; cue: string; piece: string; kind: string; x: number; y: number }
  | { type: 'wave'; tick: number; cue: string; number: number; what: 'starts' | 'cleared' }
  | { type: 'score'; tick: number; points: number; total: number }
  /** The player was lost and comes back; `left` lives remain. */
  | {
      type: 'life lost';
      tick: number;
      cause: EndCause;
      piece: string | undefined;
      left: number;
      x: number;
      y: number;
    }
  | { type: 'end'; tick: number; outcome: Outcome; cause: EndCause; piece: string | undefined; x: number; y: number };

/** Why a piece turned round. */
export type TurnCause = 'wall' | 'ledge';

export type Outcome = 'won' | 'lost' | 'out of time';
export type EndCause =
  | 'reached the exit'
  | 'touched'
  /** By a contact that harms or defeats. */
  | 'defeated'
  | 'drowned'
  | 'fell'
  /** By ground that harms. */
  | 'worn down'
  /** By the rim of a view that moves on. */
  | 'overtaken'
  /** A rule of the level that wins or loses. */
  | 'rule'
  | 'clock';
