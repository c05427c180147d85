import { describe, expect, test } from '@jest/globals';
import { checkGame, compileGameLevel } from '@/core/index';
import { smallGame, smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { RandomStream } from '../../../foundation/random';
import { Runner } from '../../run';
import type { RunEvent } from '../runEvent';
import type { World } from '../world';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];

const MARKS: SmallLevel['marks'] = [
  { id: 'gate', name: 'Gate', point: [10.5, 4.5] },
  {
    id: 'side',
    name: 'Side',
    line: [
      [15.5, 1.5],
      [15.5, 8.5],
    ],
  },
  { id: 'field', name: 'Field', area: [2, 2, 16, 6] },
  { id: 'outside', name: 'Outside', point: [-1, 4.5] },
];

/** A hall into which things come by cues; nobody is in danger unless the test says so. */
function hall(cues: string, more: Partial<SmallLevel> & { level?: SmallLevel['level'] } = {}): SmallLevel {
  return {
    map: HALL,
    marks: MARKS,
    scripts: { rest: 'start state still { do hold }', run: 'start state on { do drift leaving at 4 cells/s }' },
    kinds: [
      { id: 'cart', tags: ['thing'], behavior: 'run', floats: true },
      { id: 'ember', tags: ['spark'], behavior: 'rest' },
      { id: 'coal', tags: ['spark'], behavior: 'rest' },
    ],
    ...more,
    level: { ...more.level, cues: cues.split('\n') },
  };
}

interface Seen {
  events: RunEvent[];
  arrivals: Extract<RunEvent, { type: 'arrival' }>[];
  end: ReturnType<Runner['run']>['record'];
  hash: string;
}

function watch(
  level: SmallLevel,
  ticks: number,
  { seed = 1, inputs = [], onTick }: { seed?: number; inputs?: number[]; onTick?: (world: World) => void } = {},
): Seen {
  const events: RunEvent[] = [];
  const runner = new Runner(smallProgram(level), { type: 'inputs', inputs });
  const { record, hash } = runner.run(seed, { events, mostTicks: ticks, onTick });
  const arrivals = events.filter((event) => event.type === 'arrival');
  return { events, arrivals, end: record, hash };
}

