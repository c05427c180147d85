import type { EndCause } from './runEvent';
import { NEVER } from './never';

/** Stands for nobody where the piece that ended a run is kept; −1 is the player itself or no piece at all. */
export const NOBODY = -2;

/**
 * The single numbers of a run; with the columns they are all that changes in it. Every field holds its value at the start,
 * and whatever copies or restores a world goes over these fields.
 */
export class RunNumbers {
  tick = 0;
  seed = 0;
  /** Whether the player is there: seen, heard and met. Without it everything else goes on as it would. */
  hasPlayer = true;
  /** Encounters in which only the boxes met, and shots that passed the player closely. */
  boxOnly = 0;
  nearMisses = 0;
  /** How many of `carriedPieces` are carried. */
  carriedCount = 0;
  livesLeft = 1;
  /** When and where the player was last lost, and the piece that did it: −1 for none. */
  lossTick = NEVER;
  lossPiece = -1;
  lossX = 0;
  lossY = 0;
  /** How far the player moved in the tick before. */
  playerMovedX = 0;
  playerMovedY = 0;
  /** How many cells of the ground have changed since the start. */
  groundChanges = 0;
  /** Where the rim of the view lies, cells along; and how far the player has come at the farthest. */
  rim = 0;
  farthest = 0;
  /** What the player presses on against, −1 for nothing, and for how many ticks. */
  leaningOn = -1;
  leaningTicks = 0;
  /** Set by effects: the piece that ended the run in this tick. */
  endedBy = NOBODY;
  /** The threat that the player touched in this tick, −1 for none; what the ground did to it. */
  touching = -1;
  takenBy: EndCause | undefined = undefined;
}

/** The names of the fields, in their order. */
export const RUN_NUMBERS = Object.keys(new RunNumbers()) as readonly (keyof RunNumbers)[];

const AT_START = new RunNumbers();

/** Takes over all numbers of another run. */
export function copyNumbers(to: RunNumbers, from: RunNumbers): void {
  for (const name of RUN_NUMBERS) copyOne(to, from, name);
}

export function resetNumbers(numbers: RunNumbers): void {
  copyNumbers(numbers, AT_START);
}

function copyOne<Name extends keyof RunNumbers>(to: RunNumbers, from: RunNumbers, name: Name): void {
  to[name] = from[name];
}
