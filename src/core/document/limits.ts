/** Sizes beyond which a document is refused, so that no file can exhaust the machine. */
export const LIMITS = {
  fileBytes: 8 * 1024 * 1024,
  /** How deep brackets may lie in each other; documents need 9. */
  nesting: 64,
  columns: 256,
  rows: 256,
  pieces: 2000,
  marks: 500,
  terrain: 60,
  cast: 500,
  contacts: 2000,
  scripts: 200,
  waypoints: 200,
  parts: 8,
  levels: 100,
  standIns: 8,
  scriptLines: 4000,
  scriptLineLength: 400,
  fewestTicks: 10,
  mostTicks: 240,
} as const;

/** A level has so many cells at least, each way. */
export const LEAST_LEVEL_SIDE = 5;
