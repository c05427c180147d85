import equal from 'fast-deep-equal';
import { placeStamp } from '../document/areaCommands';
import { addGround, addScriptText, freshId } from '../document/castCommands';
import { isPlayer, levelIn, shiftMark } from '../document/commands';
import type { Contact, Effect } from '../document/contactShape';
import type { GameDocument, KindEntry, Level, Script } from '../document/gameDocument';
import { LIMITS } from '../document/limits';
import { kindOf, resolvedCast } from '../document/resolveKind';
import type { CheckedBehavior } from '../language/checkedBehavior';
import { bug, succeed, type Result } from '../foundation/result';
import type { Diagnostic } from '../foundation/diagnostic';
import { checkScripts } from '../written/checkScripts';
import { asGame, refuse, type Clipping } from './clipping';
import { behaviorsUsed, thingsNamed } from './namedThings';

/** What was put down. */
export interface Pasted {
  /** Ids of the new pieces and marks. */
  ids: string[];
  /** What the game did not have and now has, in words. */
  brought: string[];
}

/** Where a clipping lies when it is put down as near to a wished cell as the level allows. */
export function cornerFor(level: Level, { size: [columns, rows] }: Clipping, wished: { column: number; row: number }) {
  const within = (from: number, size: number, room: number) => Math.max(0, Math.min(from, room - size));
  return {
    column: within(wished.column, columns, level.map[0].length),
    row: within(wished.row, rows, level.map.length),
  };
}

/**
 * Puts a clipping down with its corner at a cell. What the game has already as it is in the clipping is used; what it has not, or has
 * otherwise under the same name, is brought along, under a name of its own where that is needed. The player is never doubled. Refused
 * without a change where it does not fit.
 */
export function placeClipping(
  game: GameDocument,
  levelId: string,
  clipping: Clipping,
  corner: { column: number; row: number },
): Result<Pasted, Diagnostic> {
  const level = levelIn(game, levelId);
  const [columns, rows] = clipping.size;
  if (columns > level.map[0].length || rows > level.map.length)
    return refuse(
      `What was copied takes ${columns} × ${rows} cells, and this level has ${level.map[0].length} × ${level.map.length}.`,
      'Copy less, or make the level larger.',
    );
  const paste = new Paste(game, level, clipping);
  if (paste.isTooMuch)
    return refuse('With what was copied there would be more in this game than it can hold.', 'Copy less.');
  return succeed(paste.place(corner));
}

type Ids = Map<string, string>;

/** One act of putting down: first it is found out what is there already, then the rest is made. */
class Paste {
  private readonly grounds: Ids = new Map();
  private readonly kinds: Ids = new Map();
  private readonly scripts: Ids = new Map();
  private readonly marks: Ids = new Map();
  private readonly brought: string[] = [];
  private readonly behaviors: ReadonlyMap<string, CheckedBehavior | undefined>;

  constructor(
    private readonly game: GameDocument,
    private readonly level: Level,
    private readonly clipping: Clipping,
  ) {
    this.behaviors = new Map([...checkScripts(asGame(clipping))].map(([id, { behavior }]) => [id, behavior]));
    this.findKnown();
  }

  /** Fills the maps with what the game has already, as it is here and with all that it needs. */
  private findKnown(): void {
    const { terrain, cast, scripts } = this.clipping;
    for (const ground of terrain) {
      const same = this.game.terrain.find(
        (own) => own.id === ground.id && equal({ ...own, glyph: '' }, { ...ground, glyph: '' }),
      );
      if (same) this.grounds.set(ground.id, same.id);
    }
    for (const kind of cast) if (this.game.cast.some((own) => equal(own, kind))) this.kinds.set(kind.id, kind.id);
    for (const script of scripts)
      if (this.game.scripts.some((own) => equal(own, script))) this.scripts.set(script.id, script.id);
    const own = this.ownPlayer;
    const theirs = this.clipping.cast.find(({ id }) => this.isTheirPlayer(id));
    if (own !== undefined && theirs) this.kinds.set(theirs.id, own);
    // What needs something that is otherwise here is not the same.
    for (let before = -1; before !== this.knownCount;) {
      before = this.knownCount;
      for (const kind of cast) if (!this.isTheirPlayer(kind.id) && !this.hasAll(kind)) this.kinds.delete(kind.id);
      for (const script of scripts) if (!this.hasAllOf(script)) this.scripts.delete(script.id);
      for (const { id, becomes } of terrain)
        if (becomes !== undefined && !this.grounds.has(becomes)) this.grounds.delete(id);
    }
  }

  private get knownCount(): number {
    return this.grounds.size + this.kinds.size + this.scripts.size;
  }

  private isTheirPlayer(kind: string): boolean {
    return kindOf(this.clipping, kind)?.control !== undefined;
  }

  private get ownPlayer(): string | undefined {
    const here = this.level.pieces.find((piece) => isPlayer(this.game, piece))?.kind;
    return here ?? [...resolvedCast(this.game).values()].find(({ control }) => control)?.id;
  }

