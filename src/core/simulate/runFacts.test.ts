import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { demoLevel } from '../../../tests/support/kilnYard';
import type { LevelProgram } from '../compile/levelProgram';
import { runChunk } from '../pipeline';
import { STAND_INS } from '../people/traits';
import { directionFor } from './engine/player/inputs';
import { recordRun } from './recordRun';
import { Runner } from './run';
import { FactsWatch, type RunFacts } from './runFacts';
import type { RunSamples } from './runRecord';

const [none, east, south, west] = [0, directionFor(1, 0), directionFor(0, 1), directionFor(-1, 0)];

const CORRIDOR: SmallLevel = {
  map: ['############', '#..........#', '############'],
  player: { at: [1.5, 1.5] },
  marks: [{ id: 'exit', name: 'Exit', area: [10, 1, 1, 1] }],
  level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 5 } },
};

/** What is counted of a run in which these keys are pressed, each for so many ticks. */
function factsOf(program: LevelProgram, ...pressed: [input: number, ticks: number][]): RunFacts {
  const inputs = pressed.flatMap(([input, ticks]) => new Array<number>(ticks).fill(input));
  const watch = new FactsWatch(program);
  const samples: RunSamples = { pressure: [], sighted: [] };
  const { record } = new Runner(program, { type: 'inputs', inputs }).run(1, {
    samples,
    onTick: (world) => watch.look(world),
  });
  return watch.finish(record!, samples);
}

describe('how far a run came', () => {
  test('is the part of the quickest way that was made at the best, also where it went back again', () => {
    const program = smallProgram(CORRIDOR);
    // Nine cells lie between the start and the middle of the exit; three are walked, and one back.
    const there = factsOf(program, [east, 60], [none, 400]);
    const back = factsOf(program, [east, 60], [west, 20], [none, 400]);
    expect(there.wayMade).toBeGreaterThanOrEqual(300);
    expect(there.wayMade).toBeLessThanOrEqual(400);
    expect(back.wayMade).toBe(there.wayMade);
    expect(factsOf(program, [none, 400]).wayMade).toBe(0);
    expect(factsOf(program, [east, 400]).wayMade).toBe(1000);
  });

  test('goes round walls and not through them', () => {
    const map = ['#####', '#.#.#', '#.#.#', '#...#', '#####'];
    const program = smallProgram({
      ...CORRIDOR,
      map,
      marks: [{ id: 'exit', name: 'Exit', area: [3, 1, 1, 1] }],
    });
    // Beside the exit behind the wall nothing is made yet.
    expect(factsOf(program, [none, 400]).wayMade).toBe(0);
    const down = factsOf(program, [south, 40], [none, 400]).wayMade!;
    expect(down).toBeGreaterThan(250);
    expect(down).toBeLessThan(450);
  });

  test('is not known where there is no exit, or no way to one', () => {
    const noExit = {
      ...CORRIDOR,
      marks: [],
      level: { rules: { timeLimit: 5 }, cues: ['rules { win when clock >= 4 s }'] },
    };
    expect(factsOf(smallProgram(noExit), [east, 60])).not.toHaveProperty('wayMade');
  });
});

describe('standing', () => {
  test('counts the ticks in which the player could go and did not', () => {
    const facts = factsOf(smallProgram(CORRIDOR), [east, 60], [none, 40], [east, 400]);
    expect(facts.stoodTicks).toBe(40);
    expect(facts.freeTicks).toBeGreaterThan(40 + 60 + 60);
  });

  test('against a wall is standing, whatever is pressed', () => {
    const facts = factsOf(smallProgram(CORRIDOR), [west, 400]);
    expect(facts.stoodTicks).toBeGreaterThan(290);
  });
});

describe('where time is spent', () => {
  test('counts every tick in which the player can go, in the cell in which it is', () => {
    const facts = factsOf(smallProgram(CORRIDOR), [east, 60], [none, 40], [east, 400]);
    const sum = (cells: RunFacts['spent']) => cells.reduce((all, { ticks }) => all + ticks, 0);
    expect([sum(facts.spent), sum(facts.waited)]).toEqual([facts.freeTicks, 40]);
    // After a second it stands three cells on: in the fifth cell of the second row.
    expect(facts.waited).toEqual([{ cell: 12 + 4, ticks: 40 }]);
    expect(facts.spent.map(({ cell }) => cell)).toEqual([...facts.spent.map(({ cell }) => cell)].sort((a, b) => a - b));
  });
});

