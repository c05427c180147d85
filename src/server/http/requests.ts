import * as z from 'zod';
import { LIMITS } from '@/core/index';
import { gameId } from '../contracts/games';
import { parseJson } from './json';
import { RequestFault } from './requestFault';

/** A save wraps the document in a little more text. */
export const MOST_SAVE_BYTES = LIMITS.fileBytes + 4096;

/** Refuses requests that change data when they come from another site. */
export function requireSameOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const isForeignSite = site !== null && site !== 'same-origin' && site !== 'none';
  const isForeignOrigin =
    origin !== null && URL.canParse(origin) && new URL(origin).host !== request.headers.get('host');
  if (isForeignSite || isForeignOrigin || origin === 'null') {
    throw new RequestFault(403, {
      code: 'foreign-origin',
      message: 'This request comes from another site.',
      hint: 'Changes are only taken from the pages of this server.',
    });
  }
}

/** Reads a body up to a limit; more is refused before it is held. */
export async function readBody(request: Request, mostBytes: number): Promise<string> {
  const tooLarge = new RequestFault(413, {
    code: 'too-large',
    message: `The upload is larger than ${(mostBytes / 1048576).toFixed(0)} MB.`,
    hint: 'Nothing was changed. Send a smaller file.',
  });
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) throw tooLarge;
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    bytes += part.value.byteLength;
    if (bytes > mostBytes) {
      await reader?.cancel();
      throw tooLarge;
    }
    parts.push(part.value);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** Reads a JSON body and checks its shape. */
export async function readJson<Shape extends z.ZodType>(
  request: Request,
  shape: Shape,
  mostBytes: number,
): Promise<z.output<Shape>> {
  return parseJson(await readBody(request, mostBytes), shape);
}

const rowNumber = z.coerce.number().int().min(1).max(2_147_483_647);

/** The parts of a route's address, checked. */
export function readGameId(value: string): string {
  return gameId.parse(value);
}

/** The number of a batch or of a version. */
export function readNumber(value: string): number {
  return rowNumber.parse(value);
}

/** What stands behind the question mark of an address; what does not fit the shape is told as everywhere. */
export function readQuery<Shape extends z.ZodType>(request: Request, shape: Shape): z.output<Shape> {
  return shape.parse(Object.fromEntries(new URL(request.url).searchParams));
}
