import { cellsOfArea } from '../../arena/area';
import { computeDistanceField } from '../../arena/distanceField';
import { cellIndexAt } from '../../arena/grid';
import type { WalkGrid } from '../../arena/walkGrid';
import type { RuleCondition } from '../../compile/cueProgram';
import { walkingSpeed } from '../../compile/gapReach';
import type { LevelProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { lastSecondToWin } from '../rules/runEnd';
import { short, warnInCues, type Subject } from '../subject';
import { computeReach } from './computeReach';

/** Effects that may bring the player on faster than it walks. */
const CARRIES_ON = new Set<string>(['teleport', 'speed', 'push']);
/** A straight line against the longest way of straight and slanting steps: cos 22.5°. */
const STRAIGHTER = 0.9238;

/** The quickest way to the exit, or to what a rule wants, at full speed over ground that never slows, against the time limit. */
export function checkTime(subject: Subject): Diagnostic[] {
  const { level, program, path, cues } = subject;
  const { exit, grid, player, rules } = program;
  const speed = walkingSpeed(program);
  if (speed === undefined || program.isSideView || mayBeCarriedOn(program)) return [];
  const limit = lastSecondToWin(program);
  const walk = walkOf(program);
  const away = computeDistanceField(walk, [cellIndexAt(grid, player.x, player.y)]);
  /** Seconds to the nearest of some cells. */
  const secondsTo = (cells: readonly number[], savedCells: number) => {
    const near = cells.reduce((least, cell) => (walk.blocked[cell] ? least : Math.min(least, away[cell])), Infinity);
    // The field counts straight and slanting steps; the straight line is shorter by up to 8 %.
    return Number.isFinite(near) ? ((near - savedCells) * STRAIGHTER) / speed : 0;
  };
  const hint = 'Give more time, a shorter way, or more speed.';
  const say = (seconds: number, what: string) =>
    `${player.name} needs ${seconds.toFixed(1)} s for the shortest way ${what} at full speed, but ${level.name} ends after ${short(limit, 2)} s.`;
  const faults: Diagnostic[] = [];
  // From the middle of the first cell to the rim of the last: a cell and a half may be saved.
  const toExit = exit ? secondsTo(cellsOfArea(exit, grid.width, grid.height), 1.5) : 0;
  if (toExit > limit)
    faults.push(
      warningAt({ path: [...path, 'rules', 'timeLimit'] }, 'time-too-short', say(toExit, 'to the exit'), hint),
    );
  rules.wins.forEach((condition, index) => {
    const seconds = secondsFor(program, condition, secondsTo);
    if (seconds > limit)
      faults.push(
        warnInCues(
          subject,
          cues?.rules?.wins[index].span,
          'time-too-short',
          say(seconds, 'to what this rule wants'),
          hint,
        ),
      );
  });
  return faults;
}

/** Seconds before a condition can hold at the least: it must be somewhere, or at each of what it has to take away. */
function secondsFor(
  program: LevelProgram,
  condition: RuleCondition,
  secondsTo: (cells: readonly number[], savedCells: number) => number,
): number {
  const { grid, player, pieces, contacts } = program;
  switch (condition.type) {
    case 'and':
      return Math.max(0, ...condition.parts.map((part) => secondsFor(program, part, secondsTo)));
    case 'or':
      return Math.min(...condition.parts.map((part) => secondsFor(program, part, secondsTo)));
    case 'at':
      return secondsTo(cellsOfArea(condition.area, grid.width, grid.height), 1.5);
    case 'none left': {
      const isTakenOnlyByPlayer = (kind: number) =>
        contacts.every(({ on, by }) => on !== kind || by === player.kindIndex);
      const still = pieces.filter(
        ({ kindIndex, brain, isShot, isArrival }) =>
          condition.kinds.includes(kindIndex) && brain < 0 && !isShot && !isArrival && isTakenOnlyByPlayer(kindIndex),
      );
      return Math.max(
        0,
        ...still.map(({ x, y, radius }) => secondsTo([cellIndexAt(grid, x, y)], 1 + radius + player.radius)),
      );
    }
    default:
      return 0;
  }
}

function walkOf(program: LevelProgram): WalkGrid {
  const { standing, isReached } = computeReach(program);
  const { scheme } = program.player.control;
  return {
    ...standing,
    blocked: Uint8Array.from(standing.blocked, (blocked, cell) => (blocked || !isReached[cell] ? 1 : 0)),
    diagonals: scheme === 'eight ways' || scheme === 'steer to a point',
  };
}

function mayBeCarriedOn({ contacts, ground, kinds, player }: LevelProgram): boolean {
  const used = new Set(ground.typeOfCell);
  return (
    contacts.some(
      ({ on, effects }) => on === player.kindIndex && effects.some(({ effect }) => CARRIES_ON.has(effect)),
    ) ||
    kinds.some(({ isCarrier }) => isCarrier) ||
    ground.types.some(
      ({ speedFactor, pushX, pushY }, type) => used.has(type) && (speedFactor > 1 || pushX !== 0 || pushY !== 0),
    )
  );
}
