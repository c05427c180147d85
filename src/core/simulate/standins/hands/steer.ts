import { INPUT_COLUMNS, INPUT_ROWS, type Input } from '../../engine/player/inputs';

/** The straight direction along the longer of two parts. */
export function straightTowards(x: number, y: number): Input {
  if (x === 0 && y === 0) return 0;
  if (Math.abs(x) >= Math.abs(y)) return x > 0 ? 1 : 5;
  return y > 0 ? 3 : 7;
}

/** The key, or pair of keys, that goes most nearly in a direction; ties go to the lower input. */
export function inputTowards(x: number, y: number): Input {
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
