import {
  compileGameLevel,
  cosDegrees,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  recordRun,
  Runner,
  runChunk,
  sinDegrees,
  STAND_INS,
  type GameDocument,
  type LevelProgram,
} from '@/core/index';
import { plainYard } from '../tests/support/kilnYard';
import { DryingHallByHand } from './floor/dryingHall';
import { cpuMs, median, medianOf, type BenchRow } from './rows';

export function compile(game: GameDocument, levelId = 'drying-hall'): LevelProgram {
  const compiled = compileGameLevel(game, levelId);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return compiled.value;
}

/** The inputs of a run that a stand-in cleared: what both engines are given to react to. */
function clearedInputs(program: LevelProgram): number[] {
  for (let seed = 1; ; seed++) {
    const inputs: number[] = [];
    const runner = new Runner(program, { type: 'stand-in', traits: STAND_INS[1] });
    const { record } = runner.run(seed, { onTick: (_, input) => inputs.push(input) });
    if (record?.outcome === 'won') return inputs.slice(1);
  }
}

/** The behavior that the floor has written by hand; kept here, so that the demo may change without the comparison changing. */
export const PLAIN_WATCH = `behavior night_watch {
  knob pace  = 2.2 cells/s in 0.5..6
  knob sight = 6 cells     in 2..14
  knob nerve = 2.5 s       in 0..8
  start state rounds {
    do patrol route, back and forth, at pace, pausing 0.4 s
    go hunt when sees player within sight, arc 110 deg, for 0.2 s
  }
  state hunt { do chase player by path at pace * 1.7 go search when unseen for nerve }
  state search {
    do travel to last sighting at pace
    go hunt when sees player within sight, arc 110 deg
    go puzzled when arrived or after 4 s
  }
  state puzzled { do hold go hunt when sees player within sight, arc 160 deg go rounds after 1.2 s }
}`;

/** The demo hall with its guards on that behavior. */
function plainHall(): LevelProgram {
  const game = plainYard();
  const script = game.scripts.find(({ id }) => id === 'night_watch')!;
  script.lines = PLAIN_WATCH.split('\n');
  return compile(game);
}

export function measureEngine(): BenchRow[] {
  const program = plainHall();
  const inputs = clearedInputs(program);
  const runs = 400;
  const pieceTicks = runs * inputs.length * program.pieces.length;
  // Every run by itself; and a batch, in which pieces follow their time line as long as nobody disturbs them.
  const single = new Runner(program, { type: 'inputs', inputs }, undefined, false);
  const runner = new Runner(program, { type: 'inputs', inputs });
  const alone = () => (cpuMs(() => repeat(runs, () => single.run(1))) * 1e6) / pieceTicks;
  const engine = () => (cpuMs(() => repeat(runs, () => runner.run(1))) * 1e6) / pieceTicks;
  const starts = program.pieces.map((piece) => ({
    x: piece.x,
    y: piece.y,
    facingX: cosDegrees(piece.facing),
    facingY: sinDegrees(piece.facing),
    route: piece.route,
  }));
  const hand = new DryingHallByHand(plainYard().levels[0].map, starts);
  checkSameBeats(program, hand);
  const playByHand = () => {
    hand.reset();
    for (let tick = 0; tick < inputs.length; tick++) hand.runTick(inputs[tick]);
  };
  const floor = () => (cpuMs(() => repeat(runs, playByHand)) * 1e6) / pieceTicks;
  alone();
  engine();
  floor();
  // In turn, so that a machine that is slow for a while is slow for both.
  const pairs = Array.from({ length: 15 }, () => ({ alone: alone(), batch: engine(), floor: floor() }));
  const nanoseconds = median(pairs.map((pair) => pair.alone));
  const floorNanoseconds = median(pairs.map((pair) => pair.floor));
  const ratio = median(pairs.map((pair) => pair.alone / pair.floor));
  const batch = median(pairs.map((pair) => pair.batch));
  const batchRatio = median(pairs.map((pair) => pair.batch / pair.floor));
  const simulatedSeconds = (runs * inputs.length) / program.ticksPerSecond;
  return [
    { name: 'engine.piece_tick', value: nanoseconds, unit: 'ns', floor: floorNanoseconds, ratio },
    {
      name: 'engine.batch_piece_tick',
      value: batch,
      unit: 'ns',
      floor: floorNanoseconds,
      ratio: batchRatio,
    },
    {
      name: 'engine.sim_seconds_per_cpu_second',
      value: simulatedSeconds / ((nanoseconds * pieceTicks) / 1e9),
      unit: 's/s',
    },
  ];
}

function repeat(times: number, work: () => void): void {
  for (let time = 0; time < times; time++) work();
}

/** With the player out of sight both must walk the same beats; otherwise the comparison would mean nothing. */
function checkSameBeats(program: LevelProgram, hand: DryingHallByHand): void {
  const run = recordRun(program, { type: 'inputs', inputs: [] }, 1);
  hand.reset();
  for (let tick = 1; tick <= 100; tick++) {
    hand.runTick(0);
    hand.guards.forEach((guard, index) => {
      const start = tick * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS;
      const [x, y] = run.frames.subarray(start, start + 2);
      if (Math.abs(guard.x - x) + Math.abs(guard.y - y) > 1e-4) {
        throw new Error(
          `floor and engine differ at tick ${tick}: guard ${index} at ${guard.x}, ${guard.y} and ${x}, ${y}`,
        );
      }
    });
  }
}

export function measureStandIn(): BenchRow[] {
  const program = compile(plainYard());
  const seconds = () => {
    let ticks = 0;
    const ms = cpuMs(() => {
      for (const row of runChunk(program, STAND_INS[1], 1, 60).rows) ticks += row.ticks;
    });
    return ticks / program.ticksPerSecond / (ms / 1000);
  };
  seconds();
  return [{ name: 'standin.casual.sim_seconds_per_cpu_second', value: medianOf(5, seconds), unit: 's/s' }];
}

/** A wide hall with many guards on short beats; how the cost of a guard grows with their number. */
export function measureGrowth(): BenchRow[] {
  return [10, 100, 500, 2000].map((count): BenchRow => {
    const program = compile(crowdedGame(count));
    const ticks = Math.max(60, Math.round(60_000 / count));
    const runner = new Runner(program, { type: 'inputs', inputs: [] });
    const once = () => (cpuMs(() => runner.run(1, { mostTicks: ticks })) * 1e6) / (ticks * count);
    once();
    return { name: `engine.growth.${count}_pieces`, value: medianOf(5, once), unit: 'ns a piece-tick' };
  });
}

export function crowdedGame(count: number): GameDocument {
  const game = plainYard();
  const side = 256;
  const level = game.levels[0];
  level.map = Array.from({ length: side }, (_, row) =>
    Array.from({ length: side }, (__, column) =>
      row % (side - 1) === 0 || column % (side - 1) === 0 ? '#' : '.',
    ).join(''),
  );
  Object.assign(level.marks[0], { area: [250, 250, 2, 2] });
  const [player, guard] = level.pieces;
  player.at = [2.5, 2.5];
  level.pieces = [
    player,
    ...Array.from({ length: count }, (_, index) => {
      const x = 8.5 + ((index * 5) % 230);
      const y = 8.5 + Math.floor((index * 5) / 230) * 5;
      return {
        ...guard,
        id: `guard-${index}`,
        name: `Guard ${index}`,
        at: [x, y] as [number, number],
        route: [
          [x, y],
          [x + 3, y],
        ] as [number, number][],
      };
    }),
  ];
  return game;
}
