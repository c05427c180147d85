import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { checkScript, NO_CONTEXT } from '../../language/check/checkScript';
import { LIBRARY } from '../../language/library';
import { READINGS, VOCABULARY } from '../../language/vocabulary';
import { behaviorReading, behaviorWith } from '../../testing/exampleBehavior';
import { Runner } from '../run';
import { RandomStream } from '../../foundation/random';
import type { RunEvent } from './runEvent';
import type { World } from './world';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];
/** Three chambers, each open to the next at one end. */
const CHAMBERS = HALL.map((row, index) => {
  const first = index > 0 && index < 8 ? '#' : row[6];
  const second = index > 1 && index < 9 ? '#' : row[14];
  return row.slice(0, 6) + first + row.slice(7, 14) + second + row.slice(15);
});
const EAST = 1;
const SOUTH = 3;
const WEST = 5;

interface Seen {
  events: RunEvent[];
  /** What a test reads off the world after every tick. */
  seen: number[][];
  program: ReturnType<typeof smallProgram>;
}

/** Runs a small level for a time, with inputs, and notes something of the world after every tick. */
function watch(level: SmallLevel, ticks: number, inputs: number[], note: (world: World) => number[]): Seen {
  const program = smallProgram(level);
  const events: RunEvent[] = [];
  const seen: number[][] = [];
  new Runner(program, { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: ticks,
    onTick: (world) => void seen.push(note(world)),
  });
  return { events, seen, program };
}

function one(script: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: HALL,
    scripts: { mind: script },
    kinds: [{ id: 'guard', tags: ['watch'], behavior: 'mind' }],
    pieces: [{ kind: 'guard', at: [10.5, 4.5] }],
    ...more,
  };
}

const changes = (events: readonly RunEvent[]) =>
  events.flatMap((event) => (event.type === 'state' ? [[event.tick, event.to]] : []));

/** Whether a line is open, by looking at very many points of it; for lines that do not just graze a corner. */
function isOpenByPoints(map: readonly string[], x0: number, y0: number, x1: number, y1: number): boolean {
  for (let step = 0; step <= 4000; step++) {
    const x = x0 + ((x1 - x0) * step) / 4000;
    const y = y0 + ((y1 - y0) * step) / 4000;
    if (map[Math.floor(y)][Math.floor(x)] === '#') return false;
  }
  return true;
}

describe('every documented word', () => {
  test.each(VOCABULARY.map((entry) => [entry.words.join(' '), entry] as const))(
    'runs its example of `%s`',
    (_, entry) => {
      const text = behaviorWith(entry);
      const program = smallProgram({
        map: HALL,
        scripts: { all: text.slice(text.indexOf('{') + 1, text.lastIndexOf('}')) },
        kinds: [
          { id: 'guard', tags: ['foe'], behavior: 'all' },
          { id: 'ember', tags: [] },
        ],
        pieces: [
          {
            kind: 'guard',
            at: [10.5, 4.5],
            route: [
              [10.5, 4.5],
              [12.5, 4.5],
            ],
            formation: 'line',
          },
          {
            kind: 'guard',
            at: [14.5, 6.5],
            route: [
              [14.5, 6.5],
              [12.5, 4.5],
            ],
            formation: 'line',
          },
        ],
        level: { rules: { winAt: 'exit', loseWhenTouching: 'nobody', timeLimit: 60 } },
      });
      const { record, hash } = new Runner(program, { type: 'inputs', inputs: new Array<number>(300).fill(EAST) }).run(
        1,
        {
          mostTicks: 300,
        },
      );
      expect(record).toBeUndefined();
      expect(
        new Runner(program, { type: 'inputs', inputs: new Array<number>(300).fill(EAST) }).run(1, { mostTicks: 300 })
          .hash,
      ).toBe(hash);
    },
  );

  test.each(Object.keys(READINGS))('runs its example of the reading `%s`', (word) => {
    const { behavior, diagnostics } = checkScript(behaviorReading(word), [], NO_CONTEXT);
    expect(diagnostics.filter((fault) => fault.severity === 'error')).toEqual([]);
    expect(behavior).toBeDefined();
  });
});

