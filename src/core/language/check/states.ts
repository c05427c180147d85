import type { FaultCode } from '../../foundation/faultCodes';
import type { Advice } from '../../foundation/diagnostic';
import { isName } from '../syntax/isName';
import { DIMENSION_WORDS } from '../../foundation/units';
import { proposeWord } from '../../foundation/nearestWord';
import {
  isChanging,
  type Act,
  type FacingPhrase,
  type MotionPhrase,
  type RepeatDefinition,
  type StateDefinition,
  type TransitionDefinition,
} from '../checkedBehavior';
import type { StatementSyntax } from '../syntax/parseScript';
import { cursorWithKeyword, readActs } from './acts';
import { readCondition } from './conditions';
import { readExpression } from './expressions';
import { noteMisplaced, noteRest } from './misplaced';
import { type PhraseScope, readPhrase } from './phrases';
import { TokenCursor } from './tokenCursor';

const STATE_STATEMENTS = ['do', 'be', 'face', 'enter', 'leave', 'repeat', 'go'];

/** Reads the states of one behavior. */
export class StateReader {
  constructor(
    private readonly scope: PhraseScope,
    /** Names of all states that a transition may lead to. */
    private readonly stateNames: readonly string[],
  ) {}

  /** Undefined when the state has no motion or no name, which is then noted. */
  read(statement: StatementSyntax, name: string): StateDefinition | undefined {
    const { faults } = this.scope;
    if (!statement.block) {
      faults.error(statement.span, 'block-missing', `The state \`${name}\` has no block.`, 'Add `{ do … }`.');
      return undefined;
    }
    const parts = statement.block.statements;
    const only = (keyword: string, code: FaultCode, message: string): StatementSyntax | undefined => {
      const found = parts.filter((part) => part.keyword === keyword);
      for (const extra of found.slice(1)) faults.error(extra.span, code, message, `Keep one \`${keyword}\`.`);
      return found[0];
    };
    const motions = parts.filter((part) => part.keyword === 'do').map((part) => this.motion(part));
    for (const extra of parts.filter((part) => part.keyword === 'do').slice(1))
      faults.error(extra.span, 'motion-twice', `The state \`${name}\` moves in two ways.`, 'Keep one `do`.');
    const motion = motions.filter((found) => found !== undefined).at(-1);
    const be = only('be', 'presence-twice', 'This state says twice what it is.');
    const face = only('face', 'facing-twice', 'This state says twice where it faces.');
    const enter = only('enter', 'acts-twice', 'This state has two `enter`.');
    const leave = only('leave', 'acts-twice', 'This state has two `leave`.');
    for (const part of parts)
      if (!STATE_STATEMENTS.includes(part.keyword)) noteMisplaced(part, 'A state', STATE_STATEMENTS, faults);
    if (motions.length === 0)
      faults.error(
        statement.keywordSpan,
        'motion-missing',
        `The state \`${name}\` does nothing.`,
        'Add a `do`, for example `do hold`.',
      );
    const state = {
      name,
      isStart: statement.isStart,
      isOut: be ? this.presence(be) : false,
      facing: face && this.facing(face),
      enter: enter ? this.acts(enter) : [],
      leave: leave ? this.acts(leave) : [],
      repeats: parts.flatMap((part) => (part.keyword === 'repeat' ? (this.repeat(part) ?? []) : [])),
      transitions: parts.flatMap((part) => (part.keyword === 'go' ? (this.transition(part) ?? []) : [])),
      span: statement.tokens[0]?.span ?? statement.span,
    };
    return motion && name ? { ...state, motion } : undefined;
  }

  private motion(statement: StatementSyntax): MotionPhrase | undefined {
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const motion = readPhrase(cursor, 'motion', this.scope);
    noteRest(cursor, motion !== undefined, statement, 'the motion', this.scope.faults);
    return motion;
  }

  private facing(statement: StatementSyntax): FacingPhrase | undefined {
    const cursor = cursorWithKeyword(statement);
    const facing = readPhrase(cursor, 'facing', this.scope);
    noteRest(cursor, facing !== undefined, statement, 'the facing', this.scope.faults);
    return facing;
  }

  /** Reads `be in` or `be out`. */
  private presence(statement: StatementSyntax): boolean {
    const [word] = statement.tokens;
    if (word?.text !== 'in' && word?.text !== 'out') {
      this.scope.faults.error(
        word?.span ?? statement.keywordSpan,
        'unknown-presence',
        word ? `A piece cannot be \`${word.text}\`.` : '`be` needs a word.',
        'Write `be in` or `be out`.',
      );
      return false;
    }
    const cursor = new TokenCursor(statement.tokens, statement.span);
    cursor.take();
    noteRest(cursor, true, statement, 'the word', this.scope.faults);
    return word.text === 'out';
  }

