import { gameShape, levelShape, type GameDocument, type Level } from '../document/gameDocument';
import { ancestorsOf, resolvedCast } from '../document/resolveKind';
import { namesForCues } from '../written/checkLevelCues';
import { cueTextNumbers } from './cueTextNumbers';
import { shapeNumbers, type ShapeNumber } from './shapeNumbers';

/** A number of a game that can be set for some runs, by its name. */
export interface GameNumber {
  /** As it is written: `warden.radius`, `clock`, `draughts.every.2`. */
  name: string;
  /** With the room that it stands in, where two have the same name: `ground:tar.harm`. */
  fullName: string;
  /** As it stands; undefined where it is left out. */
  value: number | undefined;
  unit: string;
  low: number;
  high: number;
  isWhole: boolean;
  about: string;
  place: NumberPlace;
}

/** Where a number stands: a path in the document, or a stretch of the text of a level's cues. */
export type NumberPlace =
  { in: 'document'; path: (string | number)[] } | { in: 'cues'; level: number; from: number; to: number };

/** Fields that say what the document is instead of how it plays. */
const NOT_PLAYED = new Set(['version', 'pixelsPerCell']);
const UNIT = /(cells\/s²|cells\/s|cells|seconds|degrees)/g;
const SHORT_UNITS: Readonly<Record<string, string>> = { seconds: 's', degrees: 'deg' };

type Room = 'kind' | 'ground' | 'contact' | 'piece' | 'mark' | 'lane' | 'level' | 'cue' | 'player';

/** Every number that plays a part in a level: of kinds, ground, contacts, of the level and of its cues and rules. */
export function numbersOf(game: GameDocument, level: Level): GameNumber[] {
  const index = game.levels.indexOf(level);
  const shape = gameShape.shape;
  const all = [
    ...ofShape('kind', shapeNumbers(shape.cast, game.cast), ['cast']),
    ...ofShape('ground', shapeNumbers(shape.terrain, game.terrain), ['terrain']),
    ...ofShape('contact', shapeNumbers(shape.contacts, game.contacts), ['contacts']),
    ...ofLevel(level, index),
    ...ofCues(game, level, index),
  ];
  return [...all, ...ofPlayer(game, level, all)].filter(({ fullName }) => !NOT_PLAYED.has(fullName));
}

function ofLevel(level: Level, index: number): GameNumber[] {
  const { pieces, marks, lanes, rules, scroll, gravity, ticksPerSecond, links } = levelShape.shape;
  const path = ['levels', index];
  const clock = ofShape('level', shapeNumbers(rules, level.rules), [...path, 'rules']).map((number) => ({
    ...number,
    name: 'clock',
    fullName: 'level:clock',
  }));
  const own = { scroll, gravity, ticksPerSecond, links };
  return [
    ...ofShape('piece', shapeNumbers(pieces, level.pieces), [...path, 'pieces']),
    ...ofShape('mark', shapeNumbers(marks, level.marks), [...path, 'marks']),
    ...ofShape('lane', shapeNumbers(lanes, level.lanes), [...path, 'lanes']),
    ...clock,
    ...Object.entries(own).flatMap(([key, shape]) =>
      ofShape('level', shapeNumbers(shape, level[key as keyof typeof own]), [...path, key]).map((number) => ({
        ...number,
        name: [key, number.name].filter((part) => part !== '').join('.'),
        fullName: `level:${[key, number.name].filter((part) => part !== '').join('.')}`,
      })),
    ),
  ];
}

function ofShape(room: Room, numbers: readonly ShapeNumber[], path: readonly (string | number)[]): GameNumber[] {
  return numbers.map((number): GameNumber => {
    const name = room === 'contact' ? `contact-${number.name}` : number.name;
    return {
      name,
      fullName: `${room}:${number.name}`,
      value: number.value,
      // Shares are 0..1 in the document.
      unit: number.unit === undefined ? unitIn(number.about) : number.unit.replace('%', ''),
      low: number.low,
      high: number.high,
      isWhole: number.isWhole,
      about: number.about,
      place: { in: 'document', path: [...path, ...number.path] },
    };
  });
}

/** The unit that stands last in what is said of a field. */
function unitIn(about: string): string {
  const unit = about.match(UNIT)?.at(-1) ?? '';
  return SHORT_UNITS[unit] ?? unit;
}

function ofCues(game: GameDocument, level: Level, index: number): GameNumber[] {
  return cueTextNumbers((level.cues ?? []).join('\n'), { ...namesForCues(game, level), cues: [] }).map(
    ({ name, value, unit, from, to }): GameNumber => ({
      name,
      fullName: `cue:${name}`,
      value,
      unit,
      low: 0,
      high: Infinity,
      isWhole: false,
      about: 'as it stands in the cues and rules of the level',
      place: { in: 'cues', level: index, from, to },
    }),
  );
}

/** Numbers of whoever is played, also as `player.speed`, wherever they stand in its control. */
function ofPlayer(game: GameDocument, level: Level, all: readonly GameNumber[]): GameNumber[] {
  const cast = resolvedCast(game);
  const player = level.pieces.find(({ kind }) => cast.get(kind)?.control)?.kind;
  if (player === undefined) return [];
  // What it takes from the kind that it varies stands there.
  const line = [player, ...ancestorsOf(game.cast, player).map(({ id }) => id)];
  const seen = new Set<string>();
  return line.flatMap((id) =>
    all.flatMap((number): GameNumber[] => {
      const head = `kind:${id}.`;
      if (!number.fullName.startsWith(head) || number.value === undefined) return [];
      const rest = number.fullName.slice(head.length).replace(/^control\./, '');
      if (seen.has(rest)) return [];
      seen.add(rest);
      return [{ ...number, name: `player.${rest}`, fullName: `player:${rest}` }];
    }),
  );
}
