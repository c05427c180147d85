import type { CellArea, GameDocument, Lane, Level } from '@/core/index';

/** A moving thing as it stands in the moment that is shown. Places in cells, heading in radians. */
export interface ShownPiece {
  id: string;
  x: number;
  y: number;
  radius: number;
  heading: number;
  tint: string;
  isPlayer: boolean;
  /** Whether it neither steers nor behaves, as a pot or a shelf. */
  isThing: boolean;
  /** What others meet of it, when that is no plain circle: convex parts, cells from its place. */
  hit: ShownPart[];
  /** What walls meet of it; only there when shapes are to be shown. */
  stand: ShownPart[];
  /** Whether it is there but meets nobody just now. */
  isOut: boolean;
  /** Whether it is a goal that has been filled. */
  isFilled: boolean;
  /** What it can see, clipped by walls: x, y, x, y, … in cells. */
  sightArea: number[];
  isAlarmed: boolean;
}

/** Corners x, y, x, y, … grown on all sides by a radius. */
export interface ShownPart {
  corners: ArrayLike<number>;
  radius: number;
}

/** A way that a mover goes by itself, with what happens on it. */
export interface ShownTrack {
  piece: string;
  track: readonly number[];
  stops: readonly { x: number; y: number; label: string }[];
  /** Whether it is shown in full though its mover is not selected. */
  isFull?: boolean;
}

/** Where a cue lets in what it brings. Lengths in cells. */
export interface ShownEntry {
  /** Ends of the line, or corners of the area. */
  from: readonly [number, number];
  to: readonly [number, number];
  /** Stretches of a line on which something comes in, as shares of it; empty for areas and points. */
  open: readonly (readonly [number, number])[];
  /** Whether its mark is selected; then the label is shown in full. */
  isSelected: boolean;
  label: string;
  /** What is uneven about it; undefined when nothing is. */
  warning: string | undefined;
}

export interface ShownRoute {
  piece: string;
  /** Waypoints in cells. */
  waypoints: (readonly [number, number])[];
  /** When each waypoint is reached, seconds. */
  times: (number | undefined)[];
  /** The way that is really walked, x, y, x, y, …; empty while it is not known. */
  track: number[];
}

/** Where a run ended. */
export interface ShownEnd {
  x: number;
  y: number;
}

/** What a stand-in has in mind: its plan, where it wants to be, and where it expects what it minds. Places x, y, … in cells. */
export interface ShownMind {
  plan: number[];
  goals: { column: number; row: number }[];
  expected: { places: number[]; isHunting: boolean }[];
}

/** Everything that is on the canvas of the arena, and nothing about how it came there. */
export interface ArenaPicture {
  terrain: GameDocument['terrain'];
  level: Level;
  /** Ids of marks at which the level is won. */
  goals: ReadonlySet<string>;
  /** What the view of a level that scrolls has left behind, cells; and the unit vector of where it goes. */
  rim: { x: number; y: number; width: number; height: number; dx: number; dy: number; label: string } | undefined;
  pieces: ShownPiece[];
  /** Whether it is a moment of a run, and pieces stand elsewhere in the next one. */
  isMoving: boolean;
  routes: ShownRoute[];
  entries: ShownEntry[];
  tracks: ShownTrack[];
  /** Parts of a round-about or an arc of the selected player, x, y, …; see `playerReach`. */
  arcs: readonly (readonly number[])[];
  lanes: readonly Lane[];
  /** Where placed pieces stand at the start, shown faintly while a run is shown. */
  startPlaces: { x: number; y: number; parts: readonly ShownPart[] }[];
  /** What ground is tinted by: for every cell 0..1. */
  tinted: { shares: Float32Array; tint: 'clay' | 'ochre' | 'river' } | undefined;
  /** What the stand-in of the run that is shown has in mind. */
  mind: ShownMind | undefined;
  ends: ShownEnd[];
  /** The way of the player in the run that is shown, up to now. */
  trail: number[];
  selected: ReadonlySet<string>;
  chosenWaypoint: { piece: string; index: number } | undefined;
  /** Cell under the keyboard cursor. */
  cursor: { column: number; row: number } | undefined;
  /** Cells that are chosen as an area. */
  area: CellArea | undefined;
  /** Where a stamp would be put down. */
  ghost: { column: number; row: number; columns: number; rows: number } | undefined;
  /** Whether stand and hit shapes are drawn over everything. */
  showsShapes: boolean;
  /** Rectangle that is being dragged, in cells. */
  lasso: { x0: number; y0: number; x1: number; y1: number } | undefined;
  /** The part of the level that is in view; nothing outside needs to be drawn. Undefined: all of it. */
  seen: SeenPart | undefined;
}

/** A part of a level, cells. */
export interface SeenPart {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Whether what reaches so many cells from its place comes into the part that is seen. */
export function isSeen(seen: SeenPart | undefined, x: number, y: number, reach: number): boolean {
  return !seen || (x + reach >= seen.x0 && x - reach <= seen.x1 && y + reach >= seen.y0 && y - reach <= seen.y1);
}

/** Whether anything in a box is in the part that is seen. */
export function overlapsSeen(seen: SeenPart | undefined, box: SeenPart): boolean {
  return !seen || (box.x1 >= seen.x0 && box.x0 <= seen.x1 && box.y1 >= seen.y0 && box.y0 <= seen.y1);
}

/** The least box around places x, y, x, y, … */
export function boxOf(places: readonly number[]): SeenPart {
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (let index = 0; index + 1 < places.length; index += 2) {
    box.x0 = Math.min(box.x0, places[index]);
    box.x1 = Math.max(box.x1, places[index]);
    box.y0 = Math.min(box.y0, places[index + 1]);
    box.y1 = Math.max(box.y1, places[index + 1]);
  }
  return box;
}

/** A rectangle of cells, first included, last not. */
export interface CellWindow {
  column: number;
  row: number;
  lastColumn: number;
  lastRow: number;
}

/** The cells of a level that are in the part that is seen. */
export function seenCells(seen: SeenPart | undefined, columns: number, rows: number): CellWindow {
  if (!seen) return { column: 0, row: 0, lastColumn: columns, lastRow: rows };
  return {
    column: Math.min(columns, Math.max(0, Math.floor(seen.x0))),
    row: Math.min(rows, Math.max(0, Math.floor(seen.y0))),
    lastColumn: Math.min(columns, Math.max(0, Math.ceil(seen.x1))),
    lastRow: Math.min(rows, Math.max(0, Math.ceil(seen.y1))),
  };
}
