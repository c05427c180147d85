import { describe, expect, test } from '@jest/globals';
import { ConnectionAcquireTimeoutError } from 'sequelize';
import * as z from 'zod';
import { errorAt } from '@/core/index';
import type { Fault } from '../contracts/faults';
import { answer } from './faults';
import { notFound, RequestFault, unusable } from './requestFault';
import { readNumber, readBody, readGameId, readJson, requireSameOrigin } from './requests';

const URL_HERE = 'http://127.0.0.1:4310/api/games';

function request(headers: Record<string, string>, body?: string): Request {
  return new Request(URL_HERE, { method: 'POST', headers: { host: '127.0.0.1:4310', ...headers }, body });
}

async function replyTo(work: () => unknown): Promise<{ status: number; body: Fault }> {
  const reply = await answer(() => Promise.resolve().then(work));
  return { status: reply.status, body: (await reply.json()) as Fault };
}

describe('requests that change data', () => {
  test.each([
    ['the page itself', { origin: 'http://127.0.0.1:4310', 'sec-fetch-site': 'same-origin' }],
    ['a tool without a browser', {}],
    ['an address that was typed', { 'sec-fetch-site': 'none' }],
  ])('are taken from %s', (_who, headers) => {
    expect(() => requireSameOrigin(request(headers))).not.toThrow();
  });

  test.each([
    ['another site', { origin: 'http://elsewhere.example' }],
    ['another port of the same machine', { origin: 'http://127.0.0.1:9999' }],
    ['a frame without an origin', { origin: 'null' }],
    ['a browser that says so', { 'sec-fetch-site': 'cross-site' }],
  ])('are refused from %s', (_who, headers) => {
    expect(() => requireSameOrigin(request(headers))).toThrow(expect.objectContaining({ status: 403 }));
  });
});

describe('bodies', () => {
  test('are read up to the limit and refused beyond it, whether or not their length is told', async () => {
    expect(await readBody(request({}, 'x'.repeat(100)), 100)).toHaveLength(100);
    await expect(readBody(request({}, 'x'.repeat(101)), 100)).rejects.toMatchObject({ status: 413 });
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent++;
        controller.enqueue(new Uint8Array(60));
      },
    });
    const streamed = new Request(URL_HERE, { method: 'POST', body: endless, duplex: 'half' } as RequestInit);
    await expect(readBody(streamed, 100)).rejects.toMatchObject({ status: 413 });
    expect(sent).toBeLessThan(6);
  });

  test('keep letters that were cut between two parts', async () => {
    const bytes = new TextEncoder().encode('Töpferei');
    const parts = [bytes.slice(0, 2), bytes.slice(2)];
    const stream = new ReadableStream<Uint8Array>({
      pull(controller) {
        const part = parts.shift();
        if (part) controller.enqueue(part);
        else controller.close();
      },
    });
    const cut = new Request(URL_HERE, { method: 'POST', body: stream, duplex: 'half' } as RequestInit);
    expect(await readBody(cut, 100)).toBe('Töpferei');
  });

  test('must be JSON of the right shape', async () => {
    const shape = z.strictObject({ runs: z.number().int() });
    expect(await readJson(request({}, '{"runs": 3}'), shape, 100)).toEqual({ runs: 3 });
    await expect(readJson(request({}, '{"runs": '), shape, 100)).rejects.toMatchObject({
      fault: { code: 'json-broken' },
    });
    const { status, body } = await replyTo(() => readJson(request({}, '{"runs": "many"}'), shape, 100));
    expect([status, body.code, body.where]).toEqual([400, 'bad-request', 'runs']);
  });
});

describe('addresses', () => {
  test('have ids and numbers that are checked', () => {
    expect([readGameId('kiln-yard'), readNumber('12')]).toEqual(['kiln-yard', 12]);
    for (const id of ['', '../etc', 'Kiln', 'a'.repeat(65)]) expect(() => readGameId(id)).toThrow(z.ZodError);
    for (const id of ['one', '0', '-3', '1.5', '99999999999']) expect(() => readNumber(id)).toThrow(z.ZodError);
  });
});

describe('replies', () => {
  test('a result is JSON, a finished reply is passed on as it is', async () => {
    expect(await (await answer(() => Promise.resolve({ ok: true }))).json()).toEqual({ ok: true });
    const own = new Response('text', { status: 201 });
    expect(await answer(() => Promise.resolve(own))).toBe(own);
  });

  test('a fault has its status, code, message and hint', async () => {
    const { status, body } = await replyTo(() => {
      throw notFound('game `x`', 'Look elsewhere.');
    });
    expect([status, body]).toEqual([
      404,
      { code: 'not-found', message: 'There is no game `x`.', hint: 'Look elsewhere.' },
    ]);
  });

  test('diagnostics are all listed, each with its place in words', async () => {
    const fault = unusable([
      errorAt(
        { path: ['levels', 0, 'map', 3], inFile: { line: 9, column: 5 } },
        'map-ragged',
        'Too short.',
        'Make it longer.',
      ),
      errorAt(
        { path: ['scripts', 1], span: { from: 4, to: 9, line: 2, column: 3 } },
        'unknown-motion',
        'What?',
        'Spell it.',
      ),
    ]);
    expect([fault.status, fault.fault.where]).toEqual([422, 'levels[0].map[3], file line 9, column 5']);
    expect(fault.fault.diagnostics?.map((entry) => entry.where)).toEqual([
      'levels[0].map[3], file line 9, column 5',
      'scripts[1], script line 2, column 3',
    ]);
  });

  test('a database that cannot be reached is 503, whatever it was called', async () => {
    for (const message of [
      'connect ECONNREFUSED 127.0.0.1:33410',
      'read ECONNRESET',
      'socket has unexpectedly been closed',
      'pool timeout',
    ]) {
      const { status, body } = await replyTo(() => {
        throw new Error(message);
      });
      expect([message, status, body.code]).toEqual([message, 503, 'database-away']);
    }
  });

  test('connections that are all in use are no database that is away, and it is said when to try again', async () => {
    const busy = new ConnectionAcquireTimeoutError(new Error('Operation timeout'));
    const reply = await answer(() => Promise.reject(busy));
    expect([reply.status, reply.headers.get('retry-after')]).toEqual([503, '2']);
    expect(await reply.json()).toMatchObject({ code: 'server-busy' });
  });

  test('what nobody thought of is 500 and tells nothing of the inside', async () => {
    const { status, body } = await replyTo(() => {
      throw new Error('secret at /home/somebody/file.ts:12');
    });
    expect([status, body.code]).toEqual([500, 'internal']);
    expect(JSON.stringify(body)).not.toContain('secret');
  });

  test('a fault of a request is known for one also where its class was loaded twice', async () => {
    const fault = { code: 'c', message: 'm', hint: 'h' };
    const other = Object.assign(new Error('m'), { name: 'RequestFault', status: 418, fault });
    expect(await replyTo(() => Promise.reject(other))).toEqual({ status: 418, body: fault });
  });

  test('a fault of a request is an error that carries its own words', () => {
    const fault = new RequestFault(400, { code: 'c', message: 'm', hint: 'h' });
    expect([fault.message, fault instanceof Error]).toEqual(['m', true]);
  });
});
