/** What was found at a place: coordinates of 0 to 1, a value, and how much it weighs. */
export interface Sample {
  at: readonly number[];
  value: number;
  weight: number;
}

/** Keeps a fit through few samples from running away. */
const RIDGE = 1e-3;

/**
 * What samples say of a place: a plane through those around it, the near ones counting for more (local linear regression,
 * Cleveland and Devlin 1988, with a kernel of powers instead of one of the exponential). At `width` a sample counts for an
 * eighth. Undefined without samples.
 */
export function fitAt(samples: readonly Sample[], at: readonly number[], width: number): number | undefined {
  if (samples.length === 0) return undefined;
  const size = at.length + 1;
  const matrix = Array.from({ length: size }, () => new Float64Array(size + 1));
  for (const sample of samples) {
    const offset = [1, ...sample.at.map((own, axis) => own - at[axis])];
    const square = offset.slice(1).reduce((sum, own) => sum + own * own, 0);
    const weight = sample.weight / kernel(square / (width * width)) + 1e-9;
    for (let row = 0; row < size; row++) {
      for (let column = 0; column < size; column++) matrix[row][column] += weight * offset[row] * offset[column];
      matrix[row][size] += weight * offset[row] * sample.value;
    }
  }
  // Slopes are held back in the measure of what all samples weigh; the height is not.
  const held = RIDGE * matrix[0][0];
  for (let row = 1; row < size; row++) matrix[row][row] += held;
  return solve(matrix)[0];
}

/** By how much less a sample counts at a distance, its square in widths. */
function kernel(square: number): number {
  const base = 1 + square;
  return base * base * base;
}

/** Gauss's elimination with pivots; the last column is the right side. */
function solve(matrix: Float64Array[]): number[] {
  const size = matrix.length;
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row][column]) > Math.abs(matrix[pivot][column])) pivot = row;
    [matrix[column], matrix[pivot]] = [matrix[pivot], matrix[column]];
    for (let row = column + 1; row < size; row++) {
      const share = matrix[row][column] / matrix[column][column];
      for (let at = column; at <= size; at++) matrix[row][at] -= share * matrix[column][at];
    }
  }
  const result = new Array<number>(size).fill(0);
  for (let row = size - 1; row >= 0; row--) {
    let rest = matrix[row][size];
    for (let column = row + 1; column < size; column++) rest -= matrix[row][column] * result[column];
    result[row] = rest / matrix[row][row];
  }
  return result;
}
