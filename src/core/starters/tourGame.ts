import { startingControl } from '../document/controlShape';
import type { GameDocument } from '../document/gameDocument';
import { Beginning } from './beginGame';

/** Two rooms and the only passage between them, with two jets in it. */
const PASSAGE = [
  '######################',
  '#.......#####........#',
  '#.......#####........#',
  '#.......#####........#',
  '#@..................E#',
  '#.......#####........#',
  '#.......#####........#',
  '#.......#####........#',
  '######################',
];

/** The kind of the jets. */
export const TOUR_KIND = 'hot-jet';

/**
 * The game of the tour: its only level is wrong on purpose. The jets in the only passage pause for so short a time that nobody comes
 * through; with a pause of about a second and a half it is a fair level. Its id is its own, so that the tour begins anew each time.
 */
export function tourGame(): GameDocument {
  const begun = new Beginning('First steps', PASSAGE, startingControl('eight ways'), []);
  begun.level.name = 'The hot passage';
  for (const x of [8.5, 12.5]) begun.put('hazard', [x, 4.5]);
  begun.turn(TOUR_KIND, { pause: 0.2, warning: 0.1, blast: 2 });
  begun.level.rules.timeLimit = 30;
  return begun.game;
}