  private hasAll({ varies, parts, control, behavior }: KindEntry): boolean {
    const kinds = [varies, ...(parts ?? []).map(({ kind }) => kind), control?.throws?.shot];
    return (
      kinds.every((id) => id === undefined || this.kinds.has(id)) &&
      (behavior === undefined || this.scripts.has(behavior))
    );
  }

  private hasAllOf({ id, lines }: Script): boolean {
    const named = thingsNamed(this.behaviors.get(id));
    return (
      named.every(({ of, thing }) => of === 'mark' || (of === 'kind' ? this.kinds : this.grounds).has(thing.id)) &&
      behaviorsUsed(lines).every(
        (used) => this.scripts.has(used) || !this.clipping.scripts.some((own) => own.id === used),
      )
    );
  }

  get isTooMuch(): boolean {
    const { terrain, cast, scripts, contacts, pieces, marks, named } = this.clipping;
    const { game, level } = this;
    return (
      game.terrain.length + terrain.length - this.grounds.size > LIMITS.terrain ||
      game.cast.length + cast.length - this.kinds.size > LIMITS.cast ||
      game.scripts.length + scripts.length - this.scripts.size > LIMITS.scripts ||
      (game.contacts?.length ?? 0) + contacts.length > LIMITS.contacts ||
      level.pieces.length + pieces.length > LIMITS.pieces ||
      level.marks.length + marks.length + named.length > LIMITS.marks
    );
  }

  place(corner: { column: number; row: number }): Pasted {
    // Names of their own are given to all before anything that names them is written.
    this.bringGrounds();
    this.nameKinds();
    const marks = this.bringMarks(corner);
    this.bringScripts();
    this.bringKinds();
    this.bringContacts();
    const pieces = this.placePieces(corner);
    return { ids: [...pieces, ...marks], brought: this.brought };
  }

  private bringGrounds(): void {
    const made = this.clipping.terrain.filter(({ id }) => !this.grounds.has(id));
    for (const { id, name } of made) {
      this.grounds.set(id, addGround(this.game, name));
      this.brought.push(`ground ${name}`);
    }
    for (const ground of made) {
      const at = this.game.terrain.findIndex(({ id }) => id === this.grounds.get(ground.id));
      const { id, glyph } = this.game.terrain[at];
      const becomes = ground.becomes === undefined ? {} : { becomes: this.grounds.get(ground.becomes) };
      this.game.terrain[at] = { ...ground, id, glyph, ...becomes };
    }
  }

  private nameKinds(): void {
    const taken = [...this.game.cast];
    for (const kind of this.clipping.cast) {
      if (this.kinds.has(kind.id)) continue;
      const id = taken.some((own) => own.id === kind.id) ? freshId(kind.name, 'kind', taken) : kind.id;
      taken.push({ ...kind, id });
      this.kinds.set(kind.id, id);
    }
  }

  private bringMarks({ column, row }: { column: number; row: number }): string[] {
    const put = (mark: Level['marks'][number]): string => {
      const isFree = !this.level.marks.some(({ id }) => id === mark.id);
      const id = isFree ? mark.id : freshId(mark.name, 'mark', this.level.marks);
      const copy = { ...mark, id };
      shiftMark(copy, { x: column, y: row });
      this.level.marks.push(copy);
      this.marks.set(mark.id, id);
      return id;
    };
    const ids = this.clipping.marks.map(put);
    // A mark that is only named is that of this level, where it has one.
    for (const mark of this.clipping.named) if (!this.level.marks.some(({ id }) => id === mark.id)) put(mark);
    return ids;
  }

  private bringScripts(): void {
    const made: Script[] = [];
    for (const script of this.clipping.scripts) {
      if (this.scripts.has(script.id)) continue;
      const id = addScriptText(this.game, this.renamedText(script));
      this.scripts.set(script.id, id);
      made.push(this.game.scripts.find((own) => own.id === id) ?? bug(`no script ${id}`));
      this.brought.push(`behavior ${id}`);
    }
    for (const script of made)
      script.lines = script.lines.map((line) =>
        line.replace(
          /^(\s*use\s+)([a-zA-Z_]\w*)/,
          (_, use: string, name: string) => use + (this.scripts.get(name) ?? name),
        ),
      );
  }

  /** The text of a behavior with the names that things have here. */
  private renamedText({ id, lines }: Script): string {
    let text = lines.join('\n');
    const named = thingsNamed(this.behaviors.get(id)).sort((one, other) => other.thing.span.from - one.thing.span.from);
    for (const { of, thing } of named) {
      const here = { kind: this.kinds, ground: this.grounds, mark: this.marks }[of].get(thing.id);
      const { from, to } = thing.span;
      // What a behavior takes over stands in another text.
      if (here !== undefined && text.slice(from, to) === thing.id) text = text.slice(0, from) + here + text.slice(to);
    }
    return text;
  }

