import { describe, expect, test } from '@jest/globals';
import { dryingHall, kilnYard, plainYard } from '../../../tests/support/kilnYard';
import type { GameDocument } from '../document/gameDocument';
import { checkGame } from '../check/checkWholeGame';
import { compileGameLevel } from '../pipeline';

function codesAfter(change: (game: GameDocument) => void): string[] {
  const game = kilnYard();
  change(game);
  return checkGame(game).map((fault) => fault.code);
}

describe('checks before any run', () => {
  test('the demo game has nothing to say', () => {
    expect(checkGame(kilnYard())).toEqual([]);
  });

  test.each<[string, (game: GameDocument) => void, string]>([
    ['a guard in a wall', (game) => void (game.levels[0].pieces[1].at = [3.5, 3.5]), 'piece-in-wall'],
    ['a guard half in a wall', (game) => void (game.levels[0].pieces[1].at = [10.8, 3.8]), 'piece-in-wall'],
    ['a guard outside', (game) => void (game.levels[0].pieces[1].at = [40, 3.5]), 'piece-outside'],
    ['a waypoint outside', (game) => void (game.levels[0].pieces[1].route![0] = [-3, 2]), 'waypoint-outside'],
    ['a waypoint in a wall', (game) => void (game.levels[0].pieces[1].route![0] = [0.5, 0.5]), 'waypoint-in-wall'],
    ['no player', (game) => void game.levels[0].pieces.shift(), 'no-player'],
    [
      'two players',
      (game) => void game.levels[0].pieces.push({ ...game.levels[0].pieces[0], id: 'second', at: [6, 6] }),
      'player-twice',
    ],
    ['no exit', (game) => void (game.levels[0].marks = []), 'no-exit'],
    [
      'an exit in a wall',
      (game) => void Object.assign(game.levels[0].marks[0], { area: [0, 0, 1, 1] }),
      'exit-unreachable',
    ],
    [
      'a wall across the only way',
      (game) => void game.levels[0].map.splice(12, 1, '##############################'),
      'exit-unreachable',
    ],
    ['nothing to fear', (game) => void (game.levels[0].rules.loseWhenTouching = 'ghost'), 'no-threat'],
    ['a knob of a kind out of range', (game) => void (game.cast[1].knobs = { pace: 99 }), 'knob-out-of-range'],
    [
      'a knob of a piece out of range',
      (game) => void (game.levels[0].pieces[1].knobs = { pace: 0 }),
      'knob-out-of-range',
    ],
    ['a knob that the script does not have', (game) => void (game.cast[1].knobs = { pase: 2 }), 'unknown-knob'],
    ['a patrol without a route', (game) => void delete game.levels[0].pieces[1].route, 'route-missing'],
    [
      'an expression that leaves the range of its word',
      (game) => void (game.scripts[0].lines[14] = '    do chase player by path at pace * 40'),
      'value-out-of-range',
    ],
    ['a broken script', (game) => void (game.scripts[0].lines[7] = '    do nothing'), 'unknown-motion'],
  ])('%s is said', (_what, change, code) => {
    const codes = codesAfter(change);
    expect(codes).toContain(code);
    expect(codes.filter((found) => found === code)).toHaveLength(1);
  });

  test('what is fired can end a run, too', () => {
    const fires = '    repeat every 2 s { fire dart ahead, at 5 cells/s, range 9 cells }';
    const codesWith = (...more: string[]) =>
      codesAfter((game) => {
        game.levels[0].rules.loseWhenTouching = 'dart';
        game.cast.push({ id: 'dart', name: 'Dart', tags: ['dart'], radius: 0.1, tint: '#8a3324' });
        const { lines } = game.scripts.find(({ id }) => id === 'night_watch')!;
        lines.splice(lines.findIndex((line) => line.includes('do patrol')) + 1, 0, ...more);
      });
    expect(codesWith()).toContain('no-threat');
    expect(codesWith(fires)).not.toContain('no-threat');
  });

  test('errors stand before warnings', () => {
    const game = kilnYard();
    delete game.levels[0].pieces[1].route;
    game.levels[0].pieces[2].at = [0, 0];
    expect(checkGame(game).map((fault) => fault.severity)).toEqual(['error', 'warning']);
  });
});

describe('a compiled level', () => {
  test('folds knobs in: script default, over it the kind, over it the piece, over all the override of a try', () => {
    const game = kilnYard();
    const paces = (
      change: (copy: GameDocument) => void,
      overrides = { knobs: [] as { kind: string; knob: string; value: number }[] },
    ) => {
      const copy: GameDocument = JSON.parse(JSON.stringify(game));
      change(copy);
      const program = dryingHall(overrides, copy);
      return program.pieces.map((piece) => piece.knobs.pace);
    };
    expect(paces(() => undefined)).toEqual([2.7, 2.7, 2.7, 2.7]);
    expect(paces((copy) => void (copy.cast[1].knobs = { pace: 3 }))).toEqual([3, 3, 3, 3]);
    const both = (copy: GameDocument) => {
      copy.cast[1].knobs = { pace: 3 };
      copy.levels[0].pieces[2].knobs = { pace: 4 };
    };
    expect(paces(both)).toEqual([3, 4, 3, 3]);
    expect(paces(both, { knobs: [{ kind: 'warden', knob: 'pace', value: 1 }] })).toEqual([1, 1, 1, 1]);
  });

  test('pieces with equal knobs share a brain', () => {
    expect(dryingHall().brains).toHaveLength(1);
    const game = plainYard();
    game.levels[0].pieces[1].knobs = { sight: 5 };
    expect(dryingHall(undefined, game).brains).toHaveLength(2);
  });

  test('speeds become cells a tick and times whole ticks, pixels by the size of a cell', () => {
    const game = kilnYard();
    game.scripts[0].lines[7] = '    do patrol route, at 64 px/s, pausing 100 ms';
    const motion = dryingHall(undefined, game).brains[0].states[0].motion;
    expect(motion).toEqual({ operation: 'patrol', order: 'loop', step: 2 / 60, pauseTicks: 6 });
  });

  test('an unknown level or override is refused with the nearest name', () => {
    const unknownLevel = compileGameLevel(kilnYard(), 'drying-hal');
    expect(unknownLevel.ok ? '' : unknownLevel.faults[0].hint).toBe('Did you mean `drying-hall`?');
    for (const [kind, knob, value, code] of [
      ['wardn', 'pace', 2, 'unknown-kind'],
      ['warden', 'paec', 2, 'unknown-knob'],
      ['warden', 'pace', 99, 'knob-out-of-range'],
    ] as const) {
      const compiled = compileGameLevel(kilnYard(), 'drying-hall', { knobs: [{ kind, knob, value }] });
      expect(compiled.ok ? '' : compiled.faults[0].code).toBe(code);
    }
  });
});