  private acts(statement: StatementSyntax): Act[] {
    const cursor = new TokenCursor(statement.tokens, statement.span);
    noteRest(cursor, true, statement, `\`${statement.keyword}\``, this.scope.faults, true);
    if (!statement.block)
      this.scope.faults.error(
        statement.keywordSpan,
        'block-missing',
        `\`${statement.keyword}\` needs its acts in braces.`,
        `As in \`${statement.keyword} { shout clatter within 5 cells }\`.`,
      );
    return readActs(statement.block, this.scope);
  }

  private repeat(statement: StatementSyntax): RepeatDefinition | undefined {
    const { faults } = this.scope;
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const isFormed = cursor.takeIfText('every');
    const period = isFormed ? readExpression(cursor, this.scope) : undefined;
    if (!isFormed || !statement.block)
      faults.error(
        statement.keywordSpan,
        'repeat-form',
        '`repeat` needs `every`, a time and acts in braces.',
        'As in `repeat every 1.5 s { shout clatter within 5 cells }`.',
      );
    if (!period) return undefined;
    noteRest(cursor, true, statement, 'the time', faults, true);
    if (period.dimension !== 'time' || isChanging(period)) {
      faults.error(
        period.span,
        'wrong-unit',
        `\`every\` wants ${DIMENSION_WORDS.time} that stays the same, but this is ${DIMENSION_WORDS[period.dimension]}.`,
        'Write a time such as `1.5 s`, or a knob.',
      );
      return undefined;
    }
    return { period, acts: readActs(statement.block, this.scope), span: statement.span };
  }

  private transition(statement: StatementSyntax): TransitionDefinition | undefined {
    const { faults } = this.scope;
    const cursor = new TokenCursor(statement.tokens, statement.span);
    const targets = cursor.takeIfText('either') ? this.weightedTargets(cursor) : this.target(cursor, statement);
    if (!targets) return undefined;
    if (!cursor.takeIfText('when') && cursor.current?.text !== 'after') {
      faults.error(
        cursor.span,
        'when-missing',
        `When does it go to \`${targets.map(({ state }) => state).join('` or `')}\`?`,
        'Write `when` and a condition, or `after` and a time.',
      );
      return undefined;
    }
    const condition = readCondition(cursor, this.scope);
    noteRest(cursor, condition !== undefined, statement, 'the condition', faults, true);
    const acts = readActs(statement.block, this.scope);
    const known = targets.filter(({ state }) => this.stateNames.includes(state));
    return condition && known.length > 0 ? { targets: known, condition, acts, span: statement.span } : undefined;
  }

  private target(cursor: TokenCursor, statement: StatementSyntax): TransitionDefinition['targets'] | undefined {
    const word = cursor.take();
    if (word?.type !== 'word') {
      this.scope.faults.error(
        word?.span ?? statement.keywordSpan,
        'state-name-missing',
        '`go` needs a state to go to.',
        'As in `go hunt when sees player within 6 cells`.',
      );
      return undefined;
    }
    this.noteUnknown(word.text, word.span);
    return [{ state: word.text, weight: 1, span: word.span }];
  }

  /** Reads `hunt 3, search 1`; a weight that is left out is 1. */
  private weightedTargets(cursor: TokenCursor): TransitionDefinition['targets'] | undefined {
    const targets: TransitionDefinition['targets'] = [];
    do {
      const word = cursor.current;
      if (word?.type !== 'word' || word.text === 'when' || word.text === 'after') {
        this.scope.faults.error(
          cursor.span,
          'state-name-missing',
          '`either` needs states to draw among.',
          'As in `go either hunt 3, search 1 when arrived`.',
        );
        return undefined;
      }
      cursor.take();
      this.noteUnknown(word.text, word.span);
      const weight = cursor.current?.type === 'number' ? Number(cursor.take()!.text) : 1;
      targets.push({ state: word.text, weight, span: word.span });
    } while (cursor.takeIfText(','));
    if (!targets.some(({ weight }) => weight > 0)) {
      this.scope.faults.error(targets[0].span, 'weights-empty', 'All weights are 0.', 'Give one of them a weight.');
      return undefined;
    }
    return targets;
  }

  private noteUnknown(name: string, span: TransitionDefinition['span']): void {
    if (this.stateNames.includes(name)) return;
    this.scope.faults.error(
      span,
      'unknown-state',
      `There is no state \`${name}\`.`,
      adviseState(name, this.stateNames),
    );
  }
}

/** The state that was most likely meant, or one of that name. */
function adviseState(name: string, known: readonly string[]): Advice {
  const nearest = proposeWord(name, known, 'states');
  return nearest.fix || !isName(name) ? nearest : { ...nearest, fix: { type: 'add state', name } };
}
