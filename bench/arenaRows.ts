import {
  detectReading,
  generateMap,
  readPicture,
  readPictureGrid,
  Runner,
  runChunk,
  runSeeds,
  STAND_INS,
  type GameDocument,
  type Piece,
} from '@/core/index';
import { drawMaze } from '../tests/support/pictures';
import { kilnYard, plainYard } from '../tests/support/kilnYard';
import { compile } from './engineRows';
import { cpuMs, medianOf, wallMs, type BenchRow } from './rows';

const SIDE = 256;
const MOVERS = 2000;
const MOTIONS: Record<string, string> = {
  pacer: 'do pace across at 2.5 cells/s',
  swinger: 'do hover route, over 3 s',
  bouncer: 'do drift reflecting at 4 cells/s',
  drifter: 'do drift wrapping at 3 cells/s',
  walker: 'do wander at 1.5 cells/s, turning every 1 s',
  roamer: 'do roam corridors at 2.4 cells/s',
  ranks: 'do march stepping 0.5 cells, every 0.5 s, down 0.5 cells',
  beat: 'do patrol route, back and forth, at 2.2 cells/s',
};

/** Every motion that needs no target, 2,000 pieces in all, in a hall with pillars; all of them can be met. */
function crowdOfMovers(): GameDocument {
  const game = plainYard();
  const names = Object.keys(MOTIONS);
  game.scripts = names.map((id) => ({ id, lines: [`behavior ${id} { start state going { ${MOTIONS[id]} } }`] }));
  const player = game.cast.find((kind) => kind.id === 'apprentice')!;
  game.cast = [
    player,
    ...names.map((id) => ({ id, name: id, tags: ['foe'], radius: 0.35, tint: '#8a3324', behavior: id })),
  ];
  delete game.contacts;
  const pieces = Array.from({ length: MOVERS }, (_, index): Piece => {
    const kind = names[index % names.length];
    const x = 6.5 + ((index * 5) % 240);
    const y = 6.5 + Math.floor((index * 5) / 240) * 5;
    return {
      id: `m${index}`,
      name: `M ${index}`,
      kind,
      at: [x, y],
      facing: (index * 37) % 360,
      route: [
        [x, y],
        [x + 3, y],
      ],
      ...(kind === 'ranks' ? { formation: `f${index % 10}` } : {}),
    };
  });
  const pillar = (row: number, column: number) => row % 15 === 3 && column % 15 === 3;
  const isRim = (at: number) => at === 0 || at === SIDE - 1;
  game.levels = [
    {
      ...game.levels[0],
      id: 'drying-hall',
      map: Array.from({ length: SIDE }, (_, row) =>
        Array.from({ length: SIDE }, (__, column) =>
          isRim(row) || isRim(column) || pillar(row, column) ? '#' : '.',
        ).join(''),
      ),
      marks: [{ id: 'kiln-door', name: 'Kiln door', area: [250, 250, 2, 2] }],
      pieces: [{ id: 'apprentice', name: 'Apprentice', kind: 'apprentice', at: [2.5, 2.5], facing: 0 }, ...pieces],
    },
  ];
  return game;
}

/** How many times real time 2,000 movers of all sorts run, with nobody to see them. */
export function measureMovers(): BenchRow[] {
  const program = compile(crowdOfMovers());
  const runner = new Runner(program, { type: 'inputs', inputs: [] });
  const ticks = 1800;
  const factor = () => ticks / program.ticksPerSecond / (cpuMs(() => runner.run(1, { mostTicks: ticks })) / 1000);
  // Several rounds until the engine of JavaScript has settled on its code.
  for (let round = 0; round < 4; round++) factor();
  return [{ name: `movers.${MOVERS}_times_real_time`, value: medianOf(5, factor), unit: 's/s' }];
}

/** Every demo level: simulated seconds a CPU second with the stand-in that plays it. */
export function measureSchemes(): BenchRow[] {
  return kilnYard().levels.map((level): BenchRow => {
    const program = compile(kilnYard(), level.id);
    const seconds = () => {
      let ticks = 0;
      const ms = cpuMs(() => {
        for (const row of runChunk(program, STAND_INS[1], 1, 30).rows) ticks += row.ticks;
      });
      return ticks / program.ticksPerSecond / (ms / 1000);
    };
    seconds();
    return { name: `standin.casual.${level.id}`, value: medianOf(3, seconds), unit: 's/s' };
  });
}

/** Every demo level: what runs cost that are measured against the same runs that are not, both in turn. */
export function measureMeasuring(): BenchRow[] {
  const runs = 20;
  return kilnYard().levels.map((level): BenchRow => {
    const program = compile(kilnYard(), level.id);
    const [measured, plain] = [0, 1].map(() => new Runner(program, { type: 'stand-in', traits: STAND_INS[1] }));
    const ratio = () => {
      const own = cpuMs(() => runSeeds(measured, 1, runs));
      return own / cpuMs(() => Array.from({ length: runs }, (_, index) => plain.run(1 + index)));
    };
    ratio();
    return { name: `measuring.over_plain.${level.id}`, value: medianOf(11, ratio), unit: 'times' };
  });
}

/** Every demo level: what runs of a stand-in cost against the same runs from their inputs, without anybody who thinks. */
export function measureThinking(): BenchRow[] {
  const runs = 20;
  return kilnYard().levels.flatMap((level) => {
    const program = compile(kilnYard(), level.id);
    return [STAND_INS[1], STAND_INS[3]].map((traits): BenchRow => {
      const runner = new Runner(program, { type: 'stand-in', traits });
      const rows: number[][] = [];
      for (let seed = 1; seed <= runs; seed++) {
        const inputs: number[] = [];
        runner.run(seed, { onTick: ({ tick }, input) => void (tick > 0 && inputs.push(input)) });
        rows.push(inputs);
      }
      const replays = rows.map((inputs) => new Runner(program, { type: 'inputs', inputs }, undefined, false));
      const ratio = () => {
        const own = cpuMs(() => rows.forEach((_, index) => runner.run(index + 1)));
        return own / cpuMs(() => replays.forEach((replay, index) => replay.run(index + 1)));
      };
      ratio();
      return { name: `standin.${traits.id}_over_replay.${level.id}`, value: medianOf(3, ratio), unit: 'times' };
    });
  });
}

/** From the bytes of a picture of a thousand pixels a side to the grid. */
export function measurePictures(): BenchRow[] {
  const recipe = { form: 'maze', columns: 125, rows: 125, seed: 3, openness: 0.3 } as const;
  const map = generateMap({ ...recipe, wallGlyph: '#', openGlyph: '.', betweenGlyph: '#' });
  const convert = (bytes: Uint8Array) =>
    medianOf(5, () =>
      wallMs(() => {
        const read = readPicture(bytes);
        if (!read.ok) throw new Error(read.faults[0].message);
        const grid = readPictureGrid(read.value, detectReading(read.value));
        if (!grid.ok || grid.value.columns !== 125) throw new Error('this is a bug: the maze was not recognised');
      }),
    );
  return [
    { name: 'picture.1000x1000_png_ms', value: convert(drawMaze(map, 8, 'png')), unit: 'ms' },
    { name: 'picture.1000x1000_jpeg_ms', value: convert(drawMaze(map, 8, 'jpeg')), unit: 'ms' },
  ];
}
