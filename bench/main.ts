import { writeFileSync } from 'node:fs';
import { measureMovers, measurePictures, measureSchemes } from './arenaRows';
import { measureBatches, reportWorkerMemory } from './batchRows';
import { measureDesk } from './deskRows';
import { measureEngine, measureGrowth, measureStandIn } from './engineRows';
import { measureGeometry } from './geometryRows';
import type { BenchRow } from './rows';

function say(row: BenchRow): void {
  const digits = row.value < 100 ? 2 : 0;
  const floor =
    row.floor === undefined ? '' : `   floor ${row.floor.toFixed(digits)} ${row.unit}, ratio ${row.ratio?.toFixed(2)}`;
  console.log(`${row.name.padEnd(46)} ${row.value.toFixed(digits).padStart(12)} ${row.unit}${floor}`);
}

async function main(args: string[]): Promise<void> {
  const parts = [
    measureEngine,
    measureStandIn,
    measureGrowth,
    measureMovers,
    measureSchemes,
    measurePictures,
    measureGeometry,
    measureBatches,
    ...(args.includes('--no-desk') ? [] : [measureDesk]),
  ];
  const rows: BenchRow[] = [];
  for (const measure of parts) {
    const measured = await measure();
    measured.forEach(say);
    rows.push(...measured);
  }
  const place = args.indexOf('--json');
  if (place >= 0 && args[place + 1]) writeFileSync(args[place + 1], JSON.stringify(rows, null, 2) + '\n');
}

if (process.argv.includes('--worker-memory')) reportWorkerMemory();
else await main(process.argv.slice(2));
