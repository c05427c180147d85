import type { CueEntry, EntrySpot, Level, Mark } from '@/core/index';
import type { ShownEntry } from '../canvas/arenaPicture';

/** A cue at each of the marks at which it lets in, with what can be said of that before any run. */
export function showEntry(entry: CueEntry, level: Level, selection: readonly string[]): ShownEntry[] {
  const label = describeEntry(entry);
  return entry.spots.map((spot) => ({
    from: [spot.x, spot.y],
    to: [spot.x + spot.width, spot.y + spot.height],
    open: spot.open,
    isSelected: level.marks.some((mark) => selection.includes(mark.id) && isAt(mark, spot)),
    label,
    warning: describeOffset(spot),
  }));
}

/** "north_lane: every 1.4–2.2 s, 5.4 (3.1–8.0) cells apart" */
function describeEntry({ cue, interval, apart }: CueEntry): string {
  const every = interval && `every ${sayRange(interval[0], interval[1])} s`;
  const distance =
    apart &&
    (apart[0] === apart[2]
      ? `${apart[1].toFixed(1)} cells apart`
      : `${apart[1].toFixed(1)} (${sayRange(apart[0], apart[2])}) cells apart`);
  return [cue, [every, distance].filter((part) => part !== undefined).join(', ')].filter((part) => part).join(': ');
}

function sayRange(least: number, most: number): string {
  return least === most ? least.toFixed(1) : `${least.toFixed(1)}–${most.toFixed(1)}`;
}

/** What comes in beside the middle of the opening, told with the way in which it is off. */
function describeOffset({ offCentre, width, height }: EntrySpot): string | undefined {
  if (!offCentre) return undefined;
  const isUpright = Math.abs(height) >= Math.abs(width);
  const isForward = offCentre * (isUpright ? height : width) > 0;
  const side = isUpright ? (isForward ? 'south' : 'north') : isForward ? 'east' : 'west';
  return `${Math.abs(offCentre).toFixed(1)} cells ${side} of the middle`;
}

function isAt(mark: Mark, { x, y }: EntrySpot): boolean {
  const [left, top] = 'point' in mark ? mark.point : 'line' in mark ? mark.line[0] : mark.area;
  return left === x && top === y;
}