describe('what was lost', () => {
  const burner = {
    ...CORRIDOR,
    kinds: [{ id: 'burner', tags: ['foe'], radius: 0.3 }],
    pieces: [{ kind: 'burner', at: [4.5, 1.5] as [number, number] }],
  };

  test('with one touch the first loss is the end, and nothing is said of lives and harm', () => {
    const program = smallProgram(burner);
    const facts = factsOf(program, [east, 400]);
    const end = recordRun(program, { type: 'inputs', inputs: new Array<number>(400).fill(east) }, 1).record!;
    expect(facts.firstLossTick).toBe(end.ticks);
    expect(facts).not.toHaveProperty('livesLost');
    expect(facts).not.toHaveProperty('harm');
    expect(facts.lossPlaces).toEqual([{ x: end.x, y: end.y }]);
    expect(facts.losses).toEqual([{ cause: 'touched', piece: end.piece, tick: end.ticks }]);
    expect(factsOf(program, [none, 400]).lossPlaces).toEqual([]);
    expect(factsOf(program, [none, 400])).not.toHaveProperty('firstLossTick');
  });

  test('with lives each one counts, that with which the run ends as well', () => {
    const program = smallProgram({
      ...burner,
      level: { ...burner.level, cues: ['rules {', 'lives 2', 'come back after 0.1 s, safe for 0.1 s', '}'] },
    });
    expect(factsOf(program, [none, 400]).livesLost).toBe(0);
    expect(factsOf(program, [east, 90], [none, 400]).livesLost).toBe(1);
    const both = factsOf(program, [east, 400]);
    expect(both.livesLost).toBe(2);
    expect(both.firstLossTick).toBe(factsOf(program, [east, 90], [none, 400]).firstLossTick);
    expect(both.losses.map(({ cause, piece }) => [cause, piece])).toEqual([
      ['touched', 'piece-1'],
      ['touched', 'piece-1'],
    ]);
    expect(both.losses[0].tick).toBe(both.firstLossTick);
    // Both times it met the burner from the west.
    expect(both.lossPlaces.map(({ x, y }) => [Math.floor(x), Math.floor(y)])).toEqual([
      [3, 1],
      [3, 1],
    ]);
  });

  test('with health the harm is summed up', () => {
    const program = smallProgram({
      ...CORRIDOR,
      playerKind: { health: 3 },
      kinds: [{ id: 'burner', radius: 0.3 }],
      pieces: [{ kind: 'burner', at: [4.5, 1.5] }],
      contacts: [{ by: 'burner', on: 'player', does: [{ effect: 'harm', health: 0.75 }] }],
    });
    const facts = factsOf(program, [east, 400]);
    expect(facts.harm! % 750).toBe(0);
    expect(facts.harm).toBeGreaterThan(0);
    expect(facts.firstLossTick).toBeGreaterThan(30);
    expect(factsOf(program, [none, 400]).harm).toBe(0);
    expect(facts.lossPlaces).toHaveLength(facts.harm! / 750);
  });
});

describe('sight', () => {
  const watched = (facing: number): SmallLevel => ({
    ...CORRIDOR,
    kinds: [{ id: 'eye', behavior: 'watch' }],
    scripts: {
      watch: 'start state on { do hold  go seen when sees player within 4 cells, arc 90 deg }  state seen { do hold }',
    },
    pieces: [{ kind: 'eye', at: [8.5, 1.5], facing }],
  });

  test('is noted when it begins, and only of who can see', () => {
    const facts = factsOf(smallProgram(watched(180)), [east, 400]);
    expect(facts.hasEyes).toBe(true);
    // Three cells a second, four cells of sight: after some three cells of way.
    expect(facts.firstSightTick! / 60).toBeGreaterThan(0.7);
    expect(facts.firstSightTick! / 60).toBeLessThan(1.3);
    expect(facts.firstSightPlace!.x).toBeCloseTo(8.5 - 4, 0);
    expect(factsOf(smallProgram(watched(0)), [east, 90], [none, 400])).not.toHaveProperty('firstSightTick');
    expect(factsOf(smallProgram(CORRIDOR), [east, 400]).hasEyes).toBe(false);
  });
});

