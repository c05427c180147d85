import type { RandomStream } from '../../foundation/random';
import type { Input } from '../engine/player/inputs';
import type { StandInView } from './standInView';

/** One simulated player. It is asked once a tick and answers with an input, as a person at the controls would. */
export interface StandIn {
  /** Begins a run. */
  reset: (random: RandomStream) => void;
  press: (view: StandInView, random: RandomStream) => Input;
}
