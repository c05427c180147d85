/**
 * A script with its lines indented by their braces, two spaces a step; trailing spaces and more than one empty line in
 * a row go. Nothing within a line is touched, so comments and aligned columns stay.
 */
export function formatScript(text: string): string {
  let depth = 0;
  const lines = text.split('\n').map((line) => {
    const bare = line.trim();
    const code = bare.replace(/#.*$/, '');
    const closesFirst = /^\}+/.exec(code)?.[0].length ?? 0;
    const indent = Math.max(0, depth - closesFirst);
    depth = depthAfter(code, depth);
    return bare === '' ? '' : '  '.repeat(indent) + bare;
  });
  const kept = lines.filter((line, index) => line !== '' || (index > 0 && lines[index - 1] !== ''));
  return kept.join('\n').trimEnd() + (text.endsWith('\n') ? '\n' : '');
}

/** How many braces are open at the end of a text, comments aside. */
export function openBraces(text: string): number {
  return text.split('\n').reduce((depth, line) => depthAfter(line.replace(/#.*$/, ''), depth), 0);
}

function depthAfter(code: string, depth: number): number {
  for (const character of code) {
    if (character === '{') depth++;
    else if (character === '}') depth = Math.max(0, depth - 1);
  }
  return depth;
}
