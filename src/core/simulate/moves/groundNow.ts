import type { ArenaGrid } from '../../arena/grid';
import type { LevelProgram } from '../../compile/levelProgram';

/** The ground of a level at some time. */
export interface GroundNow {
  grid: ArenaGrid;
  typeOfCell: Uint8Array;
}

export function groundAtStart({ grid, ground }: LevelProgram): GroundNow {
  return { grid, typeOfCell: ground.typeOfCell };
}

/** The ground with other types in its cells. */
export function groundWith({ grid, ground }: LevelProgram, typeOfCell: Uint8Array): GroundNow {
  return {
    typeOfCell,
    grid: {
      ...grid,
      solid: Uint8Array.from(typeOfCell, (type) => (ground.types[type].solid ? 1 : 0)),
      opaque: Uint8Array.from(typeOfCell, (type) => (ground.types[type].opaque ? 1 : 0)),
    },
  };
}
