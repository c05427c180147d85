import type { TokenCursor } from '../check/tokenCursor';
import type { StatementSyntax } from '../syntax/parseScript';
import { PLAYED_FOR, type CountedEvent, type RulesDefinition } from './checkedCues';
import { expectWord, readCountedEvent, readCueCondition, readName, type CueScope } from './cueConditions';
import { exampleOf, finishLine, lineCursor } from './cueLines';
import { readCount, readValue } from './cueValues';

/** Reads the rules of a level. */
export function readRules(block: StatementSyntax, lines: readonly StatementSyntax[], scope: CueScope): RulesDefinition {
  const rules: RulesDefinition = {
    span: block.keywordSpan,
    lives: undefined,
    livesSpan: undefined,
    comeBack: undefined,
    carryMost: undefined,
    playsFor: undefined,
    scores: [],
    loses: [],
    wins: [],
  };
  for (const line of lines) {
    const cursor = lineCursor(line);
    if (readLine(cursor, line, rules, scope)) finishLine(cursor, line, scope.faults);
  }
  return rules;
}

function readLine(cursor: TokenCursor, line: StatementSyntax, rules: RulesDefinition, scope: CueScope): boolean {
  switch (line.keyword) {
    case 'lives':
      rules.lives = readCount(cursor, scope, 'how many lives');
      rules.livesSpan = line.span;
      return rules.lives !== undefined;
    case 'come':
      return readComeBack(cursor, rules, scope);
    case 'carry':
      if (!cursor.takeWords(['at', 'most'])) {
        expectWord(cursor, scope, 'at');
        return false;
      }
      rules.carryMost = readCount(cursor, scope, 'how many things');
      return rules.carryMost !== undefined;
    case 'play': {
      if (!expectWord(cursor, scope, 'for')) return false;
      rules.playsFor = PLAYED_FOR.find((what) => cursor.takeIfText(what));
      return rules.playsFor !== undefined || expectWord(cursor, scope, 'time');
    }
    case 'score':
      return readScore(cursor, line, rules, scope);
    case 'win':
    case 'lose': {
      if (!expectWord(cursor, scope, 'when')) return false;
      const condition = readCueCondition(cursor, scope);
      if (condition) rules[line.keyword === 'win' ? 'wins' : 'loses'].push({ condition, span: line.span });
      return condition !== undefined;
    }
    default:
      return false;
  }
}

function readComeBack(cursor: TokenCursor, rules: RulesDefinition, scope: CueScope): boolean {
  if (!expectWord(cursor, scope, 'back')) return false;
  const comeBack: NonNullable<RulesDefinition['comeBack']> = {
    mark: undefined,
    after: undefined,
    safe: undefined,
    laysBack: false,
  };
  while (!cursor.atEnd) {
    cursor.takeIfText(',');
    if (cursor.takeIfText('at')) {
      comeBack.mark = readName(cursor, scope, 'marks');
      if (!comeBack.mark) return false;
    } else if (cursor.takeIfText('after')) {
      comeBack.after = readValue(cursor, scope, 'time');
      if (!comeBack.after) return false;
    } else if (cursor.takeWords(['safe', 'for'])) {
      comeBack.safe = readValue(cursor, scope, 'time');
      if (!comeBack.safe) return false;
    } else if (cursor.takeWords(['laying', 'back', 'what', 'it', 'carries'])) comeBack.laysBack = true;
    else break;
  }
  rules.comeBack = comeBack;
  return true;
}

function readScore(cursor: TokenCursor, line: StatementSyntax, rules: RulesDefinition, scope: CueScope): boolean {
  const isNegative = cursor.takeIfText('-');
  const points = readCount(cursor, scope, 'how many points');
  if (points === undefined) return false;
  let event: CountedEvent | undefined;
  if (cursor.takeIfText('every')) {
    const value = readValue(cursor, scope, 'time', 'length');
    event =
      value && (value.dimension === 'length' ? { type: 'each', length: value } : { type: 'every', period: value });
  } else if (cursor.takeIfText('when')) event = readCountedEvent(cursor, scope);
  else scope.faults.error(cursor.span, 'score-form', 'For what are these points?', `As in \`${exampleOf('score')}\`.`);
  if (!event) return false;
  rules.scores.push({ points: isNegative ? -points : points, event, span: line.span });
  return true;
}
