import { PerformanceObserver } from 'node:perf_hooks';
import { compileGameLevel, Runner, type GameDocument, type LevelProgram } from '@/core/index';
import { prepareRuns } from '@/core/simulate/engine/prepareRuns';
import { World } from '@/core/simulate/engine/world';
import { kilnYard } from '../tests/support/kilnYard';
import { crowdedGame, PLAIN_WATCH } from './engineRows';
import { cpuMs, medianOf, type BenchRow } from './rows';

/** 20 guards with sight on their beats, and a player who walks about among them. */
export function guardsProgram(): LevelProgram {
  const game = crowdedGame(20);
  game.scripts.find(({ id }) => id === 'night_watch')!.lines = PLAIN_WATCH.split('\n');
  return harmless(game);
}

/** 55 marchers in ranks of which the foremost throw, before 40 shield pieces that are hit by what is thrown. */
export function ranksProgram(): LevelProgram {
  const game = crowdedGame(1);
  const level = game.levels[0];
  const [width, height] = [64, 40];
  level.map = Array.from({ length: height }, () => '.'.repeat(width));
  Object.assign(level.marks[0], { area: [60, 37, 1, 1] });
  const [player, guard] = level.pieces;
  player.at = [32, 37.5];
  const kind = game.cast.find(({ id }) => id === guard.kind)!;
  game.cast.push(
    { ...kind, id: 'ranker', name: 'Ranker', behavior: 'rank', tags: ['ranker'], radius: 0.4, floats: true, knobs: {} },
    { id: 'shield', name: 'Shield', tags: ['shield'], radius: 0.4, tint: '#8a3324', health: 1e4 },
    { id: 'seed', name: 'Seed', tags: ['seed'], radius: 0.12, tint: '#8a3324' },
  );
  game.scripts.push({
    id: 'rank',
    lines: [
      'behavior rank {',
      '  start state on {',
      '    do march stepping 0.25 cells, every 0.4 s, down 0 cells',
      '    go throw when foremost and chance 30 % every 0.5 s',
      '  }',
      '  state throw {',
      '    enter { fire seed heading 90 deg, at 8 cells/s, range 30 cells }',
      '    do march stepping 0.25 cells, every 0.4 s, down 0 cells',
      '    go on after 0.1 s',
      '  }',
      '}',
    ],
  });
  game.contacts = [{ by: 'seed', on: 'shield', does: [{ effect: 'harm', health: 1 }], cooldown: 0 }];
  level.pieces = [
    player,
    ...Array.from({ length: 55 }, (_, index) => ({
      ...player,
      id: `r${index}`,
      name: `R${index}`,
      kind: 'ranker',
      at: [10.5 + 2 * (index % 11), 3.5 + 2 * Math.floor(index / 11)] as [number, number],
      formation: 'ranks',
    })),
    ...Array.from({ length: 40 }, (_, index) => ({
      ...player,
      id: `s${index}`,
      name: `S${index}`,
      kind: 'shield',
      at: [8.5 + (index % 20) * 2.3, 28.5 + 1.2 * Math.floor(index / 20)] as [number, number],
    })),
  ];
  return harmless(game);
}

function harmless(game: GameDocument): LevelProgram {
  const compiled = compileGameLevel(game, game.levels[0].id);
  if (!compiled.ok) throw new Error(compiled.faults.map(({ message }) => message).join(' '));
  return { ...compiled.value, kinds: compiled.value.kinds.map((kind) => ({ ...kind, isThreat: false })) };
}

const SCENARIO_TICKS = 1200;

function timesRealTime(program: LevelProgram): number {
  const inputs = Array.from({ length: SCENARIO_TICKS }, (_, tick) => 1 + (Math.floor(tick / 40) % 8));
  const runner = new Runner(program, { type: 'inputs', inputs });
  const runs = 10;
  const once = () => {
    for (let run = 0; run < runs; run++) runner.run(1 + run, { mostTicks: SCENARIO_TICKS });
  };
  for (let round = 0; round < 3; round++) once();
  const seconds = (runs * SCENARIO_TICKS) / program.ticksPerSecond;
  return medianOf(7, () => seconds / (cpuMs(once) / 1000));
}

/** Ten runs of other seeds with one runner, fingerprints included, as in a batch. */
export function measureScenarios(): BenchRow[] {
  return [
    { name: 'guards.20_times_real_time', value: timesRealTime(guardsProgram()), unit: 's/s' },
    { name: 'ranks.55_marchers_40_shields_times_real_time', value: timesRealTime(ranksProgram()), unit: 's/s' },
  ];
}

/** What a world of 20 pieces costs to copy, and how often memory is collected while demo levels run. */
export async function measureWorlds(): Promise<BenchRow[]> {
  const level = prepareRuns(guardsProgram());
  const [from, to] = [new World(level, 1), new World(level, 1)];
  const copies = 20_000;
  const copy = () =>
    (cpuMs(() => {
      for (let time = 0; time < copies; time++) to.copyFrom(from);
    }) *
      1000) /
    copies;
  copy();
  const rows: BenchRow[] = [{ name: 'engine.copy_world_20_pieces', value: medianOf(5, copy), unit: 'µs' }];
  for (const levelId of ['drying-hall', 'cart-crossing', 'shelf-raid'])
    rows.push({
      name: `engine.collections_a_million_ticks.${levelId}`,
      value: await collections(levelId),
      unit: 'collections',
    });
  return rows;
}

async function collections(levelId: string): Promise<number> {
  const compiled = compileGameLevel(kilnYard(), levelId);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const program = {
    ...compiled.value,
    exit: undefined,
    kinds: compiled.value.kinds.map((kind) => ({ ...kind, isThreat: false })),
  };
  const inputs = Array.from({ length: 2400 }, (_, tick) => 1 + (Math.floor(tick / 40) % 8));
  const runner = new Runner(program, { type: 'inputs', inputs });
  let ticks = 0;
  const play = () => {
    for (let seed = 1; seed <= 40; seed++)
      ticks += runner.run(seed, { mostTicks: inputs.length }).record?.ticks ?? inputs.length;
  };
  play();
  let count = 0;
  const observer = new PerformanceObserver((list) => (count += list.getEntries().length));
  observer.observe({ entryTypes: ['gc'] });
  ticks = 0;
  play();
  // What was noted is handed over when the present work is done.
  await new Promise((resolve) => setTimeout(resolve, 50));
  count += observer.takeRecords().length;
  observer.disconnect();
  return (count / ticks) * 1e6;
}
