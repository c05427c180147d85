import type { Diagnostic, Span } from '../../foundation/diagnostic';
import type {
  CheckedBehavior,
  KnobDefinition,
  Phrase,
  StateDefinition,
  TransitionDefinition,
} from '../checkedBehavior';
import { parseScript, type ScriptSyntax, type StatementSyntax } from '../syntax/parseScript';
import { STATEMENT_WORDS } from '../vocabulary';
import { readCondition } from './conditions';
import { FaultList } from './faultList';
import { readKnob } from './knobs';
import { nearestWord, proposeWord } from '../../foundation/nearestWord';
import { type PhraseScope, readPhrase } from './phrases';
import { checkStateGraph } from './stateGraph';
import { TokenCursor } from './tokenCursor';

export interface CheckedScript {
  /** Undefined when the script has errors. */
  behavior: CheckedBehavior | undefined;
  /** Knobs that could be read, also when the rest has errors, so that sliders stay. */
  knobs: KnobDefinition[];
  diagnostics: Diagnostic[];
}

/** Whom behaviors can see and chase so far. */
export const TARGETS: readonly string[] = ['player'];

/**
 * Checks the text of one behavior. Goes on after a fault, so that one pass shows them all; every fault has the exact
 * stretch of text. `path` is where the script stands in the document.
 */
export function checkScript(text: string, path: (string | number)[]): CheckedScript {
  const faults = new FaultList(path);
  const syntax = parseScript(text);
  noteBrokenPlaces(syntax, faults);
  const behaviors = syntax.statements.filter((statement) => statement.keyword === 'behavior');
  for (const statement of syntax.statements) {
    if (statement.keyword !== 'behavior') noteMisplaced(statement, 'A script', ['behavior'], faults);
  }
  for (const extra of behaviors.slice(1)) {
    faults.error(extra.span, 'behavior-twice', 'A script holds one behavior.', 'Move this one to a script of its own.');
  }
  if (!behaviors[0]) {
    const start = { from: 0, to: Math.min(1, text.length), line: 1, column: 1 };
    faults.error(start, 'behavior-missing', 'This script has no behavior.', 'Begin with `behavior NAME {`.');
    return { behavior: undefined, knobs: [], diagnostics: faults.diagnostics };
  }
  const { behavior, knobs } = new BehaviorChecker(faults).check(behaviors[0]);
  const isSound = !faults.diagnostics.some((diagnostic) => diagnostic.severity === 'error');
  const diagnostics = faults.diagnostics.sort((a, b) => a.where.span!.from - b.where.span!.from);
  return { behavior: isSound ? behavior : undefined, knobs, diagnostics };
}

function noteBrokenPlaces(syntax: ScriptSyntax, faults: FaultList): void {
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
  const nearest = nearestWord(word, Object.keys(STATEMENT_WORDS));
  const hint = nearest
    ? `Did you mean \`${nearest}\`?`
    : 'Remove it, or see the language page for what may stand here.';
  faults.error(span, 'unexpected-text', `\`${word}\` begins no statement.`, hint);
}

function noteMisplaced(statement: StatementSyntax, inside: string, allowed: string[], faults: FaultList): void {
  const list = allowed.map((word) => `\`${word}\``).join(', ');
  faults.error(
    statement.keywordSpan,
    'misplaced-statement',
    `${inside} cannot hold \`${statement.keyword}\` here.`,
    `What may stand here: ${list}.`,
  );
}

class BehaviorChecker {
  private readonly knobs = new Map<string, KnobDefinition>();
  private readonly scope: PhraseScope;

  constructor(private readonly faults: FaultList) {
    this.scope = { knobs: this.knobs, readKnobs: new Set(), faults, targets: TARGETS };
  }

  check(statement: StatementSyntax): { behavior: CheckedBehavior; knobs: KnobDefinition[] } {
    const name = this.readName(statement, 'behavior');
    const block = statement.block;
    if (!block)
      this.faults.error(statement.span, 'block-missing', 'The behavior has no states.', 'Add `{ start state … }`.');
    const inner = block?.statements ?? [];
    for (const part of inner) if (part.keyword === 'knob') this.addKnob(part);
    const stateStatements = inner.filter((part) => part.keyword === 'state');
    const stateNames = stateStatements.map((part) => part.tokens[0]?.text ?? '');
    const states = stateStatements.flatMap((part) => this.readState(part, stateNames) ?? []);
    for (const part of inner) {
      if (part.keyword !== 'knob' && part.keyword !== 'state')
        noteMisplaced(part, 'A behavior', ['knob', 'start state', 'state'], this.faults);
    }
    if (block && stateStatements.length === 0) {
      this.faults.error(
        statement.keywordSpan,
        'state-missing',
        'The behavior has no states.',
        'Add `start state NAME { do … }`.',
      );
    }
    checkStateGraph(states, stateStatements.length === states.length, this.faults);
    this.noteUnreadKnobs();
    return { behavior: { name, knobs: [...this.knobs.values()], states }, knobs: [...this.knobs.values()] };
  }

  private readName(statement: StatementSyntax, what: string): string {
    const [name, extra] = statement.tokens;
    if (name?.type !== 'word') {
      this.faults.error(
        name?.span ?? statement.keywordSpan,
        'name-missing',
        `This ${what} has no name.`,
        `Write \`${what} NAME {\`.`,
      );
      return '';
    }
    if (extra)
      this.faults.error(
        extra.span,
        'unexpected-word',
        `\`${extra.text}\` is not expected behind the name.`,
        'Names are one word; use `_` inside them.',
      );
    return name.text;
  }