  private bringKinds(): void {
    const { foe } = this.clipping;
    const known = new Set(this.game.cast.map(({ id }) => id));
    const made: KindEntry[] = [];
    for (const kind of this.clipping.cast) {
      const id = this.kindHere(kind.id);
      if (known.has(id)) continue;
      const isNamed = this.game.cast.some(({ name }) => name === kind.name);
      made.push({
        ...kind,
        id,
        name: isNamed ? `${kind.name} ${id.match(/-(\d+)$/)?.[1] ?? 'of its own'}` : kind.name,
        ...(kind.varies === undefined ? {} : { varies: this.kindHere(kind.varies) }),
        ...(kind.behavior === undefined ? {} : { behavior: this.scripts.get(kind.behavior) ?? kind.behavior }),
        ...(kind.parts ? { parts: kind.parts.map((part) => ({ ...part, kind: this.kindHere(part.kind) })) } : {}),
        ...(foe !== undefined && kind.tags?.includes(foe) ? { tags: this.tagsHere(kind.tags, foe) } : {}),
        ...(kind.control?.throws
          ? {
              control: {
                ...kind.control,
                throws: { ...kind.control.throws, shot: this.kindHere(kind.control.throws.shot) },
              },
            }
          : {}),
      });
    }
    this.brought.push(...made.map(({ name }) => `kind ${name}`));
    // A list of its own, since what is known of a cast is kept by its list.
    if (made.length > 0) this.game.cast = [...this.game.cast, ...made];
  }

  /** Whose touch ends the run there, their touch ends it here. */
  private tagsHere(tags: readonly string[], foe: string): string[] {
    const here = (this.level.rules.loseWhenTouching ??= foe);
    return [...new Set([...tags, here])];
  }

  private kindHere(id: string): string {
    return this.kinds.get(id) ?? id;
  }

  private bringContacts(): void {
    const known = this.game.contacts ?? [];
    const tags = new Set(this.game.cast.flatMap((kind) => kind.tags ?? []));
    const made: Contact[] = [];
    for (const contact of this.clipping.contacts) {
      const [by, on] = [this.sideHere(contact.by, tags), this.sideHere(contact.on, tags)];
      const does = contact.does.map((effect) => this.effectHere(effect));
      if (by === undefined || on === undefined || [...known, ...made].some((own) => own.by === by && own.on === on))
        continue;
      if (does.every((effect) => effect !== undefined)) made.push({ ...contact, by, on, does });
    }
    if (made.length > 0) this.game.contacts = [...known, ...made];
    if (made.length > 0) this.brought.push(made.length === 1 ? 'a contact' : `${made.length} contacts`);
  }

  /** What a side of a contact is here: a kind, the player for whatever the player was called, or a tag. */
  private sideHere(name: string, tags: ReadonlySet<string>): string | undefined {
    if (this.kinds.has(name)) return this.kindHere(name);
    if (tags.has(name) || this.game.cast.some(({ id }) => id === name)) return name;
    return this.clipping.player.includes(name) ? this.ownPlayer : undefined;
  }

  private effectHere(effect: Effect): Effect | undefined {
    const markHere = (id: string) => this.marks.get(id) ?? id;
    const isMark = (id: string) => this.game.levels.some(({ marks }) => marks.some((mark) => mark.id === id));
    if (effect.effect === 'teleport')
      return isMark(markHere(effect.to)) ? { ...effect, to: markHere(effect.to) } : undefined;
    if (effect.effect !== 'open') return effect;
    const [ground, becomes] = [this.grounds.get(effect.ground), this.grounds.get(effect.becomes)];
    if (ground === undefined || becomes === undefined || !isMark(markHere(effect.area))) return undefined;
    const needs = effect.needs === undefined ? {} : { needs: this.kindHere(effect.needs) };
    return { ...effect, area: markHere(effect.area), ground, becomes, ...needs };
  }

  private placePieces({ column, row }: { column: number; row: number }): string[] {
    const { cells = [], pieces, size } = this.clipping;
    const glyphs = new Map(
      this.clipping.terrain.map(({ id, glyph }) => [
        glyph,
        this.game.terrain.find((own) => own.id === this.grounds.get(id))?.glyph ?? glyph,
      ]),
    );
    const formations = new Map<string, string>();
    const taken = this.level.pieces.flatMap(({ formation }) => (formation === undefined ? [] : [{ id: formation }]));
    const formationHere = (id: string): string => {
      const here = formations.get(id) ?? freshId(id, 'ranks', taken);
      formations.set(id, here);
      return here;
    };
    const stamp = {
      ...{ columns: size[0], rows: size[1], marks: [] },
      cells: cells.map((line) => [...line].map((glyph) => glyphs.get(glyph) ?? glyph).join('')),
      pieces: pieces.map((piece) => ({
        ...piece,
        kind: this.kindHere(piece.kind),
        ...(piece.formation === undefined ? {} : { formation: formationHere(piece.formation) }),
      })),
    };
    return placeStamp(this.game, this.level.id, stamp, column, row);
  }
}
