import * as z from 'zod';
import { contactShape } from '../document/contactShape';
import {
  kindShape,
  levelShape,
  markShape,
  pieceShape,
  scriptShape,
  terrainShape,
  type GameDocument,
} from '../document/gameDocument';
import { LIMITS } from '../document/limits';
import { FORMAT_VERSION } from '../document/migrations/migrate';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';

const whole = z.number().int().min(-1024).max(1024);

/**
 * What is taken from a level to be put down in another one, of the same game or of another: pieces, marks and ground, with all
 * that they are made of. It is the text that stands on the clipboard.
 */
export const clippingShape = z.strictObject({
  format: z.literal('gorge clipping'),
  version: z.literal(FORMAT_VERSION),
  /** First column and row from which its places count, and its size, cells. */
  corner: z.tuple([whole, whole]),
  size: z.tuple([z.number().positive().max(1024), z.number().positive().max(1024)]),
  /** Rows of ground, where an area was taken. */
  cells: levelShape.shape.map.optional(),
  /** Places count from the corner. */
  pieces: z.array(pieceShape).max(LIMITS.pieces),
  marks: z.array(markShape).max(LIMITS.marks),
  /** Marks that come along only because behaviors and contacts name them. */
  named: z.array(markShape).max(LIMITS.marks),
  terrain: z.array(terrainShape).max(LIMITS.terrain),
  cast: z.array(kindShape).max(LIMITS.cast),
  scripts: z.array(scriptShape).max(LIMITS.scripts),
  contacts: z.array(contactShape).max(LIMITS.contacts),
  /** What the kind that is steered there goes by: its id and its tags. */
  player: z.array(z.string()).max(60),
  /** Tag of which a touch ends the run there. */
  foe: z.string().optional(),
});

export type Clipping = z.infer<typeof clippingShape>;

/** Reads what stands on a clipboard. */
export function readClipping(text: string): Result<Clipping, Diagnostic> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    value = undefined;
  }
  const format = typeof value === 'object' && value !== null ? (value as { format?: unknown }).format : undefined;
  if (format !== 'gorge clipping')
    return refuse('What is on the clipboard was not copied from a level.', 'Select pieces or an area and copy them.');
  const { version } = value as { version?: unknown };
  if (version !== FORMAT_VERSION)
    return refuse('What is on the clipboard was copied by another version.', 'Copy it again.');
  const read = clippingShape.safeParse(value);
  if (read.success) return succeed(read.data);
  const [issue] = read.error.issues;
  return refuse(`What is on the clipboard is damaged: ${issue.path.join(' ')}: ${issue.message}`, 'Copy it again.');
}

export function refuse(message: string, hint: string): Result<never, Diagnostic> {
  return fail([errorAt({ path: [] }, 'clipping-cannot-be-pasted', message, hint)]);
}

/** A clipping as a small game, so that its behaviors can be checked as those of any game. */
export function asGame({ terrain, cast, scripts, contacts }: Clipping): GameDocument {
  const parts = { terrain, cast, scripts, contacts };
  return {
    format: 'gorge',
    version: FORMAT_VERSION,
    id: 'clipping',
    name: '',
    pixelsPerCell: 32,
    levels: [],
    ...parts,
  };
}
