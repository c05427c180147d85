import { compileGameLevel, projectLevelCues, Runner, type GameDocument } from '@/core/index';
import { kilnYard } from '../tests/support/kilnYard';
import { crowdedGame } from './engineRows';
import { cpuMs, medianOf, wallMs, type BenchRow } from './rows';

const ENEMIES = 300;
const SHOT_KINDS = ['spit-a', 'spit-b', 'spit-c', 'spit-d'];

/** How long the cues of each demo level take to project over 200 seeds, as after every edit, on one thread. */
export function measureCues(): BenchRow[] {
  const game = kilnYard();
  const measure = (levelId: string, name: string): BenchRow => {
    const once = () => wallMs(() => projectLevelCues(game, levelId, 200));
    once();
    return { name, value: medianOf(5, once), unit: 'ms' };
  };
  return [
    measure('ember-night', 'cues.projection_200_seeds_ms'),
    ...game.levels.map(({ id }) => measure(id, `cues.projection_200_seeds.${id}_ms`)),
  ];
}

/** 300 pieces that fire without pause, some 1,000 shots under way at once, how many times real time. */
export function measureShots(): BenchRow[] {
  const game = crowdedGame(ENEMIES) as GameDocument;
  const fire = SHOT_KINDS.map(
    (kind, index) =>
      `repeat every ${0.5 + 0.05 * index} s { fire ${kind} heading ${90 * index} deg, at 4 cells/s, range 30 cells }`,
  );
  game.scripts.find(({ id }) => id === 'night_watch')!.lines =
    `behavior night_watch {\nstart state on {\n${fire.join('\n')}\ndo wander at 1 cells/s, turning every 1 s\n}\n}`.split(
      '\n',
    );
  for (const id of SHOT_KINDS) game.cast.push({ id, name: id, tags: [], radius: 0.1, tint: '#b24a2f' });
  for (const piece of game.levels[0].pieces) delete piece.route;
  const compiled = compileGameLevel(game, game.levels[0].id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const program = { ...compiled.value, kinds: compiled.value.kinds.map((kind) => ({ ...kind, isThreat: false })) };
  const ticks = 1200;
  const runner = new Runner(program, { type: 'inputs', inputs: [] });
  let live = 0;
  runner.run(1, {
    mostTicks: ticks,
    skipHash: true,
    onTick: (world) => {
      if (world.tick === ticks - 1) live = world.level.shots.reduce((sum, shot) => sum + world.alive[shot], 0);
    },
  });
  const factor = () => ticks / program.ticksPerSecond / (cpuMs(() => runner.run(1, { mostTicks: ticks })) / 1000);
  factor();
  return [
    { name: 'shots.live_at_once', value: live, unit: 'shots' },
    { name: 'shots.300_enemies_times_real_time', value: medianOf(5, factor), unit: 's/s' },
  ];
}
