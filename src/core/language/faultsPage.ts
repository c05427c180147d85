import { FAULT_CODES } from '../foundation/faultCodes';

const TITLES: Record<string, string> = {
  script: 'Scripts of behaviors',
  cues: 'Cues and rules',
  document: 'Documents',
  'other files': 'Pictures, text maps and charts',
  runs: 'Runs',
};

/** The page of all faults, as Markdown. */
export function writeFaultsPage(): string {
  const entries = Object.entries(FAULT_CODES).map(([code, entry]) => ({
    code,
    room: entry.room,
    meaning: entry.meaning,
    example: 'example' in entry ? entry.example : undefined,
  }));
  const rooms = [...new Set(entries.map(({ room }) => room))];
  const sections = rooms.map((room) => {
    const own = entries.filter((entry) => entry.room === room).sort((a, b) => (a.code < b.code ? -1 : 1));
    const items = own.map(({ code, meaning, example }) =>
      [`- **\`${code}\`**: ${meaning}.`, ...(example ? [fence(example)] : [])].join('\n'),
    );
    return `## ${TITLES[room] ?? room[0].toUpperCase() + room.slice(1)}\n\n${items.join('\n')}\n`;
  });
  return `${HEAD}\n${sections.join('\n')}`;
}

function fence(text: string): string {
  const shown = text.length > 160 ? `${text.slice(0, 60)} … ${text.slice(-60)}` : text;
  return `\n  \`\`\`gorge\n${shown
    .split('\n')
    .map((line) => `  ${line}`)
    .join('\n')}\n  \`\`\`\n`;
}

const HEAD = `# Every fault, by its code

Made from the code by \`npm run docs\`. \`gorge check GAME --json\` gives of each fault its \`code\`, its \`severity\` (an error stands in the way of runs, a warning does not), a
\`message\`, a \`hint\`, its place (\`where\`: a path in the document, a stretch of the text of a script or of cues, line and column in the file), the \`levels\` in which it is so where
it stands in none of them, and a \`fix\` where one change mends it. Under a code of scripts and cues stands the shortest text that has it; what is said of whole levels is explained in
[checks](checks.md).
`;