describe('spawners', () => {
  test.each([30, 60, 120] as const)('keep the closed form to the tick, at %d ticks a second', (ticksPerSecond) => {
    for (const [every, first] of [
      [0.7, 0.5],
      [1 / 7, 0],
      [0.05, 1.003],
      [2.345, 2.345],
    ]) {
      const { arrivals } = watch(
        hall(`spawner s { at gate; every ${every} s, first after ${first} s; pick cart; limit 60 alive }`, {
          level: { ticksPerSecond },
        }),
        ticksPerSecond * 9,
      );
      const expected: number[] = [];
      for (let index = 0; ; index++) {
        const due = (first + index * every) * ticksPerSecond;
        if (due >= ticksPerSecond * 9 - 1) break;
        expected.push(Math.max(0, Math.ceil(due - 1e-6)));
      }
      const seen = arrivals.map(({ tick }) => tick).slice(0, expected.length);
      expect([every, seen]).toEqual([every, expected]);
    }
  });

  test('all that are due in one tick come in it', () => {
    const { arrivals } = watch(
      hall(
        'spawner a { at gate; every 1 s; pick cart }\nspawner b { at side; every 0.004 s, first after 1 s; pick ember; limit 60 alive }',
      ),
      63,
    );
    expect(arrivals.filter(({ tick, cue }) => tick === 60 && cue === 'a')).toHaveLength(1);
    expect(arrivals.filter(({ tick, cue }) => tick === 61 && cue === 'b').length).toBeGreaterThanOrEqual(4);
  });

  test('what one cue draws changes nothing for another', () => {
    const lone = watch(hall('spawner a { at side; every 0.5 s ± 0.2 s; pick cart 2, ember 1 }'), 1200);
    const both = watch(
      hall(
        'spawner a { at side; every 0.5 s ± 0.2 s; pick cart 2, ember 1 }\nspawner b { at field; every 0.3 s ± 0.1 s; pick coal }',
      ),
      1200,
    );
    const ofA = (seen: Seen) =>
      seen.arrivals.filter(({ cue }) => cue === 'a').map(({ tick, kind, x, y }) => [tick, kind, x, y]);
    expect(ofA(both)).toEqual(ofA(lone));
    expect(both.arrivals.length).toBeGreaterThan(lone.arrivals.length);
  });

  test('gaps, kinds and places are distributed as written, over many seeds', () => {
    const gaps: number[] = [];
    const places: number[] = [];
    let carts = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const { arrivals } = watch(
        hall('spawner a { at side; every 0.5 s ± 0.3 s; pick cart 3, ember 1; limit 64 alive; retire after 4 s }'),
        1200,
        { seed },
      );
      arrivals.forEach(({ tick, kind, y }, index) => {
        if (index > 0) gaps.push((tick - arrivals[index - 1].tick) / 60);
        places.push(y);
        if (kind === 'cart') carts++;
      });
    }
    const mean = (list: number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
    const count = places.length;
    expect(count).toBeGreaterThan(1000);
    // A gap is even between 0.2 and 0.8 s: mean 0.5, deviation 0.6/√12; five standard errors and a tick of rounding.
    const deviation = Math.sqrt(mean(gaps.map((gap) => (gap - 0.5) ** 2)));
    expect(Math.abs(mean(gaps) - 0.5)).toBeLessThan((5 * 0.1732) / Math.sqrt(gaps.length) + 0.002);
    expect(Math.abs(deviation - 0.1732)).toBeLessThan(0.02);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0.2 - 1 / 60);
    expect(Math.max(...gaps)).toBeLessThanOrEqual(0.8 + 1 / 60);
    expect(Math.abs(carts / count - 0.75)).toBeLessThan(5 * Math.sqrt((0.75 * 0.25) / count));
    // The offset along the line is centred: the mean lies in its middle.
    expect(Math.abs(mean(places) - 5)).toBeLessThan((5 * 7) / Math.sqrt(12 * count));
  });

  test('no more are there or come than the limits say', () => {
    let most = 0;
    const { arrivals } = watch(
      hall('spawner a { at field; every 0.2 s; pick ember; limit 5 alive, 12 in all; retire after 1.5 s }'),
      3000,
      {
        onTick: (world) =>
          (most = Math.max(
            most,
            world.alive.reduce((sum, alive) => sum + alive, 0),
          )),
      },
    );
    expect([most, arrivals.length]).toEqual([5, 12]);
  });

  test('opens and closes when its conditions first hold, and its clock begins with it', () => {
    const { arrivals } = watch(
      hall('spawner a { at gate; every 0.5 s; pick cart; open when clock >= 2 s; close when clock > 4 s }'),
      600,
    );
    expect(arrivals.map(({ tick }) => tick)).toEqual([150, 180, 210, 240]);
    const chained = watch(
      hall(
        'spawner a { at field; every 0.5 s; pick ember; limit 2 in all; retire after 1 s }\nspawner b { at gate; once after 1 s; pick cart; open when a cleared }',
      ),
      600,
    );
    expect(chained.arrivals.map(({ cue, tick }) => [cue, tick])).toEqual([
      ['a', 30],
      ['a', 60],
      // Taken away at the end of tick 120, so the other opens in the next.
      ['b', 181],
    ]);
  });

  test('nothing comes in a wall, near the player or on the wrong ground; rejected places are counted', () => {
    const map = HALL.map((row, y) => (y === 4 || y === 5 ? `#${'#'.repeat(6)}....${'~'.repeat(8)}#` : row));
    let rejected = 0;
    const { arrivals } = watch(
      hall(
        'spawner a { at field; away from player by 5 cells; every 0.1 s; pick ember; limit 64 alive; retire after 2 s }\nspawner b { at field; on ice; every 0.2 s; pick coal; retire after 1 s }',
        {
          map,
          player: { at: [3.5, 2.5] },
        },
      ),
      3000,
      { onTick: (world) => (rejected = world.cues.rejected[0]) },
    );
    expect(arrivals.length).toBeGreaterThan(400);
    for (const { x, y, cue } of arrivals) {
      const glyphs = [-0.39, 0.39].flatMap((dx) =>
        [-0.39, 0.39].map((dy) => map[Math.floor(y + dy)][Math.floor(x + dx)]),
      );
      if (cue === 'a') {
        expect((x - 3.5) ** 2 + (y - 2.5) ** 2).toBeGreaterThanOrEqual(25);
        // Its corners may overlap the cell of a wall, the round body itself may not: its four sides are open.
        for (const [dx, dy] of [
          [0.4, 0],
          [-0.4, 0],
          [0, 0.4],
          [0, -0.4],
        ])
          expect(map[Math.floor(y + dy * 0.999)][Math.floor(x + dx * 0.999)]).not.toBe('#');
      } else expect([map[Math.floor(y)][Math.floor(x)], glyphs.length]).toEqual(['~', 4]);
    }
    expect(rejected).toBeGreaterThan(50);
  });

  test('what comes in faces and goes as it is given, and is retired outside', () => {
    const speeds: number[] = [];
    let gone = 0;
    const { events } = watch(
      hall(
        'spawner a { at gate; every 0.5 s; pick cart; give heading 90 deg, speed 2..6 cells/s; retire when outside by 1 cells }',
      ),
      900,
      {
        onTick: (world) => {
          world.level.program.pieces.forEach((piece, index) => {
            if (piece.isArrival && world.alive[index] === 1 && world.tick - world.bornAt[index] === 5) {
              expect(world.x[index]).toBeCloseTo(10.5, 9);
              speeds.push(((world.y[index] - 4.5) / 5) * 60);
            }
          });
        },
      },
    );
    gone = events.filter(({ type }) => type === 'gone').length;
    expect(speeds.length).toBeGreaterThan(15);
    expect(Math.min(...speeds)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...speeds)).toBeLessThanOrEqual(6);
    expect(Math.max(...speeds) - Math.min(...speeds)).toBeGreaterThan(2);
    expect(gone).toBeGreaterThan(5);
  });

  test('in its grace an arrival touches nobody', () => {
    const touch = (grace: string) =>
      watch(
        hall(`spawner a { at gate; once after 1 s; pick ember\n${grace} }`, {
          player: { at: [10.5, 4.5] },
          kinds: [{ id: 'ember', tags: ['foe'], behavior: 'rest' }],
        }),
        600,
      ).end;
    expect(touch('')!.ticks).toBe(61);
    expect(touch('grace 2 s')!.ticks).toBe(181);
    expect(touch('')!.cause).toBe('touched');
  });
});

