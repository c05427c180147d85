import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { commands } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { DeskSession } from './deskSession';
import { openSaved, Saving } from './saving';

const FIRST = 'a'.repeat(64);
const SECOND = 'b'.repeat(64);
const THIRD = 'c'.repeat(64);

interface Sent {
  url: string;
  method: string;
  body?: { baseRevision: string; document: { name: string; levels: { pieces: { at: number[] }[] }[] } };
}

let sent: Sent[];
let replies: (() => { status: number; body: unknown })[];
let session: DeskSession;
let saving: Saving;

const saved = (revision: string) => () => ({ status: 200, body: { revision, savedAt: '2026-11-23T08:00:00.000Z' } });
const fault = (status: number, code: string) => () => ({
  status,
  body: { code, message: `${code}.`, hint: 'Do something.' },
});

beforeEach(() => {
  jest.useFakeTimers();
  sent = [];
  replies = [];
  globalThis.fetch = ((url: string, init?: RequestInit) => {
    sent.push({
      url,
      method: init?.method ?? 'GET',
      body: init?.body ? (JSON.parse(String(init.body)) as Sent['body']) : undefined,
    });
    const reply = replies.shift();
    if (!reply) return Promise.reject(new TypeError('the server is away'));
    const { status, body } = reply();
    return Promise.resolve(new Response(JSON.stringify(body), { status }));
  }) as typeof fetch;
  session = new DeskSession(kilnYard(), 'drying-hall');
  saving = new Saving(session, FIRST, '2026-11-23T07:00:00.000Z');
  saving.open();
});

afterEach(() => {
  jest.useRealTimers();
});

function move(by: number): void {
  session.change('Move', (draft) => commands.movePieces(draft, 'drying-hall', ['warden-1'], { x: by, y: 0 }));
}

const status = () => saving.store.getState().status;

describe('saving by itself', () => {
  test('waits until the designer rests, then sends the draft with the revision that it is based on', async () => {
    replies = [saved(SECOND), saved(THIRD)];
    move(1);
    await jest.advanceTimersByTimeAsync(300);
    move(1);
    await jest.advanceTimersByTimeAsync(499);
    expect([sent.length, status()]).toEqual([0, 'waiting']);
    await jest.advanceTimersByTimeAsync(1);
    expect([sent.length, sent[0].method, sent[0].body?.baseRevision, status()]).toEqual([1, 'PUT', FIRST, 'saved']);
    expect(sent[0].body?.document.levels[0].pieces[1].at).toEqual([12.5, 7.5]);
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(sent[1].body?.baseRevision).toBe(SECOND);
  });

  test('sends nothing in the middle of a gesture, nor what was undone again', async () => {
    replies = [saved(SECOND)];
    session.preview('Move', (draft) => commands.movePieces(draft, 'drying-hall', ['warden-1'], { x: 1, y: 0 }));
    await jest.advanceTimersByTimeAsync(3000);
    expect(sent).toHaveLength(0);
    session.cancelGesture();
    await jest.advanceTimersByTimeAsync(3000);
    expect([sent.length, status(), saving.hasUnsaved]).toEqual([0, 'saved', false]);
  });

  test('tries again while server or database are away, and loses nothing', async () => {
    replies = [fault(503, 'database-away')];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('retrying');
    await jest.advanceTimersByTimeAsync(1500);
    expect([sent.length, status()]).toEqual([2, 'retrying']);
    move(1);
    replies = [saved(SECOND)];
    await jest.advanceTimersByTimeAsync(1500);
    expect([status(), sent[sent.length - 1].body?.document.levels[0].pieces[1].at]).toEqual(['saved', [12.5, 7.5]]);
  });

  test('stops at a clash until the designer has chosen; mine goes over theirs with their revision as its base', async () => {
    replies = [fault(409, 'revision-clash')];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('clash');
    move(1);
    await jest.advanceTimersByTimeAsync(5000);
    expect(sent).toHaveLength(1);
    replies = [
      () => ({ status: 200, body: { revision: THIRD, savedAt: '2026-11-23T08:00:00.000Z', document: kilnYard() } }),
      saved(SECOND),
    ];
    await saving.saveOverTheirs();
    expect([status(), sent[2].body?.baseRevision, sent[2].body?.document.levels[0].pieces[1].at]).toEqual([
      'saved',
      THIRD,
      [12.5, 7.5],
    ]);
  });

  test('after a clash their version can be taken instead', async () => {
    replies = [fault(409, 'revision-clash')];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    const theirs = { ...kilnYard(), name: 'Theirs' };
    replies = [
      () => ({ status: 200, body: { revision: THIRD, savedAt: '2026-11-23T08:00:00.000Z', document: theirs } }),
    ];
    await saving.takeTheirs();
    expect([session.state.game.name, status(), saving.hasUnsaved, session.state.past.length]).toEqual([
      'Theirs',
      'saved',
      false,
      0,
    ]);
  });

  test('a refusal is said with its hint and not repeated for ever', async () => {
    replies = [fault(422, 'wrong-shape')];
    move(1);
    await jest.advanceTimersByTimeAsync(10_000);
    expect([sent.length, status(), saving.store.getState().message]).toEqual([
      1,
      'refused',
      'wrong-shape. Do something.',
    ]);
  });

  test('a batch can ask for everything to be saved at once', async () => {
    replies = [saved(SECOND)];
    move(1);
    expect(await saving.flush()).toBe(true);
    expect([sent.length, status()]).toEqual([1, 'saved']);
  });

  test('a desk that closes saves first, and the next one waits for that', async () => {
    replies = [
      saved(SECOND),
      () => ({ status: 200, body: { revision: SECOND, savedAt: '2026-11-23T08:00:00.000Z', document: kilnYard() } }),
    ];
    move(1);
    void saving.close();
    const opened = await openSaved('kiln-yard');
    expect([sent.map((entry) => entry.method), opened.revision]).toEqual([['PUT', 'GET'], SECOND]);
  });
});
