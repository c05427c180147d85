import { describe, expect, test } from '@jest/globals';
import { compileGameLevel } from '@/core/index';
import { smallGame, smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { Runner } from '../../run';
import type { RunEvent } from '../runEvent';
import type { World } from '../world';

const HALL = [
  '########################',
  ...Array.from({ length: 14 }, () => '#......................#'),
  '########################',
];

/** A hall of 24 × 16 cells with the player in its south-west and the exit out of reach. */
function hall(cues: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: HALL,
    player: { at: [1.5, 14.5] },
    kinds: [
      { id: 'moth', tags: ['moth'], behavior: 'rank', floats: true },
      { id: 'imp', tags: ['imp'], behavior: 'lurk' },
      {
        id: 'wall-top',
        tags: ['block'],
        behavior: 'glide',
        floats: true,
        hit: { form: 'box', width: 1, height: 20 },
      },
      {
        id: 'wall-foot',
        tags: ['block'],
        behavior: 'glide',
        floats: true,
        hit: { form: 'box', width: 1, height: 12 },
      },
      { id: 'wisp', tags: ['wisp'], behavior: 'glide', floats: true },
      { id: 'barrow', tags: ['barrow'], behavior: 'bring', floats: true },
      { id: 'crate', tags: ['crate'] },
    ],
    scripts: {
      rank: 'start state on { do march stepping 0.5 cells, every 0.4 s, down 0.5 cells, quickening to 0.1 s }',
      lurk: 'start state wait { do hold } state hunt { do chase player at 2 cells/s }',
      glide: 'start state on { do drift leaving at 3 cells/s }',
      bring:
        'start state come { do drift leaving at 4 cells/s go rest when on mud } state rest { enter { drop crate } do hold go off after 1 s } state off { do drift leaving at 4 cells/s }',
    },
    ...more,
    marks: [
      { id: 'loft', name: 'Loft', point: [3, 2] },
      { id: 'far', name: 'Far', area: [18, 2, 3, 3] },
      {
        id: 'rim',
        name: 'Rim',
        line: [
          [23, 1],
          [23, 15],
        ],
      },
      ...(more.marks ?? []),
    ],
    level: { ...more.level, cues: cues.split('\n') },
  };
}

interface Seen {
  arrivals: Extract<RunEvent, { type: 'arrival' }>[];
  events: RunEvent[];
  world: World;
}

function watch(level: SmallLevel, ticks: number, seed = 1, note?: (world: World) => void): Seen {
  const events: RunEvent[] = [];
  let last: World | undefined;
  new Runner(smallProgram(level), { type: 'inputs', inputs: [] }).run(seed, {
    events,
    mostTicks: ticks,
    onTick: (world) => {
      last = world;
      note?.(world);
    },
  });
  return { events, world: last!, arrivals: events.flatMap((event) => (event.type === 'arrival' ? [event] : [])) };
}

/** Where living pieces of a kind stand. */
function placesOf(world: World, kind: string): [number, number][] {
  return world.level.program.pieces.flatMap((piece, index): [number, number][] =>
    piece.kind === kind && world.alive[index] === 1 ? [[world.x[index], world.y[index]]] : [],
  );
}

describe('rows that a wave brings in', () => {
  const rows = 'waves ranks { at loft; wave 1 { 2 rows of 4 moth 1.5 cells apart, one every 0.25 s } }';

  test('come one at a time, each to its place behind those that have marched on', () => {
    const { arrivals, world } = watch(hall(rows), 1500);
    expect(arrivals.map(({ tick }) => tick)).toEqual([0, 15, 30, 45, 60, 75, 90, 105]);
    const places = placesOf(world, 'moth');
    const [x0, y0] = places[0];
    expect(places.map(([x, y]) => [x - x0, y - y0])).toEqual(
      Array.from({ length: 8 }, (_, index) => [(index % 4) * 1.5, Math.floor(index / 4) * 1.5]),
    );
    expect(y0).toBeGreaterThan(2);
  });

  test('quicken as fewer of them are left, and only the lowest of a file is foremost', () => {
    const stepsIn = (defeated: number) => {
      const xs = new Set<number>();
      let done = false;
      watch(hall(rows.replace(', one every 0.25 s', '')), 150, 1, (world) => {
        if (!done && world.tick === 1) {
          for (let piece = 0; piece < defeated; piece++) world.retire(piece, 'defeated');
          done = true;
        }
        if (world.alive[7] === 1) xs.add(world.x[7]);
      });
      return xs.size;
    };
    expect(stepsIn(7)).toBeGreaterThan(2 * stepsIn(0));
  });

  test('a later wave begins anew at its mark', () => {
    const { arrivals } = watch(
      hall(
        'waves ranks { at loft\nwave 1 { 1 rows of 2 moth 2 cells apart }\nrepeat wave 1\nnext after 3 s\nstragglers vanish after 2 s }',
      ),
      240,
    );
    expect(arrivals.map(({ x, y, tick }) => [x, y, tick])).toEqual([
      [3, 2, 0],
      [5, 2, 0],
      [3, 2, 180],
      [5, 2, 180],
    ]);
  });
});

