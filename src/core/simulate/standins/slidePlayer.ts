import { cellsOfArea } from '../../arena/area';
import { cellIndexAt } from '../../arena/grid';
import { slideEnds } from '../../arena/slide';
import { buildBodyWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import { isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import type { Input } from '../engine/player/inputs';
import { ErrandGoals, sameCells } from './errandGoals';
import { Hand } from './hand';
import type { StandIn } from './standIn';
import type { StandInView } from './standInView';
import { harmfulPieces } from './threatForecast';
import type { StandInTraits } from './traits';

/** Inputs of the four headings of {@link slideEnds}. */
const HEADING_INPUTS: readonly Input[] = [1, 3, 5, 7];
/** How many slides ahead are thought through; beyond that it goes by where it has not been yet. */
const SLIDES_AHEAD = 3;
/** What having been in a place before is worth, in cells of distance. */
const AGAIN_CELLS = 4;
/** How near a threat may be to a slide's way. */
const SHY_CELLS = 1.6;
/** How far a guess of the worth of a slide is off, in cells. */
const GUESS_CELLS = 5;

/**
 * A stand-in for sliding until blocked. It sees a few slides ahead; when none of them ends at the exit it tries what looks
 * nearer and where it has not been yet, as people do who feel their way through.
 */
export class SlidePlayer implements StandIn {
  private readonly hand: Hand;
  private readonly walk: WalkGrid;
  private readonly errands: ErrandGoals;
  private readonly exitCells: readonly number[];
  /** What it wants to come over next: the cells, and what it reckons distances from. */
  private wanted: readonly number[] = [];
  private goals: ReadonlySet<number> = new Set();
  private aims: readonly { x: number; y: number }[] = [];
  private readonly unsafe: Uint8Array;
  private readonly harmful: Uint8Array;
  private readonly visits = new Map<number, number>();
  private readonly slides = new Map<number, number[][]>();

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
  ) {
    const { grid, ground, exit, player } = program;
    this.hand = new Hand(traits, program.ticksPerSecond, true);
    this.walk = buildBodyWalkGrid(grid, player.stand, false);
    this.exitCells = exit ? cellsOfArea(exit, grid.width, grid.height) : [];
    this.errands = new ErrandGoals(program, this.walk.blocked, this.exitCells);
    this.unsafe = Uint8Array.from(ground.typeOfCell, (type) => (isUnsafe(ground.types[type]) ? 1 : 0));
    this.harmful = harmfulPieces(program);
  }

  reset(random: RandomStream): void {
    this.goTo(this.exitCells);
    this.hand.reset(Math.round(random.nextUnit() * this.traits.hesitationSeconds * this.program.ticksPerSecond));
  }

  press(view: StandInView, random: RandomStream): Input {
    return this.hand.press(view.tick, random, () => this.decide(view, random));
  }

  private decide(view: StandInView, random: RandomStream): Input {
    const slips = random.nextUnit() < this.traits.slipShare;
    const any = random.nextInteger(0, 3);
    const guesses = HEADING_INPUTS.map(() => random.nextUnit() * GUESS_CELLS);
    if (view.own.isUnderWay) return 0;
    const wanted = this.errands.cellsNow(view);
    if (!sameCells(wanted, this.wanted)) this.goTo(wanted);
    if (slips) return HEADING_INPUTS[any];
    const cell = cellIndexAt(this.program.grid, view.own.x, view.own.y);
    this.visits.set(cell, (this.visits.get(cell) ?? 0) + 1);
    let best = 0;
    let bestCost = Infinity;
    this.slidesFrom(cell).forEach((passed, heading) => {
      if (passed.length === 0 || !this.isSafe(passed, view)) return;
      const cost = this.rate(passed, SLIDES_AHEAD) + guesses[heading];
      if (cost < bestCost) {
        bestCost = cost;
        best = HEADING_INPUTS[heading];
      }
    });
    return best;
  }

  /** Takes up another goal; what it has learned of the ground on the way to the last one no longer counts. */
  private goTo(cells: readonly number[]): void {
    const { exit, grid } = this.program;
    this.wanted = cells;
    this.goals = new Set(cells);
    this.visits.clear();
    this.aims =
      exit && cells === this.exitCells
        ? [{ x: exit.x + exit.width / 2, y: exit.y + exit.height / 2 }]
        : cells.map((cell) => ({ x: (cell % grid.width) + 0.5, y: Math.floor(cell / grid.width) + 0.5 }));
  }

  private slidesFrom(cell: number): number[][] {
    let slides = this.slides.get(cell);
    if (!slides) {
      slides = slideEnds(this.walk, cell).map((passed) => {
        const fatal = passed.findIndex((at) => this.unsafe[at] === 1);
        return fatal < 0 ? passed : [];
      });
      this.slides.set(cell, slides);
    }
    return slides;
  }

  /** What a slide is worth, in cells: 0 when it comes over the exit, else what is left from the best place it leads to. */
  private rate(passed: readonly number[], slidesLeft: number): number {
    if (passed.some((cell) => this.goals.has(cell))) return -100 * slidesLeft;
    const end = passed[passed.length - 1];
    if (slidesLeft > 1) {
      let best = this.guess(end);
      for (const next of this.slidesFrom(end))
        if (next.length > 0) best = Math.min(best, this.rate(next, slidesLeft - 1));
      return best < 0 ? best : this.guess(end);
    }
    return this.guess(end);
  }

  private guess(cell: number): number {
    const { width } = this.program.grid;
    const again = AGAIN_CELLS * (this.visits.get(cell) ?? 0);
    const [x, y] = [(cell % width) + 0.5, Math.floor(cell / width) + 0.5];
    const far = this.aims.reduce((least, aim) => Math.min(least, Math.abs(x - aim.x) + Math.abs(y - aim.y)), Infinity);
    return (this.aims.length > 0 ? far : 0) + again;
  }

  private isSafe(passed: readonly number[], view: StandInView): boolean {
    const { width } = this.program.grid;
    return !this.program.pieces.some((_, piece) => {
      if (this.harmful[piece] === 0 || view.seen.isGone[piece] === 1) return false;
      return passed.some((cell) => {
        const dx = (cell % width) + 0.5 - view.seen.x[piece];
        const dy = Math.floor(cell / width) + 0.5 - view.seen.y[piece];
        return dx * dx + dy * dy < SHY_CELLS * SHY_CELLS;
      });
    });
  }
}
