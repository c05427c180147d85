import { addGround, addScriptText, freshId, setContact } from '../document/castCommands';
import { addPiece, isPlayer, levelIn, roundCoordinate, type Point } from '../document/commands';
import type { Effect } from '../document/contactShape';
import type { GameDocument, KindEntry, Level, Terrain } from '../document/gameDocument';
import { setCues } from '../document/levelCommands';
import { addMark } from '../document/placeCommands';
import { kindOf, resolvedCast } from '../document/resolveKind';

/** Open ground on which a part is laid, in cells. */
export interface Site {
  column: number;
  row: number;
  columns: number;
  rows: number;
}

type NewKind = Omit<KindEntry, 'id' | 'tags' | 'behavior'> & {
  tags?: string[];
  /** Text of its behavior. */
  behaves?: string;
};

/**
 * Lays things down in a level and notes what. Kinds, behaviors and ground that are there already as they would be made are used
 * again, so that a part that is laid twice is two of it.
 */
export class Workplace {
  readonly pieces: string[] = [];
  readonly laid: string[] = [];
  readonly level: Level;

  constructor(
    readonly game: GameDocument,
    readonly levelId: string,
    readonly site: Site,
  ) {
    this.level = levelIn(game, levelId);
  }

  /** The middle of a cell of the site, counted from its first. */
  at(column: number, row: number): Point {
    return { x: this.site.column + column + 0.5, y: this.site.row + row + 0.5 };
  }

  get middle(): Point {
    return { x: this.site.column + this.site.columns / 2, y: this.site.row + this.site.rows / 2 };
  }

  /** The tag of which a touch ends the run; said now, where nothing does yet. */
  get foe(): string {
    return (this.level.rules.loseWhenTouching ??= 'foe');
  }

  /** The kind that is steered in this level, or else in the game. */
  get player(): string {
    const own = this.level.pieces.find((piece) => isPlayer(this.game, piece))?.kind;
    return own ?? [...resolvedCast(this.game).values()].find(({ control }) => control)!.id;
  }

  /** Puts a kind into the cast; gives its id. */
  kind({ behaves, ...entry }: NewKind): string {
    const behavior = behaves === undefined ? {} : { behavior: this.script(behaves) };
    const made: Omit<KindEntry, 'id'> = { ...entry, tags: entry.tags ?? [this.foe], ...behavior };
    const same = this.game.cast.find(({ id: _, ...own }) => isSame(own, made));
    if (same) return same.id;
    const id = freshId(entry.name, 'kind', this.game.cast);
    // A list of its own, since what is known of a cast is kept by its list.
    this.game.cast = [...this.game.cast, { id, ...made }];
    this.laid.push(`kind ${entry.name}`);
    return id;
  }

  private script(text: string): string {
    const nameOf = (lines: string) => /\bbehavior\s+(\w+)/.exec(lines)?.[1] ?? '';
    const plain = (lines: string) => lines.replace(/\bbehavior\s+\w+/, 'behavior').trim();
    const same = this.game.scripts.find(({ lines }) => plain(lines.join('\n')) === plain(text));
    if (same) return nameOf(same.lines.join('\n'));
    const id = addScriptText(this.game, text);
    this.laid.push(`behavior ${id}`);
    return id;
  }

  /** Puts a piece down; gives its id. */
  piece(kind: string, at: Point, route: readonly Point[] = []): string {
    const id = addPiece(this.game, this.levelId, kind, at);
    const piece = this.level.pieces.find((own) => own.id === id)!;
    if (route.length > 0) piece.route = route.map(({ x, y }) => [roundCoordinate(x), roundCoordinate(y)]);
    this.pieces.push(id);
    this.laid.push(piece.name);
    return id;
  }

  mark(name: string, place: Parameters<typeof addMark>[3]): string {
    const id = addMark(this.game, this.levelId, name, place);
    this.laid.push(`mark ${id}`);
    return id;
  }

  /** Puts a type of ground into the game; gives its character. */
  ground(name: string, entry: Omit<Terrain, 'id' | 'name' | 'glyph'>): Terrain {
    const same = this.game.terrain.find(({ id: _, glyph: __, ...own }) => isSame(own, { name, ...entry }));
    if (same) return same;
    const id = addGround(this.game, name);
    const at = this.game.terrain.findIndex((ground) => ground.id === id);
    const made: Terrain = { id, name, glyph: this.game.terrain[at].glyph, ...entry };
    this.game.terrain[at] = made;
    this.laid.push(`ground ${name}`);
    return made;
  }

