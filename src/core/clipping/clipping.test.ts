import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { checkGame } from '../check/checkWholeGame';
import { levelIn } from '../document/commands';
import { makeChange } from '../document/edit';
import type { GameDocument, Level } from '../document/gameDocument';
import { newGame } from '../document/newGame';
import { readGame } from '../document/readGame';
import { makeRanks } from '../document/placeCommands';
import { kindOf } from '../document/resolveKind';
import { writeGame } from '../document/writeGame';
import { compileGameLevel } from '../pipeline';
import { previewMovers } from '../simulate/previewMovers';
import { readClipping, type Clipping } from './clipping';
import { cornerFor, placeClipping, type Pasted } from './placeClipping';
import { takeClipping, type Wanted } from './takeClipping';

const YARD = kilnYard();
const isSteered = (game: GameDocument, kind: string) => kindOf(game, kind)?.control !== undefined;

/** Takes from a level through the text of a clipboard, as the desk does. */
function copy(game: GameDocument, levelId: string, wanted: Wanted): Clipping {
  const taken = takeClipping(game, levelIn(game, levelId), wanted);
  const read = readClipping(JSON.stringify(taken));
  if (!read.ok) throw new Error(read.faults[0].message);
  return read.value;
}

/** Puts down in one change, as the desk does. */
function paste(game: GameDocument, levelId: string, clipping: Clipping, corner?: { column: number; row: number }) {
  let pasted: Pasted | undefined;
  const [column, row] = clipping.corner;
  const made = makeChange(game, 'Paste', (draft) => {
    const result = placeClipping(draft, levelId, clipping, corner ?? { column, row });
    if (!result.ok) throw new Error(result.faults[0].message);
    pasted = JSON.parse(JSON.stringify(result.value)) as Pasted;
  });
  return { game: made?.game ?? game, pasted: pasted! };
}

const FOR_TIME = ['rules {', '  play for time', '}'];

/** A new game with one empty level of a size and a view. */
function emptyGame({ map, view, pieces }: Pick<Level, 'map' | 'view' | 'pieces'>): GameDocument {
  const game = newGame({ name: 'Elsewhere', columns: map[0].length, rows: map.length, view: view ?? 'above' }, []);
  const [level] = game.levels;
  level.pieces = level.pieces.filter(({ kind }) => isSteered(game, kind));
  level.pieces[0].at = pieces.find(({ kind }) => isSteered(YARD, kind))!.at;
  level.marks = [];
  level.rules = { timeLimit: 60 };
  level.cues = FOR_TIME;
  return game;
}

const errorsOf = (game: GameDocument) => checkGame(game).filter(({ severity }) => severity === 'error');

/** Where everything that is not steered is while nobody plays, frame by frame. */
function goings(game: GameDocument, levelId: string): number[][] {
  const compiled = compileGameLevel(game, levelId);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return previewMovers(compiled.value).movers.map((mover) => [...mover.track]);
}

