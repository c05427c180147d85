import type { Span } from '../../foundation/diagnostic';
import type { Token } from '../syntax/parseScript';

/** Reads the tokens of one statement from left to right. */
export class TokenCursor {
  private place = 0;

  constructor(
    private readonly tokens: readonly Token[],
    /** Where the statement ends, for faults about what is missing. */
    private readonly endSpan: Span,
  ) {}

  get current(): Token | undefined {
    return this.tokens[this.place];
  }

  get next(): Token | undefined {
    return this.tokens[this.place + 1];
  }

  /** The token behind the bracket that closes the one standing here. */
  afterBracket(): Token | undefined {
    let depth = 0;
    for (let index = this.place; index < this.tokens.length; index++) {
      if (this.tokens[index].text === '(') depth++;
      else if (this.tokens[index].text === ')' && --depth === 0) return this.tokens[index + 1];
    }
    return undefined;
  }

  get atEnd(): boolean {
    return this.place >= this.tokens.length;
  }

  /** Span of the current token, or of the end of the statement. */
  get span(): Span {
    return this.current?.span ?? this.endSpan;
  }

  /** Span from a token on to the last one that was taken. */
  spanSince(first: Span): Span {
    const last = this.tokens[this.place - 1]?.span ?? first;
    return { ...first, to: Math.max(first.to, last.to) };
  }

  take(): Token | undefined {
    return this.tokens[this.place++];
  }

  takeIfText(text: string): boolean {
    if (this.current?.text !== text) return false;
    this.place++;
    return true;
  }

  /** How often one word stands here in a row. */
  countWhile(text: string): number {
    let count = 0;
    while (this.tokens[this.place + count]?.text === text) count++;
    return count;
  }

  startsWith(words: readonly string[]): boolean {
    return words.every((word, index) => this.tokens[this.place + index]?.text === word);
  }

  /** Takes several words if exactly these come next. */
  takeWords(words: readonly string[]): boolean {
    if (!this.startsWith(words)) return false;
    this.place += words.length;
    return true;
  }

  skipToEnd(): void {
    this.place = this.tokens.length;
  }

  /** Goes on to the next token for which the test holds, or to the end. */
  skipUntil(isWanted: (token: Token) => boolean): void {
    while (this.current && !isWanted(this.current)) this.place++;
  }
}
