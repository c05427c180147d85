import type { LevelProgram } from '@/core/compile/levelProgram';
import type { RandomStream } from '@/core/foundation/random';
import { smallProgram } from './smallLevel';

/** A random board that is slid over, with its rows and the cell of its exit; whether the exit can be come to is left to luck. */
export function slideRoom(random: RandomStream): {
  program: LevelProgram;
  rows: string[];
  goal: { x: number; y: number };
} {
  const [width, height] = [random.nextInteger(6, 11), random.nextInteger(6, 11)];
  const isRim = (x: number, y: number) => x === 0 || y === 0 || x === width - 1 || y === height - 1;
  const cells = Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (__, x) => (isRim(x, y) || random.nextUnit() < 0.18 ? '#' : '.')),
  );
  cells[1][1] = '.';
  const [x, y] = [random.nextInteger(1, width - 2), random.nextInteger(1, height - 2)];
  cells[y][x] = '.';
  const rows = cells.map((row) => row.join(''));
  const program = smallProgram({
    map: rows,
    player: { at: [1.5, 1.5] },
    control: { scheme: 'slide until blocked', speed: 10 },
    level: { rules: { winAt: 'exit', timeLimit: 8 } },
  });
  // A level whose exit no slides lead to is not even compiled.
  return { program: { ...program, exit: { x, y, width: 1, height: 1 } }, rows, goal: { x, y } };
}
