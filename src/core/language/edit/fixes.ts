import type { Diagnostic, Fix, Span } from '../../foundation/diagnostic';
import { addState, cutLines, cutStatement, removeState, setStart } from './edits';
import type { TextEdit } from './textEdit';

type FixTable = {
  [Type in Fix['type']]: (
    fix: Extract<Fix, { type: Type }>,
    text: string,
    span: Span,
  ) => { title: string; edits: TextEdit[] };
};

const FIXES: FixTable = {
  replace: ({ text: insert }, _, { from, to }) => ({ title: `Write \`${insert}\``, edits: [{ from, to, insert }] }),
  'add state': ({ name }, text) => ({ title: `Add the state \`${name}\``, edits: addState(text, name) }),
  'remove state': ({ name }, text) => ({ title: 'Remove it', edits: removeState(text, name) }),
  'remove statement': (_, text, { from }) => ({ title: 'Remove it', edits: [cutStatement(text, from)] }),
  'remove lines': (_, text, { from, to }) => ({ title: 'Remove it', edits: [cutLines(text, from, to)] }),
  'start here': ({ name }, text) => ({ title: 'Begin with this one', edits: setStart(text, name) }),
};

/** The edits that mend a fault of a text by the fix that it carries, with what they do; undefined when it carries none. */
export function quickFix(text: string, { fix, where }: Diagnostic): { title: string; edits: TextEdit[] } | undefined {
  if (!fix || !where.span) return undefined;
  const apply = FIXES[fix.type] as (fix: Fix, text: string, span: Span) => { title: string; edits: TextEdit[] };
  return apply(fix, text, where.span);
}
