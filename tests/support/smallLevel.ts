import {
  FORMAT_VERSION,
  compileGameLevel,
  type Contact,
  type Control,
  type GameDocument,
  type KindEntry,
  type Level,
  type LevelProgram,
  type Piece,
} from '@/core/index';
import { SMALL_GROUND } from '@/core/testing/generatedLevel';

export interface SmallLevel {
  map: string[];
  player?: Partial<Piece>;
  control?: Control;
  playerKind?: Partial<KindEntry>;
  kinds?: (Partial<KindEntry> & { id: string })[];
  pieces?: (Partial<Piece> & { kind: string; at: [number, number] })[];
  /** Behaviors by id; the text inside the braces. */
  scripts?: Record<string, string>;
  contacts?: Contact[];
  marks?: Level['marks'];
  level?: Partial<Level>;
}

/** A game of one small level. The exit is far off in a corner unless a mark called `exit` is given. */
export function smallGame(small: SmallLevel): GameDocument {
  const height = small.map.length;
  const width = small.map[0].length;
  const kinds: KindEntry[] = (small.kinds ?? []).map((kind) => ({
    name: kind.id,
    tags: [],
    radius: 0.4,
    tint: '#8a3324',
    ...kind,
  }));
  const marks = small.marks ?? [];
  const exit = {
    id: 'exit',
    name: 'Exit',
    area: [width - 1, height - 1, 0.5, 0.5] as [number, number, number, number],
  };
  return {
    format: 'gorge',
    version: FORMAT_VERSION,
    id: 'small',
    name: 'Small',
    pixelsPerCell: 32,
    terrain: structuredClone(SMALL_GROUND),
    cast: [
      {
        id: 'player',
        name: 'Player',
        tags: ['player'],
        radius: 0.4,
        tint: '#1f2d36',
        control: small.control ?? { scheme: 'eight ways', speed: 3, evenDiagonals: true },
        ...small.playerKind,
      },
      ...kinds,
    ],
    ...(small.contacts ? { contacts: small.contacts } : {}),
    scripts: Object.entries(small.scripts ?? {}).map(([id, text]) => ({
      id,
      lines: `behavior ${id} { ${text} }`.split('\n'),
    })),
    levels: [
      {
        id: 'small',
        name: 'Small',
        ticksPerSecond: 60,
        map: small.map,
        marks: marks.some((mark) => mark.id === 'exit') ? marks : [...marks, exit],
        pieces: [
          { id: 'player', name: 'Player', kind: 'player', at: [1.5, 1.5], facing: 0, ...small.player },
          ...(small.pieces ?? []).map((piece, index): Piece => ({
            id: `piece-${index + 1}`,
            name: `Piece ${index + 1}`,
            facing: 0,
            ...piece,
          })),
        ],
        rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 60 },
        ...small.level,
      },
    ],
  };
}

/** The small level as a program; the exit need not be within reach. */
export function smallProgram(small: SmallLevel): LevelProgram {
  const opened = { ...small, marks: [...(small.marks ?? [])] };
  if (!opened.marks.some((mark) => mark.id === 'exit')) {
    // An exit on the player passes the check of the way; it is then put out of reach.
    const [x, y] = small.player?.at ?? [1.5, 1.5];
    opened.marks.push({ id: 'exit', name: 'Exit', area: [x - 0.1, y - 0.1, 0.2, 0.2] });
  }
  const compiled = compileGameLevel(smallGame(opened), 'small');
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults, null, 1));
  const hasExit = (small.marks ?? []).some((mark) => mark.id === 'exit');
  return hasExit ? compiled.value : { ...compiled.value, exit: { x: -99, y: -99, width: 0, height: 0 } };
}
