import { describe, expect, test } from '@jest/globals';
import { dryingHall, plainYard } from '../../../tests/support/kilnYard';
import { circleOverlapsSolid } from '../arena/grid';
import type { LevelProgram } from '../compile/levelProgram';
import type { GameDocument } from '../document/gameDocument';
import { RandomStream } from '../foundation/random';
import { inOneGo } from '../foundation/steps';
import { runChunk } from '../pipeline';
import { ReferenceInterpreter } from '../testing/referenceBrain';
import type { RunEvent } from './engine/runEvent';
import { Runner, type Steering } from './run';
import { timeRoute } from './routeTimes';
import { STAND_INS } from '../people/traits';

const CASUAL: Steering = { type: 'stand-in', traits: STAND_INS[1] };

/** A level of one straight corridor: player on the left, exit on the right, one warden between with a script of its own. */
function corridor(stateText: string, change: (game: GameDocument) => void = () => undefined): LevelProgram {
  const game = plainYard();
  game.scripts[0].lines = `behavior night_watch { ${stateText} }`.split('\n');
  const level = game.levels[0];
  level.map = [
    '####################',
    '#..................#',
    '#..................#',
    '#..................#',
    '####################',
  ];
  level.marks[0] = { id: 'kiln-door', name: 'Kiln door', area: [17, 1, 2, 3] };
  level.pieces = [
    { ...level.pieces[0], at: [1.5, 2.5] },
    {
      ...level.pieces[1],
      at: [10.5, 2.5],
      facing: 180,
      route: [
        [10.5, 2.5],
        [14.5, 2.5],
      ],
    },
  ];
  change(game);
  return dryingHall(undefined, game);
}

function logOf(program: LevelProgram, inputs: number[], mostTicks: number): RunEvent[] {
  const events: RunEvent[] = [];
  new Runner(program, { type: 'inputs', inputs }).run(1, { events, mostTicks });
  return events;
}

