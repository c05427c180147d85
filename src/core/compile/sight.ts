/** How far (cells) and how wide (degrees) something sees. */
export interface Sight {
  range: number;
  arc: number;
}

const LEAVE_RANGE_FACTOR = 1.2;
const LEAVE_EXTRA_ARC = 60;

/** The sight of a piece that saw its target in the tick before: a fifth farther and 30 degrees wider to either side. */
export function widenSight({ range, arc }: Sight): Sight {
  return { range: range * LEAVE_RANGE_FACTOR, arc: Math.min(360, arc + LEAVE_EXTRA_ARC) };
}