describe('what is copied from a level', () => {
  test.each(YARD.levels.map(({ id }) => [id]))('goes on in an empty game as it went where it was: %s', (levelId) => {
    const level = levelIn(YARD, levelId);
    const whole = { column: 0, row: 0, columns: level.map[0].length, rows: level.map.length };
    const clipping = copy(YARD, levelId, { area: whole });
    const { game, pasted } = paste(emptyGame(level), 'first-level', clipping);
    expect(errorsOf(game)).toEqual([]);
    const read = readGame(writeGame(game));
    expect(read.ok && read.value).toEqual(game);
    const others = level.pieces.filter(({ kind }) => !isSteered(YARD, kind));
    expect(pasted.ids).toHaveLength(others.length + clipping.marks.length);
    // The same level as it is there, with nothing that comes in and nobody but the player of the new game.
    const there = structuredClone(YARD);
    const bare = levelIn(there, levelId);
    bare.cues = FOR_TIME;
    bare.rules = { timeLimit: 60 };
    expect(goings(game, 'first-level')).toEqual(goings(there, levelId));
  });

  test('brings nothing into a level of the same game but itself', () => {
    const clipping = copy(YARD, 'drying-hall', { ids: ['warden-1'] });
    const { game, pasted } = paste(YARD, 'flue-maze', clipping);
    expect(pasted.brought).toEqual([]);
    expect([game.cast, game.scripts, game.terrain, game.contacts]).toEqual([
      ...[YARD.cast, YARD.scripts, YARD.terrain, YARD.contacts],
    ]);
    const [warden] = levelIn(game, 'flue-maze').pieces.filter(({ id }) => pasted.ids.includes(id));
    const { at, route, knobs } = levelIn(YARD, 'drying-hall').pieces.find(({ id }) => id === 'warden-1')!;
    expect([warden.at, warden.route, warden.knobs]).toEqual([at, route, knobs]);
  });

  test('pasted twice is two of it, made of the same', () => {
    const level = levelIn(YARD, 'drying-hall');
    const clipping = copy(YARD, 'drying-hall', { ids: ['warden-1'] });
    const once = paste(emptyGame(level), 'first-level', clipping);
    expect(once.pasted.brought.length).toBeGreaterThan(1);
    const twice = paste(once.game, 'first-level', clipping);
    expect(twice.pasted.brought).toEqual([]);
    expect(twice.game.levels[0].pieces).toHaveLength(3);
  });

  test('is what it was where the game has another kind of that name, and leaves that one alone', () => {
    const other = structuredClone(YARD);
    const warden = other.cast.find(({ id }) => id === 'warden')!;
    warden.radius = 0.2;
    const clipping = copy(YARD, 'drying-hall', { ids: ['warden-1'] });
    const { game, pasted } = paste(other, 'drying-hall', clipping);
    expect(game.cast.find(({ id }) => id === 'warden')).toEqual(warden);
    const piece = levelIn(game, 'drying-hall').pieces.find(({ id }) => pasted.ids.includes(id))!;
    expect([piece.kind, kindOf(game, piece.kind)?.radius]).toEqual(['warden-2', kindOf(YARD, 'warden')!.radius]);
    expect(pasted.brought).toContain('kind Warden 2');
    expect(errorsOf(game)).toEqual(errorsOf(other));
  });

  test('ends the run by a touch as it did, whatever that tag is called here', () => {
    const here = emptyGame(levelIn(YARD, 'drying-hall'));
    here.levels[0].rules.loseWhenTouching = 'peril';
    const { game } = paste(here, 'first-level', copy(YARD, 'drying-hall', { ids: ['warden-1'] }));
    expect(kindOf(game, 'warden')!.tags).toContain('peril');
    const silent = paste(
      emptyGame(levelIn(YARD, 'drying-hall')),
      'first-level',
      copy(YARD, 'drying-hall', { ids: ['warden-1'] }),
    );
    expect(silent.game.levels[0].rules.loseWhenTouching).toBe(levelIn(YARD, 'drying-hall').rules.loseWhenTouching);
  });

  test('takes the ground along under a character of its own where that stands for something else', () => {
    const level = levelIn(YARD, 'glaze-floor');
    const whole = { column: 0, row: 0, columns: level.map[0].length, rows: level.map.length };
    const clipping = copy(YARD, 'glaze-floor', { area: whole });
    const { game } = paste(emptyGame(level), 'first-level', clipping);
    const nameOf = (of: GameDocument, glyph: string) => of.terrain.find((ground) => ground.glyph === glyph)!.name;
    const names = (of: GameDocument, map: readonly string[]) =>
      map.map((row) => [...row].map((glyph) => nameOf(of, glyph)));
    expect(names(game, game.levels[0].map)).toEqual(names(YARD, level.map));
  });

  test('marches as a formation of its own', () => {
    const marching = structuredClone(YARD);
    const ids = makeRanks(marching, 'drying-hall', 'warden-1', 2, 1, { x: 1, y: 1 });
    const { game, pasted } = paste(marching, 'drying-hall', copy(marching, 'drying-hall', { ids }));
    const formationsOf = (own: readonly string[]) => [
      ...new Set(
        levelIn(game, 'drying-hall').pieces.flatMap(({ id, formation }) => (own.includes(id) ? [formation] : [])),
      ),
    ];
    expect([formationsOf(ids), formationsOf(pasted.ids)]).toEqual([['warden-ranks'], ['warden-ranks-2']]);
  });

  test('is nothing where nothing is chosen', () => {
    expect(takeClipping(YARD, levelIn(YARD, 'drying-hall'), { ids: ['nobody'] })).toBeUndefined();
  });

  test('lies within the level wherever it is wished', () => {
    const level = levelIn(YARD, 'drying-hall');
    const clipping = copy(YARD, 'drying-hall', { area: { column: 2, row: 2, columns: 6, rows: 4 } });
    expect(cornerFor(level, clipping, { column: -5, row: 500 })).toEqual({ column: 0, row: level.map.length - 4 });
  });
});

