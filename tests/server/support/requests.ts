import type { Fault } from '@/server/contracts/faults';

/** A request that asks for something below `/api`. */
export function asks(address: string): Request {
  return new Request(`http://127.0.0.1/api${address}`);
}

/** A request that changes something; a value is sent as JSON, a text as it is. */
export function sends(method: 'POST' | 'PUT' | 'DELETE', body: unknown, address = ''): Request {
  const text = typeof body === 'string' ? body : JSON.stringify(body);
  return new Request(`http://127.0.0.1/api${address}`, { method, body: text });
}

/** What a route says; fails when it says that something is wrong. */
export async function reply<Reply>(response: Promise<Response>): Promise<Reply> {
  const got = await response;
  const body: unknown = await got.json();
  if (got.status !== 200) throw new Error(`${got.status}: ${JSON.stringify(body)}`);
  return body as Reply;
}

/** The fault that a route tells; fails when there is none. */
export async function failing(response: Promise<Response>): Promise<{ status: number; fault: Fault }> {
  const got = await response;
  const body: unknown = await got.json();
  if (got.status < 400) throw new Error(`no fault: ${JSON.stringify(body)}`);
  return { status: got.status, fault: body as Fault };
}
