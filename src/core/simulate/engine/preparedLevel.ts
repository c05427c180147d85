import { FieldCache } from '../../arena/distanceField';
import { buildWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import type { LevelProgram } from '../../compile/levelProgram';
import { prepareBrain, type Brain } from './brain';

/** How bodies of one size get about: the cells they can use and the ways to any cell, shared by all runs. */
export interface Ways {
  radius: number;
  walk: WalkGrid;
  fields: FieldCache;
}

/**
 * A program with everything resolved that the tick needs. Built once and used for any number of runs; what it caches is
 * a function of the ground alone.
 */
export interface PreparedLevel {
  program: LevelProgram;
  brains: Brain[];
  /** What the tick reads of every piece, as arrays: index into `brains` (−1 for none), radius, index into `ways`. */
  brainOfPiece: Int16Array;
  radiusOfPiece: Float64Array;
  waysOfPiece: Int16Array;
  /** Indices of the pieces whose touch ends the run. */
  threats: Int16Array;
  ways: Ways[];
  routeOfPiece: Float64Array[];
}

export function prepareLevel(program: LevelProgram): PreparedLevel {
  const ways: Ways[] = [];
  const waysOfPiece = Int16Array.from(program.pieces, (piece) => {
    // All bodies up to one cell wide use the same cells.
    const radius = piece.radius <= 0.5 ? 0.5 : piece.radius;
    const known = ways.findIndex((entry) => entry.radius === radius);
    if (known >= 0) return known;
    const walk = buildWalkGrid(program.grid, radius, true);
    return ways.push({ radius, walk, fields: new FieldCache(walk) }) - 1;
  });
  return {
    program,
    brains: program.brains.map(prepareBrain),
    brainOfPiece: Int16Array.from(program.pieces, (piece) => piece.brain),
    radiusOfPiece: Float64Array.from(program.pieces, (piece) => piece.radius),
    threats: Int16Array.from(program.pieces.flatMap((piece, index) => (piece.isThreat ? [index] : []))),
    waysOfPiece,
    ways,
    routeOfPiece: program.pieces.map((piece) => Float64Array.from(piece.route)),
  };
}
