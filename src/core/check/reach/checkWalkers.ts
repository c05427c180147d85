import { cellIndexAt } from '../../arena/grid';
import { kindsOfSpawner, type CueProgram } from '../../compile/cueProgram';
import { actsOfState, type LevelProgram, type PieceProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { spanOfCue, warnInCues, type Subject } from '../subject';
import { harmsByTouch } from '../../compile/harmsByTouch';
import { computeReach, openedGround, roomsOf } from './computeReach';

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
  const { program } = subject;
  if (program.isSideView) return [];
  const grounds = new Map<number, WalkedGround>();
  const groundFor = (piece: PieceProgram): WalkedGround => {
    const ground = grounds.get(piece.kindIndex) ?? groundOf(program, piece);
    grounds.set(piece.kindIndex, ground);
    return ground;
  };
  return [...findPlaced(subject, groundFor), ...findArriving(subject, groundFor)];
}

function findPlaced({ program, level, path }: Subject, groundFor: (piece: PieceProgram) => WalkedGround): Diagnostic[] {
  return program.pieces.flatMap((piece) => {
    if (piece.isArrival || !walks(program, piece)) return [];
    const ground = groundFor(piece);
    const own = ground.rooms[cellIndexAt(program.grid, piece.x, piece.y)];
    const place = () => [...path, 'pieces', level.pieces.findIndex(({ id }) => id === piece.id)];
    const cutOff = firstCutOff(program, piece, ground, own);
    if (cutOff >= 0)
      return [
        warningAt(
          { path: [...place(), 'route', cutOff] },
          'waypoint-cut-off',
          `${piece.name} cannot get to waypoint ${cutOff + 1} of its route: walls are all round it or all round ${piece.name}.`,
          'Open a way there, or move the waypoint.',
        ),
      ];
    if (ground.withPlayer.has(own) || !isAfterPlayer(program, piece)) return [];
    return [
      warningAt(
        { path: place() },
        'walled-in',
        `${piece.name} never meets ${program.player.name}: no way leads from where it is to anywhere that ${program.player.name} can come.`,
        'Open a way, or move it.',
      ),
    ];
  });
}

/** Cues that let walkers in only where walls keep them from the player. */
function findArriving(subject: Subject, groundFor: (piece: PieceProgram) => WalkedGround): Diagnostic[] {
  const { program } = subject;
  return program.cues.flatMap((cue, index) => {
    const arrivals = kindsOfCue(cue).map((kind) =>
      program.pieces.find(({ isArrival, kindIndex }) => isArrival && kindIndex === kind),
    );
    const walledIn = arrivals.find(
      (piece) =>
        piece !== undefined &&
        walks(program, piece) &&
        isAfterPlayer(program, piece) &&
        isCutOff(program, cue, groundFor(piece)),
    );
    if (!walledIn) return [];
    return [
      warnInCues(
        subject,
        spanOfCue(subject, index),
        'walled-in',
        `${program.kinds[walledIn.kindIndex].name} of ${cue.name} never meets ${program.player.name}: no way leads from where it comes in to anywhere that ${program.player.name} can come.`,
        'Open a way, or let it come in elsewhere.',
      ),
    ];
  });
}

function kindsOfCue(cue: CueProgram): number[] {
  if (cue.type === 'spawner') return kindsOfSpawner(cue);
  return [...new Set(cue.waves.flatMap(({ entries }) => entries.map(({ kind }) => kind)))];
}

/** Whether all the room that there is where a cue lets in is apart from the player; what comes from outside is not asked. */
function isCutOff({ grid }: LevelProgram, { place }: CueProgram, { rooms, withPlayer }: WalkedGround): boolean {
  let isAnyRoom = false;
  for (const { x, y, width, height } of place.spots) {
    const [left, right] = [Math.min(x, x + width), Math.max(x, x + width)];
    const [top, foot] = [Math.min(y, y + height), Math.max(y, y + height)];
    if (left < 0 || top < 0 || right > grid.width || foot > grid.height) return false;
    for (let row = Math.floor(top); row <= Math.min(grid.height - 1, Math.floor(foot)); row++)
      for (let column = Math.floor(left); column <= Math.min(grid.width - 1, Math.floor(right)); column++) {
        const room = rooms[row * grid.width + column];
        if (room > 0 && withPlayer.has(room)) return false;
        isAnyRoom ||= room > 0;
      }
  }
  return isAnyRoom;
}

/** Where bodies of a kind can walk, with all open that can come to be in a run. */
interface WalkedGround {
  rooms: Int32Array;
  /** Rooms from which they can come near enough to touch the player. */
  withPlayer: ReadonlySet<number>;
}

function groundOf(program: LevelProgram, { kindIndex, radius }: PieceProgram): WalkedGround {
  const { grid, ground, kinds, player } = program;
  const stops = ground.types.map(({ solid, solidFor }) => (solidFor ? solidFor[kindIndex] === 1 : solid));
  const solid = Uint8Array.from(openedGround(program), (type) => (stops[type] ? 1 : 0));
  const rooms = roomsOf({ ...grid, solid }, kinds[kindIndex].stand);
  const { isReached } = computeReach(program);
  const reach = Math.ceil(radius + player.radius);
  const withPlayer = new Set<number>();
  isReached.forEach((reached, cell) => {
    if (reached === 0) return;
    const [column, row] = [cell % grid.width, Math.floor(cell / grid.width)];
    for (let y = Math.max(0, row - reach); y <= Math.min(grid.height - 1, row + reach); y++)
      for (let x = Math.max(0, column - reach); x <= Math.min(grid.width - 1, column + reach); x++)
        withPlayer.add(rooms[y * grid.width + x]);
  });
  return { rooms, withPlayer };
}

function walks({ brains, kinds, contacts }: LevelProgram, { brain, kindIndex, isShot, partOf }: PieceProgram): boolean {
  if (brain < 0 || isShot || partOf >= 0 || kinds[kindIndex].floats || kinds[kindIndex].wear > 0) return false;
  const isSent = contacts.some(
    ({ on, effects }) => on === kindIndex && effects.some(({ effect }) => effect === 'teleport'),
  );
  return !isSent && brains[brain].states.every(({ motion }) => WALKS.has(motion.operation));
}

/** Which of its waypoints a piece that patrols cannot get to, or −1. */
function firstCutOff(
  { brains, grid }: LevelProgram,
  { brain, route }: PieceProgram,
  { rooms }: WalkedGround,
  own: number,
): number {
  if (!brains[brain].states.some(({ motion }) => motion.operation === 'patrol')) return -1;
  for (let at = 0; at < route.length; at += 2)
    if (rooms[cellIndexAt(grid, route[at], route[at + 1])] !== own) return at / 2;
  return -1;
}

/** Whether meeting the player is all that a piece is there for: it harms by touch, and does nothing from afar. */
function isAfterPlayer(program: LevelProgram, { brain, kindIndex, isThreat }: PieceProgram): boolean {
  const harms = isThreat || harmsByTouch(program, kindIndex);
  return (
    harms && !program.brains[brain].states.some((state) => actsOfState(state).some(({ act }) => REACHES_OUT.has(act)))
  );
}