describe('waves', () => {
  const tide = (lines: string, more: Partial<SmallLevel> = {}) => hall(`waves tide { at field\n${lines} }`, more);
  const starts = (seen: Seen) =>
    seen.events.flatMap((event) =>
      event.type === 'wave' && event.what === 'starts' ? [[event.number, event.tick]] : [],
    );
  const perWave = (seen: Seen) => {
    const counts: Record<number, number> = {};
    let number = 0;
    for (const event of seen.events) {
      if (event.type === 'wave' && event.what === 'starts') number = event.number;
      else if (event.type === 'arrival') counts[number] = (counts[number] ?? 0) + 1;
    }
    return counts;
  };

  test('come one by one, and the next when the last is cleared, after its rest', () => {
    const seen = watch(
      tide(
        'wave 1 { 3 ember, one every 0.5 s }\nwave 2 { 2 ember, 1 coal }\nnext when cleared, rest 1 s\nstragglers vanish after 2 s\nfirst after 1 s',
      ),
      900,
    );
    // 60: one; 90, 120: two more; 120 + 2 s all vanish; rest 1 s; the second wave at 300.
    expect(starts(seen)).toEqual([
      [1, 60],
      [2, 300],
    ]);
    expect(seen.arrivals.map(({ tick }) => tick)).toEqual([60, 90, 120, 300, 300, 300]);
    expect(seen.arrivals.map(({ kind }) => kind)).toEqual(['ember', 'ember', 'ember', 'ember', 'ember', 'coal']);
  });

  test('grow by their factor up to the cap, for so many times', () => {
    const seen = watch(
      tide(
        'wave 1 { 2 ember }\nwave 2 { 4 ember }\nrepeat wave 2 growing 1.5x to 10, 4 times\nstragglers vanish after 0.2 s',
      ),
      900,
    );
    expect(perWave(seen)).toEqual({ 1: 2, 2: 4, 3: 6, 4: 9, 5: 10, 6: 10 });
  });

  test('a straggler does not hold up a wave that goes on after a time', () => {
    const seen = watch(tide('wave 1 { 1 ember }\nwave 2 { 1 coal }\nnext after 2 s, rest 0.5 s'), 600);
    expect(starts(seen)).toEqual([
      [1, 0],
      [2, 150],
    ]);
  });

  test('that nobody defeats all come, each on top of those before', () => {
    const written = 'wave 1 { 2 ember }\nwave 2 { 3 ember }\nrepeat wave 2 growing 1.5x to 8';
    const seen = watch(tide(`${written}\nnext after 2 s, rest 0.5 s`), 900);
    expect(perWave(seen)).toEqual({ 1: 2, 2: 3, 3: 5, 4: 7, 5: 8, 6: 8 });
    const orCleared = watch(tide(`${written}\nnext when cleared or after 2 s, rest 0.5 s`), 900);
    expect(perWave(orCleared)).toEqual(perWave(seen));
  });

  test('supplies come with every rest', () => {
    const seen = watch(
      tide(
        'wave 1 { 1 ember }\nrepeat wave 1, 2 times\nnext when cleared, rest 1 s\nsupply 2 coal at gate\nstragglers vanish after 1 s',
      ),
      900,
    );
    expect(seen.arrivals.map(({ kind, tick }) => [kind, tick])).toEqual([
      ['ember', 0],
      ['coal', 60],
      ['coal', 60],
      ['ember', 120],
      ['coal', 180],
      ['coal', 180],
      ['ember', 240],
    ]);
  });

  test('are cleared, once and for all, when the last of them is', () => {
    const seen = watch(
      hall(
        'waves tide { at field; wave 1 { 2 ember }; stragglers vanish after 1 s }\nrules { win when tide cleared }',
        {
          level: { rules: { loseWhenTouching: 'nobody', timeLimit: 30 } },
        },
      ),
      900,
    );
    expect([seen.end!.outcome, seen.end!.cause, seen.end!.ticks]).toEqual(['won', 'rule', 61]);
  });

  test('counts can depend on the number of the level, with a bound', () => {
    const seen = watch(tide('wave 1 { 2 + 3 * level at most 4 ember }'), 10);
    expect(seen.arrivals).toHaveLength(4);
  });
});

