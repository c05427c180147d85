/** Where the focus is: the text and the caret in it, or the words that stand beside a field. */
export interface FocusedAt {
  line?: { text: string; caret: number };
  label?: string | undefined;
}

/** What the help is asked for: the word at the caret, else the label of the field, else what is selected; nothing for none of them. */
export function helpQuestion({ line, label }: FocusedAt, selected: string): string {
  const word = line ? wordAt(line.text, line.caret) : '';
  return word || plainLabel(label ?? '') || selected;
}

function wordAt(text: string, caret: number): string {
  const before = /[A-Za-z]+$/.exec(text.slice(0, caret))?.[0] ?? '';
  const after = /^[A-Za-z]+/.exec(text.slice(caret))?.[0] ?? '';
  return before + after;
}

/** "Sight (cells)" is asked for by "Sight". */
function plainLabel(label: string): string {
  return label
    .replace(/\([^)]*\)|[*:]|,.*$/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}
