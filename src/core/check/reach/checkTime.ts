import { cellsOfArea } from '../arena/area';
import { computeDistanceField } from '../arena/distanceField';
import { cellIndexAt } from '../arena/grid';
import { buildBodyWalkGrid } from '../arena/walkGrid';
import type { GameDocument, Level } from '../document/gameDocument';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { CheckedCues } from '../language/cues/checkedCues';
import { passableGrid } from './cellsWithinReach';
import { gapReach, walkingSpeed } from './gapReach';
import type { LevelProgram } from './levelProgram';

/** What the player cannot do in time, or with what it has, however well it plays. */
export function checkReach(
  game: GameDocument,
  level: Level,
  program: LevelProgram,
  cues: CheckedCues | undefined,
  path: (string | number)[],
): Diagnostic[] {
  return [
    ...findTooShortTime(game, level, program, path),
    ...findTooLittleAmmunition(program, cues, path),
    ...findGapsOutOfReach(program, cues, path),
  ];
}

/** The quickest way to the exit, at full speed over ground that never slows, against the time limit. */
function findTooShortTime(
  game: GameDocument,
  level: Level,
  program: LevelProgram,
  path: (string | number)[],
): Diagnostic[] {
  const { exit, grid, ground, player, contacts, timeLimitTicks, ticksPerSecond } = program;
  const speed = walkingSpeed(program);
  const used = new Set(ground.typeOfCell);
  const canBeQuicker =
    contacts.some(
      ({ on, effects }) => on === player.kindIndex && effects.some(({ effect }) => CARRIES_ON.has(effect)),
    ) ||
    program.kinds.some(({ isCarrier }) => isCarrier) ||
    ground.types.some(
      ({ speedFactor, pushX, pushY }, type) => used.has(type) && (speedFactor > 1 || pushX !== 0 || pushY !== 0),
    );
  if (!exit || speed === undefined || program.isSideView || canBeQuicker) return [];
  const walk = buildBodyWalkGrid(
    passableGrid(game, grid, ground, program.kinds[player.kindIndex].floats),
    player.stand,
    player.control.scheme === 'eight ways' || player.control.scheme === 'steer to a point',
  );
  const goals = cellsOfArea(exit, grid.width, grid.height).filter((cell) => !walk.blocked[cell]);
  // From the middle of the first cell to the rim of the last: a cell and a half may be saved.
  const cells = computeDistanceField(walk, goals)[cellIndexAt(grid, player.x, player.y)] - 1.5;
  // The field counts straight and slanting steps; the straight line is shorter by up to 8 %.
  const seconds = (cells * STRAIGHTER) / speed;
  const limit = timeLimitTicks / ticksPerSecond;
  if (!Number.isFinite(seconds) || seconds <= limit) return [];
  return [
    warningAt(
      { path: [...path, 'rules', 'timeLimit'] },
      'time-too-short',
      `${player.name} needs ${seconds.toFixed(1)} s for the shortest way to the exit at full speed, but ${level.name} ends after ${limit} s.`,
      'Give more time, a shorter way, or more speed.',
    ),
  ];
}

/** Effects that may bring the player on faster than it walks. */
const CARRIES_ON = new Set<string>(['teleport', 'speed', 'push']);
/** A straight line against the longest way of straight and slanting steps: cos 22.5°. */
const STRAIGHTER = 0.9238;

/** Shots that are there against those that are needed when every one hits. */
function findTooLittleAmmunition(
  program: LevelProgram,
  cues: CheckedCues | undefined,
  path: (string | number)[],
): Diagnostic[] {
  const { player, contacts, kinds, pieces, rules } = program;
  const { gun } = player;
  if (!gun || gun.ammunition < 0 || contacts.some(({ effects }) => effects.some(({ effect }) => effect === 'refill')))
    return [];
  const shot = pieces[gun.firstShot]?.kindIndex;
  return rules.wins.flatMap((condition, index) => {
    if (condition.type !== 'none left') return [];
    const need = pieces.filter(
      (piece) =>
        !piece.isShot &&
        !piece.isArrival &&
        condition.kinds.includes(piece.kindIndex) &&
        contacts.every(({ on, by }) => on !== piece.kindIndex || by === shot),
    ).length;
    const most = gun.ammunition * (1 + (kinds[shot]?.pierces ?? 0));
    if (need <= most) return [];
    return [
      warningAt(
        { path: [...path, 'cues'], span: cues?.rules?.wins[index].span },
        'ammunition-short',
        `${need} are to be got rid of, but ${gun.ammunition} shots hit at most ${most} of them and nothing refills.`,
        'Give more ammunition, or let something refill it.',
      ),
    ];
  });
}

/** How far the middle of a gap may shift against how far the player gets in the time between two of them. */
function findGapsOutOfReach(
  program: LevelProgram,
  cues: CheckedCues | undefined,
  path: (string | number)[],
): Diagnostic[] {
  return program.cues.flatMap((cue, index) => {
    const reach = cue.type === 'spawner' ? gapReach(program, cue) : undefined;
    if (cue.type !== 'spawner' || !cue.gap || !reach) return [];
    const [spot] = cue.place.spots;
    const length = Math.max(Math.abs(spot.height), Math.abs(spot.width));
    const seconds = (Math.max(0, cue.everyTicks - cue.jitterTicks) / program.ticksPerSecond) * reach.timeFactor;
    const shift = Math.min(cue.gap.shift, length - cue.gap.least);
    const cells = reach.speed * seconds + Math.max(0, cue.gap.least - reach.size);
    if (shift <= cells) return [];
    const definition = cues?.cues[index];
    return [
      warningAt(
        { path: [...path, 'cues'], span: definition?.type === 'spawner' ? definition.spawner.gap?.span : undefined },
        'gap-out-of-reach',
        `From one gap of ${cue.name} to the next the middle may shift by ${shift.toFixed(1)} cells, but ${program.player.name} gets no farther than ${cells.toFixed(1)} cells in the ${seconds.toFixed(2)} s between them.`,
        `Write \`shifting at most ${(Math.floor(cells * 10) / 10).toFixed(1)} cells\`, or let them come more seldom.`,
      ),
    ];
  });
}