describe('places that cannot be', () => {
  const faults = (level: SmallLevel) => {
    const compiled = compileGameLevel(
      smallGame({ ...level, marks: [...(level.marks ?? []), { id: 'exit', name: 'Exit', area: [1, 1, 1, 1] }] }),
      'small',
    );
    return compiled.ok ? [] : compiled.faults.map(({ code, where }) => [code, where.span?.line]);
  };

  test.each([
    ['spawner s {\nat wall\nevery 1 s\npick ember }', 'no-place', 2],
    ['spawner s {\nat field\non pit\nevery 1 s\npick ember }', 'no-place', 2],
    ['spawner s { at gate\nevery 0 s\npick ember }', 'rate-not-positive', 2],
    ['spawner s { at gate\nknob gap = 1 s in 0..2\nevery gap - 2 s\npick ember }', 'rate-not-positive', 3],
    ['spawner s { at gate\nevery 1 s ± (0 s - 1 s)\npick ember }', 'jitter-negative', 2],
    ['waves s { at gate\nwave 1 {\n2 - 3 * level ember } }', 'count-not-positive', 3],
  ])('%s', (cues, code, line) => {
    const marks = [...MARKS, { id: 'wall', name: 'Wall', area: [3, 0, 4, 0.9] as [number, number, number, number] }];
    expect(faults(hall(cues, { marks }))).toEqual([[code, line]]);
  });
});

/** With an exit that the player can reach. */
function reachable(level: SmallLevel): SmallLevel {
  return { ...level, marks: [...(level.marks ?? []), { id: 'exit', name: 'Exit', area: [1, 1, 1, 1] }] };
}

