import type { GameDocument, Level } from '@/core/index';

/** A moving thing as it stands in the moment that is shown. Places in cells, heading in radians. */
export interface ShownPiece {
  id: string;
  x: number;
  y: number;
  radius: number;
  heading: number;
  tint: string;
  isPlayer: boolean;
  /** What it can see, clipped by walls: x, y, x, y, … in cells. */
  sightArea: number[];
  isAlarmed: boolean;
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

/** Everything that is on the canvas of the arena, and nothing about how it came there. */
export interface ArenaPicture {
  terrain: GameDocument['terrain'];
  level: Level;
  pieces: ShownPiece[];
  routes: ShownRoute[];
  /** Where placed pieces stand at the start, shown faintly while a run is shown. */
  startPlaces: { x: number; y: number; radius: number }[];
  ends: ShownEnd[];
  /** The way of the player in the run that is shown, up to now. */
  trail: number[];
  selected: ReadonlySet<string>;
  chosenWaypoint: { piece: string; index: number } | undefined;
  /** Cell under the keyboard cursor. */
  cursor: { column: number; row: number } | undefined;
  /** Rectangle that is being dragged, in cells. */
  lasso: { x0: number; y0: number; x1: number; y1: number } | undefined;
}