describe('what cannot be pasted', () => {
  const clipping = () => JSON.stringify(copy(YARD, 'drying-hall', { ids: ['warden-1'] }));
  const said = (text: string) => {
    const read = readClipping(text);
    return read.ok ? 'read' : read.faults[0].message;
  };

  test.each(['', 'a sentence', '{', 'null', '[1]', '{"format": "gorge"}'])('%j was not copied from a level', (text) => {
    expect(said(text)).toBe('What is on the clipboard was not copied from a level.');
  });

  test('of another version, or damaged, is told so', () => {
    expect(said(clipping().replace(/"version":\d+/, '"version":1'))).toMatch(/another version/);
    expect(said(clipping().replace('"pieces":[', '"pieces":[3,'))).toMatch(/damaged: pieces 0/);
  });

  test('does not fit is refused, and nothing is changed', () => {
    const small = newGame({ name: 'Small', columns: 8, rows: 8 }, []);
    const large = copy(YARD, 'drying-hall', { area: { column: 0, row: 0, columns: 12, rows: 4 } });
    const before = structuredClone(small);
    const result = placeClipping(small, 'first-level', large, { column: 0, row: 0 });
    expect(result).toMatchObject({ ok: false, faults: [{ code: 'clipping-cannot-be-pasted' }] });
    expect(small).toEqual(before);
  });

  test('is more than a game holds is refused', () => {
    const full = structuredClone(YARD);
    const level = levelIn(full, 'drying-hall');
    const [piece] = level.pieces;
    while (level.pieces.length < 2000) level.pieces.push({ ...piece, id: `filler-${level.pieces.length}` });
    const result = placeClipping(full, 'drying-hall', JSON.parse(clipping()) as Clipping, { column: 1, row: 1 });
    expect(result).toMatchObject({
      ok: false,
      faults: [{ message: expect.stringContaining('more in this game') as unknown }],
    });
  });
});

describe('names that a behavior has for things', () => {
  /** A thrower of embers, with ember another one in the game that it comes to. */
  test('follow the things to the names that they have here', () => {
    const from = emptyGame(levelIn(YARD, 'drying-hall'));
    from.cast.push(
      { id: 'ember', name: 'Ember', tags: ['foe'], radius: 0.2, tint: '#8a3324' },
      { id: 'stoker', name: 'Stoker', tags: ['foe'], radius: 0.4, tint: '#8a3324', behavior: 'stoke' },
    );
    from.scripts.push({
      id: 'stoke',
      lines: [
        'behavior stoke {',
        '  start state ember {',
        '    do hold',
        '    repeat every 2 s { fire ember at 4 cells/s }',
        '  }',
        '}',
      ],
    });
    from.levels[0].pieces.push({ id: 'stoker-1', name: 'Stoker', kind: 'stoker', at: [5.5, 5.5], facing: 0 });
    expect(errorsOf(from)).toEqual([]);
    const to = emptyGame(levelIn(YARD, 'drying-hall'));
    to.cast.push({ id: 'ember', name: 'Ember', tags: [], radius: 0.3, tint: '#123456' });
    const { game } = paste(to, 'first-level', copy(from, 'first-level', { ids: ['stoker-1'] }));
    expect(errorsOf(game)).toEqual([]);
    const lines = game.scripts.find(({ id }) => id === 'stoke')!.lines;
    // The state keeps its name.
    expect(lines[1]).toBe('  start state ember {');
    expect(lines[3]).toBe('    repeat every 2 s { fire ember-2 at 4 cells/s }');
  });
});