describe('the starting behaviors', () => {
  test.each(LIBRARY.map((entry) => [entry.name, entry] as const))(
    '%s runs as it stands and comes into every state',
    (name, entry) => {
      const { behavior, diagnostics } = checkScript(entry.text, [], NO_CONTEXT);
      expect(diagnostics).toEqual([]);
      expect(behavior?.name).toBe(name);
      const seen = new Set<string>();
      for (let seed = 1; seed <= 16; seed++) {
        const random = new RandomStream(seed, 3);
        const level: SmallLevel = {
          map: CHAMBERS,
          scripts: {
            mind: entry.text.slice(entry.text.indexOf('{') + 1, entry.text.lastIndexOf('}')),
            other:
              'start state a { do hold repeat every 2 s { shout clatter within 30 cells; shout alarm within 30 cells } }',
          },
          kinds: [
            { id: 'guard', behavior: 'mind' },
            { id: 'other', behavior: 'other' },
            { id: 'ember', radius: 0.1 },
          ],
          control: { scheme: 'eight ways', speed: 7, evenDiagonals: true },
          pieces: [
            {
              kind: 'guard',
              at: [8.5, 4.5],
              facing: 180,
              route: [
                [8.5, 4.5],
                [12.5, 4.5],
              ],
            },
            {
              kind: 'guard',
              at: [11.5, 6.5],
              facing: 180,
              route: [
                [11.5, 6.5],
                [12.5, 4.5],
              ],
            },
            { kind: 'other', at: [18.5, 8.5] },
          ],
        };
        // Goes and stands at random, for half a second to two seconds.
        const inputs: number[] = [];
        while (inputs.length < 3600)
          inputs.push(...new Array<number>(random.nextInteger(30, 120)).fill(random.nextInteger(0, 8)));
        const { events } = watch(level, 3600, inputs, () => []);
        for (const [, to] of changes(events)) seen.add(to as string);
      }
      const start = behavior!.states.find((state) => state.isStart)!.name;
      const missing = behavior!.states
        .map((state) => state.name)
        .filter((state) => !seen.has(state) && state !== start);
      expect(missing).toEqual([]);
    },
  );
});

describe('memory', () => {
  test('is set on entering, on leaving, on the way and again and again, in this order', () => {
    const script = `keep count = 1
      start state a { do hold enter { set count = count * 2 } leave { set count = count + 3 } go b after 0.5 s { set count = count * 10 } }
      state b { do hold enter { set count = count + 1 } repeat every 0.1 s { set count = count + 100 } go c when count > 250 }
      state c { do hold }`;
    const { seen, events } = watch(one(script), 60, [], (world) => [world.memory[0]]);
    expect(seen[1]).toEqual([2]);
    // (2 + 3) * 10 + 1 at tick 30, then 100 more every 6 ticks; 251 is reached at the second of them.
    expect(seen[31]).toEqual([51]);
    expect(seen[37]).toEqual([151]);
    expect(changes(events)).toEqual([
      [30, 'b'],
      [42, 'c'],
    ]);
  });

  test('keeps what it was when a value is no number', () => {
    const script =
      'keep count = 4 start state a { do hold repeat every 0.1 s { set count = count / (count - 4) } go a when count > 9 }';
    expect(watch(one(script), 30, [], (world) => [world.memory[0]]).seen.at(-1)).toEqual([4]);
  });

  test('makes a speed change, never below zero and never beyond any eye', () => {
    const script =
      'keep haste = 0 start state a { do drift reflecting at 2 cells/s * haste repeat every 0.5 s { set haste = haste - 1 } }';
    const still = watch(one(script), 60, [], (world) => [world.x[0]]);
    expect(new Set(still.seen.flat()).size).toBe(1);
    const faster = watch(one(script.replace('- 1', '+ 1')), 62, [], (world) => [world.x[0]]).seen.flat();
    expect(faster[40] - faster[39]).toBeCloseTo(2 / 60, 9);
    expect(faster[62] - faster[61]).toBeCloseTo(4 / 60, 9);
  });
});