  /** What one kind does to another, unless something is said of that already. */
  contact(by: string, on: string, does: Effect[]): void {
    const isSaid = this.game.contacts?.some((own) => own.by === by && own.on === on);
    if (!isSaid) setContact(this.game, by, on, does);
  }

  /** A name that no cue of the level has yet. */
  cueName(stem: string): string {
    const taken = (this.level.cues ?? []).flatMap((line) => /^\s*(?:spawner|waves)\s+(\w+)/.exec(line)?.[1] ?? []);
    let name = stem;
    for (let number = 2; taken.includes(name); number++) name = `${stem}_${number}`;
    return name;
  }

  /** Adds a block of text to the cues of the level. */
  cue(name: string, lines: readonly string[]): void {
    const before = this.level.cues ?? [];
    setCues(this.game, this.levelId, [...before, ...(before.length > 0 ? [''] : []), ...lines].join('\n'));
    this.laid.push(`cue ${name}`);
  }

  /** Adds a line to the rules of the level, unless they begin one so already. */
  rule(begins: string, line: string): void {
    const lines = this.level.cues ?? [];
    if (lines.some((own) => own.replace(/^\s*(rules\s*\{)?\s*/, '').startsWith(begins))) return;
    const at = lines.findIndex((own) => /^\s*rules\s*\{/.test(own));
    if (at < 0) return this.cue('rules', ['rules {', `  ${line}`, '}']);
    const [, head, rest] = /^(\s*rules\s*\{)(.*)$/.exec(lines[at])!;
    const added = rest.trim() === '' ? [head, `  ${line}`] : [head, `  ${line}`, `  ${rest.trim()}`];
    setCues(this.game, this.levelId, [...lines.slice(0, at), ...added, ...lines.slice(at + 1)].join('\n'));
    this.laid.push('a line of the rules');
  }
}

/** Whether two entries say the same, in whatever order. */
function isSame(one: object, other: object): boolean {
  const inOrder = (value: object) =>
    JSON.stringify(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)));
  return inOrder(one) === inOrder(other);
}

/** So far from other pieces a part is laid where there is room for that, cells. */
const FROM_OTHERS = 1.5;

/** So far from the player nothing is laid that could end the run at once, cells. */
const FROM_PLAYER = 2.5;

/** Open ground of so many cells, as near as it can be to a place; seen from the side with ground below it where it must stand. */
export function findSite(
  game: GameDocument,
  level: Level,
  near: Point,
  { columns, rows, stands }: { columns: number; rows: number; stands: boolean },
): Site | undefined {
  const groundOf = new Map(game.terrain.map((ground) => [ground.glyph, ground]));
  const isOpen = (column: number, row: number) => {
    const ground = groundOf.get(level.map[row]?.[column] ?? '');
    return ground !== undefined && !ground.solid && !ground.footing && !ground.harm && !ground.slides;
  };
  const isFirm = (column: number, row: number) => groundOf.get(level.map[row]?.[column] ?? '')?.solid === true;
  const isFree = ({ x, y }: Point, { column, row }: Site, apart: number) =>
    x < column - apart || x > column + columns + apart || y < row - apart || y > row + rows + apart;
  const players = level.pieces.filter(({ kind }) => kindOf(game, kind)?.control);
  const isSound = ({ column, row }: Site) => {
    for (let y = row; y < row + rows; y++)
      for (let x = column; x < column + columns; x++) if (!isOpen(x, y)) return false;
    for (let x = column; stands && x < column + columns; x++) if (!isFirm(x, row + rows)) return false;
    return players.every(({ at: [x, y] }) => isFree({ x, y }, { column, row, columns, rows }, FROM_PLAYER));
  };
  const sites: { site: Site; distance: number }[] = [];
  for (let row = 0; row + rows <= level.map.length; row++)
    for (let column = 0; column + columns <= level.map[0].length; column++) {
      const site = { column, row, columns, rows };
      const [dx, dy] = [column + columns / 2 - near.x, row + rows / 2 - near.y];
      if (isSound(site)) sites.push({ site, distance: dx * dx + dy * dy });
    }
  sites.sort((one, other) => one.distance - other.distance);
  const isClear = (apart: number) => (own: { site: Site }) =>
    level.pieces.every(({ at: [x, y] }) => isFree({ x, y }, own.site, apart));
  return (sites.find(isClear(FROM_OTHERS)) ?? sites.find(isClear(0)))?.site;
}
