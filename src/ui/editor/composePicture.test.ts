import { describe, expect, test } from '@jest/globals';
import {
  type Control,
  commands,
  makeChange,
  withChangedParts,
  ACTION_BIT,
  isLineClear,
  previewMovers,
  startingControl,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  recordRun,
  type RecordedRun,
  STAND_INS,
  timeRoute,
  type GameDocument,
} from '@/core/index';
import { drawing } from '../../../tests/support/drawing';
import { demoLevel, dryingHall, plainYard } from '../../../tests/support/kilnYard';
import { smallGame, smallProgram } from '../../../tests/support/smallLevel';
import { boxOf, overlapsSeen } from '../canvas/arenaPicture';
import { checkedScriptsOf, composePicture, gridOf, groundChangesUpTo, stateAt } from './composePicture';

const FIRES_QUICKLY: Control = {
  ...startingControl('along a rail'),
  throws: { shot: 'shot', aim: 270, shotSpeed: 11, range: 20, cooldown: 0.2 },
};
const NOTHING = { routes: [], ends: [], selection: [], chosenWaypoint: undefined, cursor: undefined, lasso: undefined };
const SEED = 20;
const game = plainYard();
const program = dryingHall();
const run = runWithHunt();

/** The first run of a casual player in which a guard hunts, however the stand-ins have come to play. */
function runWithHunt(): RecordedRun {
  for (let seed = 1; seed <= 60; seed++) {
    const recorded = recordRun(program, { type: 'stand-in', traits: STAND_INS[1] }, seed);
    const hunt = recorded.events.find((event) => event.type === 'state' && event.to === 'hunt');
    if (hunt && hunt.tick + 40 < (recorded.record?.ticks ?? 0)) return recorded;
  }
  throw new Error('no run of 60 with a hunt');
}

function pictureAt(tick: number, shown: GameDocument = game, options = {}) {
  return composePicture({ game: shown, levelId: 'drying-hall', run, tick }, { ...NOTHING, ...options });
}

