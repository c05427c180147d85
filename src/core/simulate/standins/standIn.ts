import type { RandomStream } from '../../foundation/random';
import type { Input } from '../engine/player/inputs';
import type { PlayerBody } from '../engine/player/playerBody';
import type { MindPicture } from './mindPicture';
import type { ScreenFrame } from './screen';

/** What somebody at the controls knows of himself at once. */
export interface OwnState {
  body: Readonly<PlayerBody>;
  tick: number;
  /** What is held of each kind. */
  held: ArrayLike<number>;
  livesLeft: number;
  /** Where the rim of a view that moves on lies, cells along. */
  rim: number;
}

/** One simulated player. It is asked once a tick and answers with an input, as a person at the controls would. */
export interface StandIn {
  /** Begins a run; with a notebook that is kept, it goes on as another try of the same person. */
  reset: (random: RandomStream, keepsNotebook: boolean) => void;
  /** Takes up a picture of the screen, as old as its reaction delay. */
  look: (frame: ScreenFrame) => void;
  press: (own: OwnState, random: RandomStream) => Input;
  /** Sees a tick in which somebody else plays, before it is handed the controls. */
  watch?: (own: OwnState) => void;
  /** Whether it stands on purpose just now, to see how things go. */
  readonly isWatching?: boolean;
  /** What it believes, minds and wants just now; undefined for one that thinks nothing. */
  readonly mind?: MindPicture;
}