describe('a run', () => {
  test('in steps comes to the same as in one go, however long they are, and after one that was left in its middle', () => {
    const runner = new Runner(dryingHall(), CASUAL);
    const whole = [1, 2, 3].map((seed) => runner.run(seed));
    for (const ticks of [1, 16, 1000, Infinity]) {
      const left = runner.runInSteps(4, {}, 8);
      for (let step = 0; step < 5; step++) expect(left.next().done).toBe(false);
      expect([1, 2, 3].map((seed) => inOneGo(runner.runInSteps(seed, {}, ticks)))).toEqual(whole);
    }
    const steps = runner.runInSteps(1, {}, 16);
    let count = 0;
    while (!steps.next().done) count++;
    expect(count).toBe(Math.ceil(whole[0].record!.ticks / 16) - 1);
  });

  test('is the same to the last bit when it is run again, after other runs, and by another runner', () => {
    const program = dryingHall();
    const runner = new Runner(program, CASUAL);
    const first = [1, 2, 3, 4, 5].map((seed) => runner.run(seed).hash);
    expect([5, 4, 3, 2, 1].map((seed) => runner.run(seed).hash).reverse()).toEqual(first);
    expect([1, 2, 3, 4, 5].map((seed) => new Runner(dryingHall(), CASUAL).run(seed).hash)).toEqual(first);
    expect(new Set(first).size).toBe(5);
  });

  test('of many seeds gives the same rows however the seeds are cut into chunks', () => {
    const program = dryingHall();
    const whole = runChunk(program, STAND_INS[1], 1, 30).rows;
    const parts = [runChunk(program, STAND_INS[1], 1, 7), runChunk(program, STAND_INS[1], 8, 23)].flatMap(
      (chunk) => chunk.rows,
    );
    expect(parts).toEqual(whole);
  });

  test('keeps its known fingerprint: an edit that changes it changes every stored batch', () => {
    const hashes = [1, 2, 3].map((seed) => new Runner(dryingHall(), CASUAL).run(seed).hash);
    expect(hashes).toEqual(KNOWN_HASHES);
  });

  test('never has a body inside a wall', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const program = dryingHall({ knobs: [{ kind: 'warden', knob: 'pace', value: 5 }] });
      const inside: string[] = [];
      new Runner(program, CASUAL).run(seed, {
        onTick: (world) => {
          if (circleOverlapsSolid(program.grid, world.player.x, world.player.y, program.player.radius))
            inside.push(`player at tick ${world.tick}`);
          program.pieces.forEach((piece, index) => {
            if (circleOverlapsSolid(program.grid, world.x[index], world.y[index], piece.radius))
              inside.push(`${piece.id} at tick ${world.tick}`);
          });
        },
      });
      expect([seed, inside]).toEqual([seed, []]);
    }
  });

  test('is won in the exit, lost on a touch, and out of time at the limit', () => {
    const calm = corridor('start state a { do hold }', (game) => void (game.levels[0].pieces[1].at = [10.5, 1.5]));
    const right = new Array<number>(2000).fill(1);
    const won = new Runner(calm, { type: 'inputs', inputs: right }).run(1).record!;
    expect([won.outcome, won.cause, won.piece]).toEqual(['won', 'reached the exit', undefined]);
    const steps = Math.ceil((17 - 1.5) / calm.player.step);
    expect(won.ticks).toBe(steps);
    const lost = new Runner(corridor('start state a { do hold }'), { type: 'inputs', inputs: right }).run(1).record!;
    expect([lost.outcome, lost.cause, lost.piece]).toEqual(['lost', 'touched', 'warden-1']);
    const idle = new Runner(calm, { type: 'inputs', inputs: [] }).run(1).record!;
    expect([idle.outcome, idle.cause, idle.ticks]).toEqual(['out of time', 'clock', 3600]);
  });

  test('counts as lost when the exit is reached in the tick of a touch', () => {
    const program = corridor('start state a { do hold }', (game) => void (game.levels[0].pieces[1].at = [18.2, 2.5]));
    const moved = {
      ...program,
      exit: { x: 16, y: 1, width: 0.2, height: 3 },
      pieces: program.pieces.map((piece) => ({ ...piece, x: 16 + program.player.radius + piece.radius })),
    };
    const record = new Runner(moved, { type: 'inputs', inputs: new Array<number>(2000).fill(1) }).run(1).record!;
    expect(record.outcome).toBe('lost');
  });

  test('moves diagonally as fast as straight, unless the control says otherwise', () => {
    const distanceAfter = (evenDiagonals: boolean) => {
      const program = corridor('start state a { do hold }', (game) => {
        game.cast[0].control = { scheme: 'eight ways', speed: 3.4, evenDiagonals };
        game.levels[0].pieces[0].at = [1.5, 1.5];
      });
      let end = [0, 0];
      new Runner(program, { type: 'inputs', inputs: new Array<number>(20).fill(2) }).run(1, {
        mostTicks: 20,
        onTick: (world) => void (end = [world.player.x, world.player.y]),
      });
      return Math.sqrt((end[0] - 1.5) ** 2 + (end[1] - 1.5) ** 2) / (20 * program.player.step);
    };
    expect(distanceAfter(true)).toBeCloseTo(1, 12);
    expect(distanceAfter(false)).toBeCloseTo(Math.SQRT2, 12);
  });
});

