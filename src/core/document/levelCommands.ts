import { freshId } from './castCommands';
import { bug } from '../foundation/result';
import type { CourseLink, GameDocument, Level } from './gameDocument';
import { LEAST_LEVEL_SIDE, LIMITS } from './limits';
import { resolvedCast } from './resolveKind';

/** What a new level starts from. Sizes in cells. */
export interface NewLevel {
  name: string;
  columns: number;
  rows: number;
  /** From where it is seen; from above when left out. */
  view?: 'above' | 'side';
}

const EXIT_SIDE = 2;

/** Whether a game has what every level needs: ground to walk on and somebody to steer. */
export function canHoldLevels(game: GameDocument): boolean {
  return game.terrain.some((ground) => !ground.solid) && [...resolvedCast(game).values()].some((kind) => kind.control);
}

/**
 * Adds a level that can be run at once: open ground inside a wall, the player in one corner, the exit in the other, both on
 * the floor where it is seen from the side. Sizes
 * are drawn into the limits. Returns its id. The game must be one that {@link canHoldLevels}.
 */
export function addLevel(game: GameDocument, { name, columns, rows, view = 'above' }: NewLevel): string {
  const width = Math.min(LIMITS.columns, Math.max(LEAST_LEVEL_SIDE, Math.round(columns)));
  const height = Math.min(LIMITS.rows, Math.max(LEAST_LEVEL_SIDE, Math.round(rows)));
  const open = game.terrain.find((ground) => !ground.solid)?.glyph ?? bug('no ground to walk on');
  const wall = game.terrain.find((ground) => ground.solid)?.glyph ?? open;
  const kinds = [...resolvedCast(game).values()];
  const player = kinds.find((kind) => kind.control) ?? bug('no kind that a player can steer');
  const threat = kinds.find((kind) => !kind.control && kind.tags.length > 0)?.tags[0] ?? 'foe';
  const inner = wall + open.repeat(width - 2) + wall;
  const id = freshId(name, 'level', game.levels);
  game.levels.push({
    id,
    name: name.trim().slice(0, 80) || 'New level',
    ticksPerSecond: 60,
    ...(view === 'side' ? { view } : {}),
    map: [wall.repeat(width), ...Array.from({ length: height - 2 }, () => inner), wall.repeat(width)],
    marks: [{ id: 'exit', name: 'Exit', area: [width - 1 - EXIT_SIDE, height - 1 - EXIT_SIDE, EXIT_SIDE, EXIT_SIDE] }],
    pieces: [
      { id: 'player', name: player.name, kind: player.id, at: [1.5, view === 'side' ? height - 1.5 : 1.5], facing: 0 },
    ],
    rules: { winAt: 'exit', loseWhenTouching: threat, timeLimit: 60 },
  });
  return id;
}

/** Puts a copy behind a level and returns its id. */
export function duplicateLevel(game: GameDocument, levelId: string): string {
  const place = placeOf(game, levelId);
  const original = game.levels[place];
  const id = freshId(original.name, 'level', game.levels);
  const copy: Level = JSON.parse(JSON.stringify(original));
  game.levels.splice(place + 1, 0, { ...copy, id, name: `${original.name} (copy)`.slice(0, 80) });
  return id;
}

export function removeLevel(game: GameDocument, levelId: string): void {
  game.levels.splice(placeOf(game, levelId), 1);
  for (const level of game.levels)
    if (level.links)
      setLinks(
        game,
        level.id,
        level.links.filter(({ to }) => to !== levelId),
      );
}

/** Sets where the course goes on from a level; none of them: to the next one. */
export function setLinks(game: GameDocument, levelId: string, links: CourseLink[]): void {
  const level = game.levels[placeOf(game, levelId)];
  if (links.length === 0) delete level.links;
  else level.links = links;
}

/** Moves a level by so many places in the order of the game; at the ends it stays. */
export function moveLevel(game: GameDocument, levelId: string, by: number): void {
  const place = placeOf(game, levelId);
  const target = Math.min(game.levels.length - 1, Math.max(0, place + by));
  const [level] = game.levels.splice(place, 1);
  game.levels.splice(target, 0, level);
}

function placeOf(game: GameDocument, levelId: string): number {
  const place = game.levels.findIndex((level) => level.id === levelId);
  return place >= 0 ? place : bug(`no level ${levelId}`);
}

/** Writes the cues and rules of a level; an empty text takes them away. */
export function setCues(game: GameDocument, levelId: string, text: string): void {
  const level = game.levels[placeOf(game, levelId)];
  if (text.trim() === '') delete level.cues;
  else level.cues = text.split('\n');
}
