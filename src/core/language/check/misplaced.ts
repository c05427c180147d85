import { nearestWord } from '../../foundation/nearestWord';
import type { StatementSyntax } from '../syntax/parseScript';
import { STATEMENT_WORDS } from '../vocabulary';
import type { FaultList } from './faultList';
import type { TokenCursor } from './tokenCursor';

/** Notes a statement that may not stand where it does. */
export function noteMisplaced(statement: StatementSyntax, inside: string, allowed: string[], faults: FaultList): void {
  const list = allowed.map((word) => `\`${word}\``).join(', ');
  const isMany = inside.startsWith('These');
  faults.error(
    statement.keywordSpan,
    'misplaced-statement',
    `${inside} cannot hold \`${statement.keyword}\` here.`,
    `What may stand ${isMany ? 'in them' : 'here'}: ${list}.`,
  );
}

/** Notes what stands behind the part of a statement that could be read, and braces where none belong. */
export function noteRest(
  cursor: TokenCursor,
  isRead: boolean,
  statement: StatementSyntax,
  what: string,
  faults: FaultList,
  mayHaveBlock = false,
): void {
  if (isRead && !cursor.atEnd) {
    const word = cursor.current!.text;
    const nearest = nearestWord(word, Object.keys(STATEMENT_WORDS));
    faults.error(
      cursor.span,
      'unexpected-word',
      `\`${word}\` is not expected behind ${what}.`,
      nearest ? `Did you mean \`${nearest}\`?` : 'Remove it or check the spelling.',
    );
  }
  if (statement.block && !mayHaveBlock)
    faults.error(
      statement.keywordSpan,
      'block-unexpected',
      `\`${statement.keyword}\` takes no braces.`,
      'Is a `state` misspelled above?',
    );
}
