import { addKind, addShot, setContact, setKindField } from '../document/castCommands';
import { addPiece, levelIn, removePieces, setRoute, type Point } from '../document/commands';
import type { Control } from '../document/controlShape';
import type { BriefLine } from '../document/briefLine';
import type { GameDocument, Level } from '../document/gameDocument';
import { setCues } from '../document/levelCommands';
import { newGame } from '../document/newGame';
import { bug } from '../foundation/result';
import { layReadyPart } from '../readyParts/readyParts';

/** The level of a game that is being begun, and what can be done to it. */
export class Beginning {
  readonly game: GameDocument;
  readonly level: Level;

  /** A game with nothing but a player in a level that is drawn; the player stands at `@`, and `E` is the exit, if there is one. */
  constructor(name: string, drawing: readonly string[], control: Control, taken: readonly { id: string }[]) {
    const view = control.scheme === 'flap' || control.scheme === 'run and jump' ? 'side' : 'above';
    this.game = newGame({ name, columns: drawing[0].length, rows: drawing.length, view }, taken);
    this.game.cast = this.game.cast.filter(({ id }) => id === 'player');
    this.game.scripts = [];
    this.level = levelIn(this.game, this.game.levels[0].id);
    removePieces(this.game, this.level.id, ['guard']);
    setKindField(this.game, 'player', 'control', control);
    this.level.map = drawing.map((row) => row.replace(/[@E]/g, '.'));
    this.level.pieces[0].at = this.placeOf(drawing, '@');
    this.markExit(drawing);
  }

  private placeOf(drawing: readonly string[], sign: string): [number, number] {
    const row = drawing.findIndex((line) => line.includes(sign));
    return [drawing[row].indexOf(sign) + 0.5, row + 0.5];
  }

  private markExit(drawing: readonly string[]): void {
    const rows = drawing.flatMap((line, row) => (line.includes('E') ? [row] : []));
    if (rows.length === 0) {
      this.level.marks = [];
      delete this.level.rules.winAt;
      return;
    }
    const [left, right] = [drawing[rows[0]].indexOf('E'), drawing[rows[0]].lastIndexOf('E')];
    this.level.marks = [{ id: 'exit', name: 'Exit', area: [left, rows[0], right - left + 1, rows.length] }];
  }

  /** Lays a ready part down near a place; gives the ids of its pieces. */
  part(id: string, near: Point): string[] {
    const laid = layReadyPart(this.game, this.level.id, id, near);
    return laid.ok ? laid.value.pieces : bug(laid.faults[0].message);
  }

  /** Lays a ready part of one piece down just there; gives its id. */
  put(part: string, at: [number, number]): string {
    const [id] = this.part(part, { x: at[0], y: at[1] });
    const piece = this.level.pieces.find((own) => own.id === id) ?? bug(`no piece ${id}`);
    piece.at = at;
    return id;
  }

  /** Has a guard walk between two places. */
  watchman(from: [number, number], to: [number, number]): void {
    const id = this.put('guard', from);
    setRoute(
      this.game,
      this.level.id,
      id,
      [from, to].map(([x, y]) => ({ x, y })),
    );
  }

  /** Things to gather, at places. */
  gather(name: string, tint: string, places: readonly (readonly [number, number])[]): string {
    const kind = addKind(this.game, name, tint);
    setKindField(this.game, kind, 'radius', 0.25);
    setKindField(this.game, kind, 'tags', [kind]);
    for (const [x, y] of places) addPiece(this.game, this.level.id, kind, { x, y });
    setContact(this.game, 'player', kind, [{ effect: 'collect' }]);
    return kind;
  }

  /** Gives the player something to throw at whoever is a foe. */
  arm(): void {
    addShot(this.game, 'player', 'foe');
  }

  /** At least so long between shots, seconds. */
  slowFire(cooldown: number): void {
    const { control } = this.game.cast[0];
    if (control?.throws)
      setKindField(this.game, 'player', 'control', { ...control, throws: { ...control.throws, cooldown } });
  }

  /** Numbers of a behavior as they are to be in this game. */
  turn(kind: string, knobs: Record<string, number>): void {
    setKindField(this.game, kind, 'knobs', knobs);
  }

  rules(...lines: readonly string[]): void {
    const before = this.level.cues ?? [];
    const block = ['rules {', ...lines.map((line) => `  ${line}`), '}'];
    setCues(this.game, this.level.id, [...before, ...(before.length > 0 ? [''] : []), ...block].join('\n'));
  }

  /** Writes other numbers into the text of the cues. */
  cue(from: string, to: string): void {
    const lines = this.level.cues ?? [];
    if (!lines.some((line) => line.includes(from))) bug(`no cue says ${from}`);
    setCues(this.game, this.level.id, lines.map((line) => line.replace(from, to)).join('\n'));
  }

  brief(...lines: readonly BriefLine[]): void {
    this.level.brief = [...lines];
  }

  /** The id of a kind by its name. */
  kindNamed(name: string): string {
    return this.game.cast.find((kind) => kind.name === name)?.id ?? bug(`no kind ${name}`);
  }
}
