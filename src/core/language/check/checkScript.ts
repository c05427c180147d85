import type { Diagnostic } from '../../foundation/diagnostic';
import type {
  CheckedBehavior,
  KnobDefinition,
  MemoryDefinition,
  StateDefinition,
  UseDefinition,
} from '../checkedBehavior';
import { parseScript, type StatementSyntax } from '../syntax/parseScript';
import { noteBrokenPlaces } from './brokenPlaces';
import { readExpression } from './expressions';
import { FaultList } from './faultList';
import { readKnob, readMemory } from './knobs';
import { noteMisplaced, noteRest } from './misplaced';
import type { PhraseScope } from './phrases';
import { noteSightless } from './sightless';
import { checkStateGraph } from './stateGraph';
import { StateReader } from './states';
import { takeOver, type BehaviorLookup, type TakenOver } from './takeOver';
import { TokenCursor } from './tokenCursor';

export interface CheckedScript {
  /** Undefined when the script has errors. */
  behavior: CheckedBehavior | undefined;
  /** Knobs that could be read, also when the rest has errors, so that sliders stay. */
  knobs: KnobDefinition[];
  diagnostics: Diagnostic[];
}

/** Whom behaviors can be about when nothing is known of the game: further targets are the tags of its cast. */
export const TARGETS: readonly string[] = ['player'];

/** What a script can refer to outside of itself. */
export interface ScriptContext {
  targets: readonly string[];
  /** Names of all behaviors that can be taken over, and what each of them is. */
  behaviorNames: readonly string[];
  lookup: BehaviorLookup;
  /** States into which something outside of the behaviors sends: stragglers of a wave. */
  sentInto: readonly string[];
}

export const NO_CONTEXT: ScriptContext = {
  targets: TARGETS,
  behaviorNames: [],
  lookup: () => undefined,
  sentInto: [],
};

/**
 * Checks the text of one behavior. Goes on after a fault, so that one pass shows them all; every fault has the exact
 * stretch of text. `path` is where the script stands in the document.
 */
export function checkScript(
  text: string,
  path: (string | number)[],
  context: ScriptContext = NO_CONTEXT,
): CheckedScript {
  const faults = new FaultList(path);
  const syntax = parseScript(text);
  if (syntax.excess) {
    faults.excess(syntax.excess);
    return { behavior: undefined, knobs: [], diagnostics: faults.diagnostics };
  }
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
  const { behavior, knobs } = new BehaviorChecker(faults, context).check(behaviors[0]);
  const isSound = !faults.diagnostics.some((diagnostic) => diagnostic.severity === 'error');
  const diagnostics = faults.diagnostics.sort((a, b) => a.where.span!.from - b.where.span!.from);
  return { behavior: isSound ? behavior : undefined, knobs, diagnostics };
}

class BehaviorChecker {
  private readonly knobs = new Map<string, KnobDefinition>();
  private readonly memory = new Map<string, MemoryDefinition>();
  private readonly scope: PhraseScope;

  constructor(
    private readonly faults: FaultList,
    private readonly context: ScriptContext,
  ) {
    this.scope = {
      knobs: this.knobs,
      readKnobs: new Set(),
      memory: this.memory,
      readMemory: new Set(),
      faults,
      targets: context.targets,
    };
  }

  check(statement: StatementSyntax): { behavior: CheckedBehavior; knobs: KnobDefinition[] } {
    const name = this.readName(statement, 'behavior');
    const block = statement.block;
    if (!block)
      this.faults.error(statement.span, 'block-missing', 'The behavior has no states.', 'Add `{ start state … }`.');
    const inner = block?.statements ?? [];
    for (const part of inner) {
      if (part.keyword === 'knob') this.addKnob(part);
      else if (part.keyword === 'keep') this.addMemory(part);
    }
    const uses = this.readUses(inner.filter((part) => part.keyword === 'use'));
    const taken = uses && takeOver(uses, this.context.lookup, this.context.behaviorNames, this.faults);
    this.addTaken(taken);
    const stateStatements = inner.filter((part) => part.keyword === 'state');
    const ownNames = stateStatements.map((part) => part.tokens[0]?.text ?? '');
    const stateNames = [...(taken?.states.map((state) => state.name) ?? []), ...ownNames];
    const reader = new StateReader(this.scope, stateNames);
    const own = stateStatements.flatMap((part) => {
      const stateName = this.readName(part, 'state');
      this.noteTwice(part, stateName, ownNames);
      return reader.read(part, stateName) ?? [];
    });
    const states = joinStates(taken?.states ?? [], own);
    for (const part of inner) {
      if (!BEHAVIOR_STATEMENTS.includes(part.keyword))
        noteMisplaced(part, 'A behavior', ['use', 'knob', 'keep', 'start state', 'state'], this.faults);
    }
    if (block && stateStatements.length === 0 && !uses) {
      this.faults.error(
        statement.keywordSpan,
        'state-missing',
        'The behavior has no states.',
        'Add `start state NAME { do … }`.',
      );
    }
    const isComplete = stateStatements.length === own.length && (!uses || taken !== undefined);
    checkStateGraph(states, isComplete, this.context.sentInto, this.faults);
    if (isComplete) noteSightless(states, this.faults);
    this.noteUnread();
    const knobs = [...this.knobs.values()];
    return { behavior: { name, knobs, memory: [...this.memory.values()], states }, knobs };
  }