describe('sounds', () => {
  const shouting = (range: string) => ({
    caller: `start state calm { do hold go call after 0.5 s } state call { do hold enter { shout clatter within ${range} } }`,
    hearer:
      'start state calm { do hold go alert when hears clatter } state alert { do turn to last sound at 3600 deg/s }',
  });
  const level = (range: string, map = HALL): SmallLevel => ({
    map,
    scripts: shouting(range),
    kinds: [
      { id: 'caller', behavior: 'caller' },
      { id: 'hearer', behavior: 'hearer' },
    ],
    pieces: [
      { kind: 'caller', at: [5.5, 4.5] },
      { kind: 'hearer', at: [9.5, 4.5] },
      { kind: 'hearer', at: [11.5, 4.5] },
    ],
  });

  test('reach those within their range one tick later, and no others', () => {
    const { events, seen } = watch(level('5 cells'), 60, [], (world) => [world.facingX[1]]);
    expect(changes(events)).toEqual([
      [30, 'call'],
      [31, 'alert'],
    ]);
    expect(events.filter((event) => event.type === 'shout')).toHaveLength(1);
    expect(seen.at(-1)).toEqual([-1]);
  });

  test('go through walls unless the ear says otherwise', () => {
    const walled = HALL.map((row, index) => (index > 0 && index < 9 ? `${row.slice(0, 7)}#${row.slice(8)}` : row));
    expect(changes(watch(level('20 cells', walled), 60, [], () => []).events)).toHaveLength(3);
    const deaf = level('20 cells', walled);
    deaf.scripts!.hearer = deaf.scripts!.hearer.replace('hears clatter', 'hears clatter blocked by walls');
    expect(changes(watch(deaf, 60, [], () => []).events)).toHaveLength(1);
  });

  test('of the player are heard while it moves and not while it stands', () => {
    const script =
      'start state a { do hold go b when hears player within 12 cells } state b { do hold go a after 0.1 s }';
    expect(changes(watch(one(script), 60, [], () => []).events)).toEqual([]);
    const inputs = [...new Array<number>(20).fill(0), ...new Array<number>(10).fill(EAST)];
    expect(changes(watch(one(script), 60, inputs, () => []).events)[0]).toEqual([21, 'b']);
  });

  test('are heard by exactly those that a plain count of distances and lines finds, in random halls', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = new RandomStream(seed, 21);
      const blocked = random.nextInteger(0, 1) === 1;
      const reach = 2 + random.nextUnit() * 12;
      const map = HALL.map((row, y) =>
        [...row]
          .map((glyph, x) => (glyph === '.' && y % 2 === 0 && random.nextUnit() < 0.3 && x > 2 ? '#' : glyph))
          .join(''),
      );
      const spots = Array.from({ length: 12 }, (): [number, number] => [
        2.5 + random.nextInteger(0, 15),
        1.5 + 2 * random.nextInteger(0, 3),
      ]);
      const level: SmallLevel = {
        map,
        scripts: {
          caller: `start state a { do hold enter { shout clatter within ${reach} cells } }`,
          hearer: `start state a { do hold go b when hears clatter${blocked ? ', blocked by walls' : ''} } state b { do hold }`,
        },
        kinds: [
          { id: 'caller', behavior: 'caller' },
          { id: 'hearer', behavior: 'hearer' },
        ],
        pieces: spots.map((at, index) => ({ kind: index === 0 ? 'caller' : 'hearer', at })),
      };
      const { seen } = watch(level, 3, [], (world) => [...world.state]);
      const [callX, callY] = spots[0];
      const expected = spots.slice(1).map(([x, y]) => {
        const isNear = Math.hypot(x - callX, y - callY) <= reach;
        return isNear && (!blocked || isOpenByPoints(map, callX, callY, x, y)) ? 1 : 0;
      });
      expect([seed, ...seen.at(-1)!.slice(1)]).toEqual([seed, ...expected]);
    }
  });

  test('an alarm spreads from ally to ally that see each other, with the sighting', () => {
    const script = `start state a { do hold go b when sees player within 5 cells go b when ally hunts within 5 cells }
      state b { do chase player by path at 0 cells/s }`;
    const { seen, events } = watch(
      one(script, {
        player: { at: [3.5, 4.5] },
        pieces: [
          { kind: 'guard', at: [7.5, 4.5] },
          { kind: 'guard', at: [11.5, 4.5] },
          { kind: 'guard', at: [15.5, 4.5] },
          { kind: 'guard', at: [15.5, 1.5] },
        ],
      }),
      10,
      [],
      (world) => [...world.lastSeenX],
    );
    expect(changes(events).map(([tick]) => tick)).toEqual([0, 0, 0, 0]);
    expect(seen.at(-1)).toEqual([3.5, 3.5, 3.5, 3.5]);
  });
});

