import { startingControl } from '../document/controlShape';
import type { GameDocument } from '../document/gameDocument';
import { newGame } from '../document/newGame';
import { generateMap } from '../exchange/generateMap';
import { Beginning } from './beginGame';

/** A sort of game with which one can begin: a small level that plays at once, with a number that means something. */
export interface GameSort {
  id: string;
  name: string;
  /** What there is in it, and what the first thing to turn is. */
  about: string;
  begin: (name: string, taken: readonly { id: string }[]) => GameDocument;
}

const GUARDED = [
  '######################',
  '#@...#.......#.......#',
  '#....#.......#.......#',
  '#....#..###..#..###..#',
  '#.......###.....###..#',
  '#....................#',
  '#....................#',
  '###..####...####..####',
  '#....#......#........#',
  '#....#......#........#',
  '#......##.......%%...#',
  '#....#.##...#...%%.EE#',
  '#....#......#......EE#',
  '######################',
];

const LANES = [
  '####################',
  '#........@.........#',
  '#..................#',
  '#..................#',
  '#..................#',
  '#..................#',
  '#..................#',
  '#..................#',
  '#..................#',
  '#.......EEEE.......#',
  '####################',
];

const SLIDE = [
  '###############',
  '#@........#...#',
  '#...#.......#.#',
  '#...#....#....#',
  '#.............#',
  '##............#',
  '#.........#..##',
  '#.............#',
  '#..#.........E#',
  '#.............#',
  '###############',
];

const FLIGHT = field(60, 14, [3, 6]).map((row, at, { length }) =>
  at === 0 || at === length - 1 ? row : `${row.slice(0, -3)}EE#`,
);

const LEDGES = [
  '##############################',
  '#............................#',
  '#............................#',
  '#............................#',
  '#............................#',
  '#...............####.........#',
  '#............................#',
  '#.........####........####...#',
  '#............................#',
  '#@........................EE.#',
  '#######..######..######..#####',
  '#######oo######oo######oo#####',
];

/** Sides of the hunters' maze, cells; odd, so that its walls close. */
const MAZE = { columns: 23, rows: 13 };

function maze(): string[] {
  const rows = generateMap({
    ...{ form: 'maze', ...MAZE, seed: 11, openness: 0.7 },
    ...{ wallGlyph: '#', openGlyph: '.', betweenGlyph: '#' },
  });
  const put = (row: string, at: number, sign: string) => row.slice(0, at) + sign + row.slice(at + 1);
  rows[1] = put(rows[1], 1, '@');
  rows[MAZE.rows - 2] = put(rows[MAZE.rows - 2], MAZE.columns - 2, 'E');
  return rows;
}

/** An open field inside a wall; the player stands in a place of it. */
function field(columns: number, rows: number, [column, row]: [number, number], rim = '#'): string[] {
  return Array.from({ length: rows }, (_, y) => {
    const isRim = y === 0 || y === rows - 1;
    const inner = isRim ? rim.repeat(columns - 2) : '.'.repeat(columns - 2);
    const line = rim + inner + rim;
    return y === row ? `${line.slice(0, column)}@${line.slice(column + 1)}` : line;
  });
}