  /** Knobs and memory of the behavior that is taken over can be read here too; what is written here comes first. */
  private addTaken(taken: TakenOver | undefined): void {
    for (const knob of taken?.knobs ?? []) {
      if (this.knobs.has(knob.name)) continue;
      this.knobs.set(knob.name, knob);
      this.scope.readKnobs.add(knob.name);
    }
    for (const memory of taken?.memory ?? []) {
      if (this.memory.has(memory.name)) continue;
      this.memory.set(memory.name, memory);
      this.scope.readMemory.add(memory.name);
    }
  }

  private noteTwice(statement: StatementSyntax, name: string, stateNames: readonly string[]): void {
    if (!name || stateNames.indexOf(name) === stateNames.lastIndexOf(name) || !statement.tokens[0]) return;
    this.faults.error(
      statement.tokens[0].span,
      'state-twice',
      `There are two states \`${name}\`.`,
      'Rename one of them.',
    );
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

  private addMemory(statement: StatementSyntax): void {
    const memory = readMemory(statement, this.scope);
    if (!memory) return;
    if (this.memory.has(memory.name) || this.knobs.has(memory.name)) {
      this.faults.error(
        memory.span,
        'memory-twice',
        `There is already something called \`${memory.name}\`.`,
        'Rename one of them.',
      );
      return;
    }
    this.memory.set(memory.name, memory);
  }

  /** Reads `use NAME with KNOB = VALUE, …`. */
  private readUses(statements: readonly StatementSyntax[]): UseDefinition | undefined {
    for (const extra of statements.slice(1))
      this.faults.error(extra.span, 'use-twice', 'A behavior takes over one other.', 'Keep one `use`.');
    const [statement] = statements;
    if (!statement) return undefined;
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const name = cursor.take();
    if (name?.type !== 'word') {
      this.faults.error(statement.keywordSpan, 'name-missing', '`use` needs a behavior.', USE_AS_IN);
      return undefined;
    }
    const uses: UseDefinition = { behavior: name.text, values: [], span: name.span };
    if (cursor.takeIfText('with')) {
      do {
        const knob = cursor.take();
        const value = knob?.type === 'word' && cursor.takeIfText('=') ? readExpression(cursor, this.scope) : undefined;
        if (!knob || !value) {
          if (knob?.type !== 'word' || cursor.atEnd)
            this.faults.error(knob?.span ?? cursor.span, 'use-form', '`with` needs knobs and their values.', USE_AS_IN);
          cursor.skipUntil((token) => token.text === ',');
          continue;
        }
        uses.values.push({ knob: knob.text, value, span: knob.span });
      } while (cursor.takeIfText(','));
    }
    noteRest(cursor, true, statement, 'the values', this.faults);
    return uses;
  }

  private noteUnread(): void {
    for (const knob of this.knobs.values()) {
      if (this.scope.readKnobs.has(knob.name)) continue;
      this.faults.warning(
        knob.span,
        'knob-unread',
        `Nothing reads the knob \`${knob.name}\`; turning it changes nothing.`,
        { hint: 'Use it in a state, or remove it.', fix: { type: 'remove statement' } },
      );
    }
    for (const memory of this.memory.values()) {
      if (this.scope.readMemory.has(memory.name)) continue;
      this.faults.warning(memory.span, 'memory-unread', `Nothing reads \`${memory.name}\`.`, {
        hint: 'Compare it in a condition, or remove it.',
        fix: { type: 'remove statement' },
      });
    }
  }
}

/** States that are taken over, replaced by own ones of the same name, then the other own ones. An own start takes the start over. */
function joinStates(taken: readonly StateDefinition[], own: readonly StateDefinition[]): StateDefinition[] {
  const hasOwnStart = own.some((state) => state.isStart);
  const replaced = taken.map((state) => {
    const replacement = own.find((candidate) => candidate.name === state.name);
    const isStart = (replacement?.isStart ?? false) || (state.isStart && !hasOwnStart);
    return { ...(replacement ?? state), isStart };
  });
  return [...replaced, ...own.filter((state) => !taken.some((other) => other.name === state.name))];
}

const BEHAVIOR_STATEMENTS = ['use', 'knob', 'keep', 'state'];
const USE_AS_IN = 'As in `use night_watch with pace = 3 cells/s`.';