describe('nearness', () => {
  test('has a distance to begin and another to end, so that nothing flickers at the rim', () => {
    const script = `start state far { do hold go close when near player within 3 cells, until 5 cells }
      state close { do hold go far when not near player within 3 cells, until 5 cells }`;
    const toAndFro = [...new Array<number>(80).fill(EAST), ...new Array<number>(200).fill(WEST)];
    const level = one(script, { player: { at: [4.5, 1.5] }, pieces: [{ kind: 'guard', at: [10.5, 1.5] }] });
    const { seen } = watch(level, 280, toAndFro, (world) => [world.state[0], world.x[0] - world.player.x]);
    const turned = seen.findIndex(([state]) => state === 1);
    expect(seen[turned - 1][1]).toBeLessThanOrEqual(3);
    expect(seen[turned - 2][1]).toBeGreaterThan(3);
    expect(seen.slice(turned).find(([state]) => state === 0)![1]).toBeGreaterThan(5);
  });
});

describe('chance', () => {
  test('comes true as often as it says, within what theory allows', () => {
    const script = 'start state a { do hold go b when chance 30 % every 0.1 s } state b { do hold go a after 0.02 s }';
    let draws = 0;
    let hits = 0;
    const program = smallProgram(one(script));
    const runner = new Runner(program, { type: 'inputs', inputs: [] });
    for (let seed = 1; seed <= 60; seed++) {
      const events: RunEvent[] = [];
      runner.run(seed, { events, mostTicks: 1200 });
      const taken = changes(events).filter(([, to]) => to === 'b');
      let since = 0;
      for (const [tick] of taken as [number, string][]) {
        draws += (tick - since) / 6;
        hits++;
        since = tick + 2;
      }
    }
    const error = Math.sqrt((0.3 * 0.7) / draws);
    expect(Math.abs(hits / draws - 0.3)).toBeLessThan(4 * error);
  });

  test('draws among states by their weights', () => {
    const script =
      'start state a { do hold go either b 3, c 1 after 0.02 s } state b { do hold go a after 0.02 s } state c { do hold go a after 0.02 s }';
    const { events } = watch(one(script), 3500, [], () => []);
    const drawn = changes(events).filter(([, to]) => to !== 'a');
    const share = drawn.filter(([, to]) => to === 'b').length / drawn.length;
    expect(drawn.length).toBeGreaterThan(500);
    expect(Math.abs(share - 0.75)).toBeLessThan(4 * Math.sqrt((0.75 * 0.25) / drawn.length));
  });
});