/** All sorts, in the order in which they are offered; the last is an empty level of a size that is asked for. */
export const GAME_SORTS: readonly GameSort[] = [
  {
    ...{ id: 'guards', name: 'Guards who see' },
    about: 'Rooms, two watchmen on beats, an exit. Turn how far they see, or drag their waypoints.',
    begin: (name, taken) => {
      const begun = new Beginning(name, GUARDED, startingControl('eight ways'), taken);
      begun.watchman([7.5, 5.5], [17.5, 5.5]);
      begun.watchman([17.5, 9], [8.5, 9]);
      begun.brief({ standIn: 'casual', measure: 'clears', least: 40, most: 65 });
      return begun.game;
    },
  },
  {
    ...{ id: 'maze', name: 'Hunters in a maze' },
    about: 'Gather five tiles and get out, with two hounds that hunt whoever they see. Turn their reach.',
    begin: (name, taken) => {
      const begun = new Beginning(name, maze(), startingControl('four ways'), taken);
      begun.part('chaser', { x: 11.5, y: 6.5 });
      begun.part('chaser', { x: 19.5, y: 3.5 });
      const open = (x: number, y: number) => begun.level.map[y]?.[x] === '.';
      const places = [
        [5, 1],
        [17, 1],
        [9, 5],
        [3, 9],
        [15, 11],
      ].map(([x, y]): [number, number] => (open(x, y) ? [x + 0.5, y + 0.5] : [x + 0.5, y + 1.5]));
      const tile = begun.gather('Tile', '#3d6f7a', places);
      delete begun.level.rules.winAt;
      begun.level.rules.timeLimit = 90;
      begun.rules(`score 10 when ${tile} collected`, `win when no ${tile} left and player at exit`);
      begun.brief({ standIn: 'casual', measure: 'clears', least: 62, most: 88 });
      return begun.game;
    },
  },
  {
    ...{ id: 'lanes', name: 'Lanes to cross' },
    about: 'Five lanes of traffic between you and the far side. Turn the gap of a lane under Cues.',
    begin: (name, taken) => {
      const begun = new Beginning(name, LANES, startingControl('one cell a press'), taken);
      for (const y of [3.5, 4.5, 5.5, 6.5, 7.5]) begun.part('lane', { x: 9.5, y });
      begun.cue('knob gap = 2.4 s', 'knob gap = 1.1 s');
      begun.cue('speed 2.6..3.2', 'speed 4.2..5.0');
      begun.brief({ standIn: 'casual', measure: 'clears', least: 38, most: 62 });
      return begun.game;
    },
  },
  {
    ...{ id: 'slide', name: 'A floor to slide on' },
    about: 'Whoever goes slides on until something stops them, past three hot jets. Turn how long a jet blows.',
    begin: (name, taken) => {
      const begun = new Beginning(name, SLIDE, startingControl('slide until blocked'), taken);
      begun.part('hazard', { x: 6.5, y: 1.5 });
      begun.part('hazard', { x: 11.5, y: 5.5 });
      begun.part('hazard', { x: 9.5, y: 1.5 });
      begun.turn('hot-jet', { pause: 0.7, warning: 0.3, blast: 2.4 });
      begun.brief({ standIn: 'casual', measure: 'clears', least: 75, most: 95 });
      return begun.game;
    },
  },
  {
    ...{ id: 'gaps', name: 'Gaps to fly through' },
    about: 'Seen from the side: slabs come along with a gap between them. Turn how wide gaps are, under Cues.',
    begin: (name, taken) => {
      const begun = new Beginning(name, FLIGHT, startingControl('flap'), taken);
      begun.part('gaps', { x: 30, y: 7 });
      begun.brief({ standIn: 'casual', measure: 'clears', least: 58, most: 82 });
      return begun.game;
    },
  },
  {
    ...{ id: 'waves', name: 'Waves to hold out against' },
    about: 'Hounds come out of a gate in waves that grow, and you throw. Turn their counts and rests under Cues.',
    begin: (name, taken) => {
      const begun = new Beginning(name, field(24, 14, [12, 7]), startingControl('eight ways'), taken);
      begun.part('waves', { x: 3, y: 3 });
      begun.arm();
      begun.rules('score 10 when foe defeated', 'win when clock > 40 s');
      begun.brief({ standIn: 'casual', measure: 'clears', least: 52, most: 78 });
      return begun.game;
    },
  },
  {
    ...{ id: 'ranks', name: 'Ranks that come down' },
    about: 'Marchers step to the side and down at the edges; you fire from below. Turn their beat.',
    begin: (name, taken) => {
      const begun = new Beginning(name, field(16, 12, [7, 10]), startingControl('along a rail'), taken);
      for (const y of [2, 5]) begun.part('ranks', { x: 7, y });
      begun.turn('marcher', { beat: 0.17 });
      begun.arm();
      begun.slowFire(1);
      begun.rules('score 10 when foe defeated', 'win when no foe left');
      begun.brief({ standIn: 'casual', measure: 'clears', least: 60, most: 85 });
      return begun.game;
    },
  },
  {
    ...{ id: 'ledges', name: 'Ledges to run and jump' },
    about: 'Seen from the side: pits to jump, walkers that turn at ledges. Turn their pace.',
    begin: (name, taken) => {
      const begun = new Beginning(name, LEDGES, startingControl('run and jump'), taken);
      begun.part('walker', { x: 11.5, y: 9.5 });
      begun.part('walker', { x: 20.5, y: 9.5 });
      begun.brief({ standIn: 'casual', measure: 'clears', least: 66, most: 90 });
      return begun.game;
    },
  },
  {
    ...{ id: 'empty', name: 'An empty level' },
    about: 'A player, an exit and a guard that paces; nothing else.',
    begin: (name, taken) => newGame({ name, columns: 30, rows: 18 }, taken),
  },
];