describe('stragglers', () => {
  const tide = (what: string) => `waves tide { at far\nwave 1 { 3 imp }\nstragglers ${what} after 1 s }`;

  test('go into the state of their wave, once', () => {
    const { events, world } = watch(hall(tide('go hunt')), 200);
    expect(events.filter(({ type }) => type === 'state').map(({ tick }) => tick)).toEqual([60, 60, 60]);
    expect(placesOf(world, 'imp')).toHaveLength(3);
  });

  test('a state that nobody has is a fault at its place', () => {
    const compiled = compileGameLevel(
      smallGame({
        ...hall(tide('go hnut')),
        marks: [...hall('').marks!, { id: 'exit', name: 'E', area: [1, 1, 1, 1] }],
      }),
      'small',
    );
    const fault = compiled.ok ? undefined : compiled.faults[0];
    expect([fault?.code, fault?.where.span?.line, fault?.hint]).toEqual([
      'unknown-straggler-state',
      3,
      'Did you mean `hunt`?',
    ]);
  });
});

describe('waves that open on a condition', () => {
  test('begin when it first holds, and count from there', () => {
    const { arrivals } = watch(
      hall('waves tide { at far\nopen when clock >= 2 s\nfirst after 1 s\nwave 1 { 1 imp } }'),
      300,
    );
    expect(arrivals.map(({ tick }) => tick)).toEqual([180]);
  });
});

describe('a visitor that brings something', () => {
  const map = HALL.map((line, row) => (row === 8 ? `${line.slice(0, 12)},${line.slice(13)}` : line));
  const level = hall(
    'spawner visitor { at door; once after 1 s; pick barrow; give heading 180 deg }\nwaves second { at far; open when no barrow left; wave 1 { 1 imp } }',
    { map, marks: [{ id: 'door', name: 'Door', point: [23.5, 8.5] }] },
  );

  test('comes, stops on a kind of ground, lays down what it brings, leaves, and the next phase begins', () => {
    const { events, world, arrivals } = watch(level, 800);
    const [stop] = events.filter((event) => event.type === 'state');
    // From 23.5 to the mud, whose east border is at 13, at 4 cells/s.
    expect(stop.tick).toBeGreaterThanOrEqual(60 + Math.floor((10.5 / 4) * 60));
    expect(stop.tick).toBeLessThanOrEqual(60 + Math.ceil((10.5 / 4) * 60) + 2);
    const [[x, y]] = placesOf(world, 'crate');
    expect([Math.floor(x), y]).toEqual([12, 8.5]);
    const left = events.find((event) => event.type === 'gone' && event.piece.startsWith('barrow'))!;
    expect(arrivals.map(({ kind }) => kind)).toEqual(['barrow', 'imp']);
    expect(arrivals[1].tick - left.tick).toBeLessThanOrEqual(1);
  });
});

