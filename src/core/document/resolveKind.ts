import { reachOf, type OutlineShape, type Reach } from './outlineShape';
import type { GameDocument, KindEntry, Level } from './gameDocument';

/** A kind with everything filled in that it takes from the kinds it varies. */
export interface Kind extends KindEntry {
  tags: string[];
  /** All by which rules, behaviors and ground can mean it: its tags, its id, and the ids of the kinds that it varies. */
  names: string[];
  radius: number;
  tint: string;
}

type Cast = GameDocument['cast'];
type CastPart = Pick<GameDocument, 'cast'>;

/** Fields that a kind can take from the one it varies, in the order in which they are shown. */
export const INHERITED_FIELDS = [
  'tags',
  'radius',
  'tint',
  'stand',
  'hit',
  'control',
  'behavior',
  'knobs',
  'health',
  'floats',
  'falls',
  'blocks',
  'pushed',
  'wear',
  'crumbs',
  'parts',
  'flight',
] as const satisfies readonly (keyof KindEntry)[];

export type InheritedField = (typeof INHERITED_FIELDS)[number];

/** The kinds from which one takes, the nearest first; ends before a kind would come twice. */
export function ancestorsOf(cast: Cast, id: string): KindEntry[] {
  const line: KindEntry[] = [];
  let entry = cast.find((candidate) => candidate.id === id);
  while (entry?.varies !== undefined) {
    const { varies } = entry;
    entry = cast.find((candidate) => candidate.id === varies);
    if (!entry || entry.id === id || line.includes(entry)) return line;
    line.push(entry);
  }
  return line;
}

const resolved = new WeakMap<Cast, Map<string, Kind>>();

/** Every kind of a game with what it takes from others. Kept as long as the cast is the same. */
export function resolvedCast(game: CastPart): ReadonlyMap<string, Kind> {
  const known = resolved.get(game.cast);
  if (known) return known;
  const kinds = new Map(game.cast.map((entry) => [entry.id, resolveEntry(game.cast, entry)]));
  // A draft of an edit changes under the hand; only finished documents are kept.
  if (Object.isFrozen(game.cast)) resolved.set(game.cast, kinds);
  return kinds;
}

export function kindOf(game: CastPart, id: string): Kind | undefined {
  if (Object.isFrozen(game.cast)) return resolvedCast(game).get(id);
  const entry = game.cast.find((candidate) => candidate.id === id);
  return entry && resolveEntry(game.cast, entry);
}

function resolveEntry(cast: Cast, entry: KindEntry): Kind {
  const line = [entry, ...ancestorsOf(cast, entry.id)];
  const merged: KindEntry = { ...entry };
  for (const field of INHERITED_FIELDS) {
    if (field === 'knobs') continue;
    const source = line.find((candidate) => candidate[field] !== undefined);
    if (source) Object.assign(merged, { [field]: source[field] });
  }
  const knobs = Object.assign({}, ...[...line].reverse().map((candidate) => candidate.knobs ?? {})) as Record<
    string,
    number
  >;
  if (Object.keys(knobs).length > 0) merged.knobs = knobs;
  else delete merged.knobs;
  const tags = merged.tags ?? [];
  const names = [...new Set([...tags, ...line.map(({ id }) => id)])];
  return { ...merged, tags, names, radius: merged.radius ?? 0.4, tint: merged.tint ?? '#8a3324' };
}

export function standShapeOf(kind: Kind): OutlineShape {
  return kind.stand ?? { form: 'circle', radius: kind.radius };
}

export function hitShapeOf(kind: Kind): OutlineShape {
  return kind.hit ?? { form: 'circle', radius: kind.radius };
}

/** How far the body of a kind reaches for walls. */
export function standReachOf(kind: Kind): Reach {
  return reachOf(standShapeOf(kind));
}

/** Whether the touch of a kind ends a run in a level, by the tag or the kind that its rules name. */
export function endsRun(level: Level, kind: Pick<Kind, 'names'>): boolean {
  const { loseWhenTouching } = level.rules;
  return loseWhenTouching !== undefined && kind.names.includes(loseWhenTouching);
}
