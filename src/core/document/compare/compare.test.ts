import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { hallOnly, kilnYard } from '../../../../tests/support/kilnYard';
import type { GameDocument } from '../gameDocument';
import { renameKind } from '../renameCommands';
import { changesBetween } from './changes';
import { mergeGames, type MergedGame } from './mergeGames';
import { sayChanges, sayClash } from './sayChanges';

type Edit = (game: GameDocument) => void;

function changed(game: GameDocument, ...edits: Edit[]): GameDocument {
  const copy = JSON.parse(JSON.stringify(game)) as GameDocument;
  for (const change of edits) change(copy);
  return copy;
}

const base = kilnYard();
const hall = (game: GameDocument) => game.levels.find(({ id }) => id === 'drying-hall')!;
const wardens = (game: GameDocument) => hall(game).pieces.filter(({ kind }) => kind === 'warden');

function merged(mine: Edit[], theirs: Edit[], choose?: Parameters<typeof mergeGames>[3]): MergedGame {
  const result = mergeGames(base, changed(base, ...mine), changed(base, ...theirs), choose);
  if (!result.ok) throw new Error(result.faults[0].message);
  return result.value;
}

const paint =
  (x: number, y: number, glyph: string): Edit =>
  (game) => {
    const { map } = hall(game);
    map[y] = map[y].slice(0, x) + glyph + map[y].slice(x + 1);
  };
const movesFirst: Edit = (game) => void (wardens(game)[0].at = [5.5, 5.5]);
const turnsSecond: Edit = (game) => void (wardens(game)[1].facing = 45);
const script = (game: GameDocument) => game.scripts.find(({ id }) => id === 'night_watch')!;

/** Edits each of which touches a place of its own. */
const APART: Record<string, Edit> = {
  'moves a warden': movesFirst,
  'turns another': turnsSecond,
  'paints a cell': paint(5, 1, '#'),
  'paints another cell': paint(6, 1, '#'),
  'names the game': (game) => void (game.name = 'Night Yard'),
  'sets the time limit': (game) => void (hall(game).rules.timeLimit = 77),
  'sets a knob': (game) => void (game.cast.find(({ id }) => id === 'warden')!.knobs = { pace: 2.2 }),
  'makes the moth smaller': (game) => void (game.cast.find(({ id }) => id === 'moth')!.radius = 0.31),
  'adds a line at the head of a script': (game) => void script(game).lines.splice(0, 0, '# by night'),
  'adds a line at its end': (game) => void script(game).lines.push('# till morning'),
  'adds a kind': (game) => void game.cast.push({ id: 'fog', name: 'Fog', tags: ['fog'], radius: 0.4, tint: '#888888' }),
  'adds a mark': (game) => void hall(game).marks.push({ id: 'hook', name: 'Hook', point: [3.5, 3.5] }),
  'removes the last contact': (game) => void game.contacts!.pop(),
  'adds a level': (game) => void game.levels.push({ ...hall(changed(base)), id: 'attic', name: 'Attic' }),
};

