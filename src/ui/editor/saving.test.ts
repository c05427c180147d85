import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { commands, type GameDocument } from '@/core/index';
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
const game = (revision: string, document: GameDocument) => () => ({
  status: 200,
  body: { revision, savedAt: '2026-11-23T08:00:00.000Z', document },
});
const fault = (status: number, code: string) => () => ({
  status,
  body: { code, message: `${code}.`, hint: 'Do something.' },
});

/** Somebody else has given the game a name and put the warden elsewhere. */
const theirs: GameDocument = {
  ...kilnYard(),
  name: 'Theirs',
  levels: kilnYard().levels.map((level) => ({
    ...level,
    pieces: level.pieces.map((piece) => (piece.id === 'warden-1' ? { ...piece, at: [3.5, 3.5] } : piece)),
  })),
};

const realFetch = globalThis.fetch;

// Reading a module takes real time, and the clock of these tests stands still.
beforeAll(() => import('../requests/replies'));

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
    const text = JSON.stringify(body);
    // As a reply of the browser: what is read of it is made in the same realm as everything else.
    const json = () => Promise.resolve(JSON.parse(text) as unknown);
    return Promise.resolve({ ok: status < 400, status, json } as Response);
  }) as typeof fetch;
  session = new DeskSession(kilnYard(), 'drying-hall');
  saving = new Saving(session, FIRST, '2026-11-23T07:00:00.000Z');
  saving.open();
});

afterEach(() => {
  jest.useRealTimers();
});

