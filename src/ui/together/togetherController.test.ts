import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { Person, TogetherEvent } from '@/server/contracts/together';
import { Together } from './togetherController';

/** The connection of a browser, as far as it is used. */
class FakeSource {
  static opened: FakeSource[] = [];
  isClosed = false;
  onopen: () => void = () => undefined;
  onmessage: (message: { data: string }) => void = () => undefined;

  constructor(readonly url: string) {
    FakeSource.opened.push(this);
  }

  close(): void {
    this.isClosed = true;
  }

  says(event: TogetherEvent): void {
    this.onmessage({ data: JSON.stringify(event) });
  }
}

let told: { url: string; body: unknown }[];
let together: Together;
const realFetch = globalThis.fetch;

beforeEach(async () => {
  await import('../requests/replies');
  jest.useFakeTimers();
  FakeSource.opened = [];
  told = [];
  globalThis.fetch = ((url: string, init: RequestInit) => {
    told.push({ url, body: JSON.parse(String(init.body)) });
    return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve({}) } as Response);
  }) as typeof fetch;
  globalThis.EventSource = FakeSource as unknown as typeof EventSource;
  together = new Together('kiln-yard', 'drying-hall', 'tabofmara');
});

afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = realFetch;
});

const odo: Person = { id: 7, name: 'Odo', role: 'edit', levelId: null, selection: [] };
const source = () => FakeSource.opened.at(-1)!;
const settle = (ms = 0) => jest.advanceTimersByTimeAsync(ms);

describe('a window among others', () => {
  test('sees the others, and hears what else goes on', async () => {
    const heard: TogetherEvent[] = [];
    together.open((event) => heard.push(event));
    expect(source().url).toBe('/api/games/kiln-yard/together?tab=tabofmara');
    source().says({ type: 'here', others: [odo] });
    source().says({ type: 'notes' });
    await settle();
    expect(together.store.getState().others).toEqual([odo]);
    expect(heard).toEqual([{ type: 'notes' }]);
  });

  test('lets pass what it does not understand', async () => {
    const heard: TogetherEvent[] = [];
    together.open((event) => heard.push(event));
    source().says({ type: 'mood' } as unknown as TogetherEvent);
    await settle();
    expect(heard).toEqual([]);
  });

  test('tells where it is when it comes in, what is selected at most three times a second, and nothing twice', async () => {
    together.open(() => undefined);
    source().onopen();
    await settle();
    expect(told.map(({ body }) => body)).toEqual([{ tab: 'tabofmara', levelId: 'drying-hall', selection: [] }]);
    for (const id of ['a', 'b', 'c']) together.select([id]);
    await settle(300);
    together.select(['c']);
    await settle(300);
    expect(told.slice(1).map(({ body }) => (body as Person).selection)).toEqual([['c']]);
    // A server that was started anew knows nothing of it.
    source().onopen();
    await settle();
    expect(told).toHaveLength(3);
  });

  test('leaves when it is closed, is alone then, and can come in again', async () => {
    together.open(() => undefined);
    source().says({ type: 'here', others: [odo] });
    await settle();
    together.select(['a']);
    together.close();
    await settle(1000);
    expect([source().isClosed, together.store.getState().others, told]).toEqual([true, [], []]);
    together.open(() => undefined);
    expect(FakeSource.opened).toHaveLength(2);
  });
});
