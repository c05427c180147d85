import { cellIndexAt } from '../../arena/grid';
import { standingPlaces } from '../../arena/standing';
import { actsOfState, type LevelProgram, type PieceProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import type { Subject } from '../subject';
import { harmsByTouch } from './checkLandings';
import { computeReach, floodStanding, openedGround } from './computeReach';

/** Motions by which a piece goes no farther than its own walking takes it. */
const WALKS = new Set([
  'hold',
  'patrol',
  'pace',
  'wander',
  'roam',
  'chase',
  'travel',
  'follow',
  'flee',
  'circle',
  'search',
  'look',
  'turn',
]);
/** Acts that reach farther than the body that does them. */
const REACHES_OUT = new Set(['fire', 'shout', 'tell']);

/**
 * Walkers that walls keep from where they are meant to go: from a waypoint, or from everywhere that the player can come. Not
 * asked seen from the side, where ledges and falls decide.
 */
export function checkWalkers(subject: Subject): Diagnostic[] {
  const { program, level, path } = subject;
  if (program.isSideView) return [];
  const opened = openedGround(program);
  const { isReached } = computeReach(program);
  return program.pieces.flatMap((piece) => {
    if (!walks(program, piece)) return [];
    const ways = waysOf(program, piece, opened);
    const place = [...path, 'pieces', level.pieces.findIndex(({ id }) => id === piece.id)];
    const cutOff = firstCutOff(program, piece, ways);
    if (cutOff >= 0)
      return [
        warningAt(
          { path: [...place, 'route', cutOff] },
          'waypoint-cut-off',
          `${piece.name} cannot get to waypoint ${cutOff + 1} of its route: walls are all round it or all round ${piece.name}.`,
          'Open a way there, or move the waypoint.',
        ),
      ];
    if (!isAfterPlayer(program, piece) || meets(program, piece, ways, isReached)) return [];
    return [
      warningAt(
        { path: place },
        'walled-in',
        `${piece.name} never meets ${program.player.name}: no way leads from where it is to anywhere that ${program.player.name} can come.`,
        'Open a way, or move it.',
      ),
    ];
  });
}

function walks(
  { brains, kinds, contacts }: LevelProgram,
  { brain, kindIndex, isShot, isArrival, partOf }: PieceProgram,
): boolean {
  if (brain < 0 || isShot || isArrival || partOf >= 0 || kinds[kindIndex].floats || kinds[kindIndex].wear > 0)
    return false;
  const isSent = contacts.some(
    ({ on, effects }) => on === kindIndex && effects.some(({ effect }) => effect === 'teleport'),
  );
  return !isSent && brains[brain].states.every(({ motion }) => WALKS.has(motion.operation));
}

/** The cells to which a piece can walk, with all open that can come to be in a run. */
function waysOf(program: LevelProgram, { kindIndex, x, y }: PieceProgram, opened: Uint8Array): Uint8Array {
  const { grid, ground, kinds } = program;
  const { stand } = kinds[kindIndex];
  const stops = ground.types.map(({ solid, solidFor }) => (solidFor ? solidFor[kindIndex] === 1 : solid));
  const own = { ...grid, solid: Uint8Array.from(opened, (type) => (stops[type] ? 1 : 0)) };
  return floodStanding(own, stand, standingPlaces(own, stand), [cellIndexAt(grid, x, y)]);
}

/** Which of its waypoints a piece that patrols cannot get to, or −1. */
function firstCutOff({ brains, grid }: LevelProgram, { brain, route }: PieceProgram, ways: Uint8Array): number {
  if (!brains[brain].states.some(({ motion }) => motion.operation === 'patrol')) return -1;
  for (let at = 0; at < route.length; at += 2)
    if (ways[cellIndexAt(grid, route[at], route[at + 1])] === 0) return at / 2;
  return -1;
}

/** Whether meeting the player is all that a piece is there for: it harms by touch, and does nothing from afar. */
function isAfterPlayer(program: LevelProgram, { brain, kindIndex, isThreat }: PieceProgram): boolean {
  const harms = isThreat || harmsByTouch(program, kindIndex);
  return (
    harms && !program.brains[brain].states.some((state) => actsOfState(state).some(({ act }) => REACHES_OUT.has(act)))
  );
}

/** Whether a piece can come near enough to a cell that the player can come over. */
function meets(
  { grid, player }: LevelProgram,
  { radius }: PieceProgram,
  ways: Uint8Array,
  isReached: Uint8Array,
): boolean {
  const reach = Math.ceil(radius + player.radius);
  return ways.some((way, cell) => {
    if (way === 0) return false;
    const [column, row] = [cell % grid.width, Math.floor(cell / grid.width)];
    for (let down = -reach; down <= reach; down++)
      for (let across = -reach; across <= reach; across++) {
        const [toColumn, toRow] = [column + across, row + down];
        if (toColumn < 0 || toRow < 0 || toColumn >= grid.width || toRow >= grid.height) continue;
        if (isReached[toRow * grid.width + toColumn] === 1) return true;
      }
    return false;
  });
}
