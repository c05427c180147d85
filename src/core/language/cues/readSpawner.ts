import type { TokenCursor } from '../check/tokenCursor';
import type { StatementSyntax } from '../syntax/parseScript';
import type { SpawnerDefinition } from './checkedCues';
import { expectWord, readCueCondition, readName, type CueScope } from './cueConditions';
import {
  emptyCommonLines,
  exampleOf,
  finishLine,
  lineCursor,
  noteMissing,
  notePlaceMissing,
  readCommonLine,
} from './cueLines';
import { readBounded, readCount, readRange, readValue } from './cueValues';

/** Reads the lines of a spawner; undefined when it lacks something that it cannot be without. */
export function readSpawner(
  name: string,
  block: StatementSyntax,
  lines: readonly StatementSyntax[],
  scope: CueScope,
): SpawnerDefinition | undefined {
  const common = emptyCommonLines();
  const spawner: Omit<SpawnerDefinition, 'every'> & { every: SpawnerDefinition['every'] | undefined } = {
    name,
    span: block.tokens[0]?.span ?? block.keywordSpan,
    place: common.place,
    every: undefined,
    everySpan: block.keywordSpan,
    jitter: undefined,
    first: undefined,
    isOnce: false,
    picks: [],
    gap: undefined,
    heading: undefined,
    speed: undefined,
    mostAlive: undefined,
    mostInAll: undefined,
    open: undefined,
    close: undefined,
    outsideBy: undefined,
    retireAfter: undefined,
  };
  for (const line of lines) {
    if (readCommonLine(line, common, scope)) continue;
    const cursor = lineCursor(line);
    if (readOwnLine(cursor, line, spawner, scope)) finishLine(cursor, line, scope.faults);
  }
  const has = (word: string) => lines.some(({ keyword }) => keyword === word);
  if (!has('every') && !has('once'))
    noteMissing(block.keywordSpan, 'It is not said how often something comes.', 'every', scope.faults);
  if (!has('pick') && !has('gap')) noteMissing(block.keywordSpan, 'It is not said what comes.', 'pick', scope.faults);
  const pick = lines.find(({ keyword }) => keyword === 'pick');
  if (pick && has('gap'))
    scope.faults.warning(
      pick.keywordSpan,
      'pick-unused',
      'Nothing is picked where `gap` says what comes.',
      'Remove one of the two lines.',
    );
  notePlaceMissing(block, common, lines, scope);
  const { every } = spawner;
  return every && { ...spawner, every, heading: common.heading, speed: common.speed };
}

/** False after a fault, so that the rest of the line is not reported too. */
function readOwnLine(
  cursor: TokenCursor,
  line: StatementSyntax,
  spawner: Omit<SpawnerDefinition, 'every'> & { every: SpawnerDefinition['every'] | undefined },
  scope: CueScope,
): boolean {
  switch (line.keyword) {
    case 'every':
      return readEvery(cursor, line, spawner, scope);
    case 'once': {
      spawner.isOnce = true;
      spawner.everySpan = line.span;
      if (!expectWord(cursor, scope, 'after')) return false;
      spawner.every = readBounded(cursor, scope, 'time');
      if (!spawner.every) return false;
      return readJitter(cursor, spawner, scope);
    }
    case 'pick':
      return readPicks(cursor, spawner, scope);
    case 'gap':
      return readGap(cursor, line, spawner, scope);
    case 'limit':
      return readLimits(cursor, spawner, scope);
    case 'open':
    case 'close': {
      if (!expectWord(cursor, scope, 'when')) return false;
      const condition = readCueCondition(cursor, scope);
      spawner[line.keyword] = condition;
      return condition !== undefined;
    }
    case 'retire':
      return readRetire(cursor, spawner, scope);
    default:
      return false;
  }
}