describe('two that block with a gap between them', () => {
  const pipe = (gap: string) =>
    `spawner pipe { at rim; every 0.5 s; gap ${gap}; give heading 180 deg; limit 60 alive; retire when outside by 2 cells }`;

  /** Middles and sizes of the gaps in the order in which they came. */
  function gapsOf({ arrivals }: Seen): { middle: number; size: number; x: number }[] {
    const pairs: { middle: number; size: number; x: number }[] = [];
    const tops = arrivals.filter(({ kind }) => kind === 'wall-top');
    const feet = arrivals.filter(({ kind }) => kind === 'wall-foot');
    tops.forEach((top, index) => {
      const [from, to] = [top.y + 10, feet[index].y - 6];
      pairs.push({ middle: (from + to) / 2, size: to - from, x: top.x - feet[index].x });
    });
    return pairs;
  }

  test.each([1, 2, 3])(
    'leave it within the mark, of the size that is wanted, and shift it no farther than allowed (seed %i)',
    (seed) => {
      const gaps = gapsOf(
        watch(hall(pipe('2..3 cells between wall-top and wall-foot, shifting at most 1.5 cells')), 1200, seed),
      );
      expect(gaps.length).toBeGreaterThan(30);
      gaps.forEach(({ middle, size, x }, index) => {
        expect(x).toBe(0);
        expect(size).toBeGreaterThanOrEqual(2 - 1e-9);
        expect(size).toBeLessThanOrEqual(3 + 1e-9);
        expect(middle - size / 2).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(middle + size / 2).toBeLessThanOrEqual(15 + 1e-9);
        if (index > 0) expect(Math.abs(middle - gaps[index - 1].middle)).toBeLessThanOrEqual(1.5 + 1e-9);
      });
      expect(new Set(gaps.map(({ middle }) => middle)).size).toBeGreaterThan(20);
    },
  );

  test('without a bound the middles are spread evenly over the mark', () => {
    const middles = [1, 2, 3, 4, 5, 6].flatMap((seed) =>
      gapsOf(watch(hall(pipe('2 cells between wall-top and wall-foot')), 3000, seed)).map(({ middle }) => middle),
    );
    const mean = middles.reduce((sum, middle) => sum + middle, 0) / middles.length;
    // Even over 2..14: mean 8, deviation 3.46; five standard errors.
    expect(Math.abs(mean - 8)).toBeLessThan((5 * 3.46) / Math.sqrt(middles.length));
    expect(Math.min(...middles)).toBeLessThan(3);
    expect(Math.max(...middles)).toBeGreaterThan(13);
  });

  test('a strip stands in the middle of each and can be collected for points, once', () => {
    const level = hall(
      `${pipe('2 cells between wall-top and wall-foot, strip wisp')}\nrules { score 1 when wisp collected\nwin when score >= 3 }`,
      { contacts: [{ by: 'player', on: 'wisp', does: [{ effect: 'collect' }] }] },
    );
    const seen = watch(level, 400);
    const wisps = seen.arrivals.filter(({ kind }) => kind === 'wisp');
    expect(wisps.map(({ y }) => y)).toEqual(gapsOf(seen).map(({ middle }) => expect.closeTo(middle, 9)));
  });
});

describe('over the edge', () => {
  test('things come in from just outside, facing inward', () => {
    const { arrivals, world } = watch(hall('spawner s { at west_edge; every 0.5 s; pick wisp }'), 100);
    expect(new Set(arrivals.map(({ x }) => x))).toEqual(new Set([-0.5]));
    for (const [x] of placesOf(world, 'wisp').slice(0, -1)) expect(x).toBeGreaterThan(-0.5);
  });

  test('of the whole edge every side is drawn', () => {
    const { arrivals } = watch(
      hall('spawner s { at edge; every 0.1 s; pick wisp; limit 500 alive; retire after 1 s }'),
      1200,
    );
    const side = ({ x, y }: { x: number; y: number }) => (x < 0 ? 'west' : x > 24 ? 'east' : y < 0 ? 'north' : 'south');
    const counts = new Map<string, number>();
    for (const arrival of arrivals) counts.set(side(arrival), (counts.get(side(arrival)) ?? 0) + 1);
    // 199 in all, a quarter each; five standard deviations of the binomial.
    for (const count of ['west', 'east', 'north', 'south'].map((name) => counts.get(name) ?? 0))
      expect(Math.abs(count - arrivals.length / 4)).toBeLessThan(5 * Math.sqrt(arrivals.length * 0.25 * 0.75));
  });
});

