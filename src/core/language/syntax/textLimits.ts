import type { Span } from '../../foundation/diagnostic';

/** A text within these is read and checked in well under a second; what people write is far from them. */
export const TEXT_LIMITS = {
  /** Brackets and braces in one another, and `not` or `-` in a row. */
  nesting: 40,
  /** Words, numbers and signs of a whole text. */
  lexemes: 40_000,
  /** Values that are joined in one sum or product. */
  terms: 400,
  /** Faults of one text that are told one by one. */
  faults: 200,
} as const;

/** What of a text goes beyond its limits, with the place where it does. */
export interface Excess {
  what: 'nesting' | 'lexemes';
  span: Span;
}

/**
 * Looks through a text once, before it is parsed, for more than is read. Comments do not count. Undefined when all is within
 * the limits.
 */
export function findExcess(text: string): Excess | undefined {
  let depth = 0;
  let lexemes = 0;
  let line = 1;
  let lineStart = 0;
  let isInWord = false;
  for (let at = 0; at < text.length; at++) {
    const sign = text[at];
    if (sign === '#') {
      const end = text.indexOf('\n', at);
      at = (end < 0 ? text.length : end) - 1;
      isInWord = false;
      continue;
    }
    if (sign === '\n') {
      line++;
      lineStart = at + 1;
    }
    const isWordSign = /[\w.]/.test(sign);
    const begins = isWordSign ? !isInWord : sign.trim() !== '';
    isInWord = isWordSign;
    if (!begins) continue;
    lexemes++;
    if (sign === '{' || sign === '(') depth++;
    else if (sign === '}' || sign === ')') depth = Math.max(0, depth - 1);
    const what = depth > TEXT_LIMITS.nesting ? 'nesting' : lexemes > TEXT_LIMITS.lexemes ? 'lexemes' : undefined;
    if (what) return { what, span: { from: at, to: at + 1, line, column: at - lineStart + 1 } };
  }
  return undefined;
}
