import { diffIndices } from 'node-diff3';
import type { GameDocument } from '../gameDocument';
import { changesBetween, ORDER, type Change, type Way } from './changes';
import type { Clash } from './mergeGames';
import { isFields, isText, readKeyed, type Value } from './keyedLists';

/** So many things of one sort that came, went or changed are named; more are counted. */
const MOST_NAMED = 3;

/** What differs between two documents in words, a sentence for each thing that is concerned; none for equal documents. */
export function sayChanges(before: GameDocument, after: GameDocument): string[] {
  const things = new Map<string, ThingChanges>();
  for (const change of changesBetween(before, after)) {
    const length = lengthOfThing(change.way);
    const way = change.way.slice(0, length);
    const key = way.join('\n');
    const known = things.get(key) ?? { way, changes: [] };
    known.changes.push(change);
    things.set(key, known);
  }
  return sumUp([...things.values()].map((thing) => describe(thing, before, after)));
}

/** A clash in words: where it is, and what stands there on either side. */
export interface SaidClash {
  what: string;
  mine: string;
  theirs: string;
}

export function sayClash({ way, mine, theirs }: Clash, before: GameDocument, after: GameDocument): SaidClash {
  const length = lengthOfThing(way);
  const thing = way.slice(0, length);
  const noun = LISTS[thing.at(-2) ?? ''] ?? '';
  const level = thing.length === 4 ? `${nameAt(thing.slice(0, 2), before, after)}: ` : '';
  const name = thing.length > 1 ? `${noun} ${nameAt(thing, before, after)}` : wordsOf(thing[0]);
  const field = way.length > length ? `, ${way.at(-1) === ORDER ? 'order' : wordsOf(way.at(-1)!)}` : '';
  const unit = UNITS[way.at(-1)!] ?? knobUnit(way.at(-1)!, way, after);
  return { what: `${level}${name}${field}`, mine: sayWhole(mine, unit), theirs: sayWhole(theirs, unit) };
}

/** A value in full, for people. */
function sayWhole(value: Value, unit: string): string {
  if (value === undefined) return 'not there';
  if (isText(value)) return value.join('\n');
  const behind = unit && ` ${unit}`;
  if (Array.isArray(value) && value.every((entry) => typeof entry === 'number')) return value.join(', ') + behind;
  return typeof value === 'object'
    ? JSON.stringify(value)
    : `${String(value)}${typeof value === 'number' ? behind : ''}`;
}

interface ThingChanges {
  way: Way;
  changes: Change[];
}

const LISTS: Record<string, string> = {
  terrain: 'ground',
  cast: 'kind',
  contacts: 'contact',
  scripts: 'behavior',
  standIns: 'stand-in',
  levels: 'level',
  pieces: 'piece',
  marks: 'mark',
  lanes: 'lane',
};

/** How much of a way leads to the thing that people would name: to a piece rather than to its level. */
function lengthOfThing(way: Way): number {
  if (!(way[0] in LISTS) || way[1] === ORDER) return 1;
  return way[0] === 'levels' && way.length > 3 && way[2] in LISTS && way[3] !== ORDER ? 4 : 2;
}

/** One thing and what became of it. `sort` is what things must share to be counted instead of named. */
interface Sentence {
  sort: string;
  one: string;
  many: (count: number) => string;
}

function describe({ way, changes }: ThingChanges, before: GameDocument, after: GameDocument): Sentence {
  const list = way.at(-2) ?? way[0];
  const noun = LISTS[list] ?? '';
  const level = way.length === 4 ? `${nameAt(way.slice(0, 2), before, after)}: ` : '';
  const ownName = way.length > 1 ? nameAt(way, before, after) : '';
  const name = ownName && `${noun} ${ownName}`;
  // What is changed in a level is told as of the level, like what is in it.
  const owner = noun === 'level' ? ownName : name;
  const done = (what: string): Sentence => ({
    sort: `${level}${list} ${what}`,
    one: `${level}${name} ${what}`,
    many: (count) => `${level}${count} ${noun}s ${what}`,
  });
  const [first] = changes;
  if (way.length > 1 && first.way.length === way.length) {
    if (first.before === undefined) return done('added');
    if (first.after === undefined) return done('removed');
  }
  const what = changes.map((change) => sayField(change.way.slice(way.length), change, after)).filter(Boolean);
  const [only] = changes;
  if (changes.length === 1 && only.way.at(-1) === 'at') return done('moved');
  const text = what.length > 0 ? what.join(', ') : 'changed';
  return {
    sort: `${level}${list} changed`,
    one: `${level}${[owner || LISTS[way[0]] || wordsOf(way[0]), text].filter(Boolean).join(': ')}`,
    many: (count) => `${level}${count} ${noun}s changed`,
  };
}

