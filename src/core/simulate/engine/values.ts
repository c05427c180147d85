import type { ValueProgram } from '../../compile/conditionProgram';
import { assertNever } from '../../foundation/result';
import type { PieceReading } from '../../language/vocabulary';
import type { World } from './world';

/** A number worked out for a piece in this tick. */
export type Value = (world: World, piece: number) => number;

/** The functions of all readings of a place. */
export type ReadingValues<Reading extends string> = Readonly<Record<Reading, Value>>;

/** A value as a function, with the readings of behaviors or those of cues and rules. */
export function prepareValue<Reading extends string>(
  program: ValueProgram<Reading>,
  readings: ReadingValues<Reading>,
): Value {
  switch (program.type) {
    case 'number': {
      const { value } = program;
      return () => value;
    }
    case 'memory': {
      const { slot } = program;
      return (world, piece) => world.memory[piece * world.memoryPerPiece + slot];
    }
    case 'reading':
      return readings[program.reading];
    case 'negative': {
      const operand = prepareValue(program.operand, readings);
      return (world, piece) => -operand(world, piece);
    }
    case 'binary': {
      const left = prepareValue(program.left, readings);
      const right = prepareValue(program.right, readings);
      switch (program.operator) {
        case '+':
          return (world, piece) => left(world, piece) + right(world, piece);
        case '-':
          return (world, piece) => left(world, piece) - right(world, piece);
        case '*':
          return (world, piece) => left(world, piece) * right(world, piece);
        case '/':
          return (world, piece) => left(world, piece) / right(world, piece);
        default:
          return assertNever(program.operator);
      }
    }
    default:
      return assertNever(program);
  }
}

/** What a piece can read of itself and the run; times in seconds, lengths in cells. */
export const READING_VALUES: ReadingValues<PieceReading> = {
  clock: (world) => world.tick / world.level.program.ticksPerSecond,
  here: (world, piece) => (world.tick - world.stateSince[piece]) / world.level.program.ticksPerSecond,
  distance: (world, piece) => {
    const dx = world.player.x - world.x[piece];
    const dy = world.player.y - world.y[piece];
    return Math.sqrt(dx * dx + dy * dy);
  },
  health: (world, piece) => world.health[piece],
  allies: (world, piece) => {
    const { piecesOfKind, program } = world.level;
    let count = 0;
    for (const other of piecesOfKind[program.pieces[piece].kindIndex])
      if (other !== piece && world.alive[other] === 1) count++;
    return count;
  },
};
