import type { TokenCursor } from '../check/tokenCursor';
import type { StatementSyntax } from '../syntax/parseScript';
import type { WaveDefinition, WavesDefinition } from './checkedCues';
import { expectWord, readCueCondition, readName, type CueScope } from './cueConditions';
import {
  emptyCommonLines,
  exampleOf,
  finishLine,
  isWordOf,
  lineCursor,
  noteMissing,
  notePlaceMissing,
  readCommonLine,
} from './cueLines';
import { readBounded, readCount, readValue } from './cueValues';

/** Reads the lines of a row of waves. */
export function readWaves(
  name: string,
  block: StatementSyntax,
  lines: readonly StatementSyntax[],
  scope: CueScope,
): WavesDefinition {
  const common = emptyCommonLines();
  const waves: WavesDefinition = {
    name,
    span: block.tokens[0]?.span ?? block.keywordSpan,
    place: common.place,
    waves: [],
    repeat: undefined,
    nextWhenCleared: false,
    nextAfter: undefined,
    rest: undefined,
    first: undefined,
    supplies: [],
    stragglersAfter: undefined,
    stragglersState: undefined,
    open: undefined,
    speed: undefined,
    heading: undefined,
  };
  for (const line of lines) {
    if (readCommonLine(line, common, scope)) continue;
    const cursor = lineCursor(line);
    if (readOwnLine(cursor, line, waves, scope)) finishLine(cursor, line, scope.faults, line.keyword === 'wave');
  }
  if (waves.waves.length === 0) noteMissing(block.keywordSpan, 'There is no wave in it.', 'wave', scope.faults);
  notePlaceMissing(block, common, lines, scope);
  if (!waves.nextWhenCleared && !waves.nextAfter) waves.nextWhenCleared = true;
  return { ...waves, heading: common.heading, speed: common.speed };
}

/** False after a fault, so that the rest of the line is not reported too. */
function readOwnLine(cursor: TokenCursor, line: StatementSyntax, waves: WavesDefinition, scope: CueScope): boolean {
  switch (line.keyword) {
    case 'wave':
      return readWave(cursor, line, waves, scope);
    case 'repeat':
      return readRepeat(cursor, line, waves, scope);
    case 'next':
      return readNext(cursor, waves, scope);
    case 'first':
      if (!expectWord(cursor, scope, 'after')) return false;
      waves.first = readValue(cursor, scope, 'time');
      return waves.first !== undefined;
    case 'open':
      if (!expectWord(cursor, scope, 'when')) return false;
      waves.open = readCueCondition(cursor, scope);
      return waves.open !== undefined;
    case 'supply':
      return readSupply(cursor, waves, scope);
    case 'stragglers':
      if (cursor.takeIfText('go')) {
        const state = cursor.take();
        if (state?.type !== 'word') {
          scope.faults.error(
            state?.span ?? cursor.span,
            'name-missing',
            'The name of a state is missing here.',
            `As in \`${exampleOf('stragglers')}\`.`,
          );
          return false;
        }
        waves.stragglersState = { id: state.text, span: state.span };
      } else if (!expectWord(cursor, scope, 'vanish')) return false;
      if (!expectWord(cursor, scope, 'after')) return false;
      waves.stragglersAfter = readValue(cursor, scope, 'time');
      return waves.stragglersAfter !== undefined;
    default:
      return false;
  }
}

function readWave(cursor: TokenCursor, line: StatementSyntax, waves: WavesDefinition, scope: CueScope): boolean {
  const numberSpan = cursor.span;
  const number = readCount(cursor, scope, 'which wave it is');
  if (number === undefined) return false;
  if (number !== waves.waves.length + 1)
    scope.faults.error(
      numberSpan,
      'wave-order',
      `This is wave ${waves.waves.length + 1}, not wave ${number}.`,
      'Number the waves in the order in which they come, from 1 on.',
    );
  const wave: WaveDefinition = { span: line.span, entries: [], oneEvery: undefined };
  for (const part of line.block?.statements ?? []) readEntries(part, wave, scope);
  if (wave.entries.length === 0)
    scope.faults.error(
      line.keywordSpan,
      'wave-empty',
      'Nothing comes in this wave.',
      'Write counts and kinds in its braces, as in `4 ember`.',
    );
  waves.waves.push(wave);
  return true;
}