describe('values that go by the course', () => {
  const everyTicks = (level: number, round: number) => {
    const small = hall(
      'spawner s { at gate\nevery by level (3 s, 2 s, 1 s) + 0.5 s * round\npick cart }\nrules { win when clock > 9 s }',
    );
    const game = smallGame(reachable(small));
    const [own] = game.levels;
    game.levels = Array.from({ length: level }, (_, index) => ({
      ...own,
      id: index === level - 1 ? 'small' : `l${index}`,
    }));
    const compiled = compileGameLevel(game, 'small', { knobs: [], from: { round } });
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const [cue] = compiled.value.cues;
    return cue.type === 'spawner' ? cue.everyTicks : undefined;
  };

  test.each([
    [1, 1, 210],
    [2, 1, 150],
    [3, 1, 90],
    [7, 1, 90],
    [1, 4, 300],
  ])('level %i in round %i comes to %i ticks; behind the table the last value holds', (level, round, ticks) => {
    expect(everyTicks(level, round)).toBe(ticks);
  });
});

describe('any text whatever', () => {
  test('is run or gives faults, and never throws: 600 mixed-up ones', () => {
    const whole =
      'spawner a {\nknob gap = 2 s in 1..3\nat gate, edge\nevery gap at least 1 s ± 0.4 s\npick cart 4, ember 1\ngive heading 10..20 deg, speed 2 cells/s\nlimit 4 alive\nopen when score >= 2\nretire after 4 s\n}\nwaves t {\nat field\nwave 1 { 2 rows of 3 ember 1 cells apart, one every 0.4 s }\nwave 2 { 2 coal }\nrepeat wave 2 growing 1.5x to 9\nnext when cleared, rest 1 s\nstragglers go still after 9 s\n}\nrules {\nlives 3\ncarry at most 2\nscore 10 when spark defeated\nwin when t cleared or clock > 9 s\n}';
    const bits = [
      ' score',
      ' clock',
      ' by level (',
      ' * 2',
      ' edge',
      ' ember',
      ' 0',
      ' -',
      ')',
      ' and',
      ' gap',
      '\n',
      ' when',
      ' cells',
      ' all spark filled',
    ];
    const base = compileGameLevel(smallGame(reachable(hall(whole))), 'small');
    expect(base.ok ? [] : base.faults.map(({ code, message }) => [code, message])).toEqual([]);
    const random = new RandomStream(412, 5);
    let compiledOnes = 0;
    for (let round = 0; round < 600; round++) {
      const from = random.nextInteger(0, whole.length - 1);
      const to = Math.min(whole.length, from + random.nextInteger(0, 12));
      const text = whole.slice(0, from) + bits[random.nextInteger(0, bits.length - 1)] + whole.slice(to);
      const compiled = compileGameLevel(smallGame(reachable(hall(text))), 'small');
      if (compiled.ok) compiledOnes++;
      else expect([text, compiled.faults.length]).not.toEqual([text, 0]);
    }
    expect(compiledOnes).toBeGreaterThan(5);
  });
});

describe('cues that work but look wrong', () => {
  test.each([
    ['spawner s { at gate\nevery 1 s ± 2 s\npick cart }', 'jitter-too-wide'],
    ['spawner s { at gate\nevery 1 s\npick ember }', 'never-retired'],
    ['waves s { at gate\nwave 1 { 1 ember }\nwave 2 { 1 ember } }', 'wave-never-ends'],
    ['waves s { at gate\nwave 1 { 1 cart }\nrepeat wave 1 growing 2x }', 'growth-uncapped'],
    ['spawner s { at gate\nevery 1 s\npick cart\ngap 2 cells between cart and cart }', 'pick-unused'],
  ])('%s', (cues, code) => {
    const level = hall(cues);
    const game = smallGame({ ...level, marks: [...level.marks!, { id: 'exit', name: 'Exit', area: [1, 1, 1, 1] }] });
    const found = checkGame(game).filter(({ where }) => where.path[2] === 'cues');
    expect(found.map(({ code: own, severity }) => [own, severity])).toEqual([[code, 'warning']]);
  });
});

