import { writeParts } from './writeParts';
import type * as z from 'zod';
import type { Fault } from '@/server/contracts/faults';
import type * as Replies from './replies';

/** A reply of the server that is not what was asked for. `status` 0 means that the server was not reached. */
export class ApiFault extends Error {
  constructor(
    readonly status: number,
    readonly fault: Fault,
  ) {
    super(fault.message);
  }

  /** Whether trying again later may help. */
  get mayPass(): boolean {
    return this.status === 0 || this.status >= 500 || PASSING.includes(this.status);
  }
}

/** Too slow, too early, too often. */
const PASSING = [408, 425, 429];

const UNREACHED: Fault = {
  code: 'server-away',
  message: 'The server cannot be reached.',
  hint: 'Is it still running? It is tried again by itself.',
};

type Shapes = typeof Replies;

/** Asks the server and checks the shape of its reply, which is named. Throws {@link ApiFault}. */
export async function ask<Name extends keyof Shapes>(
  reply: Name,
  url: string,
  init?: RequestInit,
): Promise<z.output<Shapes[Name]>> {
  let response: Response;
  let shapes: Shapes;
  try {
    // Both are on their way at the same time.
    [response, shapes] = await Promise.all([fetch(url, init), import('./replies')]);
  } catch {
    throw new ApiFault(0, UNREACHED);
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const fault = shapes.faultShape.safeParse(body);
    throw new ApiFault(
      response.status,
      fault.success
        ? fault.data
        : { ...UNREACHED, code: `status-${response.status}`, message: `The server answered ${response.status}.` },
    );
  }
  return shapes[reply].parse(body) as z.output<Shapes[Name]>;
}

export function sendJson(method: 'POST' | 'PUT', value: unknown): RequestInit {
  return { method, headers: { 'content-type': 'application/json' }, body: writeParts(value) };
}

/** What to show for any error. */
export function faultOf(error: unknown): Fault {
  if (error instanceof ApiFault) return error.fault;
  return {
    code: 'unexpected',
    message: error instanceof Error ? error.message : 'Something unexpected happened.',
    hint: 'Reload the page. If it happens again, the log of the server may tell more.',
  };
}
