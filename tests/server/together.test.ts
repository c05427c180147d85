import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BatchInfo } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import type { Note, NotesReply } from '@/server/contracts/notes';
import type { TogetherEvent } from '@/server/contracts/together';
import { database } from '@/server/database/connection';
import { tidyUp } from '@/server/jobs/housekeeping';
import { KEEPER, type Visitor } from '@/server/people/visitors';
import { deleteBatch, postBatch } from '@/server/routes/batches';
import { deleteGame, getGame, putGame } from '@/server/routes/games';
import { deleteNote, getNotes, postAnswer, postNote, putTick } from '@/server/routes/notes';
import { getTogether, postPlace } from '@/server/routes/together';
import { TestDataFolder } from './support/dataFolder';
import { bring } from './support/shelf';
import { failing, reply, sends } from './support/requests';

let folder: TestDataFolder;
beforeAll(async () => {
  folder = await TestDataFolder.fresh('together');
});
afterAll(() => folder.close());

const visitor = (name: string): Visitor => ({ ...KEEPER, name });

/** A window that has a game open; what it is told can be waited for. */
class Window {
  private readonly abort = new AbortController();
  private reader: ReadableStreamDefaultReader<Uint8Array> | undefined;
  private rest = '';

  constructor(
    readonly tab: string,
    private readonly name: string,
  ) {}

  async open(gameId: string): Promise<void> {
    const request = new Request(`http://127.0.0.1/api/together?tab=${this.tab}`, { signal: this.abort.signal });
    const response = await getTogether(gameId, request, visitor(this.name));
    expect([response.status, response.headers.get('content-type')]).toEqual([200, 'text/event-stream']);
    this.reader = response.body!.getReader();
  }

  /** The next thing that it is told and that is wanted. */
  async hears<Type extends TogetherEvent['type']>(
    type: Type,
    isWanted: (event: Extract<TogetherEvent, { type: Type }>) => boolean = () => true,
  ): Promise<Extract<TogetherEvent, { type: Type }>> {
    for (;;) {
      const end = this.rest.indexOf('\n\n');
      if (end < 0) {
        const { value, done } = await this.reader!.read();
        if (done) throw new Error(`${this.name} hears nothing more`);
        this.rest += new TextDecoder().decode(value);
        continue;
      }
      const event = JSON.parse(this.rest.slice(0, end).replace(/^data: /, '')) as TogetherEvent;
      this.rest = this.rest.slice(end + 2);
      if (event.type === type && isWanted(event as Extract<TogetherEvent, { type: Type }>))
        return event as Extract<TogetherEvent, { type: Type }>;
    }
  }

  close(): void {
    this.abort.abort();
  }
}

describe('people who have a game open', () => {
  test('see each other, where each is and what is selected there, and that somebody goes', async () => {
    const { id } = await bring();
    const [mara, odo] = [new Window('tabofmara', 'Mara'), new Window('tabofodo1', 'Odo')];
    await mara.open(id);
    await odo.open(id);
    const seen = await mara.hears('here', ({ others }) => others.length === 1);
    expect(seen.others.map(({ name }) => name)).toEqual(['Odo']);
    const place = { tab: 'tabofodo1', levelId: 'drying-hall', selection: ['warden-1'] };
    expect(await reply(postPlace(id, sends('POST', place)))).toEqual({ isSeen: true });
    const moved = await mara.hears('here', ({ others }) => others.some(({ levelId }) => levelId !== null));
    const { tab, ...where } = place;
    expect(moved.others).toEqual([{ ...where, id: seen.others[0].id, name: 'Odo', role: 'keep' }]);
    // By the name of a window one says where it is: nobody else hears it.
    expect(JSON.stringify(moved)).not.toContain(tab);
    odo.close();
    expect((await mara.hears('here', ({ others }) => others.length === 0)).others).toEqual([]);
    expect(await reply(postPlace(id, sends('POST', place)))).toEqual({ isSeen: false });
    mara.close();
  });

  test('hear of every save with its revision and whose it is, first of the one that stands', async () => {
    const game = await bring();
    const { revision } = await reply<GameReply>(getGame(game.id));
    const mara = new Window('tabofmara', 'Mara');
    await mara.open(game.id);
    expect(await mara.hears('saved')).toMatchObject({ revision, by: '' });
    const body = { baseRevision: revision, document: { ...game, name: 'Night Yard' } };
    const saved = await reply<{ revision: string }>(putGame(game.id, sends('PUT', body), visitor('Odo')));
    expect(await mara.hears('saved')).toMatchObject({ revision: saved.revision, by: 'Odo' });
    mara.close();
  });

  test('are in one window once, however often it comes in', async () => {
    const { id } = await bring();
    const [first, second] = [new Window('tabofmara', 'Mara'), new Window('tabofmara', 'Mara')];
    await first.open(id);
    await second.open(id);
    expect((await second.hears('here')).others).toEqual([]);
    await expect(first.hears('notes')).rejects.toThrow('hears nothing more');
    second.close();
  });

  test.each([
    ['a window without a name', (id: string) => getTogether(id, new Request('http://127.0.0.1/api/t'), KEEPER), 400],
    ['a game that is not there', () => getTogether('nowhere', new Request('http://h/t?tab=abcdefgh'), KEEPER), 404],
    ['a place that is none', (id: string) => postPlace(id, sends('POST', { tab: 'abcdefgh', levelId: 3 })), 400],
  ])('are refused %s', async (_what, ask, status) => {
    const { id } = await bring();
    expect((await failing(ask(id))).status).toBe(status);
  });
});

