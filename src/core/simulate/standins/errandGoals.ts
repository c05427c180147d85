import { cellsOfArea } from '../../arena/area';
import { cellIndexAt } from '../../arena/grid';
import { errandsOf, type Errands } from '../../compile/errands';
import type { LevelProgram } from '../../compile/levelProgram';
import type { StandInView } from './standInView';

/** With this share of its ammunition left, or less, it fetches more when some lies about. */
const LOW_SHARE = 0.4;

/** Where a stand-in goes for what the rules want fetched and brought, by what it sees on the screen. */
export class ErrandGoals {
  private readonly errands: Errands;
  private readonly hasErrands: boolean;
  private readonly areaCells: number[];
  private readonly lowAmmunition: number;

  constructor(
    private readonly program: LevelProgram,
    /** 1 for cells in which the player cannot stand. */
    blocked: ArrayLike<number>,
    /** Where it goes when nothing is left to be fetched or brought. */
    private readonly restCells: readonly number[],
  ) {
    this.errands = errandsOf(program);
    const { take, fill, deliver, refill, areas } = this.errands;
    this.hasErrands = take.length + fill.length + deliver.length + refill.length > 0;
    this.lowAmmunition = (program.player.gun?.ammunition ?? -1) * LOW_SHARE;
    const { width, height } = program.grid;
    this.areaCells = areas.flatMap((area) => cellsOfArea(area, width, height)).filter((cell) => !blocked[cell]);
  }

  /** Cells of which any one is to be reached next. */
  cellsNow(view: StandInView): readonly number[] {
    return this.errandsNow(view) ?? (this.areaCells.length > 0 ? this.areaCells : this.restCells);
  }

  /** Cells of what is to be fetched or brought next; undefined when there is nothing to fetch or bring. */
  errandsNow(view: StandInView): number[] | undefined {
    if (!this.hasErrands) return undefined;
    const { own, seen } = view;
    const isThere = (piece: number) => seen.isGone[piece] === 0;
    const open = this.errands.fill.filter((piece) => isThere(piece) && seen.isFilled[piece] === 0);
    const puts = [...open, ...this.errands.deliver.filter(isThere)];
    const takes = this.errands.take.filter(isThere);
    // What is already in hand for every open goal is enough.
    const enough = this.errands.deliver.length > 0 || puts.length === 0 ? Infinity : open.length;
    const wantsMore = takes.length > 0 && own.carried < Math.min(this.program.rules.carryMost, enough);
    const refills =
      own.ammunition >= 0 && own.ammunition <= this.lowAmmunition ? this.errands.refill.filter(isThere) : [];
    const targets = refills.length > 0 ? refills : wantsMore ? takes : own.carried > 0 ? puts : [];
    if (targets.length === 0) return undefined;
    return targets.map((piece) => cellIndexAt(this.program.grid, seen.x[piece], seen.y[piece]));
  }
}

/** Whether two lists of cells are the same. */
export function sameCells(a: readonly number[], b: readonly number[]): boolean {
  return a === b || (a.length === b.length && a.every((cell, at) => cell === b[at]));
}
