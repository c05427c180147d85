import { describe, expect, test } from '@jest/globals';
import { smallGame, smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { checkGame } from '../../check/checkWholeGame';
import { Runner } from '../run';
import { ACTION_BIT } from './player/inputs';
import type { World } from './world';

// Ground that stops some kinds and lets others through: `%` is solid but for yardlings and spit, `|` open but for foes and the player.

const ROW = (glyph: string) => ['##############', `#......${glyph}.....#`, '##############'];
const EAST = 1;

function level(glyph: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: ROW(glyph),
    control: {
      scheme: 'eight ways',
      speed: 4,
      evenDiagonals: true,
      throws: { shot: 'spit', shotSpeed: 8, range: 12, cooldown: 9 },
    },
    player: { at: [1.5, 1.5] },
    kinds: [
      { id: 'spit', tags: ['spit'], radius: 0.1 },
      { id: 'pebble', tags: ['pebble'], radius: 0.1 },
      { id: 'guard', tags: ['foe'], behavior: 'walk' },
      { id: 'helper', tags: ['yardling'], behavior: 'walk' },
      { id: 'hound', tags: ['yardling'], behavior: 'hunt' },
    ],
    scripts: {
      walk: 'start state on { do pace across, at 4 cells/s }',
      hunt: 'start state on { do chase player by path, seen or not, at 3 cells/s }',
    },
    contacts: [
      { by: 'player', on: 'guard', does: [] },
      { by: 'player', on: 'helper', does: [] },
      { by: 'player', on: 'hound', does: [] },
    ],
    ...more,
  };
}

/** The farthest east that a piece, and the player, come in three seconds. */
function farthest(small: SmallLevel, inputs: number[]): { piece: number; player: number } {
  let [piece, player] = [-Infinity, -Infinity];
  const onTick = (world: World) => {
    piece = Math.max(piece, world.alive[0] === 1 ? world.x[0] : -Infinity);
    player = Math.max(player, world.player.x);
  };
  new Runner(smallProgram(small), { type: 'inputs', inputs }).run(1, { mostTicks: 180, onTick });
  return { piece, player };
}

const held = (input: number) => new Array<number>(180).fill(input);

describe('ground that some kinds pass', () => {
  test.each([
    ['helper', '%', 12],
    ['guard', '%', 6.6],
    ['helper', '|', 12],
    ['guard', '|', 6.6],
  ])('%s on %s comes to %d', (kind, glyph, x) => {
    const { piece } = farthest(level(glyph, { pieces: [{ kind, at: [3.5, 1.5] }] }), held(0));
    expect(piece).toBeLessThanOrEqual(x + 0.61);
    expect(piece).toBeGreaterThan(x - 0.2);
  });

  test('the player is stopped by both, and shots pass what lets them', () => {
    expect(farthest(level('%'), held(EAST)).player).toBeCloseTo(6.6, 5);
    expect(farthest(level('|'), held(EAST)).player).toBeCloseTo(6.6, 5);
    const shotThrough = (shot: string) => {
      const small = level('%');
      const control = small.control as { throws: { shot: string } };
      control.throws.shot = shot;
      return farthest(small, [EAST + ACTION_BIT, ...held(0)]).piece;
    };
    expect(shotThrough('spit')).toBeGreaterThan(12);
    expect(shotThrough('pebble')).toBeLessThan(7);
  });

  test('ways lead through for those that pass, and round for the others', () => {
    const chamber = ['##############', '#......%.....#', '#......#.....#', '#............#', '##############'];
    const x = (kind: string) => {
      const track: number[] = [];
      new Runner(
        smallProgram(level('%', { map: chamber, player: { at: [1.5, 1.5] }, pieces: [{ kind, at: [11.5, 1.5] }] })),
        { type: 'inputs', inputs: held(0) },
      ).run(1, { mostTicks: 120, onTick: (world) => void track.push(world.y[0]) });
      return Math.max(...track);
    };
    expect(x('hound')).toBeCloseTo(1.5, 1);
  });

  test('a piece may stand where the ground lets it, and the exit behind it is told to be out of reach', () => {
    const exit = [{ id: 'exit', name: 'Exit', area: [9, 1, 2, 1] as [number, number, number, number] }];
    const codes = (kind: string) =>
      checkGame(smallGame(level('%', { marks: exit, pieces: [{ kind, at: [7.5, 1.5] }] }))).map(({ code }) => code);
    expect(codes('helper')).toContain('exit-unreachable');
    expect(codes('helper')).not.toContain('piece-in-wall');
    expect(codes('guard')).toContain('piece-in-wall');
  });
});