describe('notes', () => {
  const write = (gameId: string, about: object, text = 'Too quick at the door.', by = 'Mara') =>
    postNote(gameId, sends('POST', { text, about }), visitor(by));
  const level = { type: 'level', levelId: 'drying-hall' };

  test('are about a level, a place, a number, a run or a report, and are heard of', async () => {
    const game = await bring();
    const { revision } = await reply<GameReply>(getGame(game.id));
    const order = { revision, levelId: 'drying-hall', standInId: 'casual', runs: 1 };
    const { id: batchId } = await reply<BatchInfo>(postBatch(game.id, sends('POST', order)));
    const mara = new Window('tabofmara', 'Mara');
    await mara.open(game.id);
    const abouts = [
      level,
      { type: 'place', levelId: 'drying-hall', at: [3.5, 4], entry: 'warden-1' },
      { type: 'number', levelId: 'drying-hall', number: 'warden pace', value: '2.2 cells/s' },
      { type: 'run', levelId: 'drying-hall', standInId: 'casual', seed: 17, atSeconds: 4.2, says: 'caught' },
      { type: 'report', batchId, place: 'outcome=lost&run=17' },
    ];
    for (const about of abouts) {
      await reply(write(game.id, about));
      await mara.hears('notes');
    }
    mara.close();
    const { notes } = await reply<NotesReply>(getNotes(game.id));
    expect(notes.map(({ about, by, doneAt, answers }) => [about, by, doneAt, answers])).toEqual(
      abouts.map((about) => [about, 'Mara', null, []]),
    );
    // Those on a report go with its batch, all others with the game.
    await reply(deleteBatch(game.id, String(batchId)));
    await tidyUp(new Date(Date.now() + 31 * 86_400_000));
    expect((await reply<NotesReply>(getNotes(game.id))).notes).toHaveLength(4);
    await reply(deleteGame(game.id));
    await tidyUp(new Date(Date.now() + 31 * 86_400_000));
    expect(await database().models.notes.count({ where: { gameId: game.id } })).toBe(0);
  });

  test('are answered, ticked off, opened again by an answer, and taken away with their answers', async () => {
    const { id } = await bring();
    const [note] = (await reply<NotesReply>(write(id, level, '  Slow it?\nPlease  '))).notes;
    expect(note.text).toBe('Slow it?\nPlease');
    const only = async (asked: Promise<Response>): Promise<Note> => (await reply<NotesReply>(asked)).notes[0];
    const tick = (isDone: boolean) => putTick(id, String(note.id), sends('PUT', { isDone }), visitor('Odo'));
    expect(await only(tick(true))).toMatchObject({ doneBy: 'Odo', doneAt: expect.any(String) });
    expect(await only(tick(false))).toMatchObject({ doneBy: null, doneAt: null });
    await reply(tick(true));
    const answered = await only(postAnswer(id, String(note.id), sends('POST', { text: 'Done' }), visitor('Odo')));
    expect([answered.doneAt, answered.answers.map(({ text, by }) => [text, by])]).toEqual([null, [['Done', 'Odo']]]);
    // An answer is no note that could be answered or ticked off.
    const toAnswer = String(answered.answers[0].id);
    expect((await failing(postAnswer(id, toAnswer, sends('POST', { text: 'x' }), KEEPER))).status).toBe(404);
    expect((await only(deleteNote(id, toAnswer))).answers).toEqual([]);
    await reply(postAnswer(id, String(note.id), sends('POST', { text: 'Again' }), KEEPER));
    expect((await reply<NotesReply>(deleteNote(id, String(note.id)))).notes).toEqual([]);
    expect(await database().models.notes.count({ where: { gameId: id } })).toBe(0);
    expect((await failing(deleteNote(id, String(note.id)))).status).toBe(404);
  });

  test.each([
    [{ text: ' ', about: level }],
    [{ text: 'a'.repeat(2001), about: level }],
    [{ text: 'a', about: level, more: 1 }],
    [{ text: 'a', about: { type: 'mood' } }],
    [{ text: 'a', about: { type: 'place', levelId: 'drying-hall', at: [1] } }],
    [{}],
  ])('that say nothing sound are refused, and nothing is kept: %#', async (body) => {
    const { id } = await bring();
    expect((await failing(postNote(id, sends('POST', body), KEEPER))).status).toBe(400);
    expect((await reply<NotesReply>(getNotes(id))).notes).toEqual([]);
  });

  test('of one game are not found from another, and what one is about can be damaged without hiding its text', async () => {
    const [mine, theirs] = [await bring(), await bring()];
    const [note] = (await reply<NotesReply>(write(mine.id, level))).notes;
    expect((await failing(deleteNote(theirs.id, String(note.id)))).status).toBe(404);
    expect((await failing(write(theirs.id, { type: 'report', batchId: 999_999, place: '' }))).status).toBe(404);
    await database().models.notes.update({ about: '{"type":' }, { where: { id: note.id } });
    expect((await reply<NotesReply>(getNotes(mine.id))).notes[0]).toMatchObject({ text: note.text, about: level });
  });
});
