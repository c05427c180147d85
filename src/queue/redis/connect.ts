import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { Redis } from 'ioredis';

const packBytes = promisify(gzip);
const unpackBytes = promisify(gunzip);

/** Opens a connection that waits for its Redis for as long as that is away. */
export function connect(url: string): Redis {
  const redis = new Redis(url, { maxRetriesPerRequest: null, retryStrategy: (times) => Math.min(2000, times * 100) });
  // What cannot be reached is tried again; whoever waits for an answer goes on waiting.
  redis.on('error', () => undefined);
  return redis;
}

/** Why no Redis answers at an address within a time, ms; undefined where one does. */
export async function whyUnreachable(url: string, timeoutMs = 3000): Promise<string | undefined> {
  const redis = new Redis(url, { lazyConnect: true, retryStrategy: () => null, maxRetriesPerRequest: 0 });
  let timer: NodeJS.Timeout | undefined;
  const failed = new Promise<string>((resolve) => {
    redis.on('error', ({ message }: Error) => resolve(message));
    timer = setTimeout(() => resolve('no answer'), timeoutMs);
  });
  const answered = redis
    .connect()
    .then(() => redis.ping())
    .then(() => undefined)
    // What went wrong is told by the event, in better words; else by this.
    .catch(({ message }: Error) => Promise.race([failed, Promise.resolve(message)]));
  try {
    return await Promise.race([failed, answered]);
  } finally {
    clearTimeout(timer);
    redis.disconnect();
  }
}

/** A queue is a Redis on some host; `undefined` for what is no such address. */
export function readQueueUrl(text: string): string | undefined {
  try {
    const { protocol, hostname } = new URL(text);
    return ['redis:', 'rediss:'].includes(protocol) && hostname !== '' ? text : undefined;
  } catch {
    return undefined;
  }
}

export async function pack(value: unknown): Promise<Buffer> {
  return packBytes(Buffer.from(JSON.stringify(value), 'utf8'));
}

export async function unpack<Value>(bytes: Buffer): Promise<Value> {
  return JSON.parse((await unpackBytes(bytes)).toString('utf8')) as Value;
}