describe('motions with a target', () => {
  const noTouch: Partial<SmallLevel> = {
    level: { rules: { winAt: 'exit', loseWhenTouching: 'nobody', timeLimit: 60 } },
  };

  test('a chaser at its distance does not tremble: it stands until the target is farther by the slack', () => {
    const script =
      'start state a { do chase player by path at 2 cells/s, keep 2 cells, slack 1 cells go a when sees player within 20 cells }';
    const level = one(script, {
      ...noTouch,
      player: { at: [4.5, 4.5] },
      control: { scheme: 'eight ways', speed: 0.3, evenDiagonals: true },
    });
    const inputs = Array.from({ length: 600 }, (_, tick) => (Math.floor(tick / 30) % 2 ? WEST : EAST));
    const { seen } = watch(level, 600, inputs, (world) => [world.x[0]]);
    const places = seen.flat().slice(300);
    expect(new Set(places).size).toBe(1);
  });

  test('chasers of one target keep apart, and none leaves the hall', () => {
    const script =
      'start state a { do chase player by path at 3 cells/s, keep 0.5 cells, apart 1 cells go a when sees player within 30 cells }';
    const pieces = Array.from({ length: 8 }, (_, index) => ({
      kind: 'guard',
      at: [10.5 + (index % 4), 2.5 + index / 2] as [number, number],
    }));
    const { seen } = watch(one(script, { ...noTouch, player: { at: [4.5, 4.5] }, pieces }), 400, [], (world) => [
      ...world.x,
      ...world.y,
    ]);
    const last = seen.at(-1)!;
    let nearest = Infinity;
    for (let a = 0; a < 8; a++)
      for (let b = 0; b < a; b++) nearest = Math.min(nearest, Math.hypot(last[a] - last[b], last[8 + a] - last[8 + b]));
    expect(nearest).toBeGreaterThan(0.35);
    expect(Math.min(...last)).toBeGreaterThan(1.39);
  });

  test('one that flees gets farther by the way one has to walk, and stands at its distance', () => {
    const script = 'start state a { do flee player at 3 cells/s, until 8 cells go b when arrived } state b { do hold }';
    const level = one(script, { ...noTouch, player: { at: [4.5, 4.5] }, pieces: [{ kind: 'guard', at: [6.5, 4.5] }] });
    const { seen, events } = watch(level, 400, [], (world) => [Math.hypot(world.x[0] - 4.5, world.y[0] - 4.5)]);
    expect(changes(events)[0][1]).toBe('b');
    expect(seen.at(-1)![0]).toBeGreaterThanOrEqual(8);
    expect(seen.at(-1)![0]).toBeLessThan(8.2);
  });

  test('one that circles comes to its distance and goes round', () => {
    const script = 'start state a { do circle player, clockwise, at 3 cells/s, keeping 2.5 cells }';
    const level = one(script, { ...noTouch, player: { at: [9.5, 4.5] }, pieces: [{ kind: 'guard', at: [13.5, 4.5] }] });
    const { seen } = watch(level, 500, [], (world) => [world.x[0] - 9.5, world.y[0] - 4.5]);
    const late = seen.slice(120);
    for (const [x, y] of late) expect(Math.abs(Math.hypot(x, y) - 2.5)).toBeLessThan(0.1);
    expect(new Set(late.map(([x, y]) => `${x > 0} ${y > 0}`)).size).toBe(4);
  });

  test('one that leads its target makes for where it will be', () => {
    const script = (lead: string) =>
      `start state a { do chase player straight at 2 cells/s, leading ${lead} go a when sees player within 30 cells }`;
    const heading = (lead: string) => {
      const level = one(script(lead), {
        ...noTouch,
        player: { at: [3.5, 1.5] },
        pieces: [{ kind: 'guard', at: [3.5, 7.5] }],
      });
      return watch(level, 20, new Array<number>(20).fill(EAST), (world) => [world.facingX[0]]).seen.at(-1)![0];
    };
    expect(heading('2 s')).toBeGreaterThan(heading('0 s') + 0.3);
  });

  test('one that follows a tag keeps by the nearest piece that has it, and stands when none is left', () => {
    const script = 'start state a { do follow cart at 3 cells/s, keep 1 cells }';
    const level = one(script, {
      ...noTouch,
      scripts: {
        mind: script,
        ride: 'start state a { do pace across at 1 cells/s }',
        gone: 'start state a { do hold go b after 0.1 s { vanish } } state b { do hold }',
      },
      kinds: [
        { id: 'guard', behavior: 'mind' },
        { id: 'cart', tags: ['cart'], behavior: 'ride' },
      ],
      pieces: [
        { kind: 'guard', at: [4.5, 4.5] },
        { kind: 'cart', at: [10.5, 4.5] },
      ],
    });
    const { seen } = watch(level, 300, [], (world) => [Math.hypot(world.x[0] - world.x[1], world.y[0] - world.y[1])]);
    for (const [distance] of seen.slice(200)) expect(Math.abs(distance - 1)).toBeLessThan(0.1);
    level.kinds![1].behavior = 'gone';
    const alone = watch(level, 60, [], (world) => [world.x[0]]).seen.flat();
    expect(alone[60]).toBe(alone[20]);
  });

  test('roaming toward the player takes the nearer way at a junction, away from it the farther one', () => {
    const map = ['#######', '#.....#', '#.###.#', '#.....#', '#######'];
    const first = (choice: string) => {
      const level = one(`start state a { do roam corridors, ${choice}, at 4 cells/s }`, {
        ...noTouch,
        map,
        player: { at: [1.5, 1.5] },
        pieces: [{ kind: 'guard', at: [5.5, 2.5], facing: 180 }],
      });
      return watch(level, 25, [], (world) => [world.y[0]]).seen.at(-1)![0];
    };
    expect(first('toward player')).toBeLessThan(2.5);
    expect(first('away from player')).toBeGreaterThan(2.5);
  });
});

