import type { Overrides } from '../../compile/levelProgram';
import type { GameDocument, Level } from '../../document/gameDocument';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { fail, succeed, type Result } from '../../foundation/result';
import { checkValues, readOverrides } from '../../numbers/readOverrides';

/** A number by its name, and the values that are tried of it. */
export interface Swept {
  name: string;
  values: number[];
}

/** A combination of values, as the level is run with it. */
export interface SweepPoint {
  values: number[];
  overrides: Overrides;
}

/** More points are no overview any more, and take for ever. */
export const MOST_POINTS = 121;
/** So many values are tried where no number is given. */
const USUAL_VALUES = 9;
const RANGE = /^([^=\s]+)=(-?\d+(?:\.\d+)?)\.\.(-?\d+(?:\.\d+)?)(?:\/(\d+))?$/;
const LIST = /^([^=\s]+)=(-?\d+(?:\.\d+)?(?:,-?\d+(?:\.\d+)?)*)$/;

/** Reads `warden.pace=1..4/7`, seven values from 1 to 4, or `warden.pace=1,2.2,4`; undefined for what is neither. */
export function readSwept(text: string): Swept | undefined {
  const range = RANGE.exec(text.trim());
  if (range) {
    const [low, high] = [Number(range[2]), Number(range[3])];
    const count = range[4] === undefined ? USUAL_VALUES : Number(range[4]);
    return Number.isFinite(low + high) ? { name: range[1], values: spreadValues(low, high, count) } : undefined;
  }
  const list = LIST.exec(text.trim());
  const values = list?.[2].split(',').map(Number);
  return list && values?.every(Number.isFinite) ? { name: list[1], values } : undefined;
}

/** So many values from one to another, at equal steps, without digits that nobody reads; none of an empty range. */
export function spreadValues(low: number, high: number, count: number, isWhole = false): number[] {
  if (!(high > low) || count < 2) return high === low && count > 0 ? [low] : [];
  const step = (high - low) / (count - 1);
  const values = Array.from({ length: count }, (_, index) =>
    roundTo(low + index * step, isWhole ? 1 : (high - low) / 200),
  );
  return [...new Set(values)];
}

/** The nearest number of no more digits than steps of about this size ask for. */
export function roundTo(value: number, step: number): number {
  if (step >= 1) return Math.round(value);
  let places = 0;
  for (let unit = 1; unit > step * 1.0001 && places < 9; unit /= 10) places++;
  return Number(value.toFixed(places));
}

/** All combinations of the values, each ready to be run; or what is wrong with them, with an empty path. */
export function sweepPoints(
  game: GameDocument,
  level: Level,
  swept: readonly Swept[],
): Result<SweepPoint[], Diagnostic> {
  const faults = swept.flatMap(({ name, values }) =>
    values.length > 0
      ? []
      : [
          errorAt(
            { path: [] },
            'empty-range',
            `There are no values of \`${name}\` to try.`,
            'Write `NAME=LOW..HIGH/COUNT`, from less to more.',
          ),
        ],
  );
  if (swept.length === 0 || swept.length > 2)
    faults.push(
      errorAt({ path: [] }, 'sweep-of-one-or-two', 'One or two numbers are swept at once.', 'Name one, or two.'),
    );
  const count = swept.reduce((product, { values }) => product * values.length, 1);
  if (count > MOST_POINTS)
    faults.push(
      errorAt(
        { path: [] },
        'too-many-points',
        `These are ${count} points; ${MOST_POINTS} at most are tried.`,
        'Try fewer values.',
      ),
    );
  for (const { name, values } of swept) {
    const fault = checkValues(game, level, name, values.length > 0 ? [Math.min(...values), Math.max(...values)] : []);
    if (fault) faults.push(fault);
  }
  if (faults.length > 0) return fail(faults);
  const points: SweepPoint[] = [];
  for (const values of combinations(swept.map(({ values: own }) => own))) {
    const read = readOverrides(
      game,
      level,
      swept.map(({ name }, at) => ({ name, value: values[at] })),
    );
    if (!read.ok) return read;
    points.push({ values, overrides: read.value });
  }
  return succeed(points);
}

/** Every choice of one from each list; the last one changes fastest. */
export function combinations(lists: readonly (readonly number[])[]): number[][] {
  return lists.reduce<number[][]>((all, list) => all.flatMap((head) => list.map((value) => [...head, value])), [[]]);
}
