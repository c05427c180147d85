import type { Span } from '../../foundation/diagnostic';
import { parseScript, type StatementSyntax, type Token } from '../syntax/parseScript';

/** A stretch of the text with what stands there. */
export interface Piece {
  from: number;
  to: number;
  text: string;
}

export interface TransitionOutline {
  targets: { state: string; weight: number; span: Span }[];
  /** All that says where it leads, with `either` and the weights. */
  leads: Piece;
  /** What stands behind `when`, or `after` and its time. */
  condition: Piece;
  /** The whole statement, with its acts. */
  whole: Piece;
  acts: Piece | undefined;
}

export interface RepeatOutline {
  whole: Piece;
  acts: Piece | undefined;
}

export interface StateOutline {
  name: string;
  /** The behavior that it is taken over from; its places are then those of that behavior's own text. */
  takenFrom?: string;
  isStart: boolean;
  nameSpan: Span;
  /** The whole state, from `start` or `state` to its closing brace. */
  whole: Piece;
  /** Where its closing brace stands. */
  end: number;
  motion: Piece | undefined;
  isOut: boolean;
  /** `be in` or `be out`, where it is said. */
  presence: Piece | undefined;
  /** `face` with where to, where it is said. */
  facing: Piece | undefined;
  enter: Piece | undefined;
  leave: Piece | undefined;
  repeats: RepeatOutline[];
  transitions: TransitionOutline[];
}

/** A knob or a number kept, with the text behind its name and `=`. */
export interface NumberOutline {
  name: string;
  span: Span;
  whole: Piece;
  value: string;
}

/** What a diagram shows of a script, with the places in the text. It needs no sound script, only one that has states. */
export interface ScriptOutline {
  behavior: string;
  uses: string | undefined;
  knobs: NumberOutline[];
  memory: NumberOutline[];
  states: StateOutline[];
  /** Where the closing brace of the behavior stands; −1 when there is none. */
  end: number;
}

/** Undefined when there is no behavior with braces. */
export function outlineScript(text: string): ScriptOutline | undefined {
  const behavior = parseScript(text).statements.find((statement) => statement.keyword === 'behavior');
  if (!behavior?.block) return undefined;
  const inner = behavior.block.statements;
  const named = (keyword: string) =>
    inner.flatMap(({ keyword: own, keywordSpan, tokens }): NumberOutline[] => {
      const [name, equals, first] = tokens;
      const last = tokens.at(-1);
      if (own !== keyword || !name || !last) return [];
      const value = equals?.text === '=' && first ? text.slice(first.span.from, last.span.to) : '';
      return [{ name: name.text, span: name.span, whole: stretch(text, keywordSpan.from, last.span.to), value }];
    });
  const { to } = behavior.block.span;
  return {
    behavior: behavior.tokens[0]?.text ?? '',
    uses: inner.find((statement) => statement.keyword === 'use')?.tokens[0]?.text,
    knobs: named('knob'),
    memory: named('keep'),
    states: inner.flatMap((statement) => (statement.keyword === 'state' ? (outlineState(statement, text) ?? []) : [])),
    end: text[to - 1] === '}' ? to - 1 : -1,
  };
}

/**
 * The outline of a behavior with the states that it takes over by `use`: those first, replaced by own ones of the same name.
 * `textOf` gives the text of a behavior by its name, or undefined. A circle of behaviors ends where it closes.
 */
export function outlineWithTaken(
  text: string,
  textOf: (behavior: string) => string | undefined,
  visited: readonly string[] = [],
): ScriptOutline | undefined {
  const own = outlineScript(text);
  if (!own?.uses || visited.includes(own.behavior)) return own;
  const baseText = textOf(own.uses);
  const base = baseText === undefined ? undefined : outlineWithTaken(baseText, textOf, [...visited, own.behavior]);
  if (!base) return own;
  const hasOwnStart = own.states.some((state) => state.isStart);
  const taken = base.states
    .filter((state) => !own.states.some(({ name }) => name === state.name))
    .map((state) => ({
      ...state,
      isStart: state.isStart && !hasOwnStart,
      takenFrom: state.takenFrom ?? base.behavior,
    }));
  return { ...own, states: [...taken, ...own.states] };
}

function outlineState(statement: StatementSyntax, text: string): StateOutline | undefined {
  const [name] = statement.tokens;
  if (!name || !statement.block) return undefined;
  const parts = statement.block.statements;
  const piece = (part: StatementSyntax | undefined, tokens = part?.tokens) =>
    part && tokens?.length ? stretch(text, tokens[0].span.from, tokens.at(-1)!.span.to) : undefined;
  const block = (part: StatementSyntax | undefined) =>
    part?.block && stretch(text, part.block.span.from, part.block.span.to);
  const find = (keyword: string) => parts.find((part) => part.keyword === keyword);
  const withKeyword = (part: StatementSyntax | undefined) =>
    part && stretch(text, part.keywordSpan.from, part.tokens.at(-1)?.span.to ?? part.keywordSpan.to);
  const { to } = statement.block.span;
  return {
    name: name.text,
    isStart: statement.isStart,
    nameSpan: name.span,
    whole: stretch(text, statement.span.from, statement.span.to),
    end: text[to - 1] === '}' ? to - 1 : to,
    motion: piece(find('do')),
    isOut: find('be')?.tokens[0]?.text === 'out',
    presence: withKeyword(find('be')),
    facing: withKeyword(find('face')),
    enter: block(find('enter')),
    leave: block(find('leave')),
    repeats: parts
      .filter((part) => part.keyword === 'repeat')
      .map((part) => ({ whole: stretch(text, part.span.from, part.span.to), acts: block(part) })),
    transitions: parts.flatMap((part) => (part.keyword === 'go' ? (outlineTransition(part, text) ?? []) : [])),
  };
}

function outlineTransition(statement: StatementSyntax, text: string): TransitionOutline | undefined {
  const { tokens } = statement;
  const at = tokens.findIndex((token, index) => index > 0 && (token.text === 'when' || token.text === 'after'));
  if (at < 0) return undefined;
  const first = tokens[at].text === 'when' ? at + 1 : at;
  if (!tokens[first]) return undefined;
  const targets = readTargets(tokens.slice(0, at));
  if (targets.length === 0) return undefined;
  return {
    targets,
    leads: stretch(text, tokens[0].span.from, tokens[at - 1].span.to),
    condition: stretch(text, tokens[first].span.from, tokens.at(-1)!.span.to),
    whole: stretch(text, statement.span.from, statement.span.to),
    acts: statement.block && stretch(text, statement.block.span.from, statement.block.span.to),
  };
}

function readTargets(tokens: readonly Token[]): TransitionOutline['targets'] {
  const targets: TransitionOutline['targets'] = [];
  for (const token of tokens[0]?.text === 'either' ? tokens.slice(1) : tokens) {
    if (token.type === 'word') targets.push({ state: token.text, weight: 1, span: token.span });
    else if (token.type === 'number' && targets.length > 0) targets.at(-1)!.weight = Number(token.text);
  }
  return targets;
}

function stretch(text: string, from: number, to: number): Piece {
  return { from, to, text: text.slice(from, to) };
}
