import type { GameDocument, Level } from '../document/gameDocument';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { proposeWord } from '../foundation/nearestWord';
import { fail, succeed, type Result } from '../foundation/result';
import { numbersOf, type GameNumber, type NumberPlace } from './gameNumbers';

/** A number that is set for some runs, by its name. */
export interface NumberOverride {
  name: string;
  value: number;
}

/** The number of a name; undefined when there is none, and all that it could mean when there are several. */
export function findNumber(numbers: readonly GameNumber[], name: string): GameNumber | GameNumber[] | undefined {
  const full = numbers.find(({ fullName }) => fullName === name);
  if (full) return full;
  const own = numbers.filter((number) => number.name === name);
  // A kind called `player` has the names of whoever is played as well.
  const places = new Set(own.map(({ place }) => JSON.stringify(place)));
  return places.size > 1 ? own : own.at(0);
}

/**
 * The game with some numbers set otherwise; the game itself stays as it is. Faults have an empty path, as they are in no
 * document: a name that is not there or means several, a value out of its limits, one number set twice. `otherNames` may be
 * proposed as well where a name is not there.
 */
export function withNumbers(
  game: GameDocument,
  level: Level,
  overrides: readonly NumberOverride[],
  otherNames: readonly string[] = [],
): Result<GameDocument, Diagnostic> {
  if (overrides.length === 0) return succeed(game);
  const changes = changesOf(game, level, overrides, otherNames);
  if (!changes.ok) return changes;
  const changed = structuredCloneOf(game);
  applyChanges(changed, changes.value);
  return succeed(changed);
}

/** A number of the document, by where it stands, and what it is to be. */
export interface NumberChange {
  place: NumberPlace;
  value: number;
}

/** What is to be changed where, so that numbers are set by their names. */
export function changesOf(
  game: GameDocument,
  level: Level,
  overrides: readonly NumberOverride[],
  otherNames: readonly string[] = [],
): Result<NumberChange[], Diagnostic> {
  const numbers = numbersOf(game, level);
  const faults: Diagnostic[] = [];
  const changes: NumberChange[] = [];
  for (const { name, value } of overrides) {
    const found = findNumber(numbers, name);
    const fault = faultOf(name, value, found, [...numbers.map((number) => number.name), ...otherNames]);
    if (fault) faults.push(fault);
    else changes.push({ place: (found as GameNumber).place, value });
  }
  const places = changes.map(({ place }) => JSON.stringify(place));
  const twice = places.findIndex((place, index) => places.indexOf(place) !== index);
  if (twice >= 0) faults.push(setTwice(overrides[twice].name));
  return faults.length > 0 ? fail(faults) : succeed(changes);
}

/** One number set by two overrides. */
export function setTwice(name: string): Diagnostic {
  return errorAt({ path: [] }, 'number-set-twice', `\`${name}\` is set twice.`, 'Leave one of the two out.');
}

/** What is wrong with a value of a number that was found by its name, or with the name. */
export function faultOf(
  name: string,
  value: number,
  found: Omit<GameNumber, 'place'> | GameNumber[] | undefined,
  known: readonly string[],
): Diagnostic | undefined {
  if (found === undefined)
    return errorAt(
      { path: [] },
      'unknown-number',
      `There is no number \`${name}\` in this level.`,
      proposeNumber(name, known),
    );
  if (Array.isArray(found))
    return errorAt(
      { path: [] },
      'number-of-several',
      `\`${name}\` can be several numbers.`,
      `Write ${found.map(({ fullName }) => `\`${fullName}\``).join(' or ')}.`,
    );
  const { low, high, isWhole, unit } = found;
  if (Number.isFinite(value) && value >= low && value <= high && (!isWhole || Number.isInteger(value)))
    return undefined;
  const kind = isWhole ? 'whole number' : 'number';
  const range = Number.isFinite(high) ? `from ${low} to ${high}` : `of ${low} or more`;
  return errorAt(
    { path: [] },
    'number-out-of-range',
    `\`${name}\` cannot be ${value}.`,
    `It is a ${kind} ${range}${unit ? ` ${unit}` : ''}.`,
  );
}

/** What may have been meant; of very many names only the nearest is told. */
function proposeNumber(name: string, known: readonly string[]) {
  const advice = proposeWord(name, [...new Set(known)], 'numbers');
  return advice.fix ? advice : 'See `gorge numbers` for all that there are.';
}

/** Sets numbers in a game, which changes. */
export function applyChanges(changed: GameDocument, changes: readonly NumberChange[]): void {
  for (const { place, value } of changes) if (place.in === 'document') setAt(changed, place.path, value);
  // From the end of each text to its start, so that places before stay where they are.
  const inCues = changes
    .flatMap(({ place, value }) => (place.in === 'cues' ? [{ ...place, value }] : []))
    .sort((a, b) => b.from - a.from);
  for (const { level, from, to, value } of inCues) {
    const text = (changed.levels[level].cues ?? []).join('\n');
    changed.levels[level].cues = `${text.slice(0, from)}${value}${text.slice(to)}`.split('\n');
  }
}

/** Scripts stay the same objects, so that they need not be checked again. */
function structuredCloneOf(game: GameDocument): GameDocument {
  const copy = JSON.parse(JSON.stringify({ ...game, scripts: [] })) as GameDocument;
  return { ...copy, scripts: game.scripts };
}

function setAt(owner: unknown, [key, ...rest]: readonly (string | number)[], value: number): void {
  const fields = owner as Record<string | number, unknown>;
  if (rest.length === 0) fields[key] = value;
  else setAt(fields[key], rest, value);
}
