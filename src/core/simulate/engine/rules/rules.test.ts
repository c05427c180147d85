import { describe, expect, test } from '@jest/globals';
import { compileGameLevel } from '@/core/index';
import { smallGame, smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { Runner } from '../../run';
import type { RunEvent } from '../runEvent';
import type { World } from '../world';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];
const EAST = 1;

/** A hall with the player in its west, looking east along the fifth row. */
function hall(rules: string, more: Partial<SmallLevel> & { cues?: string } = {}): SmallLevel {
  const { cues = '', ...rest } = more;
  return {
    map: HALL,
    player: { at: [2.5, 4.5] },
    scripts: { rest: 'start state still { do hold }', run: 'start state on { do drift bouncing at 4 cells/s }' },
    kinds: [
      { id: 'imp', tags: ['foe'], behavior: 'rest' },
      { id: 'pot', tags: ['pot'], behavior: 'rest' },
      { id: 'shelf', tags: ['shelf'], behavior: 'rest' },
    ],
    ...rest,
    marks: [
      { id: 'jetty', name: 'Jetty', area: [10, 4, 1, 1] },
      { id: 'back', name: 'Back', area: [4, 7, 1, 1] },
      { id: 'far', name: 'Far', point: [17.5, 7.5] },
      ...(rest.marks ?? []),
    ],
    level: { ...rest.level, cues: `${cues}\nrules {\n${rules}\n}`.split('\n') },
  };
}

function play(
  level: SmallLevel,
  ticks: number,
  inputs = new Array<number>(ticks).fill(EAST),
  note?: (world: World) => void,
) {
  const events: RunEvent[] = [];
  let last: World | undefined;
  const { record } = new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: ticks,
    onTick: (world) => {
      last = world;
      note?.(world);
    },
  });
  return { record, events, world: last! };
}

describe('winning and losing by rule', () => {
  test('the run is won in the tick in which a condition first holds', () => {
    const { record } = play(hall('win when clock >= 2 s'), 300);
    expect([record?.outcome, record?.cause, record?.ticks]).toEqual(['won', 'rule', 120]);
  });

  test('a place wins, and a rule that loses comes before one that wins', () => {
    const place = play(hall('win when player at jetty'), 600);
    // From 2.5 to 10 at 3 cells/s.
    expect([place.record?.outcome, place.record?.ticks]).toEqual(['won', 150]);
    const both = play(hall('win when clock >= 1 s\nlose when clock >= 1 s'), 600);
    expect([both.record?.outcome, both.record?.cause, both.record?.ticks]).toEqual(['lost', 'rule', 60]);
  });

  test('a touch in the tick of the win counts as lost', () => {
    const level = hall('win when player touches foe', { pieces: [{ kind: 'imp', at: [8.5, 4.5] }] });
    const { record } = play(level, 600);
    expect([record?.outcome, record?.cause]).toEqual(['lost', 'touched']);
  });

  test('nothing left of a kind wins only after one was there', () => {
    const level = hall('win when no pot left', {
      cues: 'spawner s { at jetty; once after 1 s; pick pot; retire after 1 s }',
    });
    const { record } = play(level, 600, []);
    // Comes at 60, is taken away in the tick that ends at 121.
    expect([record?.outcome, record?.ticks]).toEqual(['won', 121]);
  });

  test('touching by tag needs no contact between the two', () => {
    const level = hall('lose when player touches pot', { pieces: [{ kind: 'pot', at: [8.5, 4.5] }] });
    const { record } = play(level, 600);
    expect([record?.outcome, record?.cause]).toEqual(['lost', 'rule']);
    // Radii of 0.4 meet when 5.2 cells are gone.
    expect(Math.abs(record!.ticks - (5.2 / 3) * 60)).toBeLessThan(1.5);
  });

  test('joined conditions and arithmetic are worked out as written', () => {
    const { record } = play(hall('win when (clock > 1 s and not player at jetty) and clock * 2 >= 3 s + 1 s'), 600);
    expect(record?.ticks).toBe(120);
  });
});

