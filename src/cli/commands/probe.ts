import { createInterface } from 'node:readline';
import * as z from 'zod';
import {
  buildGrid,
  buildWalkGrid,
  cellIndexAt,
  cosDegrees,
  isLineClear,
  isSolidAt,
  nearestWord,
  outlineSightArea,
  PathFinder,
  sinDegrees,
  type ArenaGrid,
} from '@/core/index';
import { chooseLevel, openGame } from '../gameFile';
import { CommandFault, EXIT, printResult } from '../output';

const point = z.tuple([z.number(), z.number()]);
const pathQuery = z.strictObject({
  from: point,
  to: point,
  radius: z.number().min(0.05).max(8).default(0.4),
  diagonals: z.boolean().default(true),
});
const sightQuery = z.strictObject({
  from: point,
  to: point,
  facing: z.number().optional(),
  range: z.number().positive().max(1000).optional(),
  arc: z.number().min(0).max(360).default(360),
  outline: z.boolean().default(false),
});

type Answer = (grid: ArenaGrid, query: unknown) => object;

const ANSWERS: Record<string, Answer | undefined> = { path: answerPath, sight: answerSight };

/** `gorge probe path|sight GAME`: queries as JSON lines on stdin, one answer a line on stdout. */
export async function probe(what: string, file: string, options: { level?: string }): Promise<number> {
  const answer = ANSWERS[what];
  if (!answer) throw new CommandFault(`Nothing can be probed by the name \`${what}\`.`, 'Probe `path` or `sight`.');
  const opened = openGame(file);
  const { game } = opened;
  const levelId = chooseLevel(opened, options.level);
  const level = game.levels.find((candidate) => candidate.id === levelId);
  if (!level) {
    const nearest = nearestWord(
      levelId,
      game.levels.map((candidate) => candidate.id),
    );
    throw new CommandFault(
      `There is no level \`${levelId}\`.`,
      nearest ? `Did you mean \`${nearest}\`?` : 'See the levels of the game.',
    );
  }
  const grid = buildGrid(game, level);
  let lineNumber = 0;
  let hasFault = false;
  for await (const line of createInterface({ input: process.stdin })) {
    lineNumber++;
    if (line.trim() === '') continue;
    const reply = answerLine(line, lineNumber, grid, answer);
    if ('error' in reply) hasFault = true;
    await printResult(JSON.stringify(reply) + '\n');
  }
  return hasFault ? EXIT.badInput : EXIT.good;
}

function answerLine(line: string, lineNumber: number, grid: ArenaGrid, answer: Answer): object {
  try {
    return answer(grid, JSON.parse(line));
  } catch (error) {
    const message =
      error instanceof z.ZodError
        ? error.issues.map((issue) => `${issue.path.join('.') || 'query'}: ${issue.message}`).join('; ')
        : 'this line is no JSON';
    process.stderr.write(`line ${lineNumber}: ${message}\n`);
    return {
      error: {
        code: 'bad-query',
        line: lineNumber,
        message,
        hint: 'Write {"from": [x, y], "to": [x, y]} with numbers.',
      },
    };
  }
}

function answerPath(grid: ArenaGrid, query: unknown): object {
  const { from, to, radius, diagonals } = pathQuery.parse(query);
  const isOutside = [from, to].some(([x, y]) => x < 0 || y < 0 || x >= grid.width || y >= grid.height);
  if (isOutside) return { reachable: false, reason: 'outside the arena', cost: null, cells: [] };
  if (isSolidAt(grid, Math.floor(from[0]), Math.floor(from[1])))
    return { reachable: false, reason: 'starts in a wall', cost: null, cells: [] };
  const finder = new PathFinder(buildWalkGrid(grid, radius, diagonals));
  const { reachable, cells, cost } = finder.find(cellIndexAt(grid, ...from), cellIndexAt(grid, ...to));
  const columnAndRow = cells.map((cell) => [cell % grid.width, Math.floor(cell / grid.width)]);
  return {
    reachable,
    ...(reachable ? {} : { reason: 'no way', nearest: columnAndRow[columnAndRow.length - 1] }),
    cost,
    cells: columnAndRow,
  };
}

function answerSight(grid: ArenaGrid, query: unknown): object {
  const { from, to, facing, range, arc, outline } = sightQuery.parse(query);
  const dx = to[0] - from[0];
  const dy = to[1] - from[1];
  const distance = Math.sqrt(dx * dx + dy * dy);
  const isClear = isLineClear(grid, from[0], from[1], to[0], to[1]);
  const isInRange = range === undefined || distance <= range;
  const isInArc =
    facing === undefined ||
    arc >= 360 ||
    dx * cosDegrees(facing) + dy * sinDegrees(facing) >= cosDegrees(arc / 2) * distance;
  const area =
    outline && range !== undefined
      ? { outline: outlineSightArea(grid, { x: from[0], y: from[1], facing: facing ?? 0, range, arc }) }
      : {};
  return {
    sees: isClear && isInRange && isInArc,
    clear: isClear,
    distance,
    in_range: isInRange,
    in_arc: isInArc,
    ...area,
  };
}
