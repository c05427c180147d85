import { isUnsafe, type LevelProgram } from '../compile/levelProgram';
import { prepareRuns } from './engine/prepareRuns';
import { stepAlone } from './engine/tick';
import { World } from './engine/world';
import { harmersOf } from './foes';

/** Rows or columns that something comes along, as crossings need them. */
export interface CrossedLane {
  name: string;
  /** First row, or first column of one that runs up and down; and how many. */
  at: number;
  size: number;
  isAcross: boolean;
}

/** Lanes one after the other, in the order in which the player comes to them, and how long it is on its way over all. */
export interface Crossing {
  lanes: readonly CrossedLane[];
  /** Ticks from the start until the body is over the edge of each lane, and until it has left it. */
  enters: readonly number[];
  leaves: readonly number[];
}

/** From which ticks of a run without a player one gets straight across, without a stop and without meeting anything. */
export type OpenTicks = Uint8Array;

/**
 * The crossings of a level: lanes that lie side by side and that the player can walk over, from where it starts. Lanes over
 * ground that does not bear, where one has to ride, are none. Each holds two lanes or more.
 */
export function crossingsOf(program: LevelProgram, lanes: readonly CrossedLane[]): Crossing[] {
  const { player, ground, grid } = program;
  if (!(player.step > 0)) return [];
  return [true, false].flatMap((isAcross): Crossing[] => {
    const [here, along] = isAcross ? [player.y, player.x] : [player.x, player.y];
    const bears = ({ at }: CrossedLane) => {
      const [column, row] = isAcross ? [Math.floor(along), at] : [at, Math.floor(along)];
      return !isUnsafe(ground.types[ground.typeOfCell[row * grid.width + column]]);
    };
    const own = lanes.filter((lane) => lane.isAcross === isAcross && bears(lane));
    return [own.filter(({ at }) => at + 0.5 < here), own.filter(({ at }) => at + 0.5 > here)].flatMap((side) => {
      if (side.length < 2) return [];
      const near = ({ at, size }: CrossedLane) => Math.min(Math.abs(at - here), Math.abs(at + size - here));
      const ordered = [...side].sort((one, other) => near(one) - near(other));
      const first = near(ordered[0]);
      // The player sets out from right before the first one.
      const enters = ordered.map((lane) => Math.max(0, Math.floor((near(lane) - first) / player.step)));
      const leaves = ordered.map((lane) =>
        Math.ceil((near(lane) - first + lane.size + 2 * player.radius) / player.step),
      );
      return [{ lanes: ordered, enters, leaves }];
    });
  });
}

/** Looks on while a level runs for some seeds without a player; gives for each seed from which ticks one gets across. */
export function watchCrossing(
  program: LevelProgram,
  crossing: Crossing,
  seeds: { first: number; count: number },
  ticks: number,
): OpenTicks[] {
  const world = new World(prepareRuns(program));
  const foes = harmersOf(program);
  return Array.from({ length: seeds.count }, (_, index) => {
    world.reset(seeds.first + index);
    const taken = crossing.lanes.map(() => new Uint8Array(ticks));
    for (let tick = 0; tick < ticks; tick++) {
      crossing.lanes.forEach((lane, number) => (taken[number][tick] = isTaken(world, lane, foes) ? 1 : 0));
      stepAlone(world);
    }
    return openTicks(crossing, taken, ticks);
  });
}

/** Whether anything that harms is over a lane where the player crosses it. */
function isTaken(world: World, { at, size, isAcross }: CrossedLane, foes: readonly number[]): boolean {
  const { player, pieces, kinds } = world.level.program;
  const along = isAcross ? player.x : player.y;
  for (const foe of foes) {
    if (!world.isIn(foe)) continue;
    const { west, east, north, south } = kinds[pieces[foe].kindIndex].hit;
    const [x, y] = [world.x[foe], world.y[foe]];
    const [low, high, first, last] = isAcross
      ? [x - west, x + east, y - north, y + south]
      : [y - north, y + south, x - west, x + east];
    if (high > along - player.radius && low < along + player.radius && last > at && first < at + size) return true;
  }
  return false;
}

function openTicks({ enters, leaves }: Crossing, taken: readonly Uint8Array[], ticks: number): OpenTicks {
  const last = Math.max(...leaves);
  const open = new Uint8Array(Math.max(0, ticks - last)).fill(1);
  taken.forEach((own, lane) => {
    // How often the lane was taken up to each tick.
    const before = new Uint32Array(ticks + 1);
    own.forEach((value, tick) => (before[tick + 1] = before[tick] + value));
    for (let start = 0; start < open.length; start++)
      if (before[start + leaves[lane]] > before[start + enters[lane]]) open[start] = 0;
  });
  return open;
}
