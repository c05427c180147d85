import { MEASURES, type MeasureTable } from '../measure/measures';
import { emptySums, summaryOf } from '../measure/sums';

const HEAD = `# The table of measures

This page is written from the table in \`src/core/measure/measures.ts\` (\`npm run docs\`). Desk, report, CSV and JSON loop over the
same table. How measures are worked out at length, and what they do not say, is told in [measures.md](measures.md).

What runs come to is kept as sums that add up: joined run by run or part by part, in any order, they come to the same to the
last digit.
`;

/** The page of the docs that lists every measure with its unit, how it is joined, its columns and its fields. */
export function writeMeasuresPage(table: MeasureTable = MEASURES): string {
  const empty = summaryOf(emptySums(table), { ticksPerSecond: 60, pieces: [], kinds: [] }, table);
  const rows = Object.entries(table).map(([id, { name, unit, about, join, columns, json }]) => {
    const fields = Object.keys(json?.(empty[id]) ?? {});
    const cells = [name, unit || '–', join.kind, about, codes((columns ?? []).map((own) => own.name)), codes(fields)];
    return `| ${cells.join(' | ')} |`;
  });
  const head = ['measure', 'unit', 'joined as', 'what it says', 'columns of the table of runs', 'fields of the JSON'];
  return `${HEAD}\n| ${head.join(' | ')} |\n|${' --- |'.repeat(head.length)}\n${rows.join('\n')}\n`;
}

function codes(names: readonly string[]): string {
  return names.length > 0 ? names.map((name) => `\`${name}\``).join(', ') : '–';
}