describe('the picture of a level', () => {
  test('at rest shows every piece where it was placed, with what it sees clipped by walls', () => {
    const picture = pictureAt(0);
    expect(picture.pieces.map(({ id, x, y }) => [id, x, y])).toEqual(
      game.levels[0].pieces.map(({ id, at }) => [id, ...at]),
    );
    expect([picture.trail, picture.startPlaces]).toEqual([[], []]);
    const [, hall] = picture.pieces;
    const grid = gridOf(game, game.levels[0]);
    for (let index = 2; index < hall.sightArea.length; index += 2) {
      const inX = hall.x + (hall.sightArea[index] - hall.x) * 0.99;
      const inY = hall.y + (hall.sightArea[index + 1] - hall.y) * 0.99;
      expect(isLineClear(grid, hall.x, hall.y, inX, inY)).toBe(true);
    }
    expect(picture.pieces[0].sightArea).toEqual([]);
  });

  test('in a moment of a run shows pieces where they are then, their start places, and the way of the player so far', () => {
    const tick = 300;
    const picture = pictureAt(tick);
    const frame = run.frames.subarray(tick * run.frameSize, (tick + 1) * run.frameSize);
    expect([picture.pieces[0].x, picture.pieces[0].y]).toEqual([...frame.subarray(0, 2)]);
    expect([picture.pieces[2].x, picture.pieces[2].y]).toEqual([
      ...frame.subarray(PLAYER_FIELDS + PIECE_FIELDS, PLAYER_FIELDS + PIECE_FIELDS + 2),
    ]);
    expect(picture.startPlaces).toHaveLength(5);
    expect(picture.trail.slice(0, 2)).toEqual([2.5, 1.7999999523162842]);
    expect(picture.trail).toHaveLength(2 * (tick / 3 + 1));
  });

  test('marks a guard as alarmed while it hunts, and says its state and since when', () => {
    const hunt = run.events.find((event) => event.type === 'state' && event.to === 'hunt')!;
    const hunter = hunt.type === 'state' ? hunt.piece : '';
    const alarmedAt = (tick: number) => pictureAt(tick).pieces.find((piece) => piece.id === hunter)?.isAlarmed;
    expect([alarmedAt(1), alarmedAt(hunt.tick + 30)]).toEqual([false, true]);
    const moment = { game, levelId: 'drying-hall', run, tick: hunt.tick + 31 };
    expect(stateAt(moment, hunter)).toEqual({ name: 'hunt', seconds: 0.5 });
    expect(stateAt({ ...moment, tick: 5 }, hunter)?.name).toBe('rounds');
    expect(stateAt(moment, 'nobody')).toBeUndefined();
  });

  test('shows times and the walked track of a route only as long as they are of these waypoints', () => {
    const routes = timeRoute(program);
    const fresh = pictureAt(0, game, { routes }).routes[0];
    expect([fresh.times.length, fresh.track.length > 0]).toEqual([4, true]);
    const moved = plainYard();
    moved.levels[0].pieces[1].route![2] = [17, 2];
    const stale = pictureAt(0, moved, { routes }).routes[0];
    expect([stale.times, stale.track, stale.waypoints.length]).toEqual([[], [], 4]);
  });

  test('of a part of a level holds all that reaches into that part, of a draft as in a run, as if all had been shown', () => {
    const parts = [
      { x0: 3, y0: 3, x1: 9, y1: 8 },
      { x0: 20, y0: 10, x1: 29, y1: 19 },
    ];
    for (const tick of [0, 300])
      for (const seen of parts) {
        const all = pictureAt(tick).pieces;
        const reaching = all.filter(({ x, y, radius, sightArea }) =>
          overlapsSeen(seen, boxOf([x - radius, y - radius, x + radius, y + radius, ...sightArea])),
        );
        const shown = pictureAt(tick, game, { seen }).pieces;
        expect(shown.length).toBeLessThan(all.length);
        expect(all.filter((piece) => shown.some(({ id }) => id === piece.id))).toEqual(shown);
        expect(shown.map(({ id }) => id)).toEqual(expect.arrayContaining(reaching.map(({ id }) => id)));
      }
  });

  test(`is put together of the same objects while nothing about them changes, and of what they see now when ground does (seed ${SEED})`, () => {
    const draw = drawing(SEED);
    const [columns, rows] = [30, 20].map((count) => [...Array(count).keys()]);
    let drawn = withChangedParts(plainYard(), []);
    const pieces = (document: GameDocument) => pictureAt(0, document).pieces;
    expect(pieces(drawn).every((piece, index) => piece === pieces(drawn)[index])).toBe(true);
    let isKept = 0;
    for (let stroke = 0; stroke < 60; stroke++) {
      const before = pieces(drawn);
      const cells = [{ column: draw(columns), row: draw(rows) }];
      const glyph = draw(['#', '.']);
      drawn =
        makeChange(drawn, 'Paint', (draft) => commands.paintCells(draft, 'drying-hall', cells, glyph))?.game ?? drawn;
      const after = pieces(drawn);
      isKept += after.filter((piece, index) => piece === before[index]).length;
      // Written anew nothing is known of it.
      expect(after).toEqual(pieces(JSON.parse(JSON.stringify(drawn)) as GameDocument));
    }
    expect(isKept).toBeGreaterThan(60);
  });

  test('checks a script again only when it changed', () => {
    const first = checkedScriptsOf(game).get('night_watch');
    expect(checkedScriptsOf({ ...game, name: 'other' }).get('night_watch')).toBe(first);
    expect(checkedScriptsOf(plainYard()).get('night_watch')).not.toBe(first);
  });

  test('shows ground as it has become in a run, and pieces that are gone no more', () => {
    const worn = smallProgram({
      map: ['########', '#......#', '#..c...#', '#......#', '########'],
      player: { at: [3.5, 3.5] },
      control: FIRES_QUICKLY,
      kinds: [{ id: 'shot', radius: 0.15, wear: 1 }],
    });
    const document = smallGame({
      map: ['########', '#......#', '#..c...#', '#......#', '########'],
      player: { at: [3.5, 3.5] },
      control: FIRES_QUICKLY,
      kinds: [{ id: 'shot', radius: 0.15, wear: 1 }],
    });
    const fired = recordRun(worn, { type: 'inputs', inputs: new Array<number>(120).fill(ACTION_BIT) }, 1);
    const at = (tick: number) =>
      composePicture(
        { game: document, levelId: 'small', run: fired, tick, groundChanges: groundChangesUpTo(fired.events, tick) },
        NOTHING,
      );
    const opened = fired.events.find((event) => event.type === 'ground')!.tick;
    expect([at(opened - 1).level.map[2], at(opened + 1).level.map[2]]).toEqual(['#..c...#', '#......#']);
    expect(document.levels[0].map[2]).toBe('#..c...#');
    const shots = (tick: number) => at(tick).pieces.filter((piece) => piece.id.startsWith('shot.shot')).length;
    expect([shots(1), shots(opened + 1)]).toEqual([1, expect.any(Number)]);
  });

  test('shows bodies in their true shape, and where a piece with a lead will begin', () => {
    const carts = composePicture(
      { game, levelId: 'cart-crossing', run: undefined, tick: 0 },
      { ...NOTHING, showsShapes: true },
    );
    const cart = carts.pieces.find((piece) => piece.id === 'cart-1')!;
    expect(Array.from(cart.hit[0].corners)).toEqual([-0.4, -0.9, 0.4, -0.9, 0.4, 0.9, -0.4, 0.9]);
    expect(cart.stand).toHaveLength(1);
    const previews = previewMovers(demoLevel('cart-crossing'));
    const led = composePicture({ game, levelId: 'cart-crossing', run: undefined, tick: 0 }, { ...NOTHING, previews });
    const withLead = game.levels.find((level) => level.id === 'cart-crossing')!.pieces.filter((piece) => piece.lead);
    expect(led.startPlaces).toHaveLength(withLead.length);
  });
});
