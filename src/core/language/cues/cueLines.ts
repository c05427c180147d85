import type { Span } from '../../foundation/diagnostic';
import { proposeWord } from '../../foundation/nearestWord';
import type { FaultList } from '../check/faultList';
import { TokenCursor } from '../check/tokenCursor';
import type { StatementSyntax } from '../syntax/parseScript';
import type { PlaceDefinition } from './checkedCues';
import { expectWord, readName, type CueScope } from './cueConditions';
import { readRange, readValue } from './cueValues';
import type { Expression } from '../checkedBehavior';
import { CUE_WORDS, type CueBlock } from './cueWords';

/** Whether a line begins with a word that may stand there; otherwise that is noted. */
export function isWordOf(inside: CueBlock, line: StatementSyntax, faults: FaultList): boolean {
  const words = CUE_WORDS.filter((entry) => entry.inside.includes(inside)).map(({ word }) => word);
  if (words.includes(line.keyword)) return true;
  const elsewhere = CUE_WORDS.find(({ word }) => word === line.keyword);
  faults.error(
    line.keywordSpan,
    'unknown-line',
    `\`${line.keyword}\` begins no line of ${inside === 'wave' ? 'a wave' : `\`${inside}\``}.`,
    elsewhere ? `It stands in \`${elsewhere.inside.join('` or `')}\`.` : proposeWord(line.keyword, words, 'words'),
  );
  return false;
}

export function lineCursor(line: StatementSyntax): TokenCursor {
  return new TokenCursor(line.tokens, { ...line.span, from: line.span.to });
}

/** Notes what stands behind what could be read of a line, and a line that stands twice. */
export function finishLine(cursor: TokenCursor, line: StatementSyntax, faults: FaultList, mayHaveBlock = false): void {
  if (!cursor.atEnd)
    faults.error(
      cursor.span,
      'unexpected-word',
      `\`${cursor.current!.text}\` is not expected behind \`${line.keyword}\`.`,
      `As in \`${exampleOf(line.keyword)}\`.`,
    );
  if (line.block && !mayHaveBlock)
    faults.error(line.keywordSpan, 'block-unexpected', `\`${line.keyword}\` takes no braces.`, 'Remove them.');
}

export function exampleOf(word: string): string {
  return CUE_WORDS.find((entry) => entry.word === word)?.example ?? word;
}

export function noteMissing(span: Span, what: string, word: 'at' | 'every' | 'pick' | 'wave', faults: FaultList): void {
  faults.error(span, `${word}-missing`, what, `As in \`${exampleOf(word)}\`.`);
}

/** What the lines say that spawners and waves have in common. */
export interface CommonLines {
  place: PlaceDefinition;
  heading: [Expression, Expression] | undefined;
  speed: [Expression, Expression] | undefined;
}

export function emptyCommonLines(): CommonLines {
  return {
    place: { marks: [], ground: undefined, away: undefined, grace: undefined },
    heading: undefined,
    speed: undefined,
  };
}

/** Reads a line about where and how things come in; false when it is another one. */
export function readCommonLine(line: StatementSyntax, common: CommonLines, scope: CueScope): boolean {
  const cursor = lineCursor(line);
  const { place } = common;
  switch (line.keyword) {
    case 'at':
      do {
        const mark = readName(cursor, scope, 'marks');
        if (!mark) return true;
        place.marks.push(mark);
      } while (cursor.takeIfText(','));
      break;
    case 'on':
      place.ground = readName(cursor, scope, 'grounds');
      if (!place.ground) return true;
      break;
    case 'away':
      if (
        !expectWord(cursor, scope, 'from') ||
        !expectWord(cursor, scope, 'player') ||
        !expectWord(cursor, scope, 'by')
      )
        return true;
      place.away = readValue(cursor, scope, 'length');
      if (!place.away) return true;
      break;
    case 'grace':
      place.grace = readValue(cursor, scope, 'time');
      if (!place.grace) return true;
      break;
    case 'give':
      if (!readGiven(cursor, common, scope)) return true;
      break;
    default:
      return false;
  }
  finishLine(cursor, line, scope.faults);
  return true;
}

function readGiven(cursor: TokenCursor, common: CommonLines, scope: CueScope): boolean {
  do {
    if (cursor.takeIfText('heading')) common.heading = readRange(cursor, scope, 'angle');
    else if (cursor.takeIfText('speed')) common.speed = readRange(cursor, scope, 'speed');
    else {
      scope.faults.error(
        cursor.span,
        'word-missing',
        '`give` knows `heading` and `speed`.',
        `As in \`${exampleOf('give')}\`.`,
      );
      return false;
    }
    if (!common.heading && !common.speed) return false;
  } while (cursor.takeIfText(','));
  return true;
}

/** A cue needs at least one mark. */
export function notePlaceMissing(
  block: StatementSyntax,
  common: CommonLines,
  lines: readonly StatementSyntax[],
  scope: CueScope,
): void {
  if (common.place.marks.length === 0 && !lines.some(({ keyword }) => keyword === 'at'))
    noteMissing(block.keywordSpan, 'It is not said where it comes in.', 'at', scope.faults);
}
