import { testsOf } from '../../compile/conditionProgram';
import { factsOfMotion } from '../../language/vocabulary';
import type { PieceProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { actsOfState, type BrainProgram, type LevelProgram } from '../../compile/levelProgram';
import type { Subject } from '../subject';

/** Copies that lie on each other at the start or move in step for ever, and routes that nothing follows. */
export function checkCopies(subject: Subject): Diagnostic[] {
  const { program, level, path } = subject;
  const placed = program.pieces.filter(({ isShot, isArrival }) => !isShot && !isArrival);
  const at = (piece: PieceProgram, field: string) => ({
    path: [...path, 'pieces', level.pieces.findIndex(({ id }) => id === piece.id), field],
  });
  const faults: Diagnostic[] = [];
  const neighbours = new Neighbours(program);
  const leaders = new Map<string, PieceProgram>();
  placed.forEach((piece) => {
    const twin = neighbours.firstUnder(piece);
    neighbours.add(piece);
    if (twin)
      faults.push(
        warningAt(
          at(piece, 'at'),
          'copies-overlap',
          `${piece.name} lies on ${twin.name} at the start.`,
          'Move one of them away, or remove it.',
        ),
      );
    const step = stepOf(program, piece);
    const leader = step === undefined ? undefined : leaders.get(step);
    if (step !== undefined && !leader) leaders.set(step, piece);
    if (leader)
      faults.push(
        warningAt(
          at(piece, 'lead'),
          'copies-in-step',
          `${piece.name} moves in step with ${leader.name}: the same behavior, the same route, the same moment.`,
          'Give one of them a lead, or another pace, unless that is wanted.',
        ),
      );
    if (piece.route.length > 0 && piece.brain >= 0 && !followsRoute(program.brains[piece.brain]))
      faults.push(
        warningAt(
          at(piece, 'route'),
          'route-unused',
          `${piece.name} has a route, but its behavior \`${program.brains[piece.brain].behavior}\` never follows one.`,
          'Remove the route, or write `do patrol route` or `do hover route` in the behavior.',
        ),
      );
    if (piece.route.length > 0 && piece.brain < 0)
      faults.push(
        warningAt(
          at(piece, 'route'),
          'route-unused',
          `${piece.name} has a route, but no behavior that follows it.`,
          'Give its kind a behavior with `do patrol route`, or remove the route.',
        ),
      );
  });
  return faults;
}

/** Pieces by kind and by where they stand: only those nearby are looked at. */
class Neighbours {
  private readonly near = new Map<string, PieceProgram[]>();

  constructor(private readonly program: LevelProgram) {}

  add(piece: PieceProgram): void {
    const key = this.keyOf(piece, 0, 0);
    const there = this.near.get(key);
    if (there) there.push(piece);
    else this.near.set(key, [piece]);
  }

  /** One on which a piece lies; of several the one in the place that is farthest to the north-west. */
  firstUnder(piece: PieceProgram): PieceProgram | undefined {
    for (let down = -1; down <= 1; down++)
      for (let across = -1; across <= 1; across++) {
        const there = this.near.get(this.keyOf(piece, across, down)) ?? [];
        const under = there.find((other) => liesOn(this.program, piece, other));
        if (under) return under;
      }
    return undefined;
  }

  /** Places are as large as a body of that kind is long: who covers another is in the same or in one beside it. */
  private keyOf({ kindIndex, x, y }: PieceProgram, across: number, down: number): string {
    const { west, north, east, south } = this.program.kinds[kindIndex].stand;
    const size = Math.max(west + east, north + south, LEAST_PLACE_CELLS);
    return `${kindIndex} ${Math.floor(x / size) + across} ${Math.floor(y / size) + down}`;
  }
}

const LEAST_PLACE_CELLS = 0.01;

/** Two of a kind whose bodies cover each other by more than half at the start. */
function liesOn({ kinds }: LevelProgram, one: PieceProgram, other: PieceProgram): boolean {
  // What has already gone on its way for another time has come somewhere else.
  if (one.kindIndex !== other.kindIndex || one.leadTicks !== other.leadTicks) return false;
  const { west, north, east, south } = kinds[one.kindIndex].stand;
  const [width, height] = [west + east, north + south];
  const across = Math.max(0, width - Math.abs(one.x - other.x));
  const along = Math.max(0, height - Math.abs(one.y - other.y));
  return across * along > (width * height) / 2;
}

function followsRoute({ states }: BrainProgram): boolean {
  return states.some(({ motion }) => factsOfMotion(motion.operation).followsRoute);
}

/**
 * What two have in common that follow routes of the same form from the same moment, where nothing that they do is drawn by
 * lot; undefined for whoever goes otherwise.
 */
function stepOf({ brains }: LevelProgram, piece: PieceProgram): string | undefined {
  const { kindIndex, brain, leadTicks, formation, route, x, y } = piece;
  if (brain < 0 || formation >= 0 || route.length <= 2) return undefined;
  const { states, startState } = brains[brain];
  if (!factsOfMotion(states[startState].motion.operation).followsRoute || drawsLots(brains[brain])) return undefined;
  const form = route.map((value, index) => Math.round((value - (index % 2 === 0 ? x : y)) / ALIKE_CELLS));
  return [kindIndex, brain, leadTicks, ...form].join(' ');
}

/** Routes that differ by less are of the same form. */
const ALIKE_CELLS = 1e-5;

/** Tests that come out by lots. */
const DRAWN_TESTS: ReadonlySet<string> = new Set(['chance', 'drawn']);

function drawsLots({ states }: BrainProgram): boolean {
  return states.some(
    (state) =>
      state.transitions.some(
        ({ targets, condition }) => targets.length > 1 || testsOf(condition).some(({ type }) => DRAWN_TESTS.has(type)),
      ) || actsOfState(state).some((act) => act.act === 'fire' && act.spread > 0),
  );
}
