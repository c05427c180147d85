import { cellsOfArea } from '../../arena/area';
import { computeDistanceField, type DistanceField } from '../../arena/distanceField';
import { cellIndexAt } from '../../arena/grid';
import { buildBodyWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { INPUT_COLUMNS, INPUT_ROWS, pointInput, type Input } from '../engine/player/inputs';
import type { PlayerBody } from '../engine/player/playerBody';
import { CellSight } from './cellSight';
import { ErrandGoals, sameCells } from './errandGoals';
import { Hand } from './hand';
import { Planner, stepBits } from './plan';
import type { StandIn } from './standIn';
import type { StandInView } from './standInView';
import { ThreatForecast } from './threatForecast';
import { Thrower } from './thrower';
import type { StandInTraits } from './traits';

/** What a stand-in knows of a level before it begins: the ground and where it wants to go. Shared by all runs. */
export interface StandInGround {
  walk: WalkGrid;
  steppable: Uint8Array;
  goalCells: number[];
  sight: CellSight;
  /** 1 where only something that carries bears the player; empty when no such ground can be crossed. */
  needsCarrier: Uint8Array;
}

/** How much farther a cell seems that can only be crossed on a carrier, or that harms. */
const WARY_COST = 3;

export function prepareStandInGround(program: LevelProgram): StandInGround {
  const { grid, player, exit, ground } = program;
  const { floats } = program.kinds[player.kindIndex];
  const crosses = program.kinds.some((kind) => kind.isCarrier);
  const isUnsafeCell = (cell: number) => !floats && isUnsafe(ground.types[ground.typeOfCell[cell]]);
  const passable = ground.isPlain
    ? grid
    : {
        ...grid,
        solid: Uint8Array.from(grid.solid, (solid, cell) => (solid || (!crosses && isUnsafeCell(cell)) ? 1 : 0)),
      };
  const isDiagonal = player.control.scheme === 'eight ways' || player.control.scheme === 'steer to a point';
  const walk = buildBodyWalkGrid(passable, player.stand, isDiagonal);
  // Without an exit every place is as good as any other that is safe.
  const wanted = exit ? cellsOfArea(exit, grid.width, grid.height) : [...walk.blocked.keys()];
  const goalCells = wanted.filter((cell) => !walk.blocked[cell]);
  if (!ground.isPlain) {
    walk.costs = Float64Array.from(ground.typeOfCell, (type, cell) => {
      const { harm, speedFactor } = ground.types[type];
      return (isUnsafeCell(cell) || harm > 0 ? WARY_COST : 1) / Math.min(1, speedFactor);
    });
  }
  const needsCarrier =
    crosses && !ground.isPlain
      ? Uint8Array.from(ground.typeOfCell, (_, cell) => (isUnsafeCell(cell) ? 1 : 0))
      : new Uint8Array(0);
  return { walk, steppable: stepBits(walk), goalCells, sight: new CellSight(grid), needsCarrier };
}

/** Side of the stretches of ground whose length is misjudged alike, in cells. */
const MISJUDGED_CELLS = 5;

/** What every cell costs to cross as this stand-in feels it in this run. */
function feelCosts({ walk }: StandInGround, misjudgement: number, random: RandomStream): Float64Array {
  const blockColumns = Math.ceil(walk.width / MISJUDGED_CELLS);
  const blocks = Float64Array.from(
    { length: blockColumns * Math.ceil(walk.height / MISJUDGED_CELLS) },
    () => 1 + misjudgement * random.nextUnit(),
  );
  return Float64Array.from(walk.blocked, (_, cell) => {
    const column = cell % walk.width;
    const row = (cell - column) / walk.width;
    const felt = blocks[Math.floor(row / MISJUDGED_CELLS) * blockColumns + Math.floor(column / MISJUDGED_CELLS)];
    return walk.costs ? felt * walk.costs[cell] : felt;
  });
}

/** A cell counts as taken when the body is this near to its middle; nearer aiming would only tremble. */
const CENTRED_CELLS = 0.12;

/** A stand-in for schemes in which one goes from cell to cell: plans over cells and time, then presses towards the next. */
export class CellPlayer implements StandIn {
  private readonly planner: Planner;
  private readonly forecast: ThreatForecast;
  private readonly ticksPerStep: number;
  private readonly hand: Hand;
  private bestWay = Infinity;
  private headwayTick = 0;
  private toGoal: DistanceField;
  private felt: Float64Array | undefined;
  private goals: readonly number[];
  private readonly errands: ErrandGoals;
  private readonly thrower: Thrower | undefined;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly ground: StandInGround,
  ) {
    const { player, ticksPerSecond } = program;
    const isStepwise = player.control.scheme === 'one cell a press';
    const walking = 1 / (player.step * ticksPerSecond);
    // One press a decision: nobody steps faster than he presses.
    const stepSeconds = isStepwise ? Math.max(walking, 1 / traits.decisionsPerSecond) : walking;
    const steps = Math.min(16, Math.max(2, Math.round(traits.lookAheadSeconds / stepSeconds)));
    this.ticksPerStep = stepSeconds * ticksPerSecond;
    this.hand = new Hand(traits, ticksPerSecond, isStepwise);
    this.errands = new ErrandGoals(program, ground.walk.blocked, ground.goalCells);
    this.goals = ground.goalCells;
    this.toGoal = computeDistanceField(ground.walk, ground.goalCells);
    this.planner = new Planner(program.grid.width, program.grid.height, ground, steps, stepSeconds);
    this.forecast = new ThreatForecast(program, traits, ground.sight, steps);
    this.thrower =
      player.gun &&
      new Thrower(program, traits, player.gun, player.control.scheme === 'four ways' ? 4 : 8, ground.walk.blocked);
  }

  /** Begins a run: how long it hesitates and which ways seem short to it is drawn anew. */
  reset(random: RandomStream): void {
    const { hesitationSeconds, wayMisjudgement } = this.traits;
    this.felt = feelCosts(this.ground, wayMisjudgement, random);
    this.goTo(this.ground.goalCells);
    const first = Math.round(random.nextUnit() * hesitationSeconds * this.program.ticksPerSecond);
    this.hand.reset(first);
    this.bestWay = Infinity;
    this.headwayTick = first;
  }

  press(view: StandInView, random: RandomStream): Input {
    return this.hand.press(
      view.tick,
      random,
      () => this.thrower?.choose(view, random) ?? this.slip(this.decide(view), random),
    );
  }

  /** Takes up another goal: the way there is worked out as it is felt. */
  private goTo(cells: readonly number[]): void {
    this.goals = cells;
    this.toGoal = computeDistanceField(this.ground.walk, [...cells], this.felt);
    this.bestWay = Infinity;
  }

  private decide(view: StandInView): Input {
    const { own } = view;
    const goals = this.errands.cellsNow(view);
    if (!sameCells(goals, this.goals)) this.goTo(goals);
    const { scheme } = this.program.player.control;
    const { grid } = this.program;
    const cell =
      own.isUnderWay && scheme === 'one cell a press'
        ? cellIndexAt(grid, own.goalX, own.goalY)
        : cellIndexAt(grid, own.x, own.y);
    this.forecast.boldness = this.judgePatience(this.toGoal[cell], view.tick);
    const rides = this.ground.needsCarrier[cell] === 1 && !own.isUnderWay;
    this.forecast.offMiddleX = rides ? own.x - (cell % grid.width) - 0.5 : 0;
    this.forecast.offMiddleY = rides ? own.y - Math.floor(cell / grid.width) - 0.5 : 0;
    this.forecast.update(view, this.ticksPerStep);
    const next = this.planner.choose(cell, this.toGoal, this.forecast);
    return this.inputFor(own, cell, next);
  }

  /** What is pressed to get from a cell to the next, or to its middle. */
  private inputFor(own: Readonly<PlayerBody>, cell: number, next: number): Input {
    const { width } = this.program.grid;
    const aimX = (next % width) + 0.5 - own.x;
    const aimY = Math.floor(next / width) + 0.5 - own.y;
    const isCentred = next === cell && aimX * aimX + aimY * aimY < CENTRED_CELLS * CENTRED_CELLS;
    const { control } = this.program.player;
    switch (control.scheme) {
      case 'steer to a point':
        // Pointed at a little farther on, so that it does not stop in every cell.
        return pointInput(
          own.x + aimX * (next === cell ? 1 : POINT_AHEAD),
          own.y + aimY * (next === cell ? 1 : POINT_AHEAD),
        );
      case 'one cell a press':
        return next === cell
          ? 0
          : straightTowards((next % width) - (cell % width), Math.floor(next / width) - Math.floor(cell / width));
      case 'four ways': {
        if (isCentred) return 0;
        if (next === cell) return straightTowards(aimX, aimY);
        const columns = (next % width) - (cell % width);
        const aside = columns !== 0 ? aimY : aimX;
        // Too far off the middle to be led into the opening: straighten up first.
        if (Math.abs(aside) > Math.max(CENTRED_CELLS, control.cornering * 0.8))
          return columns !== 0 ? straightTowards(0, aside) : straightTowards(aside, 0);
        return columns !== 0 ? straightTowards(aimX, 0) : straightTowards(0, aimY);
      }
      default:
        return isCentred ? 0 : inputTowards(aimX, aimY);
    }
  }

  /** 1 while there is headway, falling towards 0 the longer it takes. */
  private judgePatience(way: number, tick: number): number {
    if (way < this.bestWay - 0.5) {
      this.bestWay = way;
      this.headwayTick = tick;
    }
    const idleSeconds = (tick - this.headwayTick) / this.program.ticksPerSecond;
    return 1 / (1 + Math.max(0, idleSeconds / this.traits.patienceSeconds - 0.5));
  }

  private slip(input: Input, random: RandomStream): Input {
    const slips = random.nextUnit() < this.traits.slipShare;
    const turn = random.nextUnit() < 0.5 ? 1 : 7;
    if (!slips || input === 0) return input;
    const { scheme } = this.program.player.control;
    if (scheme === 'steer to a point') return input;
    const isStraight = scheme === 'four ways' || scheme === 'one cell a press';
    return ((input - 1 + (isStraight ? 2 * turn : turn)) % 8) + 1;
  }
}

/** How much farther than the next cell is pointed at. */
const POINT_AHEAD = 1.6;

/** The straight direction along the longer of two parts. */
export function straightTowards(x: number, y: number): Input {
  if (x === 0 && y === 0) return 0;
  if (Math.abs(x) >= Math.abs(y)) return x > 0 ? 1 : 5;
  return y > 0 ? 3 : 7;
}

/** The key, or pair of keys, that goes most nearly in a direction; ties go to the lower input. */
export function inputTowards(x: number, y: number): number {
  let best = 0;
  let bestAhead = 0;
  for (let input = 1; input <= 8; input++) {
    const isDiagonal = INPUT_COLUMNS[input] !== 0 && INPUT_ROWS[input] !== 0;
    const ahead = (INPUT_COLUMNS[input] * x + INPUT_ROWS[input] * y) * (isDiagonal ? Math.SQRT1_2 : 1);
    if (ahead > bestAhead + 1e-12) {
      best = input;
      bestAhead = ahead;
    }
  }
  return best;
}
