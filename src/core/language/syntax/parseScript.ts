import type { SyntaxNode } from '@lezer/common';
import type { Span } from '../../foundation/diagnostic';
import { LineStarts } from '../../foundation/lineStarts';
import { parser } from './gorge.parser';
import { findExcess, type Excess } from './textLimits';

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
  /** What of the text is more than is read; then nothing of it is. */
  excess?: Excess;
}

/** Reads a script into statements. Never throws: what does not fit is listed in `broken` and the rest is still read. */
export function parseScript(text: string): ScriptSyntax {
  const excess = findExcess(text);
  if (excess) return { statements: [], unknown: [], broken: [], excess };
  const reader = new SyntaxReader(text);
  return reader.read();
}

class SyntaxReader {
  private readonly lines: LineStarts;
  private readonly broken: ScriptSyntax['broken'] = [];
  private readonly unknown: Token[] = [];

  constructor(private readonly text: string) {
    this.lines = new LineStarts(text);
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
      else if (child.name === 'Cue') statements.push(this.cue(child));
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

  private cue(node: SyntaxNode): StatementSyntax {
    const keyword = node.getChild('CueKeyword')!;
    const block = node.getChild('CueBlock');
    return {
      keyword: this.text.slice(keyword.from, keyword.to),
      isStart: false,
      keywordSpan: this.span(keyword.from, keyword.to),
      tokens: this.tokensIn(node, CUE_TOKEN_TYPES).slice(1),
      block: block ? this.cueBlock(block) : undefined,
      span: this.span(node.from, node.to),
    };
  }

  /** The lines of a cue as statements; a line that ends with a comma goes on in the next, semicolons part what shares one. */
  private cueBlock(block: SyntaxNode): BlockSyntax {
    const statements: StatementSyntax[] = [];
    let tokens: Token[] = [];
    let inner: BlockSyntax | undefined;
    const finish = () => {
      const [first, ...rest] = tokens;
      if (first) {
        const to = inner?.span.to ?? tokens.at(-1)!.span.to;
        statements.push({
          keyword: first.text,
          isStart: false,
          keywordSpan: first.span,
          tokens: rest,
          block: inner,
          span: this.span(first.span.from, to),
        });
      }
      tokens = [];
      inner = undefined;
    };
    for (let child = block.firstChild; child; child = child.nextSibling) {
      if (child.name === 'CueBlock') {
        inner = this.cueBlock(child);
        finish();
        continue;
      }
      const token = this.tokenOf(child, CUE_TOKEN_TYPES);
      if (!token) continue;
      const last = tokens.at(-1);
      if (last && token.span.line !== last.span.line && last.text !== ',') finish();
      if (token.text === ';') finish();
      else tokens.push(token);
    }
    finish();
    return { statements, span: this.span(block.from, block.to) };
  }

  private tokenOf(node: SyntaxNode, types: typeof TOKEN_TYPES): Token | undefined {
    const type = types[node.name];
    return type && { type, text: this.text.slice(node.from, node.to), span: this.span(node.from, node.to) };
  }

  private tokensIn(parent: SyntaxNode, types = TOKEN_TYPES): Token[] {
    const tokens: Token[] = [];
    for (let child = parent.firstChild; child; child = child.nextSibling) {
      const token = this.tokenOf(child, types);
      if (token) tokens.push(token);
    }
    return tokens;
  }

  private span(from: number, to: number): Span {
    return { from, to, ...this.lines.place(from) };
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

/** Inside a cue the words that begin statements elsewhere are words like all others. */
const CUE_TOKEN_TYPES: typeof TOKEN_TYPES = {
  ...TOKEN_TYPES,
  Keyword: 'word',
  CueKeyword: 'word',
  Start: 'word',
  Memory: 'word',
};
