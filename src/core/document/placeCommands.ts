import { bug } from '../foundation/result';
import { freshId } from './castCommands';
import { freshName, levelIn, roundCoordinate, type Point } from './commands';
import type { GameDocument, Lane, Mark } from './gameDocument';
import { LIMITS } from './limits';

type GameDraft = GameDocument;

/** Adds a named point, line or area; returns its id. */
export function addMark(
  game: GameDraft,
  levelId: string,
  name: string,
  place: { point: Point } | { line: [Point, Point] } | { area: [number, number, number, number] },
): string {
  const level = levelIn(game, levelId);
  const id = freshId(name, 'mark', level.marks);
  const at = ({ x, y }: Point): [number, number] => [roundCoordinate(x), roundCoordinate(y)];
  const head = { id, name: name.trim().slice(0, 80) || 'Mark' };
  if ('point' in place) level.marks.push({ ...head, point: at(place.point) });
  else if ('line' in place) level.marks.push({ ...head, line: [at(place.line[0]), at(place.line[1])] });
  else level.marks.push({ ...head, area: place.area });
  return id;
}

/** Sets the size of an area, cells. */
export function resizeMark(game: GameDraft, levelId: string, markId: string, width: number, height: number): void {
  const mark = levelIn(game, levelId).marks.find((candidate) => candidate.id === markId);
  if (mark && 'area' in mark) mark.area = [mark.area[0], mark.area[1], Math.max(0.25, width), Math.max(0.25, height)];
}

/** Why a mark cannot be removed, or undefined when it can. */
export function whyMarkStays(game: GameDocument, levelId: string, markId: string): string | undefined {
  const level = levelIn(game, levelId);
  if (level.rules.winAt === markId) return 'It is the exit of the level.';
  const lane = (level.lanes ?? []).find((candidate) => candidate.mark === markId);
  if (lane) return `The lane ${lane.name} begins there.`;
  if (level.cues?.some((line) => new RegExp(`(^|[^\\w-])${markId}($|[^\\w-])`).test(line))) return 'A cue names it.';
  const isElsewhere = game.levels.some((other) => other !== level && other.marks.some((mark) => mark.id === markId));
  const isUsed = (game.contacts ?? []).some((contact) =>
    contact.does.some(
      (effect) =>
        (effect.effect === 'teleport' && effect.to === markId) || (effect.effect === 'open' && effect.area === markId),
    ),
  );
  return isUsed && !isElsewhere ? 'A contact leads to it.' : undefined;
}

export function removeMark(game: GameDraft, levelId: string, markId: string): void {
  const level = levelIn(game, levelId);
  level.marks = level.marks.filter((mark) => mark.id !== markId);
}

export interface NewLane {
  name: string;
  runs: Lane['runs'];
  at: number;
  size: number;
  heading: Lane['heading'];
  /** Ground of the lane, by its character. */
  glyph: string;
}

/** Adds a lane as one thing: its ground across the whole level and the mark at which things come in. Returns its id. */
export function addLane(game: GameDraft, levelId: string, lane: NewLane): string {
  const level = levelIn(game, levelId);
  const id = freshId(lane.name, 'lane', level.lanes ?? []);
  const entry: Lane = {
    id,
    name: lane.name.trim().slice(0, 80) || 'Lane',
    runs: lane.runs,
    at: lane.at,
    size: lane.size,
    heading: lane.heading,
    mark: freshId(`${id}-start`, 'start', level.marks),
  };
  paintLane(level, entry, lane.glyph);
  level.marks.push(startMark(level, entry));
  level.lanes = [...(level.lanes ?? []), entry];
  return id;
}

function paintLane(level: GameDraft['levels'][number], lane: Lane, glyph: string): void {
  const width = level.map[0].length;
  level.map = level.map.map((row, index) => {
    if (lane.runs === 'across') return index >= lane.at && index < lane.at + lane.size ? glyph.repeat(width) : row;
    const end = Math.min(width, lane.at + lane.size);
    return row.slice(0, lane.at) + glyph.repeat(Math.max(0, end - lane.at)) + row.slice(end);
  });
}

/** A line across the lane where things come in. */
function startMark(level: GameDraft['levels'][number], lane: Lane): Mark {
  const isAcross = lane.runs === 'across';
  const comesFromLow = lane.heading === 0 || lane.heading === 90;
  const edge = comesFromLow ? 0.5 : (isAcross ? level.map[0].length : level.map.length) - 0.5;
  const [low, high] = [lane.at + 0.25, lane.at + lane.size - 0.25];
  return {
    id: lane.mark,
    name: `${lane.name} start`,
    line: isAcross
      ? [
          [edge, low],
          [edge, high],
        ]
      : [
          [low, edge],
          [high, edge],
        ],
  };
}