describe('standing and looking', () => {
  test('looking around swings over its arc and no farther', () => {
    const script = 'start state a { do look around at 90 deg/s, arc 120 deg }';
    const { seen } = watch(one(script), 600, [], (world) => [
      Math.atan2(world.facingY[0], world.facingX[0]) * (180 / Math.PI),
    ]);
    const angles = seen.flat();
    expect(Math.max(...angles)).toBeCloseTo(60, 6);
    expect(Math.min(...angles)).toBeCloseTo(-60, 6);
  });

  test('a facing of its own does not change where a piece goes', () => {
    const path = (face: string) =>
      watch(one(`start state a { do pace across at 2 cells/s ${face} }`), 600, [], (world) => [world.x[0]]).seen.flat();
    expect(path('face heading 90 deg')).toEqual(path(''));
    const { seen } = watch(one('start state a { do pace across at 2 cells/s face heading 90 deg }'), 9, [], (world) => [
      world.facingY[0],
    ]);
    expect(seen.at(-1)).toEqual([1]);
  });

  test('what is stuck behind a wall says so, what pauses or stands by intention does not', () => {
    const script = (motion: string) => `start state a { do ${motion} go b when stuck for 0.5 s } state b { do hold }`;
    const walled = HALL.map((row, index) => (index > 0 && index < 9 ? `${row.slice(0, 7)}#${row.slice(8)}` : row));
    const stuckAt = (motion: string, map: string[]) =>
      changes(watch(one(script(motion), { map }), 900, [], () => []).events);
    expect(stuckAt('follow player at 2 cells/s', walled).length).toBe(1);
    expect(stuckAt('follow player at 2 cells/s', HALL)).toEqual([]);
    expect(stuckAt('pace across at 2 cells/s, pausing 2 s', HALL)).toEqual([]);
    const cutOff = 'start state a { do follow player at 2 cells/s go b when cut off } state b { do hold }';
    expect(changes(watch(one(cutOff, { map: walled }), 9, [], () => []).events)).toEqual([[1, 'b']]);
    expect(changes(watch(one(cutOff), 300, [], () => []).events)).toEqual([]);
  });
});

describe('shots', () => {
  const level = (aim: string, more = '') =>
    one(`start state a { do hold repeat every 1 s { fire ember ${aim}, at 6 cells/s, range 12 cells${more} } }`, {
      kinds: [
        { id: 'guard', behavior: 'mind' },
        { id: 'ember', tags: ['shot'], radius: 0.1 },
      ],
      contacts: [{ by: 'ember', on: 'player', does: [{ effect: 'defeat' }] }],
      player: { at: [3.5, 4.5] },
    });

  test('fly at the player and do to it what the table of contacts says', () => {
    const { events } = watch(level('toward player'), 300, [], () => []);
    const shots = events.filter((event) => event.type === 'shot');
    const end = events.find((event) => event.type === 'end')!;
    expect(shots[0].tick).toBe(60);
    expect(end.type === 'end' && end.cause).toBe('defeated');
    // 7 cells less both radii at 6 cells/s after the first second.
    expect(end.tick).toBeGreaterThan(60 + (6.4 / 6) * 60);
    expect(end.tick).toBeLessThan(60 + (6.6 / 6) * 60 + 2);
  });

  test('aimed ahead of a player that goes on evenly hit it; aimed at where it is they do not', () => {
    const south = new Array<number>(300).fill(SOUTH);
    const hit = (aim: string) => {
      const slow = level(aim);
      slow.control = { scheme: 'eight ways', speed: 1.5, evenDiagonals: true };
      slow.player = { at: [3.5, 1.5] };
      return watch(slow, 170, south, () => []).events.some((event) => event.type === 'end');
    };
    expect(hit('ahead of player')).toBe(true);
    expect(hit('toward player')).toBe(false);
  });

  test('end at their range and at walls, and at most eight of a piece are under way', () => {
    const crowd = level('heading 90 deg');
    crowd.scripts = {
      mind: 'start state a { do hold repeat every 0.05 s { fire ember heading 180 deg, at 2 cells/s, range 3 cells, spread 30 deg } }',
    };
    const { seen, program } = watch(crowd, 300, [], (world) => [
      world.alive.slice(1).reduce((sum, alive) => sum + alive, 0),
      ...Array.from(world.x.slice(1), (x, index) => (world.alive[index + 1] ? 10.5 - x : 0)),
    ]);
    expect(program.pieces).toHaveLength(9);
    expect(Math.max(...seen.map(([count]) => count))).toBe(8);
    expect(Math.max(...seen.flatMap(([, ...gone]) => gone))).toBeLessThanOrEqual(3.05);
  });
});
