import { z } from 'zod';

/** The version of the file format that this program writes. Newer ones are refused, older ones are migrated. */
export const FORMAT_VERSION = 1;

/** Sizes beyond which a document is refused, so that no file can exhaust the machine. */
export const LIMITS = {
  fileBytes: 8 * 1024 * 1024,
  columns: 256,
  rows: 256,
  pieces: 2000,
  waypoints: 200,
  levels: 100,
  scriptLines: 4000,
  scriptLineLength: 400,
} as const;

const identifier = z
  .string()
  .regex(/^[a-z][a-z0-9_-]{0,63}$/, 'must be a small letter followed by small letters, digits, - or _ (64 at most)');
const label = z.string().min(1).max(80);
const coordinate = z.number().min(-1000).max(1000);
const point = z.tuple([coordinate, coordinate]);

export const terrainShape = z
  .strictObject({
    id: identifier,
    name: label,
    glyph: z.string().length(1).describe('the character that stands for this ground in maps'),
    solid: z.boolean().describe('stops bodies'),
    opaque: z.boolean().describe('stops sight'),
    tint: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'must be a colour like #d8ccb4'),
    hatching: z.enum(['none', 'diagonal', 'dots']),
  })
  .describe('a type of ground');

const knobValues = z.record(z.string(), z.number()).describe('knob values, each in the unit that the script gives it');

export const controlShape = z.strictObject({
  scheme: z.literal('eight ways'),
  speed: z.number().min(0.1).max(60).describe('cells/s'),
  evenDiagonals: z.boolean().describe('whether diagonals are as fast as straights'),
});

export const kindShape = z
  .strictObject({
    id: identifier,
    name: label,
    tags: z.array(identifier).max(20),
    radius: z.number().min(0.05).max(8).describe('radius of the circular stand and hit shape, cells'),
    tint: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'must be a colour like #8a3324'),
    control: controlShape.optional().describe('present for the kind that the player steers'),
    behavior: identifier.optional().describe('id of the script that it follows'),
    knobs: knobValues.optional(),
  })
  .describe('one entry of the cast');

export const pieceShape = z
  .strictObject({
    id: identifier,
    name: label,
    kind: identifier,
    at: point.describe('x and y of its centre, cells'),
    facing: z.number().min(0).max(360).describe('degrees, 0 = east, clockwise'),
    route: z.array(point).max(LIMITS.waypoints).optional().describe('waypoints, cells'),
    knobs: knobValues.optional(),
  })
  .describe('a placed kind');

export const markShape = z
  .strictObject({
    id: identifier,
    name: label,
    area: z.tuple([coordinate, coordinate, z.number().positive().max(256), z.number().positive().max(256)]),
  })
  .describe('a named area: x, y, width, height in cells');

export const rulesShape = z.strictObject({
  winAt: identifier.describe('id of the mark that the player must reach'),
  loseWhenTouching: identifier.describe('tag of the kinds whose touch ends the run'),
  timeLimit: z.number().min(1).max(3600).describe('seconds'),
});

export const levelShape = z.strictObject({
  id: identifier,
  name: label,
  ticksPerSecond: z.union([z.literal(30), z.literal(60), z.literal(120)]),
  map: z.array(z.string().max(LIMITS.columns)).min(1).max(LIMITS.rows).describe('one text a row, one character a cell'),
  marks: z.array(markShape).max(500),
  pieces: z.array(pieceShape).max(LIMITS.pieces),
  rules: rulesShape,
});

export const scriptShape = z.strictObject({
  id: identifier,
  lines: z.array(z.string().max(LIMITS.scriptLineLength)).max(LIMITS.scriptLines),
});

export const gameShape = z.strictObject({
  format: z.literal('gorge'),
  version: z.literal(FORMAT_VERSION),
  id: identifier,
  name: label,
  pixelsPerCell: z.number().int().min(1).max(512),
  terrain: z.array(terrainShape).min(1).max(60),
  cast: z.array(kindShape).max(500),
  scripts: z.array(scriptShape).max(200),
  levels: z.array(levelShape).max(LIMITS.levels),
});

export type GameDocument = z.infer<typeof gameShape>;
export type Terrain = z.infer<typeof terrainShape>;
export type Kind = z.infer<typeof kindShape>;
export type Piece = z.infer<typeof pieceShape>;
export type Mark = z.infer<typeof markShape>;
export type Level = z.infer<typeof levelShape>;
export type Script = z.infer<typeof scriptShape>;

/** The published JSON Schema of the file format. */
export function gameJsonSchema(): object {
  return { title: 'Gorge game document', ...z.toJSONSchema(gameShape) };
}
