import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { kilnYard } from '../../../../tests/support/kilnYard';
import { smallGame, type SmallLevel } from '../../../../tests/support/smallLevel';
import { checkGame } from '../../check/checkWholeGame';
import type { GameDocument } from '../../document/gameDocument';
import { readGame } from '../../document/readGame';
import { packInputs, unpackInputs, type SavedCheck } from '../../document/savedCheck';
import { writeGame } from '../../document/writeGame';
import { recordRun } from '../../simulate/recordRun';
import { saySavedCheck, sharedReason } from './saySavedCheck';
import { playSavedChecks, sceneOfCheck, type CheckOutcome } from './playSavedCheck';
import { proposeChecks, type CheckScene } from './proposeChecks';

/** A guard that goes east along a corridor and back; a pot that comes in every second, three in all; an exit far off. */
const CORRIDOR: SmallLevel = {
  map: ['####################', '#..................#', '#..................#', '####################'],
  player: { at: [1.5, 2.5] },
  playerKind: { radius: 0.35 },
  control: { scheme: 'eight ways', speed: 4, evenDiagonals: true },
  kinds: [
    { id: 'guard', tags: ['foe'], radius: 0.4, behavior: 'walk' },
    { id: 'pot', tags: ['pot'], radius: 0.2 },
  ],
  scripts: {
    walk: 'start state on { do patrol route, back and forth, at 2 cells/s  go off after 6 s } state off { do hold }',
  },
  pieces: [
    {
      kind: 'guard',
      at: [8.5, 1.5],
      route: [
        [8.5, 1.5],
        [12.5, 1.5],
      ],
    },
  ],
  marks: [
    { id: 'exit', name: 'Exit', area: [17, 1, 2, 2] },
    { id: 'shelf', name: 'Shelf', area: [4, 1, 3, 1] },
  ],
  level: {
    rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 30 },
    cues: ['spawner pots {', '  at shelf', '  every 1 s', '  pick pot', '  limit 3 alive, 3 in all', '}'],
  },
};

function gameWith(checks: SavedCheck[], level: SmallLevel = CORRIDOR): GameDocument {
  const game = smallGame(level);
  game.levels[0].checks = checks;
  return game;
}

function outcomeOf(check: SavedCheck, level?: SmallLevel): CheckOutcome {
  const game = gameWith([check], level);
  return playSavedChecks(game, game.levels[0].id)[0].outcome;
}

const GUARD = 'piece-1';
const EAST = packInputs(Array.from({ length: 400 }, () => 1));