/** Turns a lane round: its heading, its start, and the facing of every piece in it. */
export function turnLane(game: GameDraft, levelId: string, laneId: string): void {
  const level = levelIn(game, levelId);
  const lane = level.lanes?.find((candidate) => candidate.id === laneId) ?? bug(`no lane ${laneId}`);
  lane.heading = ((lane.heading + 180) % 360) as Lane['heading'];
  const place = level.marks.findIndex((mark) => mark.id === lane.mark);
  if (place >= 0) level.marks[place] = { ...startMark(level, lane), name: level.marks[place].name };
  for (const piece of level.pieces) {
    const across = lane.runs === 'across' ? piece.at[1] : piece.at[0];
    if (across >= lane.at && across <= lane.at + lane.size) piece.facing = (piece.facing + 180) % 360;
  }
}

/** Removes a lane and its start; the ground stays. */
export function removeLane(game: GameDraft, levelId: string, laneId: string): void {
  const level = levelIn(game, levelId);
  const lane = level.lanes?.find((candidate) => candidate.id === laneId);
  level.lanes = level.lanes?.filter((candidate) => candidate.id !== laneId);
  if (level.lanes?.length === 0) delete level.lanes;
  if (lane) level.marks = level.marks.filter((mark) => mark.id !== lane.mark);
}

/** Makes ranks of a piece: copies in columns and rows that march as one formation. Returns all ids. */
export function makeRanks(
  game: GameDraft,
  levelId: string,
  pieceId: string,
  columns: number,
  rows: number,
  spacing: Point,
): string[] {
  const level = levelIn(game, levelId);
  const first = level.pieces.find((piece) => piece.id === pieceId) ?? bug(`no piece ${pieceId}`);
  const formations = level.pieces.flatMap((piece) => (piece.formation === undefined ? [] : [{ id: piece.formation }]));
  first.formation = freshId(`${first.kind}-ranks`, 'ranks', formations);
  const ids = [first.id];
  for (let index = 1; index < columns * rows && level.pieces.length < LIMITS.pieces; index++) {
    const { id, name } = freshName(level, first.kind, first.name.replace(/ \d+$/, ''));
    const at: [number, number] = [
      roundCoordinate(first.at[0] + (index % columns) * spacing.x),
      roundCoordinate(first.at[1] + Math.floor(index / columns) * spacing.y),
    ];
    level.pieces.push({ ...(JSON.parse(JSON.stringify(first)) as typeof first), id, name, at });
    ids.push(id);
  }
  return ids;
}

/** Sets for how long pieces have already moved when a run begins; 0 takes it away. */
export function setLead(game: GameDraft, levelId: string, pieceId: string, seconds: number): void {
  const piece =
    levelIn(game, levelId).pieces.find((candidate) => candidate.id === pieceId) ?? bug(`no piece ${pieceId}`);
  if (seconds > 0) piece.lead = roundCoordinate(Math.min(600, seconds));
  else delete piece.lead;
}

/** Spreads pieces that move alike evenly over the time of one round. */
export function spreadLeads(game: GameDraft, levelId: string, pieceIds: readonly string[], roundSeconds: number): void {
  pieceIds.forEach((pieceId, index) => setLead(game, levelId, pieceId, (roundSeconds * index) / pieceIds.length));
}

/** Takes over a whole new map; pieces and marks that would lie outside are drawn in. */
export function replaceMap(game: GameDraft, levelId: string, map: readonly string[]): void {
  const level = levelIn(game, levelId);
  level.map = [...map];
  const [width, height] = [map[0].length, map.length];
  const inside = ([x, y]: readonly [number, number]): [number, number] => [
    Math.min(width - 0.5, Math.max(0.5, x)),
    Math.min(height - 0.5, Math.max(0.5, y)),
  ];
  for (const piece of level.pieces) {
    piece.at = inside(piece.at);
    if (piece.route) piece.route = piece.route.map(inside);
  }
  level.marks = level.marks.map((mark): Mark => {
    if ('point' in mark) return { ...mark, point: inside(mark.point) };
    if ('line' in mark) return { ...mark, line: [inside(mark.line[0]), inside(mark.line[1])] };
    const [x, y, markWidth, markHeight] = mark.area;
    const [w, h] = [Math.min(markWidth, width), Math.min(markHeight, height)];
    return { ...mark, area: [Math.max(0, Math.min(width - w, x)), Math.max(0, Math.min(height - h, y)), w, h] };
  });
}
