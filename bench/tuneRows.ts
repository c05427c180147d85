import {
  carryOut,
  measuredLevelOf,
  openSolver,
  playSavedChecks,
  readSwept,
  standInsOf,
  Sweep,
  sweepPoints,
  writeGame,
  type GameDocument,
  type PlayTask,
  type RunPlan,
} from '@/core/index';
import { ThreadPool } from '@/queue/threads/threadPool';
import { kilnYard } from '../tests/support/kilnYard';
import { type BenchRow } from './rows';

const HALL = 'drying-hall';
const WORKERS = 2;

/** Seconds in which a plan of runs of the main level is carried out by two threads, from a cold start of them. */
async function secondsOf<Task extends PlayTask>(plan: RunPlan<Task>): Promise<number> {
  const pool = new ThreadPool(() => Promise.resolve(writeGame(kilnYard())), { workers: WORKERS });
  try {
    const before = performance.now();
    await carryOut(
      plan,
      ({ overrides, standInId, firstSeed, count }) =>
        pool.compute({ documentHash: 'bench', levelId: HALL, overrides, standInId, firstSeed, count }),
      WORKERS,
    );
    return (performance.now() - before) / 1000;
  } finally {
    await pool.end();
  }
}

/** Milliseconds in which twenty saved checks of the main level are played anew: its own, each with four seeds. */
function msOfChecks(game: GameDocument): number {
  const levels = game.levels.map((level) =>
    level.id === HALL
      ? {
          ...level,
          checks: [0, 1, 2, 3].flatMap((more) =>
            (level.checks ?? []).map((check) => ({ ...check, seed: (check.seed ?? 1) + more })),
          ),
        }
      : level,
  );
  const times = Array.from({ length: 9 }, () => {
    const before = performance.now();
    playSavedChecks({ ...game, levels }, HALL);
    return performance.now() - before;
  });
  return times.sort((a, b) => a - b)[4];
}

/** A sweep of nine values by all four stand-ins, 200 runs each at most; and a search by one number for the brief of the demo. */
export async function measureTuning(): Promise<BenchRow[]> {
  const game = kilnYard();
  const level = game.levels.find(({ id }) => id === HALL)!;
  const measured = measuredLevelOf(game, HALL);
  const points = sweepPoints(game, level, [readSwept('warden.pace=1..4/9')!]);
  const solver = openSolver(game, level, [{ name: 'warden.pace', low: 1.5, high: 4 }], level.brief ?? [], measured);
  if (!points.ok || !solver.ok) throw new Error('the demo cannot be tuned');
  const standIns = standInsOf(game).map(({ id }) => id);
  const sweep = new Sweep(points.value, standIns, 200, measured, level.brief);
  return [
    { name: 'tune.sweep_9_values_4_stand_ins_s', value: await secondsOf(sweep), unit: 's' },
    { name: 'tune.sweep_runs', value: sweep.state.runs, unit: 'runs' },
    { name: 'tune.solve_1_number_s', value: await secondsOf(solver.value), unit: 's' },
    { name: 'tune.solve_runs', value: solver.value.state.runs, unit: 'runs' },
    { name: 'tune.saved_checks_20_ms', value: msOfChecks(game), unit: 'ms' },
  ];
}
