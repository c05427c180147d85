import type { z } from 'zod';
import { faultShape, type Fault } from '@/server/contracts/faults';

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

/** Asks the server and checks the shape of its reply. Throws {@link ApiFault}. */
export async function ask<Shape extends z.ZodType>(
  shape: Shape,
  url: string,
  init?: RequestInit,
): Promise<z.output<Shape>> {
  let response: Response;
  try {
    response = await fetch(url, init);
  } catch {
    throw new ApiFault(0, UNREACHED);
  }
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const fault = faultShape.safeParse(body);
    throw new ApiFault(
      response.status,
      fault.success
        ? fault.data
        : { ...UNREACHED, code: `status-${response.status}`, message: `The server answered ${response.status}.` },
    );
  }
  return shape.parse(body);
}

export function sendJson(method: 'POST' | 'PUT', value: unknown): RequestInit {
  return { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) };
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