describe('a saved check', () => {
  test.each<[string, SavedCheck, CheckOutcome['status']]>([
    ['turns in time', { happens: { event: 'turns', piece: GUARD }, holds: 'before', seconds: 2.5 }, 'holds'],
    ['turns too late', { happens: { event: 'turns', piece: GUARD }, holds: 'before', seconds: 1.5 }, 'broken'],
    [
      'does not turn so long',
      { happens: { event: 'turns', piece: GUARD }, holds: 'not before', seconds: 1.9 },
      'holds',
    ],
    [
      'is at its corner',
      { happens: { event: 'is at', piece: GUARD, at: [12.5, 1.5] }, holds: 'before', seconds: 2 },
      'holds',
    ],
    [
      'never is elsewhere',
      { happens: { event: 'is at', piece: GUARD, at: [15, 1.5] }, holds: 'not before', seconds: 8 },
      'holds',
    ],
    [
      'is in a state by its time',
      { happens: { event: 'is in state', piece: GUARD, state: 'off' }, holds: 'before', seconds: 6.1 },
      'holds',
    ],
    [
      'is not before',
      { happens: { event: 'is in state', piece: GUARD, state: 'off' }, holds: 'not before', seconds: 5.9 },
      'holds',
    ],
    [
      'lets three in',
      { happens: { event: 'have come in', cue: 'pots', count: 3 }, holds: 'before', seconds: 4 },
      'holds',
    ],
    [
      'and no fourth',
      { happens: { event: 'have come in', cue: 'pots', count: 4 }, holds: 'not before', seconds: 12 },
      'holds',
    ],
    [
      'never has more than three',
      { happens: { event: 'more are there', kind: 'pot', than: 3 }, holds: 'not before', seconds: 12 },
      'holds',
    ],
    [
      'has more than two',
      { happens: { event: 'more are there', kind: 'pot', than: 2 }, holds: 'not before', seconds: 12 },
      'broken',
    ],
    [
      'is won by a kept try',
      { inputs: EAST, happens: { event: 'level is won' }, holds: 'before', seconds: 5 },
      'holds',
    ],
    ['is not won by standing', { happens: { event: 'level is won' }, holds: 'before', seconds: 5 }, 'broken'],
    [
      'loses who walks into the guard',
      { from: 'player at 6,1.5', inputs: EAST, happens: { event: 'player is lost' }, holds: 'before', seconds: 3 },
      'holds',
    ],
    [
      'shows nothing of the time after the end',
      {
        from: 'player at 6,1.5',
        inputs: EAST,
        happens: { event: 'score is', points: 1 },
        holds: 'not before',
        seconds: 5,
      },
      'broken',
    ],
    [
      'is lived through by a stand-in',
      { plays: 'expert', seed: 3, happens: { event: 'player is lost' }, holds: 'not before', seconds: 20 },
      'holds',
    ],
  ])('%s', (_, check, status) => {
    const outcome = outcomeOf(check);
    expect({ ...outcome, status: outcome.status }).toMatchObject({ status });
  });

  test('says when it was clear, counted from where it begins', () => {
    const turns: SavedCheck = { happens: { event: 'turns', piece: GUARD }, holds: 'before', seconds: 4 };
    expect(outcomeOf(turns)).toMatchObject({ status: 'holds', seconds: expect.closeTo(2, 1) });
    expect(outcomeOf({ ...turns, from: 'at 1 s' })).toMatchObject({ status: 'holds', seconds: expect.closeTo(1, 0) });
  });

  test('are told once for all why they cannot be played, where the level itself cannot', () => {
    const turns: SavedCheck = { happens: { event: 'turns', piece: GUARD }, holds: 'before', seconds: 4 };
    const game = gameWith([turns, { ...turns, seconds: 5 }]);
    expect(sharedReason(playSavedChecks(game, game.levels[0].id))).toBeUndefined();
    const unreadable = { ...game, scripts: [{ id: 'walk', lines: ['behavoir gone {'] }] };
    const shared = sharedReason(playSavedChecks(unreadable, game.levels[0].id));
    expect(shared).toEqual({ count: 2, why: expect.stringContaining('closing brace') });
  });

  test('that names what is gone stays in the file, is not played, and is told with its place', () => {
    const game = gameWith([
      { happens: { event: 'turns', piece: 'guard-7' }, holds: 'before', seconds: 4 },
      { happens: { event: 'turns', piece: GUARD }, holds: 'before', seconds: 4 },
      { plays: 'nobody-here', happens: { event: 'level is won' }, holds: 'before', seconds: 4 },
      { from: 'at noon', happens: { event: 'level is won' }, holds: 'before', seconds: 4 },
      { happens: { event: 'wave is over', cue: 'pots', wave: 1 }, holds: 'before', seconds: 4 },
    ]);
    const played = playSavedChecks(game, game.levels[0].id).map(({ outcome }) => outcome.status);
    expect(played).toEqual(['cannot be played', 'holds', ...Array.from({ length: 3 }, () => 'cannot be played')]);
    // Each for a reason of its own.
    expect(sharedReason(playSavedChecks(game, game.levels[0].id))).toBeUndefined();
    const told = checkGame(game).filter(({ where }) => where.path.includes('checks'));
    expect(told.map(({ where }) => where.path.slice(3).join('.'))).toEqual([
      '0.happens.piece',
      '2.plays',
      '3.from',
      '4.happens.cue',
    ]);
    expect(told.map(({ severity }) => severity)).toEqual(Array.from({ length: 4 }, () => 'warning'));
    expect(readGame(writeGame(game))).toMatchObject({
      ok: true,
      value: { levels: [{ checks: game.levels[0].checks }] },
    });
  });

  test('is one plain statement', () => {
    const names = { piece: (id: string) => id, standIn: (id: string) => id };
    expect(
      saySavedCheck(
        { from: 'player at 12,7', happens: { event: 'sees the player' }, holds: 'not before', seconds: 5 },
        names,
      ),
    ).toBe('player at 12,7: nobody sees the player for 5 s');
    expect(
      saySavedCheck(
        {
          plays: 'casual',
          seed: 4,
          happens: { event: 'wave is over', cue: 'tide', wave: 3 },
          holds: 'before',
          seconds: 60,
        },
        names,
      ),
    ).toBe('casual plays, seed 4: wave 3 of tide is over before 60 s');
  });
});

test('inputs are the same after they were packed', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 3 })), (inputs) => {
      expect(unpackInputs(packInputs(inputs), 10_000)).toEqual(inputs);
    }),
  );
  expect(unpackInputs('1x999999999', 100)).toHaveLength(100);
});

describe('what is proposed of a moment', () => {
  const game = kilnYard();

  test.each(game.levels.map(({ id }) => id))('of %s is true when it is played', (levelId) => {
    const level = game.levels.find(({ id }) => id === levelId)!;
    const scenes: CheckScene[] = [{ plays: 'casual', seed: 2 }, {}];
    const proposed = scenes.flatMap((scene) => {
      const opened = sceneOfCheck(game, levelId, {
        ...scene,
        happens: { event: 'level is won' },
        holds: 'before',
        seconds: 0,
      });
      if (!opened.ok) throw new Error('the level cannot be played');
      const run = recordRun(opened.value.program, opened.value.steering, opened.value.seed);
      const lastFrame = run.frames.length / run.frameSize - 1;
      const selected = level.pieces.slice(0, 3).map(({ id }) => id);
      return [0.3, 1].flatMap((share) => [
        ...proposeChecks(run, Math.round(share * lastFrame), scene, { selected }),
        ...proposeChecks(run, Math.round(share * lastFrame), { seed: run.seed }, { selected, keepsKeys: true }),
      ]);
    });
    const copy = { ...game, levels: [{ ...level, checks: proposed }] };
    const broken = playSavedChecks(copy, levelId).filter(({ outcome }) => outcome.status !== 'holds');
    expect(broken).toEqual([]);
    expect(proposed.length).toBeGreaterThan(8);
  });
});
