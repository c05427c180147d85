/**
 * Sine, cosine and angle of a vector from `+ - * /` and `Math.sqrt` alone, which the language standard fixes to the last
 * bit. `Math.sin` and its kin may differ between engines and would break byte-identical runs.
 */
const RADIANS_PER_DEGREE = 0.017453292519943295;

/** Taylor series around 0, for |radians| ≤ π/4; the first omitted term is below 1e-17. */
function sineSeries(radians: number): number {
  const square = radians * radians;
  let sum = 0;
  for (let order = 17; order >= 3; order -= 2) sum = ((1 + sum) * -square) / (order * (order - 1));
  return radians * (1 + sum);
}

function cosineSeries(radians: number): number {
  const square = radians * radians;
  let sum = 0;
  for (let order = 18; order >= 2; order -= 2) sum = ((1 + sum) * -square) / (order * (order - 1));
  return 1 + sum;
}

/** Sine of an angle in degrees; exact at multiples of 90, otherwise within 1e-15. */
export function sinDegrees(degrees: number): number {
  const quarter = Math.floor((degrees + 45) / 90);
  const rest = (degrees - quarter * 90) * RADIANS_PER_DEGREE;
  switch (((quarter % 4) + 4) % 4) {
    case 0:
      return sineSeries(rest);
    case 1:
      return cosineSeries(rest);
    case 2:
      return -sineSeries(rest);
    default:
      return -cosineSeries(rest);
  }
}

/** Cosine of an angle in degrees; exact at multiples of 90, otherwise within 1e-15. */
export function cosDegrees(degrees: number): number {
  return sinDegrees(degrees + 90);
}

/** Arc tangent by halving the angle twice and then a series; for 0 ≤ ratio ≤ 1. */
function arcTangent(ratio: number): number {
  let reduced = ratio;
  for (let halving = 0; halving < 3; halving++) reduced = reduced / (1 + Math.sqrt(1 + reduced * reduced));
  const square = reduced * reduced;
  let sum = 0;
  for (let order = 25; order >= 1; order -= 2) sum = 1 / order - square * sum;
  return 8 * reduced * sum;
}

/** Heading of the vector (x, y) in degrees, 0 = east, clockwise as y points south, in [0, 360). (0, 0) gives 0. */
export function headingDegrees(x: number, y: number): number {
  const width = Math.abs(x);
  const height = Math.abs(y);
  if (width === 0 && height === 0) return 0;
  const acute =
    width >= height
      ? arcTangent(height / width) / RADIANS_PER_DEGREE
      : 90 - arcTangent(width / height) / RADIANS_PER_DEGREE;
  const upper = x >= 0 ? acute : 180 - acute;
  const heading = y >= 0 ? upper : 360 - upper;
  return heading >= 360 ? heading - 360 : heading;
}