describe('behaviors in a run', () => {
  test('a guard notices after the time that it takes, and not before', () => {
    const program = corridor(
      'start state a { do hold go b when sees player within 12 cells, arc 90 deg, for 0.5 s } state b { do hold go a after 60 s }',
    );
    expect(logOf(program, [], 120)).toEqual([
      { type: 'sight', tick: 0, piece: 'warden-1' },
      { type: 'state', tick: 29, piece: 'warden-1', from: 'a', to: 'b' },
    ]);
  });

  test('a guard that looks the other way, or is too far off, sees nothing', () => {
    const script =
      'start state a { do hold go b when sees player within 12 cells, arc 90 deg } state b { do hold go a after 60 s }';
    expect(
      logOf(
        corridor(script, (game) => void (game.levels[0].pieces[1].facing = 0)),
        [],
        120,
      ),
    ).toEqual([]);
    expect(logOf(corridor(script.replace('12 cells', '8.9 cells')), [], 120)).toEqual([]);
  });

  test('a chase ends the given time after the last sighting, and the search ends where that was', () => {
    const script = `start state a { do hold go b when sees player within 9.5 cells, arc 360 deg }
      state b { do chase player by path at 2 cells/s go c when unseen for 1 s }
      state c { do travel to last sighting at 2 cells/s go d when arrived }
      state d { do hold }`;
    const program = corridor(script, (game) => {
      const rows = game.levels[0].map;
      rows.splice(3, 1, '#.##################', '#......#############');
      game.levels[0].pieces[0].at = [1.5, 2.5];
    });
    const log = logOf(program, [...new Array<number>(60).fill(3), ...new Array<number>(60).fill(1)], 900);
    const lostTick = log.find((entry) => entry.type === 'sight lost')!.tick;
    const searched = log.find((entry) => entry.type === 'state' && entry.to === 'c')!;
    expect(searched.tick).toBe(lostTick - 1 + 60);
    expect(log.some((entry) => entry.type === 'state' && entry.to === 'd')).toBe(true);
  });

  test('a guard that has seen somebody keeps seeing a fifth farther, so that alerts do not flicker at the rim', () => {
    const program = corridor(
      'start state a { do hold go b when sees player within 6 cells, arc 180 deg } state b { do hold go a when unseen for 0.1 s }',
    );
    const toAndFro = [
      ...new Array<number>(60).fill(1),
      ...new Array<number>(20).fill(5),
      ...new Array<number>(20).fill(1),
    ];
    const changes = logOf(program, toAndFro, 100).filter((entry) => entry.type === 'state');
    expect(changes).toHaveLength(1);
  });

  test('a patrol goes back and forth, pauses, and the preview says the same times as the run', () => {
    const program = corridor(
      'start state a { do patrol route, back and forth, at 2 cells/s, pausing 0.5 s }',
      (game) =>
        void (game.levels[0].pieces[1].route = [
          [10.5, 2.5],
          [12.5, 2.5],
          [14.5, 2.5],
        ]),
    );
    const [preview] = timeRoute(program);
    expect(preview.reachedAtSeconds.map((seconds) => seconds?.toFixed(2))).toEqual(['0.02', '1.53', '3.05']);
    const places: number[] = [];
    new Runner(program, { type: 'inputs', inputs: [] }).run(1, {
      mostTicks: 600,
      onTick: (world) => void places.push(world.x[0]),
    });
    preview.reachedAtSeconds.forEach((seconds, index) =>
      expect(places[Math.round(seconds! * 60)]).toBeCloseTo(10.5 + 2 * index, 9),
    );
    expect(Math.max(...places)).toBeCloseTo(14.5, 9);
    expect(places[Math.round(3.05 * 60) + 30 + 60]).toBeCloseTo(12.5, 6);
  });

  test('the compiled brains and the plain interpreter agree on the demo and on generated behaviors', () => {
    const programs = [dryingHall(), ...Array.from({ length: 40 }, (_, index) => generatedHall(index + 1))];
    programs.forEach((program, index) => {
      for (const seed of [1, 2]) {
        const compiled = new Runner(program, CASUAL).run(seed, { mostTicks: 600 });
        const interpreted = new Runner(program, CASUAL, new ReferenceInterpreter().decideAll).run(seed, {
          mostTicks: 600,
        });
        expect([`generated ${index}, seed ${seed}`, compiled.hash]).toEqual([
          `generated ${index}, seed ${seed}`,
          interpreted.hash,
        ]);
      }
    });
  });
});