describe('a behavior that is broken', () => {
  test('is told of when only a cue brings in who follows it', () => {
    const level = hall('spawner s { at far; every 1 s; pick imp }', {
      scripts: { ...hall('').scripts, lurk: 'start state wait { do nothing }' },
    });
    const compiled = compileGameLevel(
      smallGame({ ...level, marks: [...level.marks!, { id: 'exit', name: 'E', area: [1, 1, 1, 1] }] }),
      'small',
    );
    expect(compiled.ok ? [] : compiled.faults.map(({ where }) => where.path[0])).toEqual(['scripts']);
  });
});

describe('rows of several kinds', () => {
  const rows = (entries: string) => {
    const level = hall(`waves ranks { at loft; wave 1 { ${entries} }; next when cleared }`, {
      kinds: [
        { id: 'moth', tags: ['moth'], behavior: 'stand', floats: true },
        { id: 'imp', tags: ['imp'], behavior: 'stand', floats: true },
      ],
      scripts: { stand: 'start state on { do hold }' },
    });
    const places: string[] = [];
    new Runner(smallProgram(level), { type: 'inputs', inputs: [] }).run(1, {
      mostTicks: 30,
      onTick: (world) => {
        if (world.tick !== 20) return;
        world.level.program.pieces.forEach(({ kind }, piece) => {
          if (world.alive[piece] === 1) places.push(`${kind} ${world.x[piece]} ${world.y[piece]}`);
        });
      },
    });
    return places.sort();
  };

  test('stand farther apart across than along where that is said', () => {
    expect(rows('2 rows of 2 moth 1 cells by 1.5 cells apart')).toEqual([
      'moth 3 2',
      'moth 3 3.5',
      'moth 4 2',
      'moth 4 3.5',
    ]);
  });

  test('begin under those before, however many those are; without `below` at the same place', () => {
    expect(
      rows('2 rows of 1 moth 1 cells apart, 1 rows of 2 imp 2 cells apart below, 1 rows of 1 moth 1 cells apart below'),
    ).toEqual(['imp 3 4', 'imp 5 4', 'moth 3 2', 'moth 3 3', 'moth 3 6']);
    expect(rows('1 rows of 1 moth 1 cells apart, 1 rows of 1 imp 1 cells apart')).toEqual(['imp 3 2', 'moth 3 2']);
  });
});

describe('who is drawn of a formation', () => {
  const raid = (when: string) =>
    hall(
      'waves raid {\n at loft\n wave 1 { 3 rows of 6 moth 1.5 cells apart, one every 0.02 s }\n next when cleared\n}',
      {
        scripts: {
          ...hall('').scripts,
          rank: `start state on { do march stepping 0.5 cells, every 0.4 s, down 0.5 cells, quickening to 0.1 s
          go shoot when ${when} }
          state shoot { enter { fire crate heading 90 deg, at 6 cells/s, range 12 cells }
          do march stepping 0.5 cells, every 0.4 s, down 0.5 cells, quickening to 0.1 s
          go on after 0 s }`,
        },
      },
    );
  const shotsOf = (when: string, seed: number) => {
    const events: RunEvent[] = [];
    new Runner(smallProgram(raid(when)), { type: 'inputs', inputs: [] }).run(seed, { events, mostTicks: 900 });
    return events.filter((event) => event.type === 'state' && event.to === 'shoot') as {
      tick: number;
      piece: string;
    }[];
  };

  test('is one at a time, at each beat of the clock, and of the lowest row as long as that is whole', () => {
    const shots = shotsOf('drawn every 0.5 s', 3);
    expect(new Set(shots.map(({ tick }) => tick)).size).toBe(shots.length);
    const late = shots.filter(({ tick }) => tick > 60);
    expect(late.every(({ tick }) => tick % 30 === 0)).toBe(true);
    expect(late.length).toBe(Math.floor((899 - 60) / 30));
    const lowest = new Set(['moth.13', 'moth.14', 'moth.15', 'moth.16', 'moth.17', 'moth.18']);
    expect(late.every(({ piece }) => lowest.has(piece))).toBe(true);
    expect(new Set(late.map(({ piece }) => piece)).size).toBeGreaterThan(3);
  });

  test('differs from seed to seed, and is the same again for the same seed', () => {
    const told = [1, 2, 3, 1].map((seed) => JSON.stringify(shotsOf('drawn every 0.5 s', seed)));
    expect(new Set(told).size).toBe(3);
    expect(told[3]).toBe(told[0]);
  });
});
