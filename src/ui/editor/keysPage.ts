import { KEY_TABLE } from './keyTable';

/** The page of the docs that lists every key, in groups, as the table has them. */
export function writeKeysPage(): string {
  const groups = [...new Set(KEY_TABLE.map(({ group }) => group))];
  const lines = groups.flatMap((group) => [
    `## ${group}`,
    '',
    ...KEY_TABLE.filter((row) => row.group === group).map(
      (row) => `- ${row.label}: ${row.keys.map((key) => `\`${key}\``).join(' or ')}`,
    ),
    '',
  ]);
  return [
    '# Every key',
    '',
    'This page is written from the table in `src/ui/editor/keyTable.ts` (`npm run docs`). `?` on the desk lists the same keys',
    'and gives them other ones; on a Mac, Command does what Ctrl does.',
    '',
    ...lines,
  ]
    .join('\n')
    .replace(/\n+$/, '\n');
}
