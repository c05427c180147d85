import type { ArenaGrid } from '../../arena/grid';
import { cellIndexAt } from '../../arena/grid';
import type { GroundProgram, LevelProgram } from '../../compile/levelProgram';

/** The ground as it is at a moment of a run. Shared with the program as long as nothing in the level can change it. */
export class GroundState {
  readonly grid: ArenaGrid;
  readonly types: readonly GroundProgram[];
  readonly isPlain: boolean;
  readonly canHarm: boolean;
  typeOfCell: Uint8Array;
  /** Hits that each cell has taken; empty when no ground wears away. */
  private readonly hits: Uint8Array;
  /** How many cells have changed since the start of the run. */
  changes = 0;

  constructor(private readonly program: LevelProgram) {
    const { ground, grid, contacts } = program;
    this.types = ground.types;
    this.isPlain = ground.isPlain;
    this.canHarm = ground.types.some((type) => type.harm > 0);
    const wears = ground.types.some((type) => type.strength > 0);
    const opens = contacts.some((contact) => contact.effects.some((effect) => effect.effect === 'open'));
    const isOwn = wears || opens;
    this.grid = isOwn ? { ...grid, solid: grid.solid.slice(), opaque: grid.opaque.slice() } : grid;
    this.typeOfCell = isOwn ? ground.typeOfCell.slice() : ground.typeOfCell;
    this.hits = new Uint8Array(wears ? grid.solid.length : 0);
  }

  /** Puts the ground back to the start; true when it had changed. */
  reset(): boolean {
    this.hits.fill(0);
    if (this.changes === 0) return false;
    this.changes = 0;
    const { grid, ground } = this.program;
    this.grid.solid.set(grid.solid);
    this.grid.opaque.set(grid.opaque);
    this.typeOfCell.set(ground.typeOfCell);
    return true;
  }

  typeAt(x: number, y: number): GroundProgram {
    return this.types[this.typeOfCell[cellIndexAt(this.grid, x, y)]];
  }

  /** Makes a cell another ground; true when that opens or closes a way. */
  change(cell: number, type: number): boolean {
    const before = this.types[this.typeOfCell[cell]];
    const after = this.types[type];
    this.changes++;
    this.typeOfCell[cell] = type;
    this.grid.solid[cell] = after.solid ? 1 : 0;
    this.grid.opaque[cell] = after.opaque ? 1 : 0;
    return before.solid !== after.solid || before.footing !== after.footing || before.pathCost !== after.pathCost;
  }

  /** Takes hits from a cell; the index of the ground that it now becomes, or −1 while it bears them. */
  wear(cell: number, hits: number): number {
    const type = this.types[this.typeOfCell[cell]];
    if (type.strength === 0 || hits <= 0) return -1;
    this.hits[cell] = Math.min(255, this.hits[cell] + hits);
    if (this.hits[cell] < type.strength) return -1;
    this.hits[cell] = 0;
    return type.becomes;
  }
}