describe('two edits of one document', () => {
  test('that touch different things are joined, whichever they are and in whatever order', () => {
    const names = Object.keys(APART);
    for (const one of names) {
      for (const other of names) {
        if (one === other) continue;
        const { game, clashes } = merged([APART[one]], [APART[other]]);
        expect([one, other, clashes.map(({ way }) => way)]).toEqual([one, other, []]);
        const both = changed(base, APART[one], APART[other]);
        expect([one, other, changesBetween(both, game)]).toEqual([one, other, []]);
      }
    }
  });

  test('come to the same whichever side does which, for any share of the edits', () => {
    const names = Object.keys(APART);
    fc.assert(
      fc.property(fc.array(fc.constantFrom('mine', 'theirs', 'both', 'none'), { minLength: names.length }), (sides) => {
        const of = (side: string) =>
          names.filter((_, index) => sides[index] === side || sides[index] === 'both').map((name) => APART[name]);
        const { game, clashes } = merged(of('mine'), of('theirs'));
        const all = names.filter((_, index) => sides[index] !== 'none').map((name) => APART[name]);
        expect(clashes).toEqual([]);
        expect(changesBetween(changed(base, ...all), game)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('that touch the same place clash there and nowhere else, and either side can be taken', () => {
    const mine: Edit = (game) => void (wardens(game)[0].at = [7.5, 7.5]);
    const one = merged([mine, turnsSecond], [movesFirst, paint(5, 1, '#')]);
    const way = ['levels', 'drying-hall', 'pieces', wardens(base)[0].id, 'at'];
    expect(one.clashes).toEqual([{ way, base: wardens(base)[0].at, mine: [7.5, 7.5], theirs: [5.5, 5.5] }]);
    expect([wardens(one.game)[0].at, wardens(one.game)[1].facing, hall(one.game).map[1][5]]).toEqual([
      [7.5, 7.5],
      45,
      '#',
    ]);
    const [{ name }] = wardens(base);
    expect(sayClash(one.clashes[0], base, one.game)).toEqual({
      what: `Drying Hall: piece ${name}, at`,
      mine: '7.5, 7.5 cells',
      theirs: '5.5, 5.5 cells',
    });
    const other = merged([mine], [movesFirst], () => 'theirs');
    expect(wardens(other.game)[0].at).toEqual([5.5, 5.5]);
  });

  test('that set the same thing alike are no clash', () => {
    expect(merged([movesFirst, turnsSecond], [movesFirst]).clashes).toEqual([]);
  });

  test('clash where one side changes what the other takes away', () => {
    const removes: Edit = (game) =>
      void (hall(game).pieces = hall(game).pieces.filter((piece) => piece !== wardens(game)[0]));
    const { game, clashes } = merged([removes], [movesFirst]);
    expect(clashes.map(({ mine, way }) => [mine, way.at(-1)])).toEqual([[undefined, wardens(base)[0].id]]);
    expect(wardens(game)).toHaveLength(wardens(base).length - 1);
    expect(wardens(merged([removes], [movesFirst], () => 'theirs').game)).toHaveLength(wardens(base).length);
  });

  test('in one line of a script, in one cell, and in the sizes of a map clash', () => {
    const line =
      (text: string): Edit =>
      (game) =>
        void (script(game).lines[1] = text);
    expect(merged([line('# a')], [line('# b')]).clashes.map(({ way }) => way)).toEqual([
      ['scripts', 'night_watch', 'lines'],
    ]);
    expect(merged([paint(5, 1, '#')], [paint(5, 1, '~')]).clashes.map(({ way }) => way.at(-1))).toEqual(['map']);
    const wider: Edit = (game) => void (hall(game).map = hall(game).map.map((row) => `${row}#`));
    expect(merged([wider], [paint(5, 1, '#')]).clashes.map(({ way }) => way.at(-1))).toEqual(['map']);
  });

  test('that do not fit together are refused as a whole, with what is wrong', () => {
    const places: Edit = (game) =>
      void hall(game).pieces.push({ id: 'late', name: 'Late', kind: 'fog', at: [4.5, 4.5], facing: 0 });
    const before = changed(base, APART['adds a kind']);
    const removes: Edit = (game) => void (game.cast = game.cast.filter(({ id }) => id !== 'fog'));
    const result = mergeGames(before, changed(before, removes), changed(before, places));
    expect(result.ok ? [] : result.faults.map(({ code }) => code)).toContain('unknown-kind');
  });

  test('that reorder things differently clash about the order alone', () => {
    const swap =
      (one: number, other: number): Edit =>
      ({ levels }) =>
        void ([levels[one], levels[other]] = [levels[other], levels[one]]);
    const { game, clashes } = merged([swap(0, 1)], [swap(2, 3)]);
    expect(clashes.map(({ way }) => way)).toEqual([['levels', '(order)']]);
    expect(game.levels[0].id).toBe(base.levels[1].id);
    expect(merged([swap(0, 1)], [APART['adds a level']]).clashes).toEqual([]);
  });
});

describe('what changed is told', () => {
  const said = (...edits: Edit[]) => sayChanges(base, changed(base, ...edits));

  test.each([
    ['moves a warden', /^Drying Hall: piece .+ moved$/],
    ['turns another', /^Drying Hall: piece .+: facing \d+ → 45 °$/],
    ['paints a cell', /^Drying Hall: 1 cell of ground$/],
    ['names the game', /^name: Kiln Yard → Night Yard$/],
    ['sets the time limit', /^Drying Hall: time limit \d+ → 77 s$/],
    ['sets a knob', /^kind Warden: .*pace .*→ 2.2 cells\/s/],
    ['makes the moth smaller', /^kind .+: radius [\d.]+ → 0.31 cells$/],
    ['adds a line at its end', /^behavior night_watch: 1 line$/],
    ['adds a kind', /^kind Fog added$/],
    ['adds a mark', /^Drying Hall: mark Hook added$/],
    ['removes the last contact', /^contact .+ on .+ removed$/],
    ['adds a level', /^level Attic added$/],
  ])('in words: somebody %s', (name, sentence) => {
    const sentences = said(APART[name]);
    expect(sentences).toHaveLength(1);
    expect(sentences[0]).toMatch(sentence);
  });

  test('by a sentence for each thing, and by a count where there are many', () => {
    const wheresAll: Edit = (game) => {
      for (const piece of hall(game).pieces) piece.at = [piece.at[0] + 0.25, piece.at[1]];
    };
    expect(said(wheresAll)).toEqual([`Drying Hall: ${hall(base).pieces.length} pieces moved`]);
    expect(said(movesFirst, turnsSecond)).toHaveLength(2);
    expect(said()).toEqual([]);
  });

  test('with the unit behind the last number that there is', () => {
    const set = changed(base, APART['sets a knob']);
    const unset = changed(set, (game) => void delete game.cast.find(({ id }) => id === 'warden')!.knobs);
    expect(sayChanges(set, unset)).toEqual(['kind Warden: pace 2.2 cells/s → not set']);
  });

  test('for whatever a command of the editor does', () => {
    const game = hallOnly();
    const edited = changed(game, (draft) => void renameKind(draft, 'warden', 'Watchman'));
    expect(sayChanges(game, edited).length).toBeGreaterThan(0);
  });
});
