import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { kindOf, resolvedCast } from '../document/resolveKind';
import { fail, type Result } from '../foundation/result';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';

export const PROVING_LEVEL = 'proving-ground';
const PLAYER = 'proving-player';

/** `#` what stops and hides, `=` what stops but can be seen through, `%` what hides but can be walked through. */
const YARD = [
  '##############################',
  '#............................#',
  '#............................#',
  '#.....####.........####......#',
  '#........#.........#.........#',
  '#........#.........#.........#',
  '#............................#',
  '#............................#',
  '#......===...................#',
  '#....................%%%%....#',
  '#....................%%%%....#',
  '#.....##...##................#',
  '#.....##...##.......####.....#',
  '#............................#',
  '#............................#',
  '##############################',
];

/** How long a chase down the corridor lasts at most, seconds. */
const CORRIDOR_SECONDS = 60;
/** No corridor is longer than this, cells; who is quicker than that allows has less time. */
const MOST_CORRIDOR_CELLS = 4000;
/** Room before the one who pursues and behind the one who flees, cells. */
const CORRIDOR_SPARE = 8;

/** How long the corridor is, cells: nobody comes to its end in the time of the chase. */
function corridorCells({ headStart, playerSpeed }: ProvingPlan): number {
  return Math.min(MOST_CORRIDOR_CELLS, Math.ceil(headStart + playerSpeed * CORRIDOR_SECONDS) + 2 * CORRIDOR_SPARE);
}

/** How long the chase may last, seconds: at most until the end of the longest corridor. */
function corridorSeconds({ headStart, playerSpeed }: ProvingPlan): number {
  const way = MOST_CORRIDOR_CELLS - headStart - 2 * CORRIDOR_SPARE;
  return Math.min(CORRIDOR_SECONDS, Math.max(1, Math.floor(way / Math.max(playerSpeed, 1e-6))));
}

export interface ProvingPlan {
  form: 'yard' | 'corridor';
  kind: string;
  /** Others of the same kind, to see alarm spread. */
  allies: number;
  /** How fast the dot or the one who flees can go, cells a second. */
  playerSpeed: number;
  /** In the corridor: how far the pursuer begins behind. */
  headStart: number;
}

/**
 * The game with one more level, in which a kind stands alone with somebody to see. Names that the behavior knows from its own
 * level, such as marks, are there too. Faults when the game has no ground that a body can stand on.
 */
export function addProvingLevel(
  game: GameDocument,
  levelId: string,
  plan: ProvingPlan,
): Result<GameDocument, Diagnostic> {
  const level = game.levels.find((candidate) => candidate.id === levelId) ?? game.levels[0];
  const map = mapOf(game, plan.form === 'yard' ? YARD : corridor(corridorCells(plan)));
  const player = [...resolvedCast(game).values()].find((kind) => kind.control);
  if (!map || !player || !kindOf(game, plan.kind))
    return fail([
      errorAt(
        { path: ['terrain'] },
        'proving-ground-missing',
        'This game has no open ground or no player yet.',
        'Add both.',
      ),
    ]);
  const playerKind = {
    id: PLAYER,
    name: player.name,
    tags: player.tags,
    radius: player.radius,
    tint: player.tint,
    control:
      plan.form === 'yard'
        ? ({ scheme: 'steer to a point', speed: plan.playerSpeed } as const)
        : ({ scheme: 'eight ways', speed: plan.playerSpeed, evenDiagonals: true } as const),
  };
  const proving: Level = {
    id: PROVING_LEVEL,
    name: 'Proving ground',
    ticksPerSecond: level.ticksPerSecond,
    map,
    marks: marksOf(level, plan),
    pieces: piecesOf(plan),
    rules: {
      winAt: 'proving-exit',
      loseWhenTouching: plan.form === 'yard' ? 'nobody' : 'foe',
      timeLimit: plan.form === 'yard' ? 3600 : corridorSeconds(plan),
    },
  };
  return {
    ok: true,
    value: { ...game, cast: [...game.cast, playerKind], levels: [...game.levels, proving] },
  };
}

function corridor(cells: number): string[] {
  const wall = '#'.repeat(cells);
  const open = `#${'.'.repeat(cells - 2)}#`;
  return [wall, open, open, open, wall];
}

/** The plan of the ground in the characters of the game; what it has no ground for stays open. */
function mapOf({ terrain }: GameDocument, plan: readonly string[]): string[] | undefined {
  const isPlain = (ground: GameDocument['terrain'][number]) =>
    !ground.harm && !ground.push && !ground.becomes && (ground.footing ?? 'firm') === 'firm';
  const find = (solid: boolean, opaque: boolean) =>
    terrain.find((ground) => ground.solid === solid && ground.opaque === opaque && isPlain(ground))?.glyph;
  const open = find(false, false);
  if (!open) return undefined;
  const glyphs: Record<string, string> = {
    '.': open,
    '#': find(true, true) ?? find(true, false) ?? open,
    '=': find(true, false) ?? open,
    '%': find(false, true) ?? open,
  };
  return plan.map((row) => [...row].map((glyph) => glyphs[glyph]).join(''));
}

function piecesOf({ form, kind, allies, headStart }: ProvingPlan): Piece[] {
  const isYard = form === 'yard';
  const at: [number, number] = isYard ? [14.5, 6.5] : [3, 2.5];
  const player: Piece = {
    id: 'player',
    name: 'Player',
    kind: PLAYER,
    at: isYard ? [2.5, 13.5] : [at[0] + headStart, 2.5],
    facing: 0,
  };
  const guards = Array.from({ length: 1 + allies }, (_, index): Piece => ({
    id: index === 0 ? 'subject' : `ally-${index}`,
    name: index === 0 ? 'Subject' : `Ally ${index}`,
    kind,
    at: index === 0 ? at : [at[0] + 3 * index, at[1] + (index % 2 ? 4 : -4)],
    facing: isYard ? 180 : 0,
    route: isYard
      ? [
          [at[0], at[1]],
          [at[0], 13.5],
          [4.5, 6.5],
        ]
      : [[at[0], at[1]]],
  }));
  return [player, ...guards];
}

/** Marks keep their names, so that behaviors that travel to them can be tried; the exit is out of everybody's way. */
function marksOf(level: Level, plan: ProvingPlan): Level['marks'] {
  const { form } = plan;
  const corner = form === 'yard' ? [28.2, 14.2] : [corridorCells(plan) - 1.5, 1.2];
  const exit = {
    id: 'proving-exit',
    name: 'Exit',
    area: [corner[0], corner[1], 0.4, 0.4] as [number, number, number, number],
  };
  const others = level.marks.map((mark, index) => ({
    id: mark.id,
    name: mark.name,
    point: (form === 'yard' ? [4.5 + ((index * 7) % 22), 1.5 + ((index * 5) % 13)] : [2.5 + index, 1.5]) as [
      number,
      number,
    ],
  }));
  return [exit, ...others] as Level['marks'];
}
