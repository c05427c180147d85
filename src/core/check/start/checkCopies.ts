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
  placed.forEach((piece, index) => {
    const twin = placed.slice(0, index).find((other) => liesOn(program, piece, other));
    if (twin)
      faults.push(
        warningAt(
          at(piece, 'at'),
          'copies-overlap',
          `${piece.name} lies on ${twin.name} at the start.`,
          'Move one of them away, or remove it.',
        ),
      );
    const leader = placed.slice(0, index).find((other) => goesInStep(program, piece, other));
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

/** Two of a kind whose bodies cover each other by more than half at the start. */
function liesOn({ kinds }: LevelProgram, one: PieceProgram, other: PieceProgram): boolean {
  if (one.kindIndex !== other.kindIndex) return false;
  const { west, north, east, south } = kinds[one.kindIndex].stand;
  const [width, height] = [west + east, north + south];
  const across = Math.max(0, width - Math.abs(one.x - other.x));
  const along = Math.max(0, height - Math.abs(one.y - other.y));
  return across * along > (width * height) / 2;
}

function followsRoute({ states }: BrainProgram): boolean {
  return states.some(({ motion }) => factsOfMotion(motion.operation).followsRoute);
}

/** Whether two follow routes of the same form from the same moment, and nothing that they do is drawn by lot. */
function goesInStep({ brains }: LevelProgram, one: PieceProgram, other: PieceProgram): boolean {
  if (one.kindIndex !== other.kindIndex || one.brain < 0 || one.brain !== other.brain) return false;
  if (one.leadTicks !== other.leadTicks || one.formation >= 0) return false;
  const brain = brains[one.brain];
  if (!factsOfMotion(brain.states[brain.startState].motion.operation).followsRoute || drawsLots(brain)) return false;
  const [dx, dy] = [one.x - other.x, one.y - other.y];
  return (
    one.route.length > 2 &&
    one.route.length === other.route.length &&
    one.route.every((value, index) => Math.abs(value - other.route[index] - (index % 2 === 0 ? dx : dy)) < 1e-6)
  );
}

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