describe('lulls', () => {
  const finish = (pressure: number[]) => {
    const program = smallProgram(CORRIDOR);
    const { record } = new Runner(program, { type: 'inputs', inputs: [] }).run(1);
    return new FactsWatch(program).finish(record!, { pressure, sighted: [] });
  };

  test('are the longest calm stretch on end; what presses is counted apart', () => {
    expect(finish([0, 0, 0.3, 0, 0, 0, 0.5, 0.9, 0.05])).toMatchObject({
      lullSamples: 3,
      pressedSamples: 2,
      samples: 9,
    });
    expect(finish([])).toMatchObject({ lullSamples: 0, pressedSamples: 0, samples: 0 });
    expect(finish([0, 0])).toMatchObject({ lullSamples: 2 });
  });

  test('part peaks: what presses again before it was calm is the same one', () => {
    expect(finish([0, 0.6, 0.7, 0.3, 0.8, 0, 0.5, 0.05])).toMatchObject({
      peaks: 2,
      peakSamples: 2,
      pressedSamples: 4,
    });
    expect(finish([0.9, 0.9, 0.9])).toMatchObject({ peaks: 1, peakSamples: 3 });
    expect(finish([0.2, 0.4, 0.1])).toMatchObject({ peaks: 0, peakSamples: 0 });
  });
});

describe('one watch for many runs', () => {
  test('counts each by itself: the facts of seeds do not depend on what was run before', () => {
    const traits = STAND_INS[1];
    const program = demoLevel('glaze-floor');
    const rowsOf = (first: number, count: number) =>
      runChunk(program, traits, first, count).rows.map(({ figures }) => figures);
    expect([...rowsOf(1, 2), ...rowsOf(3, 3)]).toEqual(rowsOf(1, 5));
  });
});

describe('pressure and sight by place', () => {
  test('add up to the samples, each in the cell in which the player was', () => {
    const program = demoLevel('drying-hall');
    const watch = new FactsWatch(program);
    const samples: RunSamples = { pressure: [], sighted: [] };
    const cells: number[] = [];
    const { width } = program.grid;
    const { record } = new Runner(program, { type: 'stand-in', traits: STAND_INS[1] }).run(7, {
      samples,
      onTick(world) {
        watch.look(world);
        // Ten samples a second, each before its tick.
        if (world.tick % 6 === 0) cells.push(Math.floor(world.player.y) * width + Math.floor(world.player.x));
      },
    });
    const { pressedIn, seenIn } = watch.finish(record!, samples);
    const count = (list: readonly { samples: number }[]) => list.reduce((sum, own) => sum + own.samples, 0);
    expect([count(pressedIn), count(seenIn)]).toEqual([samples.pressure.length, samples.sighted.length]);
    for (const { cell, samples: there, sum } of pressedIn) {
      const own = samples.pressure.filter((_, index) => cells[index] === cell);
      expect([cell, there]).toEqual([cell, own.length]);
      expect(sum).toBe(own.reduce((all, value) => all + Math.round(1000 * value), 0));
    }
    const seen = seenIn.reduce((sum, own) => sum + own.sum, 0);
    expect(seen).toBe(samples.sighted.filter((eyes) => eyes > 0).length);
    expect(seen).toBeGreaterThan(0);
  });
});

test('shots that missed closely are noted where the player was, as many as the run counts', () => {
  const program = demoLevel('shelf-raid');
  const watch = new FactsWatch(program);
  const samples: RunSamples = { pressure: [], sighted: [] };
  const runner = new Runner(program, { type: 'stand-in', traits: STAND_INS[1] });
  const { record } = runner.run(2, { samples, onTick: (world) => watch.look(world) });
  const { missPlaces } = watch.finish(record!, samples);
  expect(record!.nearMisses).toBeGreaterThan(0);
  expect(missPlaces).toHaveLength(record!.nearMisses);
});
