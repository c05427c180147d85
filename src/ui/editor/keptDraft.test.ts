import { describe, expect, test } from '@jest/globals';
import { makeChange, type Change, type GameDocument } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { memoryStorage } from '../../../tests/support/storage';
import { DraftKeeper } from './keptDraft';

const KEY = 'gorge.draft.kiln-yard';
const REVISION = 'a'.repeat(64);
const NO_STEPS = { past: [], future: [] };

function renamed(game: GameDocument, name: string): { game: GameDocument; change: Change } {
  return makeChange(game, `Rename to ${name}`, (draft) => void (draft.name = name))!;
}

function annotated(game: GameDocument, step: number, lines: number): { game: GameDocument; change: Change } {
  return makeChange(game, `Note ${step}`, (draft) => {
    draft.levels[0].cues = Array.from({ length: lines }, (_, line) => `# ${step}.${line} ${'x'.repeat(90)}`);
  })!;
}

/** A draft after so many steps, with the steps; each may put in so many lines. */
function afterSteps(count: number, lines = 0): { game: GameDocument; past: Change[] } {
  let game = kilnYard();
  const past: Change[] = [];
  for (let step = 1; step <= count; step++) {
    const made = lines > 0 ? annotated(game, step, lines) : renamed(game, `Yard ${step}`);
    past.push(made.change);
    game = made.game;
  }
  return { game, past };
}

describe('a draft that is kept in the browser', () => {
  test('comes back as it was, with the steps on both sides of it and the time', () => {
    const storage = memoryStorage();
    const { game, past } = afterSteps(3);
    const future = [renamed(game, 'later').change];
    expect(new DraftKeeper(storage, game.id, () => 1234).keep(REVISION, game, { past, future })).toBe(true);
    expect(new DraftKeeper(storage, game.id, () => 0).find()).toEqual({
      revision: REVISION,
      at: 1234,
      document: game,
      past,
      future,
    });
  });

  test('without a document keeps the steps alone: the server has the rest', () => {
    const storage = memoryStorage();
    const { game, past } = afterSteps(2);
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    keeper.keep(REVISION, undefined, { past, future: [] });
    expect(keeper.find()).toMatchObject({ document: undefined, past, future: [] });
    expect(storage.getItem(KEY)!.length).toBeLessThan(1000);
  });

  test('keeps the newest steps where there are too many', () => {
    const storage = memoryStorage();
    const { game, past } = afterSteps(80, 80);
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    keeper.keep(REVISION, game, { past, future: [] });
    const kept = keeper.find()!;
    expect(kept.past.length).toBeGreaterThan(10);
    expect(kept.past.length).toBeLessThan(80);
    expect(kept.past).toEqual(past.slice(-kept.past.length));
  });

  test('lets the steps go before the draft where the browser has little room', () => {
    const { game, past } = afterSteps(30, 20);
    const plain = memoryStorage();
    new DraftKeeper(plain, game.id, () => 1).keep(REVISION, game, NO_STEPS);
    const storage = memoryStorage({}, plain.getItem(KEY)!.length + 50);
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    expect(keeper.keep(REVISION, game, { past, future: [] })).toBe(true);
    expect(keeper.find()).toMatchObject({ document: game, past: [], future: [] });
  });

  test('leaves none where there is no room at all, rather than an older one', () => {
    const { game } = afterSteps(1);
    const storage = memoryStorage({}, 300);
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    expect(keeper.keep(REVISION, undefined, NO_STEPS)).toBe(true);
    expect(keeper.keep(REVISION, game, NO_STEPS)).toBe(false);
    expect([keeper.find(), storage.getItem(KEY)]).toEqual([undefined, null]);
  });

  test('is dropped when it is let go, and a browser that keeps nothing says that it is kept nowhere else', () => {
    const storage = memoryStorage();
    const { game } = afterSteps(1);
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    keeper.keep(REVISION, game, NO_STEPS);
    keeper.drop();
    expect([keeper.find(), storage.length]).toEqual([undefined, 0]);
    expect(new DraftKeeper(undefined, game.id, () => 1).find()).toBeUndefined();
  });

  test('of an earlier version of the format is read as one of now', () => {
    const { game } = afterSteps(1);
    const storage = memoryStorage();
    const keeper = new DraftKeeper(storage, game.id, () => 1);
    keeper.keep(REVISION, game, NO_STEPS);
    const { document, ...kept } = JSON.parse(storage.getItem(KEY)!) as { document: GameDocument };
    for (const stored of [
      { ...kept, document: { ...document, version: 5 } },
      // As it was kept before: as the text of a file.
      { ...kept, text: JSON.stringify({ ...document, version: 5 }) },
    ]) {
      storage.setItem(KEY, JSON.stringify(stored));
      expect(keeper.find()?.document).toEqual(game);
    }
  });

  test.each([
    ['no JSON', '{'],
    ['nothing in it', 'null'],
    ['no revision', '{"at":1,"text":"{}"}'],
    ['a document that is no game', `{"revision":"${REVISION}","at":1,"document":{}}`],
    ['a text that is no game', `{"revision":"${REVISION}","at":1,"text":"{}"}`],
    ['a text that is no JSON', `{"revision":"${REVISION}","at":1,"text":"{"}`],
  ])('counts as none where it cannot be read: %s', (_, kept) => {
    expect(new DraftKeeper(memoryStorage({ [KEY]: kept }), 'kiln-yard', () => 1).find()).toBeUndefined();
  });
});