/** The demo hall with a behavior made from a seed: all words that need no further kinds, memory, acts, joined conditions. */
function generatedHall(seed: number): LevelProgram {
  const random = new RandomStream(seed, 11);
  const pick = <Item>(items: readonly Item[]): Item => items[random.nextInteger(0, items.length - 1)];
  const number = (low: number, high: number) => (low + random.nextUnit() * (high - low)).toFixed(2);
  const names = ['a', 'b', 'c', 'd'].slice(0, random.nextInteger(2, 4));
  const value = () =>
    pick(['1', 'scares', 'scares + 1', 'clock / 1 s', 'health * 2', 'distance / 2 cells - scares', 'allies']);
  const speed = () => pick([`${number(0.5, 5)} cells/s`, 'pace', 'pace * (1 + scares * 0.1)', 'pace * here / 2 s']);
  const motion = () =>
    pick([
      'hold',
      `patrol route, ${pick(['loop', 'back and forth', 'once'])}, at ${speed()}, pausing ${number(0, 1)} s`,
      `chase player ${pick(['by path', 'straight'])} at pace * ${number(0.5, 2)}, keep ${number(0, 1)} cells, slack ${number(0, 1)} cells, apart ${number(0, 2)} cells, leading ${number(0, 1)} s`,
      `travel to ${pick(['last sighting', 'last sound', 'home', 'mark kiln-door'])} at ${speed()}`,
      `flee player at ${speed()}, until ${number(2, 9)} cells`,
      `circle player, ${pick(['clockwise', 'counterclockwise'])}, at ${speed()}, keeping ${number(1, 4)} cells`,
      `search nearby at ${number(0.5, 4)} cells/s, within ${number(1, 6)} cells, pausing ${number(0, 1)} s`,
      `look around at ${number(30, 360)} deg/s, arc ${number(30, 360)} deg`,
      `turn to ${pick(['player', 'last sighting', 'last sound'])} at ${number(60, 720)} deg/s`,
      `roam corridors, ${pick(['at random', 'toward player', 'away from player', 'ahead of player'])}, at ${speed()}`,
      `follow foe at ${speed()}, keep ${number(0.5, 2)} cells`,
    ]);
  const single = (): string =>
    pick([
      `sees player within ${number(2, 12)} cells, arc ${number(20, 360)} deg, for ${number(0, 0.5)} s`,
      `near player within ${number(1, 6)} cells, until ${number(2, 9)} cells`,
      `unseen for ${number(0, 3)} s`,
      `after ${number(0.1, 4)} s`,
      `every ${number(0.1, 2)} s`,
      `chance ${number(5, 95)} % every ${number(0.1, 1)} s`,
      `hears clatter within ${number(2, 20)} cells`,
      `hears player within ${number(1, 6)} cells, ${pick(['through walls', 'blocked by walls'])}`,
      `ally hunts within ${number(2, 12)} cells`,
      `stuck for ${number(0.1, 1)} s`,
      'arrived',
      'struck',
      'cut off',
      `scares ${pick(['>', '<', '>=', '<=', '='])} ${value()}`,
      `here > ${number(0, 3)} s`,
      `not sees player within ${number(2, 8)} cells`,
    ]);
  const condition = () =>
    pick([single(), `${single()} or ${single()}`, `${single()} and (${single()} or not ${single()})`]);
  const act = () =>
    pick([
      `set scares = ${value()}`,
      `shout clatter within ${number(1, 20)} cells`,
      `tell sighting within ${number(1, 20)} cells`,
      'face back',
      `face heading ${number(0, 360)} deg`,
      `hurry by ${number(50, 200)} %, for ${number(0.1, 2)} s`,
      'forget sighting',
    ]);
  const acts = () => Array.from({ length: random.nextInteger(0, 2) }, act).join('; ');
  const states = names.map((name, index) => {
    const target = () => pick([pick(names), `either ${pick(names)} ${number(0.1, 3)}, ${pick(names)}`]);
    const transitions = Array.from(
      { length: random.nextInteger(1, 3) },
      () => `go ${target()} when ${condition()} { ${acts()} }`,
    );
    const face = pick(['', '', 'face player', 'face last sighting', 'face heading 90 deg']);
    const repeat = pick(['', `repeat every ${number(0.1, 2)} s { ${acts()} }`]);
    return `${index === 0 ? 'start ' : ''}state ${name} { do ${motion()} ${face} enter { ${acts()} } leave { ${acts()} } ${repeat} ${transitions.join(' ')} }`;
  });
  const game = plainYard();
  game.scripts[0].lines = ['behavior night_watch { knob pace = 2 cells/s in 0..9 keep scares = 0', ...states, '}'];
  return dryingHall(undefined, game);
}

const KNOWN_HASHES = ['6c28655263211c21', '405f49bb4a1d1156', 'bf1c3dc00b2d8eab'];
