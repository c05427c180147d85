import { cellIndexAt } from '../arena/grid';
import { prepareMeeting, type Meeting } from '../arena/meeting';
import { segmentToPolygonSquare } from '../arena/outline';
import { testsOf } from '../compile/conditionProgram';
import type { LevelProgram, MotionProgram, StateProgram, TestWord } from '../compile/levelProgram';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { passTime } from '../simulate/engine/passTime';
import { stepAlone } from '../simulate/engine/tick';
import { World } from '../simulate/engine/world';
import { areWaysSure, needsOf } from './leastWay';

/** Into so many places a side a cell may be cut. */
const PARTS = [1, 2, 3, 4, 5, 6];
/** What rounding may add to a way, cells. */
const ROUNDING = 1e-6;
/** As well as the best cut is one that is so much worse and coarser. */
const NEARLY_AS_GOOD = 0.97;
const FREE_SCHEMES = ['eight ways', 'four ways', 'steer to a point'];

/**
 * A bound for players who move freely, seen from above: at which places they can be at all at each moment. It errs on one side
 * only. A body comes no farther than one place a look, round no wall, and is nowhere where, at the moment of a look, it would
 * surely touch what goes its own course; everything else that may harm is left out. So before the goal is among the places
 * nothing wins, and where it never is nothing can. Never more is said than that.
 */
export class FreeBound {
  /** The first tick in which the goal may be reached; Infinity once it is known that it never is. */
  notBefore = 1;
  isDone = false;
  /** How many places were looked at, all moments together. */
  lookedAt = 0;
  private readonly world: World;
  private readonly parts: number;
  private readonly ticksApart: number;
  private readonly columns: number;
  private readonly rows: number;
  /** 1 where walls leave room for the middle of the body, and where the goal is. */
  private readonly isOpen: Uint8Array;
  private readonly isGoal: Uint8Array;
  private readonly hazards: readonly { piece: number; meeting: Meeting }[];
  private places: Uint8Array;
  private next: Uint8Array;

  /** Only where {@link whyNoBound} has nothing to say. */
  constructor(
    private readonly program: LevelProgram,
    seed: number,
  ) {
    const { grid, player, kinds } = program;
    this.world = new World(prepareRuns(program));
    this.world.reset(seed);
    passTime(this.world);
    this.parts = partsFor(player.step)!;
    this.ticksApart = ticksToCross(this.parts, player.step);
    this.columns = grid.width * this.parts;
    this.rows = grid.height * this.parts;
    this.isOpen = Uint8Array.from({ length: this.columns * this.rows }, (_, place) => (this.hasRoom(place) ? 1 : 0));
    const goals = new Set(needsOf(program).flatMap(({ end }) => end ?? []));
    // The rim of the goal counts as in it, so the places beside it are taken with it.
    this.isGoal = Uint8Array.from(this.isOpen, (_, place) => (this.isNextTo(place, goals) ? 1 : 0));
    const own = kinds[player.kindIndex].hit;
    this.hazards = [...program.pieces.keys()]
      .filter((piece) => isSureHazard(program, piece))
      .map((piece) => ({ piece, meeting: prepareMeeting(own, kinds[program.pieces[piece].kindIndex].hit) }));
    this.places = new Uint8Array(this.isOpen.length);
    this.next = new Uint8Array(this.isOpen.length);
    this.places[this.placeAt(player.x, player.y)] = 1;
  }

  /** Goes on for so many looks. */
  work(looks: number): void {
    for (let look = 0; look < looks && !this.isDone; look++) {
      const before = this.world.tick;
      for (let tick = 0; tick < this.ticksApart; tick++) stepAlone(this.world);
      const [count, isThere] = this.spread();
      this.lookedAt += count;
      if (isThere) this.end(before + 1);
      else if (count === 0 || this.world.tick >= this.program.timeLimitTicks) this.end(Infinity);
      else this.notBefore = this.world.tick + 1;
    }
  }

