import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../tests/support/kilnYard';
import { slideRoom } from '../../../tests/support/slideRoom';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { slideEnds } from '../arena/slide';
import { buildBodyWalkGrid } from '../arena/walkGrid';
import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream } from '../foundation/random';
import { Runner } from '../simulate/run';
import { countPresses } from './momentTree';
import { WitnessSearch, type SearchStatus } from './witnessSearch';

const SEED = Number(process.env.GORGE_SEED ?? 5);

/** Searches until something is found, or so many moments have been looked at. */
function search(program: LevelProgram, seed = 1, moments = 30_000): { status: SearchStatus; found: WitnessSearch } {
  const found = new WitnessSearch(program, seed);
  let status: SearchStatus = 'searching';
  while (status === 'searching' && found.lookedAt < moments) status = found.work(100);
  return { status, found };
}

/** How a run from what was found ends. */
function replay(program: LevelProgram, { witness, seed }: WitnessSearch) {
  return new Runner(program, { type: 'inputs', inputs: witness!.inputs }).run(seed).record;
}

const EXIT = (x: number, y: number): SmallLevel['marks'] => [{ id: 'exit', name: 'Exit', area: [x, y, 1, 1] }];
const RULES = { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 30 } };

describe('a way through a level', () => {
  test.each(['drying-hall', 'flue-maze', 'glaze-floor', 'chimney-rise', 'loft-ladders'])(
    'of %s is found, and the engine replays and wins it without losing a life',
    (id) => {
      const program = demoLevel(id);
      const { status, found } = search(program);
      expect(status).toBe('won');
      expect(replay(program, found)).toMatchObject({ outcome: 'won', ticks: found.witness!.ticks });
      let lives = program.rules.lives;
      new Runner(program, { type: 'inputs', inputs: found.witness!.inputs }).run(1, {
        onTick: ({ livesLeft }) => (lives = Math.min(lives, livesLeft)),
      });
      expect(lives).toBe(program.rules.lives);
    },
  );

  test('in an empty room is little longer than the straight line', () => {
    const map = ['##############', '#............#', '#............#', '##############'];
    const program = smallProgram({ map, player: { at: [1.5, 1.5] }, marks: EXIT(12, 2), level: RULES });
    const { found } = search(program);
    // Eleven cells to the exit at three a second, one of them on the way down.
    expect(found.witness!.ticks / 60).toBeLessThan(1.15 * (10.5 / 3));
  });

  test('waits for a guard to be gone', () => {
    const program = smallProgram({
      map: ['############', '#..........#', '############'],
      player: { at: [1.5, 1.5] },
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat' }],
      scripts: { beat: 'start state shut { do hold  go open after 6 s }  state open { be out  do hold }' },
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
      marks: EXIT(10, 1),
      level: RULES,
    });
    const { status, found } = search(program);
    expect(status).toBe('won');
    expect(found.witness!.ticks).toBeGreaterThan(6 * 60);
    expect(found.witness!.ticks).toBeLessThan(10 * 60);
  });

  test('through a door is found by way of its plate', () => {
    const program = smallProgram({
      map: ['#########', '#...#...#', '#...#...#', '#...#...#', '#########'],
      player: { at: [1.5, 1.5] },
      kinds: [{ id: 'plate', radius: 0.3 }],
      pieces: [{ kind: 'plate', at: [1.5, 3.5] }],
      contacts: [
        { by: 'plate', on: 'player', does: [{ effect: 'open', area: 'gate', ground: 'wall', becomes: 'floor' }] },
      ],
      marks: [...EXIT(7, 1)!, { id: 'gate', name: 'Gate', area: [4, 2, 1, 1] }],
      level: RULES,
    });
    const { status, found } = search(program);
    expect(status).toBe('won');
    expect(replay(program, found)?.outcome).toBe('won');
  });

  test('is never said where there is none: behind a guard that never goes, and out of a shut room', () => {
    const guarded = smallProgram({
      map: ['############', '#..........#', '############'],
      player: { at: [1.5, 1.5] },
      kinds: [{ id: 'foe', tags: ['foe'] }],
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
      marks: EXIT(10, 1),
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 4 } },
    });
    const { status, found } = search(guarded);
    expect([status, found.witness]).toEqual(['exhausted', undefined]);
  });

  test('is the same every time, however it is cut into parts', () => {
    const program = demoLevel('glaze-floor');
    const whole = search(program, 3).found;
    const parts = new WitnessSearch(program, 3);
    while (!parts.witness) parts.work(7);
    expect(parts.witness).toEqual(whole.witness);
  });
});

describe(`slides on random boards (seed ${SEED})`, () => {
  const random = new RandomStream(SEED, 1);

  /** Whether any row of slides comes over a cell, gone through plainly. */
  function canCome({ grid, player }: LevelProgram, goal: number): boolean {
    const walk = buildBodyWalkGrid(grid, player.stand, false);
    const start = grid.width + 1;
    const seen = new Set([start]);
    for (const cell of seen)
      for (const passed of slideEnds(walk, cell)) {
        if (passed.includes(goal)) return true;
        if (passed.length > 0) seen.add(passed[passed.length - 1]);
      }
    return start === goal;
  }

  test('are won exactly where some row of slides comes over the exit', () => {
    const came = { yes: 0, no: 0 };
    for (let board = 0; board < 60; board++) {
      const { program, goal } = slideRoom(random);
      const isPossible = canCome(program, goal.y * program.grid.width + goal.x);
      came[isPossible ? 'yes' : 'no']++;
      const { status, found } = search(program, 1, 4000);
      expect([board, status === 'won']).toEqual([board, isPossible]);
      if (isPossible) expect([board, replay(program, found)?.outcome]).toEqual([board, 'won']);
    }
    expect(Math.min(came.yes, came.no)).toBeGreaterThan(6);
  });
});

describe('presses', () => {
  test('are counted when something else is pressed than before', () => {
    expect(countPresses([])).toBe(0);
    expect(countPresses([0, 0, 1, 1, 0, 1, 3, 3, 0])).toBe(3);
    expect(countPresses([5])).toBe(1);
  });
});
