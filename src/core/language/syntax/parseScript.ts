import type { SyntaxNode } from '@lezer/common';
import type { Span } from '../../foundation/diagnostic';
import { parser } from './gorge.parser';

export interface Token {
  type: 'word' | 'number' | 'symbol' | 'unit';
  text: string;
  span: Span;
}

/** A statement as written: its keyword, the tokens behind it and the block in braces, if there is one. */
export interface StatementSyntax {
  keyword: string;
  isStart: boolean;
  keywordSpan: Span;
  tokens: Token[];
  block: BlockSyntax | undefined;
  span: Span;
}

export interface BlockSyntax {
  statements: StatementSyntax[];
  /** From its opening to its closing brace. */
  span: Span;
}

export interface ScriptSyntax {
  statements: StatementSyntax[];
  /** First words of what begins with no keyword. */
  unknown: Token[];
  /** Places where the text does not fit the grammar at all. */
  broken: { span: Span; text: string; missing: boolean }[];
}

/** Reads a script into statements. Never throws: what does not fit is listed in `broken` and the rest is still read. */
export function parseScript(text: string): ScriptSyntax {
  const reader = new SyntaxReader(text);
  return reader.read();
}

class SyntaxReader {
  private readonly lineStarts: number[];
  private readonly broken: ScriptSyntax['broken'] = [];
  private readonly unknown: Token[] = [];

  constructor(private readonly text: string) {
    this.lineStarts = [0];
    for (let index = 0; index < text.length; index++) if (text[index] === '\n') this.lineStarts.push(index + 1);
  }

  read(): ScriptSyntax {
    const tree = parser.parse(this.text);
    const statements = this.statementsIn(tree.topNode);
    tree.iterate({
      enter: (node) => {
        if (node.type.isError) this.addBroken(node.from, node.to);
        if (node.name === 'UnknownBlock' || node.name === 'UnknownLine')
          this.unknown.push(...this.tokensIn(node.node).slice(0, 1));
      },
    });
    return { statements, unknown: this.unknown, broken: this.broken };
  }

  private addBroken(from: number, to: number): void {
    const text = this.text.slice(from, to);
    this.broken.push({ span: this.span(from, to), text, missing: from === to });
  }

  private statementsIn(parent: SyntaxNode): StatementSyntax[] {
    const statements: StatementSyntax[] = [];
    for (let child = parent.firstChild; child; child = child.nextSibling) {
      if (child.name === 'Statement' || child.name === 'BlockStatement') statements.push(this.statement(child));
    }
    return statements;
  }

  private statement(node: SyntaxNode): StatementSyntax {
    const keyword = node.getChild('Keyword') ?? node.getChild('Memory');
    const block = node.getChild('Block');
    const tokens = this.tokensIn(node);
    // Acts on one line may be parted by semicolons.
    while (tokens.at(-1)?.text === ';') tokens.pop();
    const keywordFrom = keyword?.from ?? node.from;
    const keywordTo = keyword?.to ?? node.from;
    return {
      keyword: this.text.slice(keywordFrom, keywordTo),
      isStart: node.getChild('Start') !== null,
      keywordSpan: this.span(keywordFrom, keywordTo),
      tokens,
      block: block ? { statements: this.statementsIn(block), span: this.span(block.from, block.to) } : undefined,
      span: this.span(node.from, node.to),
    };
  }

  private tokensIn(parent: SyntaxNode): Token[] {
    const tokens: Token[] = [];
    for (let child = parent.firstChild; child; child = child.nextSibling) {
      const type = TOKEN_TYPES[child.name];
      if (type)
        tokens.push({ type, text: this.text.slice(child.from, child.to), span: this.span(child.from, child.to) });
    }
    return tokens;
  }

  private span(from: number, to: number): Span {
    let low = 0;
    let high = this.lineStarts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.lineStarts[middle] <= from) low = middle;
      else high = middle - 1;
    }
    return { from, to, line: low + 1, column: from - this.lineStarts[low] + 1 };
  }
}

const TOKEN_TYPES: Record<string, Token['type'] | undefined> = {
  Word: 'word',
  Number: 'number',
  Symbol: 'symbol',
  Equals: 'symbol',
  RateUnit: 'unit',
  Percent: 'unit',
};
