import type { ArenaGrid } from '../arena/grid';
import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf, type Kind } from '../document/resolveKind';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import { MOST_FOLLOWED_SPEED } from './checkMovers';

/** A player that is across the arena in less than this cannot be steered by a person. */
const LEAST_CROSSING_SECONDS = 0.35;
const MOST_SECONDS_A_CELL = 2;

/** What can be said of how a player steers in a level before any run. */
export function checkControl(game: GameDocument, level: Level, grid: ArenaGrid, kind: Kind): Diagnostic[] {
  const control = kind.control!;
  const owner = kindIndexOfControl(game, kind);
  const path = ['cast', owner, 'control'];
  const faults: Diagnostic[] = [];
  const crossing = Math.max(grid.width, grid.height) / control.speed;
  // One that flaps on the spot is meant: all comes towards it.
  const isTooSlow = control.speed > 0 && control.speed * MOST_SECONDS_A_CELL < 1;
  if (crossing < LEAST_CROSSING_SECONDS || control.speed > MOST_FOLLOWED_SPEED || isTooSlow) {
    faults.push(
      warningAt(
        { path: [...path, 'speed'] },
        'speed-implausible',
        `${kind.name} at ${control.speed} cells/s crosses ${level.name} in ${crossing.toFixed(1)} s.`,
        'Speeds are cells a second, whatever the tick rate.',
      ),
    );
  }
  if (control.scheme === 'eight ways' && !control.evenDiagonals) {
    faults.push(
      warningAt(
        { path: [...path, 'evenDiagonals'] },
        'diagonals-faster',
        `${kind.name} is 41 % faster on diagonals: ${(control.speed * Math.SQRT2).toFixed(2)} instead of ${control.speed} cells/s.`,
        'Set `evenDiagonals` to true unless that is wanted.',
      ),
    );
  }
  if ((control.scheme === 'flap' || control.scheme === 'run and jump') && level.view !== 'side') {
    faults.push(
      warningAt(
        { path: ['levels', game.levels.findIndex((candidate) => candidate.id === level.id)] },
        'scheme-needs-side-view',
        `${kind.name} steers by "${control.scheme}", but ${level.name} is seen from above, where nothing falls.`,
        'Set the view of the level to "side", or choose another control scheme.',
      ),
    );
  }
  return faults;
}

/** The place in the cast where the control scheme of a kind is written. */
function kindIndexOfControl(game: GameDocument, kind: Kind): number {
  let entry = game.cast.findIndex((candidate) => candidate.id === kind.id);
  while (game.cast[entry]?.control === undefined && game.cast[entry]?.varies !== undefined) {
    const { varies } = game.cast[entry];
    entry = game.cast.findIndex((candidate) => candidate.id === varies);
  }
  return Math.max(0, kindOf(game, kind.id) ? entry : 0);
}
