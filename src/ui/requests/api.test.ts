import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { ApiFault, ask, faultOf, sendJson } from './api';

const realFetch = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = realFetch;
});

/** Has the server answer so, or not at all. */
function answer(status: number, body: unknown): jest.Mock<typeof fetch> {
  const text = typeof body === 'string' ? body : JSON.stringify(body);
  const mock = jest.fn<typeof fetch>(() => Promise.resolve(new Response(text, { status })));
  globalThis.fetch = mock;
  return mock;
}

async function faultAsking(): Promise<ApiFault> {
  try {
    await ask('runPageReply', '/api/runs');
  } catch (error) {
    if (error instanceof ApiFault) return error;
    throw error;
  }
  throw new Error('nothing was wrong');
}

describe('asking the server', () => {
  test('gives what it says, in the shape that was asked for', async () => {
    const mock = answer(200, { total: 0, rows: [] });
    expect(await ask('runPageReply', '/api/runs', sendJson('POST', { one: 1 }))).toEqual({ total: 0, rows: [] });
    expect(mock).toHaveBeenCalledWith('/api/runs', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"one":1}',
    });
  });

  test('a reply of another shape is an error, never shown as if it were right', async () => {
    answer(200, { total: 'many', rows: [] });
    await expect(ask('runPageReply', '/api/runs')).rejects.toThrow(/total/);
  });

  test('a fault that the server tells comes with its words, and whether it may pass', async () => {
    answer(404, { code: 'no-batch', message: 'There is no such batch.', hint: 'See the course.' });
    const fault = await faultAsking();
    expect([fault.status, fault.fault.code, fault.message, fault.mayPass]).toEqual([
      404,
      'no-batch',
      'There is no such batch.',
      false,
    ]);
    expect(faultOf(fault)).toBe(fault.fault);
  });

  test.each([
    [408, true],
    [409, false],
    [429, true],
    [500, true],
    [503, true],
    [400, false],
  ])('status %i without words of its own may pass: %s', async (status, mayPass) => {
    answer(status, '<html>gateway</html>');
    const fault = await faultAsking();
    expect([fault.fault.code, fault.mayPass]).toEqual([`status-${status}`, mayPass]);
    expect(fault.message).toContain(String(status));
  });

  test('a server that is not reached is told as away, and is tried again', async () => {
    globalThis.fetch = () => Promise.reject(new TypeError('failed'));
    const fault = await faultAsking();
    expect([fault.status, fault.fault.code, fault.mayPass]).toEqual([0, 'server-away', true]);
  });
});

describe('what is shown of an error', () => {
  test('is its message, or that something unexpected happened', () => {
    expect(faultOf(new Error('The picture is empty.'))).toMatchObject({ message: 'The picture is empty.' });
    expect(faultOf('text')).toMatchObject({ code: 'unexpected', message: 'Something unexpected happened.' });
  });
});
