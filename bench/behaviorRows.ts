import { checkCues, checkScript, compileGameLevel, outlineScript, Runner, type LevelProgram } from '@/core/index';
import { mutatedText } from '@/core/testing/mutatedText';
import { lookAndDecide, type DecideAll } from '@/core/simulate/engine/tick';
import { watchByHand } from './floor/nightWatch';
import { compile, crowdedGame, PLAIN_WATCH } from './engineRows';
import { kilnYard } from '../tests/support/kilnYard';
import { cpuMs, median, medianOf, plainAdditionsMs, wallMs, type BenchRow } from './rows';

const GUARDS = 200;

/**
 * Deciding by a compiled behavior beside the same logic written by hand for itself alone, on the same world: both must come
 * to the same run. Only looking and deciding is timed.
 */
export function measureBehaviors(): BenchRow[] {
  const game = crowdedGame(GUARDS);
  game.scripts.find(({ id }) => id === 'night_watch')!.lines = PLAIN_WATCH.split('\n');
  // In the midst of them, so that sights and hunts come and go.
  game.levels[0].pieces[0].at = [120.5, 14.5];
  const program = withoutEnd(compile(game));
  const inputs = Array.from({ length: 1200 }, (_, tick) => 1 + (Math.floor(tick / 60) % 4));
  const timed = (decide: DecideAll) => {
    let nanoseconds = 0;
    const runner = new Runner(program, { type: 'inputs', inputs }, (world) => {
      const before = process.hrtime.bigint();
      decide(world);
      nanoseconds += Number(process.hrtime.bigint() - before);
    });
    return () => {
      nanoseconds = 0;
      const { hash } = runner.run(1, { mostTicks: inputs.length });
      return { hash, nanoseconds: nanoseconds / (inputs.length * GUARDS) };
    };
  };
  const compiled = timed(lookAndDecide);
  const byHand = timed(watchByHand);
  for (let round = 0; round < 3; round++) {
    if (compiled().hash !== byHand().hash) throw new Error('the behavior by hand does not decide as the compiled one');
  }
  const pairs = Array.from({ length: 9 }, () => ({ compiled: compiled().nanoseconds, byHand: byHand().nanoseconds }));
  return [
    {
      name: 'behavior.decide',
      value: median(pairs.map((pair) => pair.compiled)),
      unit: 'ns a piece-tick',
      floor: median(pairs.map((pair) => pair.byHand)),
      ratio: median(pairs.map((pair) => pair.compiled / pair.byHand)),
    },
  ];
}

const CHASERS = 500;
const SIDE = 256;

/** 500 pieces in a field of pillars after one target that runs about, on 256×256 cells, how many times real time. */
export function measureChasers(): BenchRow[] {
  const program = withoutEnd(compileChasers());
  const ticks = 900;
  const inputs = Array.from({ length: ticks }, (_, tick) => 1 + (Math.floor(tick / 40) % 8));
  const runner = new Runner(program, { type: 'inputs', inputs });
  const factor = () => ticks / program.ticksPerSecond / (cpuMs(() => runner.run(1, { mostTicks: ticks })) / 1000);
  for (let round = 0; round < 5; round++) {
    factor();
    plainAdditionsMs();
  }
  const rounds = Array.from({ length: 31 }, () => ({ control: plainAdditionsMs(), factor: factor() }));
  const controls = rounds.map(({ control }) => control);
  return [
    { name: `chasers.${CHASERS}_times_real_time`, value: median(rounds.map((round) => round.factor)), unit: 's/s' },
    { name: 'chasers.plain_additions_slowed', value: median(controls) / Math.min(...controls), unit: 'times' },
  ];
}

function compileChasers(): LevelProgram {
  const game = crowdedGame(CHASERS);
  const text = `behavior night_watch {
  start state wait { do hold go hunt when sees player within 24 cells }
  state hunt { do chase player by path at 2 cells/s, keep 0.5 cells go wait when unseen for 8 s }
}`;
  game.scripts.find(({ id }) => id === 'night_watch')!.lines = text.split('\n');
  const level = game.levels[0];
  const isRim = (at: number) => at === 0 || at === SIDE - 1;
  // A pillar in every cell of a wide raster, chasers in the rows between.
  level.map = Array.from({ length: SIDE }, (_, y) =>
    Array.from({ length: SIDE }, (__, x) => (isRim(x) || isRim(y) || (x % 6 === 3 && y % 6 === 0) ? '#' : '.')).join(
      '',
    ),
  );
  level.pieces[0].at = [128.5, 128.5];
  level.pieces.slice(1).forEach((piece, index) => {
    piece.at = [94.5 + 3 * (index % 24), 98.5 + 3 * Math.floor(index / 24)];
    delete piece.route;
  });
  const compiled = compileGameLevel(game, level.id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return compiled.value;
}

function withoutEnd(program: LevelProgram): LevelProgram {
  return { ...program, kinds: program.kinds.map((kind) => ({ ...kind, isThreat: false })) };
}

/** A script of 400 lines: checked, and its diagram worked out, as after every keystroke. */
export function measureScripts(): BenchRow[] {
  const lines = ['behavior long {', '  start state first {', '    do hold', '  }'];
  for (let index = 0; lines.length < 396; index++) {
    lines.push(
      `  state s${index} {`,
      '    do chase player by path at 2 cells/s * 1.5, keep 0.4 cells, apart 0.8 cells',
    );
    lines.push(
      `    go first when sees player within 6 cells, arc 110 deg and (after ${index % 9} s or not arrived)`,
      '  }',
    );
  }
  lines.push('}');
  const text = lines.join('\n');
  const once = () =>
    wallMs(() => {
      checkScript(text, []);
      outlineScript(text);
    });
  for (let round = 0; round < 5; round++) once();
  return [
    { name: `script.check_${lines.length}_lines_ms`, value: medianOf(15, once), unit: 'ms' },
    slowestMutatedText(),
  ];
}

const MUTATED_TEXTS = 20_000;

/** The longest that any of many mutated texts of the demo keeps the checks busy; the aim is less than 200 ms. */
function slowestMutatedText(): BenchRow {
  const game = kilnYard();
  const scripts = game.scripts.map(({ lines }) => lines.join('\n'));
  const cues = game.levels.flatMap((level) => (level.cues ? [level.cues.join('\n')] : []));
  const names = { kinds: game.cast.map(({ id }) => id), tags: ['foe'], marks: [], grounds: [] };
  for (const text of scripts) checkScript(text, []);
  let slowest = 0;
  for (let seed = 1; seed <= MUTATED_TEXTS; seed++) {
    const ofCues = seed % 2 === 0;
    const bases = ofCues ? cues : scripts;
    const text = mutatedText(bases[seed % bases.length], seed);
    slowest = Math.max(
      slowest,
      wallMs(() => (ofCues ? checkCues(text, [], names) : checkScript(text, []))),
    );
  }
  return { name: `script.slowest_of_${MUTATED_TEXTS}_mutated_ms`, value: slowest, unit: 'ms' };
}