describe('runs with cues', () => {
  const crowd =
    'spawner a { at side; every 0.3 s ± 0.2 s; pick cart 2, ember 1; give heading 180 deg, speed 2..5 cells/s; retire when outside by 1 cells; retire after 5 s }\nwaves tide { at field; away from player by 3 cells; wave 1 { 3 coal, one every 0.3 s }; repeat wave 1 growing 1.5x to 20; next after 2 s; stragglers vanish after 6 s }';

  test('give the same bytes every time, whatever ran before on the same runner', () => {
    const program = smallProgram(hall(crowd));
    const runner = new Runner(program, { type: 'inputs', inputs: [] });
    const first = runner.run(5, { mostTicks: 1200 }).hash;
    runner.run(9, { mostTicks: 700 });
    expect(runner.run(5, { mostTicks: 1200 }).hash).toBe(first);
    expect(new Runner(program, { type: 'inputs', inputs: [] }).run(5, { mostTicks: 1200 }).hash).toBe(first);
    expect(runner.run(6, { mostTicks: 1200 }).hash).not.toBe(first);
  });

  test('an arrival on a place that was used before begins as the first did', () => {
    const firstSeen: number[][] = [];
    const random = new RandomStream(3, 3);
    watch(
      hall('spawner a { at gate; every 1 s; pick cart; limit 1 alive; give heading 0 deg; retire after 0.9 s }', {
        scripts: {
          rest: 'start state still { do hold }',
          run: 'keep n = 0\nstart state on { do drift leaving at 4 cells/s go off when n > 3 repeat every 0.2 s { set n = n + 1 } }\nstate off { do hold }',
        },
      }),
      600 + random.nextInteger(0, 9),
      {
        onTick: (world) => {
          if (world.alive[0] === 1 && world.tick - world.bornAt[0] === 30)
            firstSeen.push([world.x[0], world.state[0], world.memory[0]]);
        },
      },
    );
    expect(firstSeen.length).toBeGreaterThan(5);
    for (const seen of firstSeen) expect(seen).toEqual(firstSeen[0]);
  });
});

describe('a start in the middle', () => {
  const from = (start: NonNullable<ReturnType<typeof smallProgram>['from']>, cues: string) => {
    const program = { ...smallProgram(hall(cues)), from: start };
    const events: RunEvent[] = [];
    let startTick = -1;
    let score = -1;
    new Runner(program, { type: 'inputs', inputs: [] }).run(1, {
      events,
      mostTicks: 900,
      onTick: (world) => {
        if (startTick < 0) [startTick, score] = [world.tick, world.player.score];
      },
    });
    return { events, startTick, score };
  };

  test('from wave 3 the third wave comes first', () => {
    const { events } = from(
      { wave: 3 },
      'waves tide { at field; wave 1 { 1 ember }; wave 2 { 2 ember }; wave 3 { 3 ember } }',
    );
    expect(events.filter(({ type }) => type === 'arrival')).toHaveLength(3);
    expect(events[0]).toMatchObject({ type: 'wave', number: 3 });
  });

  test('from a score, cues that wait for it are open at once', () => {
    const { events, score } = from(
      { score: 150 },
      'spawner a { at gate; every 1 s; pick cart; open when score >= 150 }\nrules { win when score >= 900 }',
    );
    expect(score).toBe(150);
    expect(events.find(({ type }) => type === 'arrival')!.tick).toBe(60);
  });

  test('at 8 s everything has gone on for 8 s without the player', () => {
    const { events, startTick } = from({ seconds: 8 }, 'spawner a { at field; every 1 s; pick ember }');
    expect(startTick).toBe(480);
    expect(events.filter(({ type, tick }) => type === 'arrival' && tick < 480)).toHaveLength(7);
  });

  test('with only one cue the others are not there', () => {
    const { events } = from(
      { only: 'b' },
      'spawner a { at field; every 1 s; pick ember }\nspawner b { at field; every 1 s; pick coal }',
    );
    const cues = new Set(events.flatMap((event) => (event.type === 'arrival' ? [event.cue] : [])));
    expect([...cues]).toEqual(['b']);
  });
});
