/** How a part lies to the body that it is fixed to: so far ahead of its middle and to the right of it, cells. */
export interface PartOffset {
  along: number;
  across: number;
}

/** Where a part is: turned with the body that it is fixed to; seen from the side mirrored, and `across` is down. */
export function partPlace(
  { along, across }: PartOffset,
  lead: { x: number; y: number; facingX: number; facingY: number },
  isSideView: boolean,
): [x: number, y: number] {
  const { x, y, facingX, facingY } = lead;
  if (isSideView) return [x + (facingX < 0 ? -along : along), y + across];
  return [x + along * facingX - across * facingY, y + along * facingY + across * facingX];
}
