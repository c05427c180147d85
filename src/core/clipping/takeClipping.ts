import { liftStamp, type CellArea } from '../document/areaCommands';
import { shiftMark } from '../document/commands';
import { gunOf } from '../document/controlShape';
import type { Contact } from '../document/contactShape';
import type { GameDocument, Level, Mark, Piece } from '../document/gameDocument';
import { markBox } from '../document/markBox';
import { FORMAT_VERSION } from '../document/migrations/migrate';
import { ancestorsOf, kindOf } from '../document/resolveKind';
import { checkScripts } from '../written/checkScripts';
import type { Clipping } from './clipping';
import { behaviorsUsed, thingsNamed } from './namedThings';

/** What is to be taken: cells with all that stands in them, or else pieces and marks by their ids. */
export type Wanted = { area: CellArea } | { ids: readonly string[] };

/** Takes from a level what is wanted, with everything that it is made of; undefined when that is nothing. */
export function takeClipping(game: GameDocument, level: Level, wanted: Wanted): Clipping | undefined {
  const area = 'area' in wanted ? wanted.area : boxOf(level, wanted.ids);
  if (!area) return undefined;
  const { cells, pieces, marks } = 'area' in wanted ? liftStamp(level, area) : liftThings(level, wanted.ids, area);
  const things = madeOf(game, level, pieces, cells ?? []);
  const named = level.marks.filter(({ id }) => things.marks.has(id) && !marks.some((mark) => mark.id === id));
  return copyOf({
    ...{ format: 'gorge clipping' as const, version: FORMAT_VERSION },
    corner: [area.column, area.row] as [number, number],
    size: [area.columns, area.rows] as [number, number],
    ...(cells ? { cells } : {}),
    pieces,
    marks,
    named: named.map((mark) => shifted(mark, area)),
    terrain: game.terrain.filter(({ id }) => things.grounds.has(id)),
    cast: game.cast.filter(({ id }) => things.kinds.has(id)),
    scripts: game.scripts.filter(({ id }) => things.scripts.has(id)),
    contacts: things.contacts,
    player: things.player === undefined ? [] : [...(kindOf(game, things.player)?.names ?? [])],
    ...(level.rules.loseWhenTouching === undefined ? {} : { foe: level.rules.loseWhenTouching }),
  });
}

/** The whole cells that hold things, their routes left out; undefined for none. */
function boxOf(level: Level, ids: readonly string[]): CellArea | undefined {
  const boxes = [
    ...level.pieces.filter(({ id }) => ids.includes(id)).map(({ at: [x, y] }) => [x, y, 0, 0]),
    ...level.marks.filter(({ id }) => ids.includes(id)).map(markBox),
  ];
  if (boxes.length === 0) return undefined;
  const column = Math.floor(Math.min(...boxes.map(([x]) => x)));
  const row = Math.floor(Math.min(...boxes.map(([, y]) => y)));
  const columns = Math.ceil(Math.max(...boxes.map(([x, , width]) => x + width))) - column;
  const rows = Math.ceil(Math.max(...boxes.map(([, y, , height]) => y + height))) - row;
  return { column, row, columns: Math.max(1, columns), rows: Math.max(1, rows) };
}

function liftThings(level: Level, ids: readonly string[], area: CellArea) {
  return {
    cells: undefined,
    // All in its box is lifted, and what is not wanted is left.
    pieces: liftStamp(level, area).pieces.filter(({ id }) => ids.includes(id)),
    marks: level.marks.filter(({ id }) => ids.includes(id)).map((mark) => shifted(mark, area)),
  };
}

function shifted(mark: Mark, { column, row }: CellArea): Mark {
  const copy = copyOf(mark);
  shiftMark(copy, { x: -column, y: -row });
  return copy;
}

function copyOf<Whole>(whole: Whole): Whole {
  return JSON.parse(JSON.stringify(whole)) as Whole;
}

interface Things {
  kinds: Set<string>;
  scripts: Set<string>;
  grounds: Set<string>;
  marks: Set<string>;
  contacts: Contact[];
  player: string | undefined;
}

/** All that pieces and ground are made of: kinds with those that they vary, throw and carry, behaviors, contacts, ground. */
function madeOf(game: GameDocument, level: Level, pieces: readonly Piece[], cells: readonly string[]): Things {
  const checked = checkScripts(game);
  const glyphs = new Set(cells.flatMap((row) => [...row]));
  const player = level.pieces.map(({ kind }) => kindOf(game, kind)).find((kind) => kind?.control)?.id;
  const kinds = new Set(pieces.map(({ kind }) => kind));
  const grounds = new Set(game.terrain.filter(({ glyph }) => glyphs.has(glyph)).map(({ id }) => id));
  const scripts = new Set<string>();
  const marks = new Set<string>();
  const contacts = new Set<Contact>();
  const addScript = (id: string): void => {
    const script = game.scripts.find((own) => own.id === id);
    if (!script || scripts.has(id)) return;
    scripts.add(id);
    for (const { of, thing } of thingsNamed(checked.get(id)?.behavior))
      ({ kind: kinds, ground: grounds, mark: marks })[of].add(thing.id);
    for (const used of behaviorsUsed(script.lines)) addScript(used);
  };
  const addEffects = (contact: Contact): void => {
    contacts.add(contact);
    for (const effect of contact.does) {
      if (effect.effect === 'teleport') marks.add(effect.to);
      if (effect.effect !== 'open') continue;
      marks.add(effect.area);
      grounds.add(effect.ground).add(effect.becomes);
      if (effect.needs !== undefined) kinds.add(effect.needs);
    }
  };
  const namesOf = (id: string): readonly string[] => kindOf(game, id)?.names ?? [id];
  const isCarried = (name: string) => [...kinds].some((id) => id !== player && namesOf(id).includes(name));
  const isMet = (name: string) => isCarried(name) || (player !== undefined && namesOf(player).includes(name));
  // Contacts can name further kinds, which meet others in their turn.
  for (let before = -1; before !== kinds.size + contacts.size;) {
    before = kinds.size + contacts.size;
    // A set that grows while it is gone through goes on with what is new.
    for (const id of kinds) {
      for (const base of ancestorsOf(game.cast, id)) kinds.add(base.id);
      const kind = kindOf(game, id);
      for (const part of kind?.parts ?? []) kinds.add(part.kind);
      const gun = gunOf(kind?.control);
      if (gun) kinds.add(gun.shot);
      if (kind?.behavior !== undefined) addScript(kind.behavior);
    }
    for (const contact of game.contacts ?? [])
      if (isMet(contact.by) && isMet(contact.on) && (isCarried(contact.by) || isCarried(contact.on)))
        addEffects(contact);
  }
  for (const id of grounds) {
    const becomes = game.terrain.find((ground) => ground.id === id)?.becomes;
    if (becomes !== undefined) grounds.add(becomes);
  }
  return { kinds, scripts, grounds, marks, contacts: [...contacts], player };
}
