/** One entry of a run's log. Ticks count from 0; places are in cells. */
export type RunEvent =
  | { type: 'sight'; tick: number; piece: string }
  | { type: 'sight lost'; tick: number; piece: string }
  | { type: 'state'; tick: number; piece: string; from: string; to: string }
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
  /** A rule of the level that wins or loses. */
  | 'rule'
  | 'clock';
