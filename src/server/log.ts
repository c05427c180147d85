import type { AsyncLocalStorage } from 'node:async_hooks';
import pino from 'pino';

/** Set by the front of the server, which names every request. */
const holder = globalThis as unknown as { gorgeRequests?: AsyncLocalStorage<{ id: string }> };

/** The name of the request that is being answered; undefined for work that nobody has asked for. */
export function requestId(): string | undefined {
  return holder.gorgeRequests?.getStore()?.id;
}

/** The server's log, JSON lines on stdout; each names the request that it belongs to. */
export const log = pino({
  name: 'gorge',
  level: process.env.GORGE_LOG ?? 'info',
  mixin: () => ({ request: requestId() }),
});
