/** One change of a text: what stands from `from` to `to` becomes `insert`. */
export interface TextEdit {
  from: number;
  to: number;
  insert: string;
}

/** Does several changes that do not overlap; places are those of the text before. */
export function applyEdits(text: string, edits: readonly TextEdit[]): string {
  return [...edits]
    .sort((a, b) => b.from - a.from)
    .reduce((result, { from, to, insert }) => result.slice(0, from) + insert + result.slice(to), text);
}
