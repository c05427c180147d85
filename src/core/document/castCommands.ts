import { gunOf, USUAL_THROWING, type Control } from './controlShape';
import { bug } from '../foundation/result';
import { kindIn } from './commands';
import type { Contact, Effect } from './contactShape';
import type { GameDocument, KindEntry, Level, Terrain } from './gameDocument';
import { INHERITED_FIELDS, kindOf, type InheritedField } from './resolveKind';

type GameDraft = GameDocument;

/** An id made of a name that none of the given entries has. */
export function freshId(name: string, fallback: string, taken: readonly { id: string }[]): string {
  const words = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 56);
  const stem = words || fallback;
  const ids = new Set(taken.map((entry) => entry.id));
  let id = stem;
  for (let number = 2; ids.has(id); number++) id = `${stem}-${number}`;
  return id;
}

/** Adds a kind that varies another and overrides nothing yet; returns its id. */
export function varyKind(game: GameDraft, kindId: string, name: string): string {
  const base = kindIn(game, kindId);
  const id = freshId(name, 'kind', game.cast);
  const place = game.cast.indexOf(base);
  game.cast.splice(place + 1, 0, { id, name: name.trim().slice(0, 80) || `Other ${base.name}`, varies: kindId });
  return id;
}

/** Colours for new kinds, each plain on the ground and unlike the others. */
const TINTS = [
  ...['#8a3324', '#2f5d62', '#5d3a66', '#8a6a1f', '#3f6b3a', '#1f4e79', '#a04a78', '#6d4c41'],
  ...['#b05a2e', '#3b7f86', '#7a63a8', '#6f7a2a', '#4a4a4a', '#c0842c', '#2d7a55', '#9c3b4c'],
];

/** A colour for a new kind: of those that are offered that which is least like any that the cast has. */
export function freshTint(game: Pick<GameDraft, 'cast'>): string {
  const partsOf = (tint: string) => [1, 3, 5].map((at) => Number.parseInt(tint.slice(at, at + 2), 16));
  const taken = game.cast.flatMap(({ tint }) => (tint ? [partsOf(tint)] : []));
  const nearest = (tint: string) => {
    const own = partsOf(tint);
    const distances = taken.map((other) =>
      own.reduce((sum, part, at) => sum + (part - other[at]) * (part - other[at]), 0),
    );
    return Math.min(Infinity, ...distances);
  };
  return TINTS.reduce((best, tint) => (nearest(tint) > nearest(best) ? tint : best));
}

/** Adds a kind of its own; returns its id. */
export function addKind(game: GameDraft, name: string, tint: string): string {
  const id = freshId(name, 'kind', game.cast);
  game.cast.push({ id, name: name.trim().slice(0, 80) || 'New kind', tags: [], radius: 0.4, tint });
  return id;
}

/**
 * Gives a player something to throw; from a rail it flies away from that: adds a small kind for it, which defeats everybody with a tag.
 * Without a tag it does nothing yet. Returns the id of the new kind.
 */
export function addShot(game: GameDraft, playerKind: string, foes: string | undefined): string {
  const { control } = kindOf(game, playerKind) ?? bug(`there is no kind ${playerKind}`);
  if (!control) bug(`${playerKind} is not steered`);
  const shot = addKind(game, 'Shot', '#2f5d62');
  kindIn(game, shot).radius = SHOT_RADIUS;
  const usual = control.scheme === 'along a rail' ? { ...ALONG_RAIL, aim: acrossRail(control.rail) } : USUAL_THROWING;
  const armed: Control = { ...control, throws: { ...(control.throws ?? usual), shot } };
  setKindField(game, playerKind, 'control', armed);
  if (foes !== undefined) setContact(game, shot, foes, [{ effect: 'defeat' }]);
  return shot;
}

/** From a rail one fires across the whole level. */
const ALONG_RAIL = { shotSpeed: 11, range: 20, cooldown: 0.4 };

/** Upward, or to the right, degrees. */
const acrossRail = (rail: 'across' | 'up and down') => (rail === 'across' ? 270 : 0);

/** Small enough to fly along the floor without touching it, cells. */
const SHOT_RADIUS = 0.15;

/** Sets one field of a kind. */
export function setKindField<Field extends keyof KindEntry>(
  game: GameDraft,
  kindId: string,
  field: Field,
  value: KindEntry[Field],
): void {
  const kind = kindIn(game, kindId);
  if (value === undefined) delete kind[field];
  else kind[field] = value;
}

/** Returns a field of a kind to that of the kind which it varies; for one that varies none, optional fields only. */
export function inheritKindField(game: GameDraft, kindId: string, field: InheritedField): void {
  const kind = kindIn(game, kindId);
  const isNeeded = kind.varies === undefined && (field === 'tags' || field === 'radius' || field === 'tint');
  if (!isNeeded) delete kind[field];
}

/** Removes a kind with its pieces and contacts; kinds that vary it take over what they took from it. */
export function removeKind(game: GameDraft, kindId: string): void {
  const removed = kindIn(game, kindId);
  for (const kind of game.cast) {
    if (kind.varies !== kindId) continue;
    for (const field of INHERITED_FIELDS) {
      if (field === 'knobs') {
        const knobs = { ...removed.knobs, ...kind.knobs };
        if (Object.keys(knobs).length > 0) kind.knobs = knobs;
      } else if (kind[field] === undefined && removed[field] !== undefined)
        Object.assign(kind, { [field]: removed[field] });
    }
    if (removed.varies === undefined) delete kind.varies;
    else kind.varies = removed.varies;
  }
  game.cast = game.cast.filter((kind) => kind.id !== kindId);
  for (const level of game.levels) level.pieces = level.pieces.filter((piece) => piece.kind !== kindId);
  if (game.contacts) game.contacts = game.contacts.filter((contact) => contact.by !== kindId && contact.on !== kindId);
}

