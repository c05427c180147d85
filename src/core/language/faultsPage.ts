import { FAULT_ROOMS, type FaultRoom } from '../foundation/faultCodes';
import type { FaultEntry, FaultExample } from '../foundation/faults/faultEntry';
import { SOUND_GAME } from '../foundation/faults/soundGame';

const TITLES: Readonly<Record<FaultRoom, string>> = {
  scripts: 'Scripts of behaviors',
  cues: 'Cues and rules',
  documents: 'Documents',
  otherFiles: 'Pictures, text maps and charts',
  runs: 'Runs',
  ways: 'Ways',
  rules: 'Rules',
  arrivals: 'Arrivals',
  pieces: 'Pieces and kinds',
};
const LONGEST_TEXT = 160;

/** The page of all faults, as Markdown. */
export function writeFaultsPage(): string {
  const sections = (Object.keys(FAULT_ROOMS) as FaultRoom[]).map((room) => {
    const entries: [string, FaultEntry][] = Object.entries(FAULT_ROOMS[room]);
    const items = entries
      .sort(([one], [other]) => (one < other ? -1 : 1))
      .map(([code, { meaning, example }]) => `- **\`${code}\`**: ${meaning}.${writeExample(example)}`);
    return `## ${TITLES[room]}\n\n${items.join('\n')}\n`;
  });
  return `${HEAD}\n${fenced('json', JSON.stringify(SOUND_GAME, null, 1), '')}\n\n${sections.join('\n')}`;
}

function writeExample(example: FaultExample): string {
  if ('said' in example) return ` As of ${example.said}.`;
  if ('text' in example) return `\n\n${fenced('gorge', shortened(example.text), '  ')}\n`;
  const changes = Object.entries(example.changes).map(([path, value]) =>
    value === undefined ? `without ${path}` : `${path} = ${JSON.stringify(value)}`,
  );
  return `\n\n${fenced('text', changes.join('\n'), '  ')}\n`;
}

function shortened(text: string): string {
  return text.length > LONGEST_TEXT ? `${text.slice(0, 60)} … ${text.slice(-60)}` : text;
}

function fenced(language: string, text: string, indent: string): string {
  return ['```' + language, ...text.split('\n'), '```'].map((line) => `${indent}${line}`).join('\n');
}

const HEAD = `# Every fault, by its code

Made from the code by \`npm run docs\`. \`gorge check GAME --json\` gives of each fault its \`code\`, its \`severity\` (an error stands in the way of runs, a warning does not), a
\`message\`, a \`hint\`, its place (\`where\`: a path in the document, a stretch of the text of a script or of cues, line and column in the file), the \`levels\` in which it is so where
it stands in none of them, and a \`fix\` where one change mends it. Under a code stands the shortest text that has it, or what is to be written otherwise in the small game below,
in which nothing is wrong. More about what is said of whole levels is in [checks](checks.md).
`;
