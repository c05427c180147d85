import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, STAND_INS, type Contact } from '@/core/index';
import { smallGame, smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { Runner } from '../../run';
import type { RunEvent } from '../runEvent';
import type { World } from '../world';

const HALL = [
  '####################',
  ...Array.from({ length: 5 }, () => '#..................#'),
  '####################',
];
const [EAST, WEST] = [1, 5];

const CONTACTS: Contact[] = [
  { by: 'player', on: 'pot', does: [{ effect: 'collect' }] },
  { by: 'player', on: 'nest', does: [{ effect: 'fill' }] },
  { by: 'imp', on: 'player', does: [{ effect: 'defeat' }], cooldown: 0 },
];

/** Pots and nests in a row to the east of the player, who stands at 2.5. */
function row(
  rules: string,
  more: Partial<SmallLevel> & { pots?: number[]; nests?: number[]; imps?: number[] } = {},
): SmallLevel {
  const { pots = [4.5, 6.5], nests = [9.5, 12.5], imps = [], ...rest } = more;
  const placed = (kind: string, xs: number[]) => xs.map((x) => ({ kind, at: [x, 3.5] as [number, number] }));
  return {
    map: HALL,
    player: { at: [2.5, 3.5] },
    kinds: [
      { id: 'pot', tags: ['pot'] },
      { id: 'nest', tags: ['nests'] },
      { id: 'imp', tags: ['imp'] },
    ],
    pieces: [...placed('pot', pots), ...placed('nest', nests), ...placed('imp', imps)],
    contacts: CONTACTS,
    ...rest,
    level: { cues: `rules {\n${rules}\n}`.split('\n') },
  };
}

function play(level: SmallLevel, inputs: number[], note?: (world: World) => void) {
  const events: RunEvent[] = [];
  let last: World | undefined;
  const { record } = new Runner(smallProgram(level), { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: inputs.length,
    onTick: (world) => {
      last = world;
      note?.(world);
    },
  });
  return { record, events, player: last!.player, world: last! };
}

const go = (direction: number, seconds: number) => new Array<number>(Math.round(seconds * 60)).fill(direction);
const filled = (events: RunEvent[]) => events.flatMap((event) => (event.type === 'filled' ? [event.piece] : []));

describe('goals that are filled', () => {
  test('each takes one thing that is carried, and the run is won when all of them have one', () => {
    const { record, events } = play(row('win when all nests filled'), go(EAST, 6));
    expect(filled(events)).toEqual(['piece-3', 'piece-4']);
    expect([record?.outcome, record?.cause]).toEqual(['won', 'rule']);
  });

  test('none is filled by who carries nothing', () => {
    const { events, player } = play(row('win when all nests filled', { pots: [15.5, 16.5] }), go(EAST, 3.5));
    expect(filled(events)).toEqual([]);
    expect(player.delivered).toBe(0);
  });

  test('none is filled twice, however often it is touched with something in hand', () => {
    const back = [...go(EAST, 3), ...go(WEST, 1), ...go(EAST, 1), ...go(WEST, 1), ...go(EAST, 1)];
    const { events, player } = play(
      row('score 10 when nests filled\nwin when all nests filled', { nests: [9.5, 17.5] }),
      back,
    );
    expect(filled(events)).toEqual(['piece-3']);
    expect([player.carried, player.delivered, player.score]).toEqual([1, 1, 10]);
  });

  test('with its hands full the player leaves the next thing where it lies', () => {
    const { player, world } = play(row('carry at most 1\nwin when all nests filled'), go(EAST, 2));
    expect([player.carried, world.alive[1]]).toEqual([1, 1]);
  });

  test('delivered counts what filled a goal', () => {
    expect(
      play(row('win when delivered >= 1'), go(EAST, 6)).events.filter(({ type }) => type === 'filled'),
    ).toHaveLength(1);
  });

  test('all of none is never filled', () => {
    const level = row('lose when all nests filled\nwin when clock > 2 s', { nests: [] });
    expect(play(level, go(0, 3)).record?.outcome).toBe('won');
  });
});

describe('what is carried when a life is lost', () => {
  const rules = 'lives 2\nwin when all nests filled\ncome back';

  test('stays in hand', () => {
    expect(play(row(rules, { imps: [8.5] }), go(EAST, 2.5)).player.carried).toBe(2);
  });

  test('is laid back to where it was found, and scores once in all', () => {
    const level = row(`${rules} after 0 s, laying back what it carries\nscore 5 when pot collected`, { imps: [8.5] });
    const { player, world, events } = play(level, [...go(EAST, 1.9), ...go(0, 1)]);
    expect(events.some(({ type }) => type === 'life lost')).toBe(true);
    expect([player.carried, player.score, world.alive[0], world.alive[1]]).toEqual([0, 0, 1, 1]);
    expect([world.x[0], world.x[1]]).toEqual([4.5, 6.5]);
  });
});

describe('goals that cannot work are told before any run', () => {
  const codes = (level: SmallLevel) => {
    const compiled = compileGameLevel(
      smallGame({ ...level, marks: [{ id: 'exit', name: 'Exit', area: [1, 1, 1, 1] }] }),
      'small',
    );
    return compiled.ok ? [] : compiled.faults.map(({ code, where }) => [code, where.path.at(-1)]);
  };
  const walled = HALL.map((line) => `${line.slice(0, 11)}#${line.slice(12)}`);

  test('a goal and a thing behind a wall', () => {
    expect(codes(row('win when all nests filled', { map: walled, pots: [4.5, 14.5] }))).toEqual([
      ['goal-unreachable', 2],
      ['goal-unreachable', 4],
    ]);
  });

  test('nothing that the player could fill', () => {
    expect(codes(row('win when all pot filled'))).toEqual([['never-filled', 'cues']]);
  });

  test('what no rule asks for may lie behind a wall', () => {
    expect(codes(row('win when clock > 9 s', { map: walled, pots: [14.5] }))).toEqual([]);
  });
});

describe('a stand-in runs errands', () => {
  const winsWith = (rules: string, more: Parameters<typeof row>[1] = {}) => {
    const runner = new Runner(smallProgram(row(rules, more)), { type: 'stand-in', traits: STAND_INS[1] });
    return runner.run(3).record!;
  };

  test('it fetches, fills, and goes back for more than it can carry', () => {
    const record = winsWith('carry at most 1\nwin when all nests filled', { pots: [4.5, 3.5], nests: [12.5, 14.5] });
    expect(record.outcome).toBe('won');
    // Two ways there and one back, 10 cells or so each at 3 cells/s.
    expect(record.ticks / 60).toBeGreaterThan(8);
    expect(record.ticks / 60).toBeLessThan(20);
  });

  test('it collects for points, and then goes where it has to be', () => {
    const level = 'score 10 when pot collected\nwin when score >= 20 and player at jetty';
    const record = winsWith(level, { nests: [], marks: [{ id: 'jetty', name: 'Jetty', area: [16, 1, 1, 1] }] });
    expect([record.outcome, record.x >= 16]).toEqual(['won', true]);
  });

  test('it clears what is to be taken away', () => {
    expect(winsWith('win when no pot left', { nests: [] }).outcome).toBe('won');
  });
});