  private addKnob(statement: StatementSyntax): void {
    const knob = readKnob(statement, this.scope);
    if (!knob) return;
    if (this.knobs.has(knob.name)) {
      this.faults.error(knob.span, 'knob-twice', `There are two knobs \`${knob.name}\`.`, 'Rename one of them.');
      return;
    }
    this.knobs.set(knob.name, knob);
  }

  private noteUnreadKnobs(): void {
    for (const knob of this.knobs.values()) {
      if (this.scope.readKnobs.has(knob.name)) continue;
      this.faults.warning(
        knob.span,
        'knob-unread',
        `Nothing reads the knob \`${knob.name}\`; turning it changes nothing.`,
        'Use it in a state, or remove it.',
      );
    }
  }

  private readState(statement: StatementSyntax, stateNames: string[]): StateDefinition | undefined {
    const name = this.readName(statement, 'state');
    if (name && stateNames.indexOf(name) !== stateNames.lastIndexOf(name) && statement.tokens[0]) {
      this.faults.error(
        statement.tokens[0].span,
        'state-twice',
        `There are two states \`${name}\`.`,
        'Rename one of them.',
      );
    }
    if (!statement.block) {
      this.faults.error(statement.span, 'block-missing', `The state \`${name}\` has no block.`, 'Add `{ do … }`.');
      return undefined;
    }
    let motion: Phrase | undefined;
    let motionStatements = 0;
    let isOut: boolean | undefined;
    const transitions: TransitionDefinition[] = [];
    for (const part of statement.block.statements) {
      if (part.keyword === 'do') {
        motionStatements++;
        if (motionStatements > 1)
          this.faults.error(part.span, 'motion-twice', `The state \`${name}\` moves in two ways.`, 'Keep one `do`.');
        motion = this.readMotion(part) ?? motion;
      } else if (part.keyword === 'be') {
        isOut = this.readPresence(part, isOut !== undefined);
      } else if (part.keyword === 'go') {
        const transition = this.readTransition(part, stateNames);
        if (transition) transitions.push(transition);
      } else {
        noteMisplaced(part, 'A state', ['do', 'be', 'go'], this.faults);
      }
    }
    if (motionStatements === 0)
      this.faults.error(
        statement.keywordSpan,
        'motion-missing',
        `The state \`${name}\` does nothing.`,
        'Add a `do`, for example `do hold`.',
      );
    if (!motion || !name) return undefined;
    return {
      name,
      isStart: statement.isStart,
      motion,
      isOut: isOut ?? false,
      transitions,
      span: statement.tokens[0]?.span ?? statement.span,
    };
  }

  private readMotion(statement: StatementSyntax): Phrase | undefined {
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const motion = readPhrase(cursor, 'motion', this.scope);
    this.noteRest(cursor, motion !== undefined, statement, 'the motion');
    return motion;
  }

  /** Reads `be in` or `be out`. */
  private readPresence(statement: StatementSyntax, isSecond: boolean): boolean {
    if (isSecond)
      this.faults.error(statement.span, 'presence-twice', 'This state says twice what it is.', 'Keep one `be`.');
    const [word] = statement.tokens;
    if (word?.text !== 'in' && word?.text !== 'out') {
      this.faults.error(
        word?.span ?? statement.keywordSpan,
        'unknown-presence',
        word ? `A piece cannot be \`${word.text}\`.` : '`be` needs a word.',
        'Write `be in` or `be out`.',
      );
      return false;
    }
    const cursor = new TokenCursor(statement.tokens, statement.span);
    cursor.take();
    this.noteRest(cursor, true, statement, 'the word');
    return word.text === 'out';
  }

  private readTransition(statement: StatementSyntax, stateNames: string[]): TransitionDefinition | undefined {
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const target = cursor.take();
    if (target?.type !== 'word') {
      this.faults.error(
        target?.span ?? statement.keywordSpan,
        'state-name-missing',
        '`go` needs a state to go to.',
        'As in `go hunt when sees player within 6 cells`.',
      );
      return undefined;
    }
    const isKnown = stateNames.includes(target.text);
    if (!isKnown)
      this.faults.error(
        target.span,
        'unknown-state',
        `There is no state \`${target.text}\`.`,
        proposeWord(target.text, stateNames, 'states'),
      );
    if (!cursor.takeIfText('when') && cursor.current?.text !== 'after') {
      this.faults.error(
        cursor.span,
        'when-missing',
        `When does it go to \`${target.text}\`?`,
        'Write `when` and a condition, or `after` and a time.',
      );
      return undefined;
    }
    const condition = readCondition(cursor, this.scope);
    this.noteRest(cursor, condition !== undefined, statement, 'the condition');
    return condition && isKnown ? { target: target.text, condition, span: statement.span } : undefined;
  }

  private noteRest(cursor: TokenCursor, isRead: boolean, statement: StatementSyntax, what: string): void {
    if (isRead && !cursor.atEnd) {
      const word = cursor.current!.text;
      const nearest = nearestWord(word, Object.keys(STATEMENT_WORDS));
      this.faults.error(
        cursor.span,
        'unexpected-word',
        `\`${word}\` is not expected behind ${what}.`,
        nearest ? `Did you mean \`${nearest}\`?` : 'Remove it or check the spelling.',
      );
    }
    if (statement.block)
      this.faults.error(
        statement.keywordSpan,
        'block-unexpected',
        `\`${statement.keyword}\` takes no braces.`,
        'Is a `state` misspelled above?',
      );
  }
}
