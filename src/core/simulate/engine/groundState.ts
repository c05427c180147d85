import type { ArenaGrid } from '../../arena/grid';
import { cellIndexAt } from '../../arena/grid';
import type { ColumnTable } from './columns';
import type { GroundProgram, LevelProgram } from '../../compile/levelProgram';

/** Whether any ground wears away that lies in a level or can come to lie there. */
export function canWear({ ground, contacts }: LevelProgram): boolean {
  const opened = contacts.flatMap(({ effects }) =>
    effects.flatMap((one) => (one.effect === 'open' ? one.becomes : [])),
  );
  return [...new Set([...ground.typeOfCell, ...opened])].some((type) => ground.types[type].strength > 0);
}

/** The ground as it is at a moment of a run. Shared with the program as long as nothing in the level can change it. */
export class GroundState {
  readonly grid: ArenaGrid;
  readonly types: readonly GroundProgram[];
  readonly isPlain: boolean;
  readonly canHarm: boolean;
  readonly typeOfCell: Uint8Array;
  /** Hits that each cell has taken; empty when no ground wears away. */
  private readonly hits: Uint8Array;
  /** Whether anything in the level can change the ground. */
  readonly canChange: boolean;
  /** Grows with every change; what was worked out of the ground holds as long as it stays. No part of a run. */
  version = 0;
  /** Whether it may differ from what the program says. */
  private isTouched = true;
  /** What stops each kind that the ground stops otherwise than the player; undefined for all others. */
  private readonly gridsOfKinds: (ArenaGrid | undefined)[];
  private readonly differs: boolean;
  /** Grids in which one type of ground is all that stops a body; worked out when asked for, until the ground changes. */
  private readonly gridsOfTypes = new Map<readonly number[], ArenaGrid>();

  constructor(
    private readonly program: LevelProgram,
    table: ColumnTable,
  ) {
    const { ground, grid, contacts } = program;
    this.types = ground.types;
    this.isPlain = ground.isPlain;
    this.canHarm = ground.types.some((type) => type.harm > 0);
    const wears = canWear(program);
    const opens = contacts.some((contact) => contact.effects.some((effect) => effect.effect === 'open'));
    const blocks = program.kinds.some((kind) => kind.blocks);
    this.canChange = wears || opens || blocks;
    this.grid = this.canChange ? { ...grid, solid: grid.solid.slice(), opaque: grid.opaque.slice() } : grid;
    this.typeOfCell = this.canChange ? table.bytes('cell') : ground.typeOfCell;
    this.hits = wears ? table.bytes('cell') : new Uint8Array(0);
    this.gridsOfKinds = program.kinds.map((_, kind) => {
      const isOther = ground.types.some(({ solid, solidFor }) => solidFor && (solidFor[kind] === 1) !== solid);
      return isOther ? { ...this.grid, solid: new Uint8Array(grid.solid.length) } : undefined;
    });
    this.differs = this.gridsOfKinds.some((own) => own !== undefined);
    for (let cell = 0; cell < grid.solid.length; cell++) this.readKinds(cell, ground.typeOfCell[cell]);
  }

  /** What stops bodies of a kind. */
  gridOf(kind: number): ArenaGrid {
    return this.gridsOfKinds[kind] ?? this.grid;
  }

  /** Works out what of one cell stops the kinds that differ. */
  private readKinds(cell: number, type: number): void {
    if (!this.differs) return;
    const { solid, solidFor } = this.types[type];
    for (let kind = 0; kind < this.gridsOfKinds.length; kind++) {
      const own = this.gridsOfKinds[kind];
      if (own) own.solid[cell] = solidFor ? solidFor[kind] : solid ? 1 : 0;
    }
  }

  /** Puts the ground to what the program says. */
  begin(): void {
    if (!this.canChange || !this.isTouched) return;
    this.hits.fill(0);
    this.typeOfCell.set(this.program.ground.typeOfCell);
    this.readTypes();
    this.isTouched = false;
  }

  /** Works out anew what follows from the types of the cells. */
  readTypes(): void {
    if (!this.canChange) return;
    this.isTouched = true;
    this.version++;
    const { solid, opaque } = this.grid;
    for (let cell = 0; cell < solid.length; cell++) {
      const type = this.types[this.typeOfCell[cell]];
      solid[cell] = type.solid ? 1 : 0;
      opaque[cell] = type.opaque ? 1 : 0;
      this.readKinds(cell, this.typeOfCell[cell]);
    }
    this.gridsOfTypes.clear();
  }

  /** A grid in which some types of ground are all that stops a body, as the ground is now; asked for by one and the same list. */
  gridOfTypes(types: readonly number[]): ArenaGrid {
    const known = this.gridsOfTypes.get(types);
    if (known) return known;
    const grid = { ...this.grid, solid: Uint8Array.from(this.typeOfCell, (own) => (types.includes(own) ? 1 : 0)) };
    this.gridsOfTypes.set(types, grid);
    return grid;
  }

  typeAt(x: number, y: number): GroundProgram {
    return this.types[this.typeOfCell[cellIndexAt(this.grid, x, y)]];
  }

  /** Makes a cell another ground; true when that opens or closes a way. */
  change(cell: number, type: number): boolean {
    this.isTouched = true;
    this.version++;
    const before = this.types[this.typeOfCell[cell]];
    const after = this.types[type];
    this.typeOfCell[cell] = type;
    this.gridsOfTypes.clear();
    this.grid.solid[cell] = after.solid ? 1 : 0;
    this.grid.opaque[cell] = after.opaque ? 1 : 0;
    this.readKinds(cell, type);
    return (
      before.solid !== after.solid ||
      before.solidFor !== after.solidFor ||
      before.footing !== after.footing ||
      before.pathCost !== after.pathCost
    );
  }

  /** Takes hits from a cell; the index of the ground that it now becomes, or −1 while it bears them. */
  wear(cell: number, hits: number): number {
    const type = this.types[this.typeOfCell[cell]];
    if (type.strength === 0 || hits <= 0) return -1;
    this.isTouched = true;
    this.hits[cell] = Math.min(255, this.hits[cell] + hits);
    if (this.hits[cell] < type.strength) return -1;
    this.hits[cell] = 0;
    return type.becomes;
  }
}
