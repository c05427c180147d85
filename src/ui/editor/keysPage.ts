import { KEY_TABLE } from './keyTable';

const HANDS = [
  'Wheel: zooms; with Shift, or tilted, it moves the picture. Space or the middle button with a drag moves it, too.',
  'Two fingers on a pad: together they move the picture, apart they zoom it.',
  'One finger on a screen does what the main button does; two move and zoom the picture.',
  'A pen draws; its blunt end or its side button takes ground away, as the second mouse button and Shift do.',
  'Gamepad, in a try: stick or cross move, two buttons act, the others throw where that has a key of its own.',
];

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
    '## Mouse, pad, fingers, pen and gamepad',
    '',
    ...HANDS.map((line) => `- ${line}`),
    '',
  ]
    .join('\n')
    .replace(/\n+$/, '\n');
}
