import { bodyOverlapsSolid } from '../../arena/grid';
import { harmsByTouch } from '../../compile/harmsByTouch';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import { markBox } from '../../document/markBox';
import { errorAt, warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, type Subject } from '../subject';

/** Where a body is put all at once, and by what, in words. */
interface Landing {
  kind: number;
  x: number;
  y: number;
  how: string;
  /** Whether it comes back there with another life. */
  isBack: boolean;
}

/** Marks to which something is sent, or where the player comes back, where there is no room for it. */
export function checkLandings(subject: Subject): Diagnostic[] {
  const { program, path } = subject;
  const { kinds, grid, ground } = program;
  return landingsOf(program).flatMap((landing) => {
    const { kind, x, y, how } = landing;
    const isOutside = x < 0 || y < 0 || x >= grid.width || y >= grid.height;
    const cell = Math.floor(y) * grid.width + Math.floor(x);
    const isInWall = !isOutside && bodyOverlapsSolid(grid, x, y, kinds[kind].stand);
    const doesNotBear = !isOutside && !kinds[kind].floats && isUnsafe(ground.types[ground.typeOfCell[cell]]);
    if (!isOutside && !isInWall && !doesNotBear) return [];
    const where = isOutside ? 'outside the level' : isInWall ? 'in a wall' : 'on ground that does not bear it';
    const mark = markAt(subject, landing);
    return [
      errorAt(
        { path: [...path, 'marks', mark.index] },
        'landing-in-wall',
        `${how} ${mark.name} at ${short(x)}, ${short(y)}, ${where}.`,
        'Move the mark to open ground.',
      ),
    ];
  });
}

/** Places to which the player is sent, or where it comes back, and where something stands that harms it. */
export function checkSafeLandings(subject: Subject): Diagnostic[] {
  const { program, path } = subject;
  const { player, rules } = program;
  const standing = program.pieces.filter((piece) => standsAndHarms(program, piece));
  return landingsOf(program).flatMap((landing) => {
    const { isBack } = landing;
    if (landing.kind !== player.kindIndex || (isBack && rules.safeTicks > 0)) return [];
    const under = standing.find(({ x, y, radius }) => {
      const [dx, dy] = [landing.x - x, landing.y - y];
      return dx * dx + dy * dy < (radius + player.radius) * (radius + player.radius);
    });
    if (!under) return [];
    const mark = markAt(subject, landing);
    return [
      warningAt(
        { path: [...path, 'marks', mark.index] },
        'landing-on-harm',
        `${landing.how} ${mark.name} at ${short(landing.x)}, ${short(landing.y)}, where ${under.name} stands, which harms it.`,
        isBack ? 'Move one of them, or let the player be safe for a while (`safe for …`).' : 'Move one of them.',
      ),
    ];
  });
}

function landingsOf({ contacts, kinds, player, rules }: LevelProgram): Landing[] {
  const landings = contacts.flatMap(({ by, on, effects }) =>
    effects.flatMap((effect): Landing[] =>
      effect.effect === 'teleport'
        ? [{ kind: on, x: effect.x, y: effect.y, how: `${kinds[by].name} sends ${kinds[on].name} to`, isBack: false }]
        : [],
    ),
  );
  const { lives, backX: x, backY: y } = rules;
  if (lives > 1 && x !== undefined && y !== undefined)
    landings.push({ kind: player.kindIndex, x, y, how: 'The player comes back at', isBack: true });
  const isFirst = ({ kind, x, y }: Landing, index: number) =>
    landings.findIndex((other) => other.kind === kind && other.x === x && other.y === y) === index;
  return landings.filter(isFirst);
}

function markAt({ level }: Subject, { x, y }: Landing): { index: number; name: string } {
  const index = level.marks.findIndex((mark) => {
    const [left, top, width, height] = markBox(mark);
    return left + width / 2 === x && top + height / 2 === y;
  });
  return { index, name: level.marks[index].name };
}

/** Whether a piece stays where it is placed and harms the player by touch. */
function standsAndHarms(
  program: LevelProgram,
  { brain, kindIndex, isShot, isArrival, isThreat }: LevelProgram['pieces'][number],
): boolean {
  if (isShot || isArrival) return false;
  const stays =
    brain < 0 || program.brains[brain].states.every(({ motion, isOut }) => motion.operation === 'hold' && !isOut);
  return stays && (isThreat || harmsByTouch(program, kindIndex));
}