  private end(notBefore: number): void {
    this.notBefore = notBefore;
    this.isDone = true;
  }

  /** All places to which a body may have come since the last look; how many, and whether one is a goal. */
  private spread(): [count: number, isThere: boolean] {
    const { places, next, columns, rows, isOpen, isGoal } = this;
    next.fill(0);
    let isThere = false;
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        if (places[row * columns + column] === 0) continue;
        for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
          for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++)
            next[y * columns + x] = isOpen[y * columns + x];
      }
    }
    // On the way from look to look the goal may be reached before a hazard comes there.
    for (let place = 0; place < next.length && !isThere; place++) isThere = next[place] === 1 && isGoal[place] === 1;
    for (const { piece, meeting } of this.hazards) if (this.world.isIn(piece)) this.takeOut(piece, meeting);
    this.places = next;
    this.next = places;
    return [next.reduce((sum, own) => sum + own, 0), isThere];
  }

  /** Takes out all places in which a body surely touches a piece. */
  private takeOut(piece: number, meeting: Meeting): void {
    const { world, parts, columns, rows, next } = this;
    const [x, y] = [world.x[piece], world.y[piece]];
    const low = (edge: number) => Math.max(0, Math.floor(edge * parts));
    const last = {
      column: Math.min(columns - 1, low(x + meeting.east)),
      row: Math.min(rows - 1, low(y + meeting.south)),
    };
    for (let row = low(y - meeting.north); row <= last.row; row++)
      for (let column = low(x - meeting.west); column <= last.column; column++) {
        const place = row * columns + column;
        if (next[place] === 1 && isWithin(meeting, column / parts - x, row / parts - y, 1 / parts)) next[place] = 0;
      }
  }

  private isNextTo(place: number, cells: ReadonlySet<number>): boolean {
    const [column, row] = [place % this.columns, Math.floor(place / this.columns)];
    for (let y = Math.max(0, row - 1); y <= Math.min(this.rows - 1, row + 1); y++)
      for (let x = Math.max(0, column - 1); x <= Math.min(this.columns - 1, column + 1); x++)
        if (cells.has(this.cellOf(y * this.columns + x))) return true;
    return false;
  }

  private cellOf(place: number): number {
    const { width } = this.program.grid;
    const [column, row] = [place % this.columns, Math.floor(place / this.columns)];
    return Math.floor(row / this.parts) * width + Math.floor(column / this.parts);
  }

  private placeAt(x: number, y: number): number {
    return Math.floor(y * this.parts) * this.columns + Math.floor(x * this.parts);
  }

  /** Whether the middle of the body may be in a place: not in a wall, nor nearer to one beside it than its half. */
  private hasRoom(place: number): boolean {
    const { grid, player } = this.program;
    const { solid, width, height } = grid;
    const cell = this.cellOf(place);
    if (solid[cell] === 1) return false;
    const [column, row] = [cell % width, Math.floor(cell / width)];
    const isWall = (x: number, y: number) => x < 0 || y < 0 || x >= width || y >= height || solid[y * width + x] === 1;
    const [east, south] = [(place % this.columns) % this.parts, Math.floor(place / this.columns) % this.parts];
    const { stand } = player;
    const far = (index: number) => (index + 1) / this.parts;
    const near = (index: number) => 1 - index / this.parts;
    return !(
      (isWall(column - 1, row) && far(east) < stand.west) ||
      (isWall(column + 1, row) && near(east) < stand.east) ||
      (isWall(column, row - 1) && far(south) < stand.north) ||
      (isWall(column, row + 1) && near(south) < stand.south)
    );
  }
}

/** Whether of all places in a square, as seen from a piece, each touches the same part of it: parts are convex. */
function isWithin({ polygons, reachSquares }: Meeting, x: number, y: number, size: number): boolean {
  for (let pair = 0; pair < polygons.length; pair++) {
    const touches = (dx: number, dy: number) =>
      segmentToPolygonSquare(polygons[pair], x + dx, y + dy, 0, 0) <= reachSquares[pair];
    if (touches(0, 0) && touches(size, 0) && touches(0, size) && touches(size, size)) return true;
  }
  return false;
}

