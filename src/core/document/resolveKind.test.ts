import { describe, expect, test } from '@jest/globals';
import { smallGame, smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { checkGame } from '../check/checkWholeGame';
import { Runner } from '../simulate/run';
import { kindOf } from './resolveKind';

const ROOM = ['##########', '#........#', '#........#', '#........#', '##########'];

function room(more: Partial<SmallLevel>): SmallLevel {
  return {
    map: ROOM,
    player: { at: [1.5, 2.5] },
    kinds: [
      { id: 'stone-box', tags: [] },
      { id: 'big-box', varies: 'stone-box' },
    ],
    contacts: [{ by: 'player', on: 'stone-box', does: [{ effect: 'collect' }] }],
    pieces: [
      { kind: 'stone-box', at: [4.5, 2.5] },
      { kind: 'big-box', at: [6.5, 2.5] },
    ],
    ...more,
  };
}

/** How a run ends in which the player goes east. */
function goEast(small: SmallLevel) {
  return new Runner(smallProgram(small), { type: 'inputs', inputs: new Array<number>(400).fill(1) }).run(1, {
    mostTicks: 400,
  }).record;
}

describe('the names by which a kind can be meant', () => {
  test('are its tags, its id, and the ids of those that it varies', () => {
    const game = smallGame(
      room({
        kinds: [
          { id: 'stone-box', tags: ['ware'] },
          { id: 'big-box', varies: 'stone-box' },
        ],
      }),
    );
    const varied = {
      ...game,
      cast: game.cast.map((kind) => (kind.id === 'big-box' ? { ...kind, tags: undefined } : kind)),
    };
    expect(kindOf(varied, 'big-box')!.names).toEqual(['ware', 'big-box', 'stone-box']);
    expect(kindOf(varied, 'big-box')!.tags).toEqual(['ware']);
  });

  test('serve rules: of a kind without a tag, and of those that vary it', () => {
    const small = room({ level: { rules: { timeLimit: 60 }, cues: ['rules {', 'win when no stone-box left', '}'] } });
    expect(checkGame(smallGame(small))).toEqual([]);
    expect(goEast(small)).toMatchObject({ outcome: 'won', cause: 'rule' });
    const one = room({ level: { cues: ['rules {', 'win when no big-box left', '}'] } });
    expect(
      goEast({
        ...one,
        contacts: [
          { by: 'player', on: 'big-box', does: [{ effect: 'collect' }] },
          { by: 'player', on: 'stone-box', does: [] },
        ],
      })?.outcome,
    ).toBe('won');
  });

  test('serve what ends a run, and whom behaviors go after', () => {
    const touch = room({ level: { rules: { winAt: 'exit', loseWhenTouching: 'big-box', timeLimit: 60 } } });
    expect(goEast(touch)).toMatchObject({ outcome: 'lost', cause: 'touched', piece: 'piece-2' });
    const after = smallProgram(
      room({
        kinds: [{ id: 'hound', behavior: 'run' }, { id: 'bone' }],
        scripts: { run: 'start state on { do chase bone straight, seen or not, at 2 cells/s }' },
        contacts: [{ by: 'hound', on: 'bone', does: [] }],
        pieces: [
          { kind: 'hound', at: [3.5, 1.5] },
          { kind: 'bone', at: [8.5, 1.5] },
        ],
      }),
    );
    let x = 0;
    new Runner(after, { type: 'inputs', inputs: [] }).run(1, { mostTicks: 60, onTick: (world) => (x = world.x[0]) });
    expect(x).toBeCloseTo(5.5, 1);
  });
});
