/** One entry of a run's log. Ticks count from 0; places are in cells. */
export type RunEvent =
  | { type: 'sight'; tick: number; piece: string }
  | { type: 'sight lost'; tick: number; piece: string }
  | { type: 'state'; tick: number; piece: string; from: string; to: string }
  | { type: 'end'; tick: number; outcome: Outcome; cause: EndCause; piece: string | undefined; x: number; y: number };

export type Outcome = 'won' | 'lost' | 'out of time';
export type EndCause = 'reached the exit' | 'touched' | 'clock';