/** Where more than {@link MOST_NAMED} things of a sort are concerned, one sentence for all of them. */
function sumUp(sentences: readonly Sentence[]): string[] {
  const counts = new Map<string, number>();
  for (const { sort } of sentences) counts.set(sort, (counts.get(sort) ?? 0) + 1);
  const said = new Set<string>();
  return sentences.flatMap(({ sort, one, many }) => {
    const count = counts.get(sort)!;
    if (count <= MOST_NAMED) return [one];
    if (said.has(sort)) return [];
    said.add(sort);
    return [many(count)];
  });
}

function nameAt(way: Way, before: GameDocument, after: GameDocument): string {
  const found = thingAt(way, after) ?? thingAt(way, before);
  if (isFields(found) && typeof found.name === 'string') return found.name;
  return way.at(-1)!.replace(' ', ' on ');
}

function thingAt(way: Way, game: GameDocument): Value {
  let value: Value = game;
  for (const step of way) value = isFields(value) ? value[step] : readKeyed(value)?.entries.get(step);
  return value;
}

function sayField(way: Way, { before, after }: Change, game: GameDocument): string {
  const field = way.at(-1);
  if (field === undefined) return sayValues('', before, after, '');
  if (field === ORDER) return 'order';
  if (field === 'map' && isText(before) && isText(after)) return sayMap(before, after);
  if (isText(before) && isText(after)) return `${field === 'cues' ? 'cues, ' : ''}${countLines(before, after)}`;
  if (field === 'at') return 'moved';
  return sayValues(wordsOf(field), before, after, UNITS[field] ?? knobUnit(field, way, game));
}

function sayValues(what: string, before: Value, after: Value, unit: string): string {
  const isShort = (value: Value) =>
    value === undefined || typeof value === 'number' || typeof value === 'boolean' || isShortText(value);
  if (!isShort(before) || !isShort(after)) return what;
  const say = (value: Value) => (value === undefined ? 'not set' : String(value));
  // Behind the last number that there is.
  const [own, next] = after === undefined ? [unit, ''] : ['', unit];
  return `${what} ${say(before)} ${own} → ${say(after)} ${next}`.replace(/ +/g, ' ').trim();
}

const isShortText = (value: Value) => typeof value === 'string' && value.length <= 40;

/** "levels" of the shapes as words: "ticks per second". */
function wordsOf(field: string): string {
  return field.replace(/([A-Z])/g, ' $1').toLowerCase();
}

function sayMap(before: readonly string[], after: readonly string[]): string {
  const size = (map: readonly string[]) => `${map[0].length} × ${map.length}`;
  if (size(before) !== size(after)) return `size ${size(before)} → ${size(after)} cells`;
  let cells = 0;
  before.forEach((row, y) => {
    for (let x = 0; x < row.length; x++) if (row[x] !== after[y][x]) cells++;
  });
  return `${count(cells, 'cell')} of ground`;
}

function countLines(before: readonly string[], after: readonly string[]): string {
  const regions = diffIndices([...before], [...after]);
  const lines = regions.reduce((sum, { buffer1, buffer2 }) => sum + Math.max(buffer1[1], buffer2[1]), 0);
  return count(lines, 'line');
}

const count = (number: number, noun: string) => `${number} ${noun}${number === 1 ? '' : 's'}`;

const UNITS: Record<string, string> = {
  at: 'cells',
  point: 'cells',
  area: 'cells',
  facing: '°',
  cooldown: 's',
  lead: 's',
  seconds: 's',
  timeLimit: 's',
  radius: 'cells',
  range: 'cells',
  speed: 'cells/s',
  shotSpeed: 'cells/s',
  jump: 'cells/s',
  lift: 'cells/s',
  mostFall: 'cells/s',
  gravity: 'cells/s²',
  pixelsPerCell: 'px',
};

/** The unit that a knob has in whichever script declares it. */
function knobUnit(knob: string, way: Way, game: GameDocument): string {
  if (way.at(-2) !== 'knobs') return '';
  const declared = new RegExp(`^\\s*knob ${knob}\\s+= -?[\\d.]+ ([a-z/]+)`);
  for (const { lines } of game.scripts) {
    const unit = lines.map((line) => declared.exec(line)?.[1]).find(Boolean);
    if (unit && unit !== 'in') return unit;
  }
  return '';
}