function readEvery(
  cursor: TokenCursor,
  line: StatementSyntax,
  spawner: { every: SpawnerDefinition['every'] | undefined } & Pick<
    SpawnerDefinition,
    'jitter' | 'first' | 'everySpan'
  >,
  scope: CueScope,
): boolean {
  spawner.everySpan = line.span;
  spawner.every = readBounded(cursor, scope, 'time');
  if (!spawner.every || !readJitter(cursor, spawner, scope)) return false;
  if (!cursor.takeIfText(',')) return true;
  if (!expectWord(cursor, scope, 'first') || !expectWord(cursor, scope, 'after')) return false;
  spawner.first = readValue(cursor, scope, 'time');
  return spawner.first !== undefined;
}

function readJitter(cursor: TokenCursor, spawner: Pick<SpawnerDefinition, 'jitter'>, scope: CueScope): boolean {
  if (!cursor.takeIfText('±')) return true;
  spawner.jitter = readValue(cursor, scope, 'time');
  return spawner.jitter !== undefined;
}

function readPicks(cursor: TokenCursor, spawner: Pick<SpawnerDefinition, 'picks'>, scope: CueScope): boolean {
  do {
    const kind = readName(cursor, scope, 'kinds');
    if (!kind) return false;
    const isWeighted = cursor.current?.type === 'number';
    const weight = isWeighted ? Number(cursor.take()!.text) : 1;
    spawner.picks.push({ kind, weight });
  } while (cursor.takeIfText(','));
  if (spawner.picks.some(({ weight }) => weight > 0)) return true;
  scope.faults.error(
    spawner.picks[0].kind.span,
    'weights-empty',
    'All weights are 0, so nothing can be drawn.',
    'Give at least one kind a weight above 0.',
  );
  return false;
}

function readGap(
  cursor: TokenCursor,
  line: StatementSyntax,
  spawner: Pick<SpawnerDefinition, 'gap'>,
  scope: CueScope,
): boolean {
  const size = readRange(cursor, scope, 'length');
  if (!size || !expectWord(cursor, scope, 'between')) return false;
  const first = readName(cursor, scope, 'kinds');
  if (!first || !expectWord(cursor, scope, 'and')) return false;
  const second = readName(cursor, scope, 'kinds');
  if (!second) return false;
  const gap: NonNullable<SpawnerDefinition['gap']> = {
    span: line.span,
    size,
    first,
    second,
    strip: undefined,
    shift: undefined,
  };
  while (cursor.takeIfText(',')) {
    if (cursor.takeIfText('strip')) {
      gap.strip = readName(cursor, scope, 'kinds');
      if (!gap.strip) return false;
    } else if (cursor.takeWords(['shifting', 'at', 'most'])) {
      gap.shift = readValue(cursor, scope, 'length');
      if (!gap.shift) return false;
    } else {
      scope.faults.error(
        cursor.span,
        'word-missing',
        '`gap` knows `strip` and `shifting at most`.',
        `As in \`${exampleOf('gap')}\`.`,
      );
      return false;
    }
  }
  spawner.gap = gap;
  return true;
}

function readLimits(
  cursor: TokenCursor,
  spawner: Pick<SpawnerDefinition, 'mostAlive' | 'mostInAll'>,
  scope: CueScope,
): boolean {
  do {
    const count = readCount(cursor, scope, 'how many');
    if (count === undefined) return false;
    if (cursor.takeIfText('alive')) spawner.mostAlive = count;
    else if (cursor.takeWords(['in', 'all'])) spawner.mostInAll = count;
    else {
      scope.faults.error(
        cursor.span,
        'word-missing',
        '`limit` counts what is `alive` or comes `in all`.',
        `As in \`${exampleOf('limit')}\`.`,
      );
      return false;
    }
  } while (cursor.takeIfText(','));
  return true;
}

function readRetire(
  cursor: TokenCursor,
  spawner: Pick<SpawnerDefinition, 'outsideBy' | 'retireAfter'>,
  scope: CueScope,
): boolean {
  if (cursor.takeIfText('after')) {
    spawner.retireAfter = readValue(cursor, scope, 'time');
    return spawner.retireAfter !== undefined;
  }
  if (!expectWord(cursor, scope, 'when') || !expectWord(cursor, scope, 'outside') || !expectWord(cursor, scope, 'by'))
    return false;
  spawner.outsideBy = readValue(cursor, scope, 'length');
  return spawner.outsideBy !== undefined;
}