/** Why a kind cannot be removed, or undefined when it can. */
export function whyKindStays(game: GameDocument, kindId: string): string | undefined {
  if (game.cast.length === 1) return 'A game needs at least one kind.';
  const shooter = game.cast.find((kind) => gunOf(kind.control)?.shot === kindId);
  if (shooter) return `${shooter.name} fires it.`;
  const whole = game.cast.find((kind) => kind.parts?.some((part) => part.kind === kindId));
  return whole && `It is a part of ${whole.name}.`;
}

/** Sets what one kind or tag does to another; undefined takes the entry away. */
export function setContact(
  game: GameDraft,
  by: string,
  on: string,
  does: Effect[] | undefined,
  cooldown?: number,
): void {
  const contacts = game.contacts ?? [];
  const others = contacts.filter((contact) => contact.by !== by || contact.on !== on);
  const place = contacts.findIndex((contact) => contact.by === by && contact.on === on);
  if (does === undefined) {
    game.contacts = others;
  } else {
    const entry: Contact = { by, on, does, ...(cooldown === undefined ? {} : { cooldown }) };
    game.contacts =
      place < 0 ? [...contacts, entry] : contacts.map((contact, index) => (index === place ? entry : contact));
  }
  if (game.contacts.length === 0) delete game.contacts;
}

/** Characters for new ground, in the order in which they are taken. */
const GLYPHS = [...'.,:;~^"*+=-_/|abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789@$&?'];

/** Adds a type of open ground; returns its id. */
export function addGround(game: GameDraft, name: string): string {
  const id = freshId(name, 'ground', game.terrain);
  const glyph =
    GLYPHS.find((candidate) => !game.terrain.some((ground) => ground.glyph === candidate)) ?? bug('no glyph left');
  game.terrain.push({
    id,
    name: name.trim().slice(0, 80) || 'New ground',
    glyph,
    solid: false,
    opaque: false,
    tint: '#e3d9c2',
    hatching: 'none',
  });
  return id;
}

function groundIn(game: GameDraft, groundId: string): Terrain {
  return game.terrain.find((ground) => ground.id === groundId) ?? bug(`no ground ${groundId}`);
}

/** Sets one field of a ground; undefined takes an optional field away. A new glyph is written into every map. */
export function setGroundField<Field extends keyof Terrain>(
  game: GameDraft,
  groundId: string,
  field: Field,
  value: Terrain[Field] | undefined,
): void {
  const ground = groundIn(game, groundId);
  if (field === 'glyph' && typeof value === 'string') {
    const isTaken = game.terrain.some((other) => other !== ground && other.glyph === value);
    if (isTaken || value.length !== 1) return;
    const before = ground.glyph;
    for (const level of game.levels) level.map = level.map.map((row) => row.replaceAll(before, value));
  }
  if (value === undefined) delete ground[field];
  else ground[field] = value;
}

/** How many cells of all levels are of a ground. */
export function countGround(game: GameDocument, groundId: string): number {
  const { glyph } = groundIn(game, groundId);
  const inRow = (row: string) => row.split(glyph).length - 1;
  return game.levels.reduce((sum, level) => sum + level.map.reduce((cells, row) => cells + inRow(row), 0), 0);
}

/** Removes a ground; its cells become another. */
export function removeGround(game: GameDraft, groundId: string, insteadId: string): void {
  const { glyph } = groundIn(game, groundId);
  const instead = groundIn(game, insteadId).glyph;
  for (const level of game.levels) level.map = level.map.map((row) => row.replaceAll(glyph, instead));
  game.terrain = game.terrain.filter((ground) => ground.id !== groundId);
  for (const ground of game.terrain) {
    if (ground.becomes !== groundId) continue;
    delete ground.becomes;
    delete ground.strength;
  }
}

/** Sets how a level is seen, or how strong it pulls. */
export function setLevelField<Field extends 'name' | 'view' | 'gravity' | 'ticksPerSecond' | 'scroll'>(
  level: Level,
  field: Field,
  value: Level[Field] | undefined,
): void {
  if (value === undefined) delete level[field];
  else level[field] = value as Level[Field];
}

/** A name that a behavior may have: a word of the language. */
function behaviorName(name: string): string {
  const word = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 48);
  return word || 'behavior';
}

/** Adds a behavior of one state that moves in one way; returns its id, which is also its name. */
export function addScript(game: GameDraft, name: string, motion: string): string {
  const stem = behaviorName(name);
  let id = stem;
  for (let number = 2; game.scripts.some((script) => script.id === id); number++) id = `${stem}_${number}`;
  game.scripts.push({ id, lines: [`behavior ${id} {`, '  start state going {', `    ${motion}`, '  }', '}'] });
  return id;
}

/** Adds a script with a text of its own; a name that is taken gets a number. Gives the id. */
export function addScriptText(game: GameDraft, text: string): string {
  const named = /\bbehavior\s+([a-zA-Z_]\w*)/.exec(text);
  const stem = named?.[1] ?? 'imported';
  let id = stem;
  for (let number = 2; game.scripts.some((script) => script.id === id); number++) id = `${stem}_${number}`;
  const renamed = named && id !== stem ? text.replace(named[0], named[0].replace(stem, id)) : text;
  game.scripts.push({ id, lines: renamed.split('\n') });
  return id;
}

/** Makes a piece one of another kind; own knob values, which belong to the behavior, are dropped. */
export function setPieceKind(level: Level, pieceId: string, kindId: string): void {
  const piece = level.pieces.find((candidate) => candidate.id === pieceId) ?? bug(`no piece ${pieceId}`);
  if (piece.kind === kindId) return;
  piece.kind = kindId;
  delete piece.knobs;
}
