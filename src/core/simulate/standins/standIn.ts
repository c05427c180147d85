import { cellsOfArea } from '../../arena/area';
import { computeDistanceField, type DistanceField } from '../../arena/distanceField';
import { cellIndexAt } from '../../arena/grid';
import { buildWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import type { LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { INPUT_COLUMNS, INPUT_ROWS } from '../engine/player/inputs';
import { CellSight } from './cellSight';
import { Planner, stepBits } from './plan';
import type { StandInView } from './standInView';
import { ThreatForecast } from './threatForecast';
import type { StandInTraits } from './traits';

/** What a stand-in knows of a level before it begins: the ground and where it wants to go. Shared by all runs. */
export interface StandInGround {
  walk: WalkGrid;
  steppable: Uint8Array;
  goalCells: number[];
  sight: CellSight;
}

export function prepareStandInGround(program: LevelProgram): StandInGround {
  const { grid, player, exit } = program;
  const walk = buildWalkGrid(grid, player.radius, true);
  const goalCells = cellsOfArea(exit, grid.width, grid.height).filter((cell) => !walk.blocked[cell]);
  return { walk, steppable: stepBits(walk), goalCells, sight: new CellSight(grid) };
}

/** Side of the stretches of ground whose length is misjudged alike, in cells. */
const MISJUDGED_CELLS = 5;

/** The way to the goal from everywhere as this stand-in feels it in this run. */
function feelWays({ walk, goalCells }: StandInGround, misjudgement: number, random: RandomStream): DistanceField {
  const blockColumns = Math.ceil(walk.width / MISJUDGED_CELLS);
  const blocks = Float64Array.from(
    { length: blockColumns * Math.ceil(walk.height / MISJUDGED_CELLS) },
    () => 1 + misjudgement * random.nextUnit(),
  );
  const costs = Float64Array.from(walk.blocked, (_, cell) => {
    const column = cell % walk.width;
    const row = (cell - column) / walk.width;
    return blocks[Math.floor(row / MISJUDGED_CELLS) * blockColumns + Math.floor(column / MISJUDGED_CELLS)];
  });
  return computeDistanceField(walk, goalCells, costs);
}

/** A cell counts as taken when the body is this near to its middle; nearer aiming would only tremble. */
const CENTRED_CELLS = 0.12;

/** One simulated player. It is asked once a tick and answers with an input of 0..8, like keys held down. */
export class StandIn {
  private readonly planner: Planner;
  private readonly forecast: ThreatForecast;
  private readonly ticksPerStep: number;
  private readonly ticksPerDecision: number;
  private readonly jitterTicks: number;
  private pressed = 0;
  private pending = 0;
  private pendingTick = 0;
  private nextDecision = 0;
  private bestWay = Infinity;
  private headwayTick = 0;
  private toGoal: DistanceField;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly ground: StandInGround,
  ) {
    const stepSeconds = 1 / (program.player.step * program.ticksPerSecond);
    const steps = Math.min(16, Math.max(2, Math.round(traits.lookAheadSeconds / stepSeconds)));
    this.ticksPerStep = stepSeconds * program.ticksPerSecond;
    this.ticksPerDecision = program.ticksPerSecond / traits.decisionsPerSecond;
    this.jitterTicks = Math.round((traits.timingJitterMs / 1000) * program.ticksPerSecond);
    this.toGoal = computeDistanceField(ground.walk, ground.goalCells);
    this.planner = new Planner(program.grid.width, program.grid.height, ground.steppable, steps, stepSeconds);
    this.forecast = new ThreatForecast(program, traits, ground.sight, steps);
  }

  /** Begins a run: how long it hesitates and which ways seem short to it is drawn anew. */
  reset(random: RandomStream): void {
    const { hesitationSeconds, wayMisjudgement } = this.traits;
    this.toGoal = feelWays(this.ground, wayMisjudgement, random);
    this.nextDecision = Math.round(random.nextUnit() * hesitationSeconds * this.program.ticksPerSecond);
    this.pressed = 0;
    this.pending = 0;
    this.pendingTick = 0;
    this.bestWay = Infinity;
    this.headwayTick = this.nextDecision;
  }

  /** The input for this tick. Between decisions the keys stay as they are. */
  press(view: StandInView, random: RandomStream): number {
    if (view.tick >= this.nextDecision) {
      this.nextDecision = view.tick + this.ticksPerDecision;
      this.pending = this.slip(this.decide(view), random);
      this.pendingTick = view.tick + random.nextInteger(0, this.jitterTicks);
    }
    if (view.tick >= this.pendingTick) this.pressed = this.pending;
    return this.pressed;
  }

  private decide(view: StandInView): number {
    const { grid } = this.program;
    const cell = cellIndexAt(grid, view.ownX, view.ownY);
    this.forecast.boldness = this.judgePatience(this.toGoal[cell], view.tick);
    this.forecast.update(view, this.ticksPerStep);
    const next = this.planner.choose(cell, this.toGoal, this.forecast);
    const aimX = (next % grid.width) + 0.5 - view.ownX;
    const aimY = Math.floor(next / grid.width) + 0.5 - view.ownY;
    const isCentred = next === cell && aimX * aimX + aimY * aimY < CENTRED_CELLS * CENTRED_CELLS;
    return isCentred ? 0 : inputTowards(aimX, aimY);
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

  private slip(input: number, random: RandomStream): number {
    const slips = random.nextUnit() < this.traits.slipShare;
    const turn = random.nextUnit() < 0.5 ? 1 : 7;
    return slips && input > 0 ? ((input - 1 + turn) % 8) + 1 : input;
  }
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
