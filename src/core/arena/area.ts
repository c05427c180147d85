/** A rectangle in cells. */
export interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Whether a place lies in an area or on its rim. */
export function isInArea(area: Area, x: number, y: number): boolean {
  return x >= area.x && x <= area.x + area.width && y >= area.y && y <= area.y + area.height;
}

/** The cells of a grid that overlap an area. */
export function cellsOfArea(area: Area, width: number, height: number): number[] {
  const cells: number[] = [];
  for (let row = Math.max(0, Math.floor(area.y)); row < Math.min(height, Math.ceil(area.y + area.height)); row++) {
    for (
      let column = Math.max(0, Math.floor(area.x));
      column < Math.min(width, Math.ceil(area.x + area.width));
      column++
    ) {
      cells.push(row * width + column);
    }
  }
  return cells;
}
