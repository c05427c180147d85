import { beforeEach, describe, expect, test } from '@jest/globals';
import { plainYard } from '../../../tests/support/kilnYard';
import { VOCABULARY } from '../language/vocabulary';
import { checkGame } from '../check/checkWholeGame';
import {
  addGround,
  addKind,
  addShot,
  addScript,
  countGround,
  freshTint,
  inheritKindField,
  removeGround,
  removeKind,
  setContact,
  setGroundField,
  setKindField,
  setPieceKind,
  varyKind,
} from './castCommands';
import type { GameDocument } from './gameDocument';
import {
  addLane,
  addMark,
  makeRanks,
  removeLane,
  replaceMap,
  spreadLeads,
  turnLane,
  whyMarkStays,
} from './placeCommands';
import { readGameValue } from './readGame';
import { kindOf } from './resolveKind';
import { writeGame } from './writeGame';

let game: GameDocument;

beforeEach(() => {
  game = plainYard();
});

test('new kinds get colours of their own as long as there are some', () => {
  for (let added = 0; added < 8; added++) addKind(game, 'New kind', freshTint(game));
  const tints = game.cast.flatMap(({ tint }) => tint ?? []);
  expect(new Set(tints.slice(-8)).size).toBe(8);
  for (const tint of tints.slice(-8)) expect(tints.indexOf(tint)).toBeGreaterThanOrEqual(tints.length - 8);
  expect(freshTint({ cast: [] })).toMatch(/^#[0-9a-f]{6}$/);
});

function codesOf(change: (game: GameDocument) => void): string[] {
  change(game);
  const read = readGameValue(JSON.parse(JSON.stringify(game)));
  return read.ok ? checkGame(read.value).map((fault) => fault.code) : read.faults.map((fault) => fault.code);
}

describe('a kind that varies another', () => {
  test('takes everything from it, overrides only what is set, and can return', () => {
    const id = varyKind(game, 'warden', 'Night warden');
    expect(game.cast.find((kind) => kind.id === id)).toEqual({
      id: 'night-warden',
      name: 'Night warden',
      varies: 'warden',
    });
    expect(kindOf(game, id)).toMatchObject({ tags: ['foe'], radius: 0.38, behavior: 'night_watch' });
    setKindField(game, id, 'radius', 0.5);
    setKindField(game, 'warden', 'tint', '#123456');
    expect([kindOf(game, id)!.radius, kindOf(game, id)!.tint]).toEqual([0.5, '#123456']);
    inheritKindField(game, id, 'radius');
    expect(kindOf(game, id)!.radius).toBe(0.38);
  });

  test('joins knobs one by one', () => {
    setKindField(game, 'warden', 'knobs', { pace: 3, nerve: 1 });
    expect(kindOf(game, 'sharp-warden')!.knobs).toEqual({ pace: 3, nerve: 1, sight: 8.5 });
  });

  test('keeps what it took when the other is removed', () => {
    const before = kindOf(game, 'sharp-warden')!;
    removeKind(game, 'warden');
    const { varies: _before, ...own } = before;
    const { varies, ...after } = kindOf(game, 'sharp-warden')!;
    expect(varies).toBeUndefined();
    // Only by the one that is gone it cannot be meant any more.
    expect(after).toEqual({ ...own, names: own.names.filter((name) => name !== 'warden') });
    expect(readGameValue(game).ok).toBe(true);
  });

  test('of itself, in a ring, or of nobody is said by place', () => {
    expect(codesOf((draft) => setKindField(draft, 'warden', 'varies', 'sharp-warden'))).toContain('variant-cycle');
    game = plainYard();
    expect(codesOf((draft) => setKindField(draft, 'warden', 'varies', 'warden'))).toContain('variant-cycle');
    game = plainYard();
    expect(codesOf((draft) => setKindField(draft, 'sharp-warden', 'varies', 'wardn'))).toContain('unknown-kind');
  });
});

describe('what is wrong with shapes, ground and contacts is said before any run', () => {
  test.each<[string, (game: GameDocument) => void, string]>([
    [
      'a hit shape with two points',
      (draft) =>
        setKindField(draft, 'warden', 'hit', {
          form: 'convex',
          points: [
            [0, 0],
            [1, 0],
          ],
        }),
      'wrong-shape',
    ],
    [
      'an outline that turns inwards',
      (draft) =>
        setKindField(draft, 'warden', 'hit', {
          form: 'convex',
          points: [
            [0, 0],
            [1, 0],
            [0.2, 0.2],
            [0, 1],
          ],
        }),
      'wrong-shape',
    ],
    [
      'a silhouette of ragged rows',
      (draft) => setKindField(draft, 'warden', 'hit', { form: 'silhouette', width: 1, rows: ['##', '#'] }),
      'wrong-shape',
    ],
    [
      'a kind of its own without a size',
      (draft) => void draft.cast.push({ id: 'bare', name: 'Bare', tags: [], tint: '#000000' }),
      'wrong-shape',
    ],
    [
      'ground that wears into nothing',
      (draft) => setGroundField(draft, 'cracked', 'becomes', undefined),
      'erosion-incomplete',
    ],
    [
      'ground that wears into an unknown one',
      (draft) => setGroundField(draft, 'cracked', 'becomes', 'rubble'),
      'unknown-ground',
    ],
    [
      'a contact of an unknown kind',
      (draft) => setContact(draft, 'ghost', 'player', [{ effect: 'defeat' }]),
      'unknown-kind',
    ],
    [
      'a teleport to an unknown mark',
      (draft) => setContact(draft, 'warden', 'player', [{ effect: 'teleport', to: 'nowhere' }]),
      'unknown-mark',
    ],
    ['a kind that meets nobody', (draft) => setKindField(draft, 'warden', 'tags', ['bystander']), 'contact-missing'],
    [
      'a hit shape off the middle',
      (draft) =>
        setKindField(draft, 'warden', 'hit', {
          form: 'convex',
          points: [
            [0.3, -0.3],
            [0.9, -0.3],
            [0.9, 0.3],
            [0.3, 0.3],
          ],
        }),
      'hit-shape-off-centre',
    ],
    [
      'raw diagonals',
      (draft) => setKindField(draft, 'apprentice', 'control', { scheme: 'eight ways', speed: 3, evenDiagonals: false }),
      'diagonals-faster',
    ],
    [
      'gravity where there is none',
      (draft) => setKindField(draft, 'apprentice', 'control', { scheme: 'flap', speed: 3, lift: 6, mostFall: 9 }),
      'scheme-needs-side-view',
    ],
    ['a guard on the player', (draft) => void (draft.levels[0].pieces[1].at = [2.6, 1.9]), 'overlap-at-start'],
    ['a player on slurry', (draft) => void (draft.levels[2].pieces[0].at = [14.3, 4.5]), 'piece-on-unsafe-ground'],
    [
      'a formation that does not march',
      (draft) => void (draft.levels[0].pieces[1].formation = 'ranks'),
      'formation-without-march',
    ],
    [
      'a drift from ground that is not there',
      (draft) =>
        void (draft.scripts[2].lines = ['behavior cart_run { start state a { do drift bouncing from quartz } }']),
      'unknown-ground',
    ],
  ])('%s', (_, change, code) => {
    const codes = codesOf(change);
    expect(codes).toContain(code);
  });

  test('a slide puzzle that no row of slides solves', () => {
    const codes = codesOf((draft) => {
      const puzzle = draft.levels[3];
      puzzle.map = puzzle.map.map((row, y) => (y === 0 || y === 12 ? row : `#${'~'.repeat(16)}#`));
      Object.assign(puzzle.marks[0], { area: [8, 6, 1, 1] });
    });
    expect(codes).toContain('place-unreachable');
  });
});

describe('a behavior that is begun from the cast', () => {
  test('of every motion is sound, with a name of its own', () => {
    const motions = VOCABULARY.filter((entry) => entry.role === 'motion' && !entry.takesTarget);
    const ids = motions.map(({ example }) => addScript(game, 'Rail cart!', example));
    expect(ids.slice(0, 2)).toEqual(['rail_cart', 'rail_cart_2']);
    expect(new Set(ids).size).toBe(ids.length);
    const faults = checkGame(game).filter((fault) => fault.severity === 'error');
    expect(faults).toEqual([]);
  });

  test('a piece becomes one of another kind and leaves its own knobs behind', () => {
    const [hall] = game.levels;
    hall.pieces[1].knobs = { pace: 3 };
    setPieceKind(hall, 'warden-1', 'soot-imp');
    expect(hall.pieces[1]).toMatchObject({ id: 'warden-1', kind: 'soot-imp' });
    expect(hall.pieces[1]).not.toHaveProperty('knobs');
    setPieceKind(hall, 'apprentice', 'apprentice-hopping');
    expect(readGameValue(game).ok).toBe(true);
  });
});

describe('the list of ground', () => {
  test('a new ground gets a sign of its own; a changed sign is changed in every map', () => {
    const id = addGround(game, 'Soft clay');
    const signs = game.terrain.map((ground) => ground.glyph);
    expect(new Set(signs).size).toBe(signs.length);
    setGroundField(game, 'wall', 'glyph', 'W');
    expect(game.levels[0].map[0]).toBe('W'.repeat(30));
    setGroundField(game, id, 'glyph', 'W');
    expect(game.terrain.find((ground) => ground.id === id)!.glyph).not.toBe('W');
    expect(readGameValue(game).ok).toBe(true);
  });

  test('a removed ground leaves no cell behind', () => {
    const walls = countGround(game, 'wall');
    const dampers = countGround(game, 'damper');
    removeGround(game, 'damper', 'wall');
    expect(countGround(game, 'wall')).toBe(walls + dampers);
    expect(readGameValue(game).ok).toBe(true);
  });
});

describe('lanes, marks, ranks and leads', () => {
  test('a lane is one thing: ground, start and heading; turned round, what is in it turns too', () => {
    const id = addLane(game, 'drying-hall', {
      name: 'North track',
      runs: 'across',
      at: 8,
      size: 1,
      heading: 0,
      glyph: ':',
    });
    const [hall] = game.levels;
    expect([id, hall.map[8], hall.lanes![0].mark]).toEqual(['north-track', ':'.repeat(30), 'north-track-start']);
    expect(whyMarkStays(game, 'drying-hall', 'north-track-start')).toContain('North track');
    hall.pieces[1].at = [5, 8.5];
    hall.pieces[1].facing = 0;
    turnLane(game, 'drying-hall', id);
    expect([hall.lanes![0].heading, hall.pieces[1].facing]).toEqual([180, 180]);
    expect(hall.marks.find((mark) => mark.id === 'north-track-start')).toMatchObject({
      line: [
        [29.5, 8.25],
        [29.5, 8.75],
      ],
    });
    removeLane(game, 'drying-hall', id);
    expect([hall.lanes, hall.marks.length]).toEqual([undefined, 1]);
    expect(readGameValue(game).ok).toBe(true);
  });

  test('marks of every form go through a file to the byte', () => {
    addMark(game, 'drying-hall', 'Nook', { point: { x: 3.25, y: 4 } });
    addMark(game, 'drying-hall', 'Gate', {
      line: [
        { x: 1, y: 2 },
        { x: 1, y: 5 },
      ],
    });
    addMark(game, 'drying-hall', 'Yard', { area: [1, 2, 3, 4] });
    setContact(
      game,
      'warden',
      'apprentice',
      [
        { effect: 'push', speed: 4, seconds: 0.2 },
        { effect: 'safe', seconds: 1 },
      ],
      2,
    );
    addKind(game, 'Loose brick', '#aa7755');
    const text = writeGame(game);
    const read = readGameValue(JSON.parse(text));
    expect(read.ok && writeGame(read.value)).toBe(text);
  });

  test('ranks stand in rows and columns and march as one', () => {
    const ids = makeRanks(game, 'drying-hall', 'warden-1', 4, 2, { x: 1.5, y: 1 });
    const ranks = game.levels[0].pieces.filter((piece) => ids.includes(piece.id));
    expect(ranks.map((piece) => [piece.at[0] - 10.5, piece.at[1] - 7.5])).toEqual(
      [
        [0, 0],
        [1.5, 0],
        [3, 0],
        [4.5, 0],
        [0, 1],
        [1.5, 1],
        [3, 1],
        [4.5, 1],
      ].map((place) => place),
    );
    expect(new Set(ranks.map((piece) => piece.formation)).size).toBe(1);
  });

  test('leads are spread evenly over a round', () => {
    spreadLeads(game, 'drying-hall', ['warden-1', 'warden-2', 'warden-3', 'warden-4'], 10);
    expect(game.levels[0].pieces.slice(1).map((piece) => piece.lead)).toEqual([undefined, 2.5, 5, 7.5]);
  });

  test('a new map draws what would lie outside back in', () => {
    replaceMap(game, 'drying-hall', ['######', '#....#', '#....#', '######']);
    const [hall] = game.levels;
    for (const piece of hall.pieces) {
      expect(piece.at[0]).toBeLessThanOrEqual(5.5);
      expect(piece.at[1]).toBeLessThanOrEqual(3.5);
    }
    expect(readGameValue(game).ok).toBe(true);
  });
});

describe('a new shot', () => {
  test('is thrown by the player from then on, and defeats whoever ends the run', () => {
    const player = game.cast.find(({ control }) => control)!;
    const { loseWhenTouching } = game.levels[0].rules;
    const before = checkGame(game).length;
    let id = '';
    expect(codesOf((draft) => (id = addShot(draft, player.id, loseWhenTouching))).length).toBe(before);
    expect(kindOf(game, id)!.radius).toBeLessThan(kindOf(game, player.id)!.radius);
    const { control } = kindOf(game, player.id)!;
    expect(control?.throws?.shot).toBe(id);
    expect(game.contacts).toContainEqual({ by: id, on: loseWhenTouching, does: [{ effect: 'defeat' }] });
    const another = addShot(game, player.id, undefined);
    expect([id, another]).toEqual(['shot', 'shot-2']);
    expect(game.contacts!.filter(({ by }) => by === another)).toEqual([]);
  });
});
