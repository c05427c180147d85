import { DIMENSION_WORDS } from '../../foundation/units';
import { proposeWord } from '../../foundation/nearestWord';
import type { Act } from '../checkedBehavior';
import type { BlockSyntax, StatementSyntax } from '../syntax/parseScript';
import { ACT_STARTERS, VOCABULARY } from '../vocabulary';
import { readExpression } from './expressions';
import { noteMisplaced, noteRest } from './misplaced';
import { type PhraseScope, readPhrase } from './phrases';
import { TokenCursor } from './tokenCursor';

/** Reads the acts in braces; what is no act is noted and left out. */
export function readActs(block: BlockSyntax | undefined, scope: PhraseScope): Act[] {
  return (block?.statements ?? []).flatMap((statement) => {
    if (!ACT_STARTERS.includes(statement.keyword)) {
      noteMisplaced(statement, 'These braces', [...new Set(ACT_STARTERS)], scope.faults);
      return [];
    }
    const act = statement.keyword === 'set' ? readSet(statement, scope) : readAct(statement, scope);
    return act ? [act] : [];
  });
}

function readAct(statement: StatementSyntax, scope: PhraseScope): Act | undefined {
  const cursor = cursorWithKeyword(statement);
  const isFacing = VOCABULARY.some((entry) => entry.role === 'facing' && entry.words[0] === statement.keyword);
  const phrase = readPhrase(cursor, isFacing ? 'facing' : 'act', scope);
  noteRest(cursor, phrase !== undefined, statement, 'the act', scope.faults);
  return phrase && { type: 'do', phrase };
}

/** Acts begin with their own word, so it is read together with what follows. */
export function cursorWithKeyword(statement: StatementSyntax): TokenCursor {
  const keyword = { type: 'word', text: statement.keyword, span: statement.keywordSpan } as const;
  return new TokenCursor([keyword, ...statement.tokens], statement.span);
}

function readSet(statement: StatementSyntax, scope: PhraseScope): Act | undefined {
  const cursor = new TokenCursor(statement.tokens, statement.span);
  const name = cursor.take();
  const memory = name && scope.memory.get(name.text);
  if (name?.type !== 'word' || !memory) {
    scope.faults.error(
      name?.span ?? statement.keywordSpan,
      'unknown-memory',
      name ? `Nothing called \`${name.text}\` is kept in this behavior.` : '`set` needs a name.',
      scope.memory.size > 0
        ? proposeWord(name?.text ?? '', [...scope.memory.keys()], 'numbers kept')
        : `Write \`keep ${name?.text ?? 'scares'} = 0\` above the states.`,
    );
    return undefined;
  }
  if (!cursor.takeIfText('=')) {
    scope.faults.error(cursor.span, 'set-form', '`set` needs `=` and a value.', 'As in `set scares = scares + 1`.');
    return undefined;
  }
  const value = readExpression(cursor, scope);
  noteRest(cursor, value !== undefined, statement, 'the value', scope.faults);
  if (!value) return undefined;
  if (value.dimension !== memory.dimension) {
    scope.faults.error(
      value.span,
      'wrong-unit',
      `\`${memory.name}\` keeps ${DIMENSION_WORDS[memory.dimension]}, but this is ${DIMENSION_WORDS[value.dimension]}.`,
      'Change the value, or the unit of the first value behind `keep`.',
    );
    return undefined;
  }
  return { type: 'set', name: memory.name, value, span: statement.span };
}