/** Reads `4 ember, 2 coal, one every 0.5 s`; entries may also stand one a line. */
function readEntries(line: StatementSyntax, wave: WaveDefinition, scope: CueScope): void {
  if (!/^(\d|\()/.test(line.keyword) && line.keyword !== 'level' && !scope.knobs.has(line.keyword)) {
    if (!isWordOf('wave', line, scope.faults)) return;
  }
  // What stands first in a line is its keyword; here it belongs to what is counted.
  const first = { type: /^\d/.test(line.keyword) ? ('number' as const) : ('word' as const), text: line.keyword };
  const tokens = [{ ...first, span: line.keywordSpan }, ...line.tokens];
  const cursor = lineCursor({ ...line, tokens });
  do {
    if (cursor.takeWords(['one', 'every'])) {
      wave.oneEvery = readValue(cursor, scope, 'time');
      if (!wave.oneEvery) return;
      continue;
    }
    const count = readBounded(cursor, scope, 'number');
    if (!count) return;
    let columns: number | undefined;
    if (cursor.takeWords(['rows', 'of'])) {
      columns = readCount(cursor, scope, 'how many in a row');
      if (columns === undefined) return;
    }
    const kind = readName(cursor, scope, 'kinds');
    if (!kind) return;
    let rows: WaveDefinition['entries'][number]['rows'];
    if (columns !== undefined) {
      const apart = readValue(cursor, scope, 'length');
      const down = apart && cursor.takeIfText('by') ? readValue(cursor, scope, 'length') : apart;
      if (!apart || !down || !expectWord(cursor, scope, 'apart')) return;
      rows = { columns: Math.max(1, columns), apart, down, isBelow: cursor.takeIfText('below') };
    }
    wave.entries.push({ count, kind, rows });
  } while (cursor.takeIfText(',') || (cursor.current?.type === 'number' && !cursor.atEnd));
  finishLine(cursor, line, scope.faults);
}

function readRepeat(cursor: TokenCursor, line: StatementSyntax, waves: WavesDefinition, scope: CueScope): boolean {
  if (!expectWord(cursor, scope, 'wave')) return false;
  const fromSpan = cursor.span;
  const from = readCount(cursor, scope, 'from which wave on');
  if (from === undefined) return false;
  if (from > waves.waves.length)
    scope.faults.error(
      fromSpan,
      'wave-unknown',
      `There is no wave ${from}; the last is ${waves.waves.length}.`,
      'Write `repeat` behind the waves.',
    );
  const repeat = { from, times: undefined as number | undefined, growth: 1, cap: undefined as number | undefined };
  if (cursor.takeIfText('growing')) {
    const factor = cursor.take();
    repeat.growth = Number(factor?.text);
    if (factor?.type !== 'number' || repeat.growth <= 0) {
      scope.faults.error(
        factor?.span ?? cursor.span,
        'growth-form',
        'How much bigger each time?',
        `As in \`${exampleOf('repeat')}\`.`,
      );
      return false;
    }
    if (!expectWord(cursor, scope, 'x')) return false;
    if (cursor.takeIfText('to')) {
      repeat.cap = readCount(cursor, scope, 'how many of a kind at most');
      if (repeat.cap === undefined) return false;
    }
  }
  if (cursor.takeIfText(',')) {
    repeat.times = readCount(cursor, scope, 'how many times');
    if (repeat.times === undefined || !expectWord(cursor, scope, 'times')) return false;
  }
  if (repeat.growth > 1 && repeat.cap === undefined)
    scope.faults.warning(
      line.span,
      'growth-uncapped',
      `The waves grow ${repeat.growth} times with every repeat and nothing stops them${repeat.times ? '' : ', for ever'}.`,
      'Write a cap, as in `growing 1.5x to 40`.',
    );
  waves.repeat = { ...repeat, span: line.span };
  return true;
}

function readNext(cursor: TokenCursor, waves: WavesDefinition, scope: CueScope): boolean {
  if (cursor.takeWords(['when', 'cleared'])) {
    waves.nextWhenCleared = true;
    cursor.takeIfText('or');
  }
  if (cursor.takeIfText('after')) {
    waves.nextAfter = readValue(cursor, scope, 'time');
    if (!waves.nextAfter) return false;
  }
  if (!waves.nextWhenCleared && !waves.nextAfter) {
    scope.faults.error(cursor.span, 'next-form', 'When does the next wave begin?', `As in \`${exampleOf('next')}\`.`);
    return false;
  }
  if (!cursor.takeIfText(',')) return true;
  if (!expectWord(cursor, scope, 'rest')) return false;
  waves.rest = readValue(cursor, scope, 'time');
  return waves.rest !== undefined;
}

function readSupply(cursor: TokenCursor, waves: WavesDefinition, scope: CueScope): boolean {
  const count = readCount(cursor, scope, 'how many');
  const kind = count === undefined ? undefined : readName(cursor, scope, 'kinds');
  if (count === undefined || !kind || !expectWord(cursor, scope, 'at')) return false;
  const marks = [];
  do {
    const mark = readName(cursor, scope, 'marks');
    if (!mark) return false;
    marks.push(mark);
  } while (cursor.takeIfText(','));
  waves.supplies.push({ count, kind, marks });
  return true;
}
