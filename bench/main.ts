import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { measureMeasuring, measureMovers, measurePictures, measureSchemes, measureThinking } from './arenaRows';
import { measureBehaviors, measureChasers, measureScripts } from './behaviorRows';
import { measureCues, measureShots } from './cueRows';
import { measureBatches, reportWorkerMemory } from './batchRows';
import { measureDesk, measureKnobs, measureLargeDesk, measureProjection } from './deskRows';
import { measureEngine, measureGrowth, measureStandIn } from './engineRows';
import { measureFleet } from './fleetRows';
import { measureGeometry, measureLargePaths } from './geometryRows';
import { measureReports } from './reportRows';
import type { BenchRow } from './rows';
import { measureScenarios, measureWorlds } from './scenarioRows';
import { measureTuning } from './tuneRows';

function say(row: BenchRow): void {
  const digits = row.value < 100 ? 2 : 0;
  const floor =
    row.floor === undefined ? '' : `   floor ${row.floor.toFixed(digits)} ${row.unit}, ratio ${row.ratio?.toFixed(2)}`;
  console.log(`${row.name.padEnd(46)} ${row.value.toFixed(digits).padStart(12)} ${row.unit}${floor}`);
}

const PARTS: Record<string, () => BenchRow[] | Promise<BenchRow[]>> = {
  engine: measureEngine,
  standIn: measureStandIn,
  growth: measureGrowth,
  movers: measureMovers,
  behaviors: measureBehaviors,
  chasers: measureChasers,
  scenarios: measureScenarios,
  worlds: measureWorlds,
  scripts: measureScripts,
  knobs: measureKnobs,
  cues: measureCues,
  shots: measureShots,
  schemes: measureSchemes,
  thinking: measureThinking,
  measuring: measureMeasuring,
  pictures: measurePictures,
  geometry: measureGeometry,
  largePaths: measureLargePaths,
  batches: measureBatches,
  fleet: measureFleet,
  reports: measureReports,
  tuning: measureTuning,
  projection: measureProjection,
  desk: measureDesk,
  largeDesk: measureLargeDesk,
};

/** These start a server, and three of them a browser. */
const WITH_SERVER = ['desk', 'largeDesk', 'projection', 'reports', 'fleet'];

/** Every part runs in a process of its own, as levels do in their workers: what one part did never slows the next. */
function runPart(name: string): BenchRow[] {
  const run = spawnSync(process.execPath, [process.argv[1], '--part', name], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const last = run.stdout.trimEnd().split('\n').at(-1) ?? '';
  if (run.status !== 0 || !last.startsWith('[')) throw new Error(`the part ${name} did not end well`);
  return JSON.parse(last) as BenchRow[];
}

function main(args: string[]): void {
  const place = args.indexOf('--json');
  const chosen = args.filter((arg, at) => !arg.startsWith('--') && (place < 0 || at !== place + 1));
  const unknown = chosen.filter((name) => !(name in PARTS));
  if (unknown.length > 0) {
    console.error(`There is no part ${unknown.join(', ')}. There are: ${Object.keys(PARTS).join(', ')}.`);
    process.exitCode = 2;
    return;
  }
  const names = Object.keys(PARTS).filter(
    (name) =>
      (chosen.length === 0 || chosen.includes(name)) && !(WITH_SERVER.includes(name) && args.includes('--no-desk')),
  );
  const rows: BenchRow[] = [];
  for (const name of names) {
    const measured = runPart(name);
    measured.forEach(say);
    rows.push(...measured);
  }
  if (place >= 0 && args[place + 1]) writeFileSync(args[place + 1], JSON.stringify(rows, null, 2) + '\n');
}

const part = process.argv.indexOf('--part');
if (process.argv.includes('--worker-memory')) reportWorkerMemory();
else if (part >= 0) console.log(JSON.stringify(await PARTS[process.argv[part + 1]]()));
else main(process.argv.slice(2));
