import type { LevelProgram } from '../compile/levelProgram';
import { ACTION_BIT, directionFor, pointInput, THROW_BIT, type Input } from '../simulate/engine/player/inputs';
import { step, type RunEnd } from '../simulate/engine/tick';
import type { World } from '../simulate/engine/world';

/** Something that is pressed, and for how long: held for some ticks, or once and then waited until the body rests. */
export interface Press {
  input: Input;
  /** Ticks for which it is held; with `isOnce` the longest that its end is waited for. */
  ticks: number;
  isOnce: boolean;
}

/** A body goes about so far between two choices, cells; and so long passes at least, s. */
const CHOICE_CELLS = 0.5;
const LEAST_CHOICE_SECONDS = 0.1;
/** One step or slide is over after so long at the latest, s. */
const LONGEST_STEP_SECONDS = 12;
/** Who steers points so far ahead, cells. */
const POINTS_AHEAD = 2;
const STRAIGHT = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;
const SLANTED = [
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
] as const;

/** All that can be pressed at a moment between which a search chooses. */
export class Presses {
  private readonly ticks: number;
  private readonly longest: number;
  private readonly fires: boolean;

  constructor(private readonly program: LevelProgram) {
    const { player, ticksPerSecond, timeLimitTicks } = program;
    const least = Math.ceil(LEAST_CHOICE_SECONDS * ticksPerSecond);
    const walked = player.step > 0 ? Math.ceil(CHOICE_CELLS / player.step) : least;
    this.ticks = this.isInAir ? least : Math.max(least, Math.min(walked, 3 * least));
    this.longest = Math.min(timeLimitTicks, Math.ceil(LONGEST_STEP_SECONDS * ticksPerSecond));
    this.fires = player.gun !== undefined && !player.gun.aimsAtPoint;
  }

  /** Whether the body can be anywhere between two rests when it is chosen again. */
  get isInAir(): boolean {
    const { scheme } = this.program.player.control;
    return scheme === 'run and jump' || scheme === 'flap';
  }

  /** What a body that goes from rest to rest can do in a tick of rest: wait for a tick, or press one of four ways. */
  get atEveryTick(): Press[] {
    const straight = STRAIGHT.map(([columns, rows]) => directionFor(columns, rows));
    return [
      { input: 0, ticks: 1, isOnce: false },
      ...straight.map((input) => ({ input, ticks: this.longest, isOnce: true })),
    ];
  }

  at({ player }: World): Press[] {
    const { control } = this.program.player;
    const held = (input: Input): Press => ({ input, ticks: this.ticks, isOnce: false });
    const once = (input: Input): Press => ({ input, ticks: this.longest, isOnce: true });
    const straight = STRAIGHT.map(([columns, rows]) => directionFor(columns, rows));
    const slanted = SLANTED.map(([columns, rows]) => directionFor(columns, rows));
    const bare = this.bare(control.scheme, straight, slanted, player);
    if (control.scheme === 'one cell a press' || control.scheme === 'slide until blocked')
      return [held(0), ...straight.map(once)];
    return (this.fires ? [...bare, ...bare.map((input) => input + THROW_BIT)] : bare).map(held);
  }

  private bare(
    scheme: LevelProgram['player']['control']['scheme'],
    straight: readonly Input[],
    slanted: readonly Input[],
    { x, y }: { x: number; y: number },
  ): Input[] {
    switch (scheme) {
      case 'eight ways':
        return [0, ...straight, ...slanted];
      case 'steer to a point':
        return [
          0,
          ...[...STRAIGHT, ...SLANTED].map(([columns, rows]) =>
            pointInput(x + POINTS_AHEAD * columns, y + POINTS_AHEAD * rows),
          ),
        ];
      case 'run and jump': {
        const sideways = [0, directionFor(1, 0), directionFor(-1, 0)];
        return [...sideways, ...sideways.map((input) => input + ACTION_BIT)];
      }
      case 'flap':
        return [0, ACTION_BIT];
      case 'along a rail':
        return [0, ...straight, ACTION_BIT, ...straight.map((input) => input + ACTION_BIT)];
      default:
        return [0, ...straight];
    }
  }
}

/** Plays a press in a world; gives how the run ended if it did, and what was pressed in each tick. */
export function play(world: World, { input, ticks, isOnce }: Press): { end: RunEnd | undefined; inputs: Input[] } {
  const inputs: Input[] = [];
  let end: RunEnd | undefined;
  for (let tick = 0; tick < ticks && !end; tick++) {
    const pressed = isOnce && tick > 0 ? 0 : input;
    inputs.push(pressed);
    end = step(world, pressed);
    if (isOnce && tick > 0 && world.player.goalX < 0) break;
  }
  return { end, inputs };
}