/** Why nothing can be said of a level in this way, in words; undefined where something can. */
export function whyNoBound(program: LevelProgram): string | undefined {
  const { player, isSideView, scroll, contacts } = program;
  if (isSideView || scroll || !FREE_SCHEMES.includes(player.control.scheme)) return 'its player does not walk freely';
  if (partsFor(player.step) === undefined) return 'its player is too quick';
  if (player.gun) return 'its player can shoot';
  if (new World(prepareRuns(program)).ground.canChange) return 'its ground can change';
  if (!areWaysSure(program)) return 'something carries its player, pushes it or sends it elsewhere';
  if (contacts.some(({ effects }) => effects.some(({ effect }) => effect === 'safe')))
    return 'something makes its player safe';
  const needs = needsOf(program);
  if (needs.length === 0 || needs.some(({ end }) => end === undefined)) return 'it is not won by being somewhere';
  const { grid } = program;
  const isInside = player.x >= 0 && player.y >= 0 && player.x < grid.width && player.y < grid.height;
  return isInside && grid.solid[cellIndexAt(grid, player.x, player.y)] === 0 ? undefined : 'its player begins outside';
}

/** In how many ticks a body comes no farther than one place. */
function ticksToCross(parts: number, step: number): number {
  return Math.floor((1 / parts - ROUNDING) / step + ROUNDING);
}

/** The cut with which looks are as far apart as the way from place to place takes, so that little is lost. */
function partsFor(step: number): number | undefined {
  const used = (parts: number) => ticksToCross(parts, step) * step * parts;
  const best = Math.max(...PARTS.map(used));
  // Coarse cuts lose more at hazards than they spare.
  const fine = PARTS.filter((parts) => parts >= 3 && used(parts) >= NEARLY_AS_GOOD * best);
  return best > 0 ? (fine[0] ?? PARTS.find((parts) => used(parts) === best)) : undefined;
}

/** What changes where a piece goes. */
const DISTURBING = ['defeat', 'harm', 'push', 'stun', 'teleport', 'speed', 'collect', 'fill', 'deliver'];

/** Whether a piece surely ends the run, or takes a life or health, where the player touches it, and nothing in a run changes how it goes. */
function isSureHazard(program: LevelProgram, piece: number): boolean {
  const { pieces, kinds, contacts, player, rules, brains } = program;
  const { kindIndex, brain, isArrival, isShot, formation, partOf, isThreat } = pieces[piece];
  if (isArrival || isShot || formation >= 0 || partOf >= 0 || kinds[kindIndex].falls) return false;
  const harms =
    isThreat ||
    rules.loses.some((loss) => loss.type === 'touches' && loss.kinds.includes(kindIndex)) ||
    contacts.some(
      ({ by, on, effects }) =>
        by === kindIndex &&
        on === player.kindIndex &&
        effects.some(({ effect }) => effect === 'defeat' || effect === 'harm'),
    );
  const isDisturbed = contacts.some(
    ({ on, effects }) => on === kindIndex && effects.some(({ effect }) => DISTURBING.includes(effect)),
  );
  return harms && !isDisturbed && (brain < 0 || brains[brain].states.every(goesByTheClock));
}

const FREE_MOTIONS: readonly MotionProgram['operation'][] = ['hold', 'patrol', 'pace', 'drift', 'look'];
const FREE_TESTS: readonly TestWord[] = ['after', 'every', 'arrived'];

/** Whether what a piece does in a state follows from itself, the walls and the clock alone. */
function goesByTheClock({ motion, transitions }: StateProgram): boolean {
  return (
    FREE_MOTIONS.includes(motion.operation) &&
    !motion.speed &&
    transitions.every(({ condition }) => testsOf(condition).every(({ type }) => FREE_TESTS.includes(type as TestWord)))
  );
}