afterAll(() => {
  globalThis.fetch = realFetch;
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

  test('joins what somebody else has saved where both touch different things, and tells what that was', async () => {
    replies = [fault(409, 'revision-clash'), game(THIRD, { ...kilnYard(), name: 'Theirs' }), saved(SECOND)];
    move(1);
    await jest.advanceTimersByTimeAsync(2000);
    expect([status(), sent.at(-1)?.body?.baseRevision, sent.at(-1)?.body?.document.name]).toEqual([
      'saved',
      THIRD,
      'Theirs',
    ]);
    expect(sent.at(-1)?.body?.document.levels[0].pieces[1].at).toEqual([11.5, 7.5]);
    expect(saving.store.getState().joined).toEqual(['name: Kiln Yard → Theirs']);
    // What somebody else did is not taken back; one's own step below it is.
    session.undo();
    expect([session.state.game.name, session.state.game.levels[0].pieces[1].at]).toEqual(['Theirs', [10.5, 7.5]]);
    session.redo();
    expect([session.state.game.name, session.state.game.levels[0].pieces[1].at]).toEqual(['Theirs', [11.5, 7.5]]);
  });

  test('stops at a clash until the designer has chosen; mine goes over theirs with their revision as its base', async () => {
    replies = [fault(409, 'revision-clash'), game(THIRD, theirs)];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('clash');
    expect(saving.store.getState().clash?.places).toEqual([
      { what: 'Drying Hall: piece Hall warden, at', mine: '11.5, 7.5 cells', theirs: '3.5, 3.5 cells' },
    ]);
    move(1);
    await jest.advanceTimersByTimeAsync(5000);
    expect(sent).toHaveLength(2);
    replies = [saved(SECOND)];
    await saving.saveOverTheirs();
    const last = sent.at(-1)!.body!;
    expect([status(), last.baseRevision, last.document.levels[0].pieces[1].at]).toEqual(['saved', THIRD, [12.5, 7.5]]);
    expect(saving.store.getState().clash).toBeUndefined();
  });

  test('after a clash their version can be taken instead, and mine is set aside', async () => {
    replies = [fault(409, 'revision-clash'), game(THIRD, theirs)];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    replies = [saved(SECOND)];
    await saving.takeTheirs();
    expect([session.state.game.name, status(), saving.hasUnsaved, session.state.past.length]).toEqual([
      'Theirs',
      'saved',
      false,
      0,
    ]);
    expect([sent.at(-1)?.url, sent.at(-1)?.body?.document.levels[0].pieces[1].at]).toEqual([
      '/api/games/kiln-yard/aside',
      [11.5, 7.5],
    ]);
  });

  test.each([
    ['mine', [11.5, 7.5]],
    ['theirs', [3.5, 3.5]],
  ] as const)('after a clash both are joined, each place as the designer has chosen: %s', async (side, at) => {
    replies = [fault(409, 'revision-clash'), game(THIRD, theirs)];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    replies = [saved(FIRST), saved(SECOND)];
    const joining = saving.joinAsChosen([side]);
    await jest.advanceTimersByTimeAsync(1000);
    await joining;
    const last = sent.at(-1)!.body!;
    expect([status(), last.baseRevision, last.document.name, last.document.levels[0].pieces[1].at]).toEqual([
      'saved',
      THIRD,
      'Theirs',
      at,
    ]);
    expect(sent.map(({ url }) => url)).toContain('/api/games/kiln-yard/aside');
  });

  test('what somebody else has saved is fetched again while that cannot be done', async () => {
    replies = [fault(409, 'revision-clash'), fault(503, 'database-away')];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('retrying');
    replies = [fault(409, 'revision-clash'), game(THIRD, { ...kilnYard(), name: 'Theirs' }), saved(SECOND)];
    await jest.advanceTimersByTimeAsync(3000);
    expect([status(), sent.at(-1)?.body?.document.name]).toEqual(['saved', 'Theirs']);
  });

  describe('what somebody else saves', () => {
    const named = (name: string) => ({ ...kilnYard(), name });
    const hear = async (revision: string, by = 'Mara') => {
      saving.hear(revision, by);
      await jest.advanceTimersByTimeAsync(0);
    };

    test('comes in by itself while nothing of one’s own waits, is told, and sends nothing', async () => {
      replies = [game(SECOND, named('Theirs'))];
      await hear(SECOND);
      await jest.advanceTimersByTimeAsync(5000);
      expect([session.state.game.name, saving.hasUnsaved, status(), saving.store.getState().revision]).toEqual([
        'Theirs',
        false,
        'saved',
        SECOND,
      ]);
      expect(saving.store.getState().heard).toEqual({ by: 'Mara', changes: ['name: Kiln Yard → Theirs'] });
      expect(sent.map(({ method }) => method)).toEqual(['GET']);
    });

    test('is not fetched where it is known already', async () => {
      await hear(FIRST);
      expect(sent).toEqual([]);
    });

    test('waits for the end of what is under the hand', async () => {
      session.preview('Move', (draft) => commands.movePieces(draft, 'drying-hall', ['warden-1'], { x: 1, y: 0 }));
      await hear(SECOND);
      expect(sent).toEqual([]);
      session.cancelGesture();
      replies = [game(SECOND, named('Theirs'))];
      await jest.advanceTimersByTimeAsync(500);
      expect(session.state.game.name).toBe('Theirs');
    });

    test('is joined to what waits here when that is saved', async () => {
      move(1);
      await hear(SECOND);
      expect(sent).toEqual([]);
      replies = [fault(409, 'revision-clash'), game(SECOND, named('Theirs')), saved(THIRD)];
      await jest.advanceTimersByTimeAsync(1500);
      expect([status(), sent.at(-1)?.body?.document.name]).toEqual(['saved', 'Theirs']);
      expect(sent.at(-1)?.body?.document.levels[0].pieces[1].at).toEqual([11.5, 7.5]);
    });

    test('that comes thick and fast ends with the last of it', async () => {
      replies = [game(SECOND, named('Two')), game(THIRD, named('Three'))];
      saving.hear(SECOND, 'Mara');
      saving.hear(THIRD, 'Odo');
      await jest.advanceTimersByTimeAsync(1000);
      expect([session.state.game.name, saving.store.getState().revision]).toEqual(['Three', THIRD]);
    });
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

describe('a draft that the server does not have yet', () => {
  class Store {
    readonly items = new Map<string, string>();
    isFull = false;
    getItem = (key: string) => this.items.get(key) ?? null;
    setItem = (key: string, value: string) => {
      if (this.isFull) throw new DOMException('full', 'QuotaExceededError');
      this.items.set(key, value);
    };
    removeItem = (key: string) => void this.items.delete(key);
  }

  let store: Store;
  const open = (document = kilnYard(), revision = FIRST) => {
    session = new DeskSession(document, 'drying-hall');
    saving = new Saving(session, revision, '2026-11-23T07:00:00.000Z', store as unknown as Storage);
    saving.open();
  };

  beforeEach(() => {
    store = new Store();
    open();
  });

  const keptDocument = () =>
    (JSON.parse(store.items.get('gorge.draft.kiln-yard') ?? '{}') as { document?: GameDocument }).document;

  test('is kept with the very edit, and let go when it is saved; what can be undone stays so', async () => {
    replies = [saved(SECOND)];
    move(1);
    expect([keptDocument(), saving.wouldLose]).toEqual([session.state.game, false]);
    await jest.advanceTimersByTimeAsync(500);
    expect([status(), keptDocument()]).toEqual(['saved', undefined]);
    open(session.state.game, SECOND);
    expect([session.state.past.length, saving.hasUnsaved]).toEqual([1, false]);
    session.undo();
    expect(session.state.game.levels[0].pieces[1].at).toEqual([10.5, 7.5]);
    // Where another revision is on the server than the one that was left, there is nothing to take back to.
    open(kilnYard(), THIRD);
    expect(session.state.past).toEqual([]);
  });

  test('is kept with every letter that is typed', () => {
    const type = (text: string) =>
      session.type('Script', (draft) => void (draft.scripts[0].lines = [...draft.scripts[0].lines, text]));
    for (const text of ['#', '# s', '# so']) {
      type(text);
      expect(keptDocument()).toEqual(session.state.game);
    }
    const typed = session.state.game;
    open();
    void saving.takeUpKept();
    expect([session.state.game, session.state.past.length]).toEqual([typed, 1]);
    session.undo();
    expect(session.state.game).toEqual(kilnYard());
  });

  test('is kept when a stroke ends, and not with every step of it', () => {
    session.preview('Move', (draft) => commands.movePieces(draft, 'drying-hall', ['warden-1'], { x: 1, y: 0 }));
    expect(store.items.size).toBe(0);
    session.finishGesture('edit');
    expect([store.items.size, saving.wouldLose]).toEqual([1, false]);
  });

  test('is offered when the game is opened again, and taken up with the steps that led to it', () => {
    move(1);
    move(1);
    const left = session.state.game;
    open();
    const { kept } = saving.store.getState();
    expect([kept?.revision, kept?.document]).toEqual([FIRST, left]);
    expect(session.state.game.levels[0].pieces[1].at).toEqual([10.5, 7.5]);
    void saving.takeUpKept();
    expect(session.state.game.levels[0].pieces[1].at).toEqual([12.5, 7.5]);
    expect([saving.hasUnsaved, session.state.past.length, saving.store.getState().kept]).toEqual([true, 2, undefined]);
    session.undo();
    expect(session.state.game.levels[0].pieces[1].at).toEqual([11.5, 7.5]);
    session.undo();
    expect(session.state.game.levels[0].pieces[1].at).toEqual([10.5, 7.5]);
  });

  test('is not offered where the server has it after all, nor once it was left', () => {
    move(1);
    open(session.state.game, SECOND);
    expect([saving.store.getState().kept, keptDocument()]).toEqual([undefined, undefined]);
    expect(session.state.past).toHaveLength(1);
    move(1);
    open();
    saving.dropKept();
    expect([saving.store.getState().kept, store.items.size]).toEqual([undefined, 0]);
  });

  test('counts what is under the hand when the page is left, and is sent if it is small enough for that', async () => {
    session.preview('Move', (draft) => commands.movePieces(draft, 'drying-hall', ['warden-1'], { x: 1, y: 0 }));
    expect(store.items.size).toBe(0);
    saving.leave();
    expect([store.items.size, saving.wouldLose]).toEqual([1, false]);
    const small = { ...kilnYard(), levels: kilnYard().levels.slice(0, 1), scripts: kilnYard().scripts };
    open(small);
    sent = [];
    replies = [saved(SECOND)];
    move(1);
    saving.leave();
    await jest.advanceTimersByTimeAsync(0);
    expect(sent.map(({ method }) => method)).toEqual(['PUT']);
  });

  test('is joined to what somebody else has saved since it was kept', async () => {
    move(1);
    open({ ...kilnYard(), name: 'Theirs' }, SECOND);
    replies = [() => ({ status: 200, body: { document: kilnYard() } }), saved(THIRD)];
    await saving.takeUpKept();
    const { name, levels } = session.state.game;
    expect([name, levels[0].pieces[1].at, session.state.past.length]).toEqual(['Theirs', [11.5, 7.5], 1]);
    open(theirs, SECOND);
    move(1);
    open({ ...theirs, name: 'Theirs again' }, THIRD);
    replies = [fault(404, 'not-found')];
    await saving.takeUpKept();
    expect(status()).toBe('clash');
  });

  test('would be lost where the browser has no room, and nothing else changes', async () => {
    store.isFull = true;
    replies = [saved(SECOND)];
    move(1);
    expect(saving.wouldLose).toBe(true);
    await jest.advanceTimersByTimeAsync(500);
    expect([status(), saving.wouldLose]).toEqual(['saved', false]);
  });

  test('what cannot be read of it is as if nothing had been kept', () => {
    for (const text of ['', 'no JSON', '{}', JSON.stringify({ revision: FIRST, at: 1, text: '{"format":"gorge"}' })]) {
      store.items.set('gorge.draft.kiln-yard', text);
      open();
      expect(saving.store.getState().kept).toBeUndefined();
    }
  });

  test('that was saved without a reply is no clash with oneself', async () => {
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('retrying');
    const reached = session.state.game;
    move(1);
    replies = [
      fault(409, 'revision-clash'),
      () => ({ status: 200, body: { revision: SECOND, savedAt: '2026-11-23T08:00:00.000Z', document: reached } }),
      saved(THIRD),
    ];
    await jest.advanceTimersByTimeAsync(5000);
    expect([status(), sent.at(-1)?.body?.baseRevision]).toEqual(['saved', SECOND]);
    expect(sent.at(-1)?.body?.document.levels[0].pieces[1].at).toEqual([12.5, 7.5]);
  });

  test('is sent again after any failure of the server', async () => {
    replies = [fault(500, 'unexpected'), saved(SECOND)];
    move(1);
    await jest.advanceTimersByTimeAsync(500);
    expect(status()).toBe('retrying');
    await jest.advanceTimersByTimeAsync(1500);
    expect(status()).toBe('saved');
  });
});