describe('lives', () => {
  const guarded = (rules: string) => hall(rules, { pieces: [{ kind: 'imp', at: [8.5, 4.5] }] });

  test('each loss costs one, and only the last ends the run', () => {
    const { record, events } = play(guarded('lives 3'), 1200);
    const lost = events.flatMap((event) => (event.type === 'life lost' ? [event.left] : []));
    expect([lost, record?.outcome, record?.cause]).toEqual([[2, 1], 'lost', 'touched']);
  });

  test('the player comes back where it began, or at a mark, waits, and is safe for a while', () => {
    const places: number[][] = [];
    const first = play(guarded('lives 2\ncome back at back, after 0.5 s, safe for 1 s'), 1200, undefined, (world) => {
      if (world.livesLeft === 1 && places.length < 40)
        places.push([world.player.x, world.player.y, world.player.safeLeft]);
    });
    expect(places[0].slice(0, 2)).toEqual([4.5, 7.5]);
    // Half a second it stands, then it goes on.
    expect([places[29][0], places[35][0] > 4.5]).toEqual([4.5, true]);
    expect(places[0][2]).toBe(90);
    expect(first.events.filter(({ type }) => type === 'life lost')).toHaveLength(1);
  });

  test('points stay, health and pushes begin anew', () => {
    const { world } = play(guarded('lives 2\nscore 5 when clock >= 0.5 s'), 200);
    expect([world.player.score, world.livesLeft, world.player.health]).toEqual([5, 1, 1]);
  });
});

describe('scores', () => {
  test('an event counts once for each, a condition once in all, time again and again', () => {
    const { world, events } = play(
      hall('score 10 when pot collected\nscore 7 when clock >= 1 s\nscore 1 every 0.5 s', {
        contacts: [
          { by: 'pot', on: 'player', does: [] },
          { by: 'player', on: 'pot', does: [{ effect: 'collect' }] },
        ],
        pieces: [
          { kind: 'pot', at: [5.5, 4.5] },
          { kind: 'pot', at: [7.5, 4.5] },
        ],
      }),
      301,
    );
    expect(world.player.score).toBe(2 * 10 + 7 + 10);
    expect(events.filter(({ type }) => type === 'score')).toHaveLength(2 + 1 + 10);
  });

  test('what is delivered counts for each that was carried', () => {
    const { world, record } = play(
      hall('score 20 when delivery\nwin when delivered >= 2', {
        contacts: [
          { by: 'player', on: 'pot', does: [{ effect: 'collect' }] },
          { by: 'shelf', on: 'player', does: [{ effect: 'deliver' }] },
        ],
        pieces: [
          { kind: 'pot', at: [4.5, 4.5] },
          { kind: 'pot', at: [5.5, 4.5] },
          { kind: 'shelf', at: [9.5, 4.5] },
        ],
      }),
      600,
    );
    expect([world.player.score, world.player.delivered, record?.outcome]).toEqual([40, 2, 'won']);
  });

  test('points in the tick of defeat still count, and nothing is scored after the end', () => {
    const { world, record } = play(
      hall('score 10 when player touches foe', { pieces: [{ kind: 'imp', at: [8.5, 4.5] }] }),
      600,
    );
    expect([world.player.score, record?.outcome]).toEqual([10, 'lost']);
  });
});

describe('levels without an exit', () => {
  const codes = (rules: string | undefined) => {
    const game = smallGame({ map: HALL, level: { rules: { loseWhenTouching: 'foe', timeLimit: 30 } } });
    if (rules !== undefined) game.levels[0].cues = rules.split('\n');
    const compiled = compileGameLevel(game, 'small');
    return compiled.ok ? [] : compiled.faults.map(({ code }) => code);
  };

  test('need a rule that wins', () => {
    expect(codes(undefined)).toEqual(['no-win']);
    expect(codes('rules { lives 3 }')).toEqual(['no-win']);
    expect(codes('rules { win when clock >= 20 s }')).toEqual([]);
  });
});
