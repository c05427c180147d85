import type { Span } from '../../foundation/diagnostic';
import { nearestWord } from '../../foundation/nearestWord';
import type { ScriptSyntax } from '../syntax/parseScript';
import { STATEMENT_WORDS } from '../vocabulary';
import type { FaultList } from './faultList';
import { noteMemoryForm } from './knobs';

/** Notes every place of a text that does not fit the grammar. */
export function noteBrokenPlaces(syntax: ScriptSyntax, faults: FaultList): void {
  for (const { span, text, missing } of syntax.broken) {
    if (missing) {
      faults.error(
        span,
        'brace-open',
        'Something is missing here, most likely a closing brace `}`.',
        'Every `{` needs its `}`.',
      );
      continue;
    }
    noteUnknownText(span, text.split(/\s/)[0], faults);
  }
  for (const token of syntax.unknown) noteUnknownText(token.span, token.text, faults);
}

function noteUnknownText(span: Span, word: string, faults: FaultList): void {
  // Without its sign it is no statement to the grammar, since `keep` also begins a clause.
  if (word === 'keep') {
    noteMemoryForm(span, faults);
    return;
  }
  const nearest = nearestWord(word, Object.keys(STATEMENT_WORDS));
  const hint = nearest
    ? `Did you mean \`${nearest}\`?`
    : 'Remove it, or see the language page for what may stand here.';
  faults.error(span, 'unexpected-text', `\`${word}\` begins no statement.`, hint);
}
