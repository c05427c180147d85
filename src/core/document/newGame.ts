import { freshId } from './castCommands';
import { startingControl } from './controlShape';
import type { GameDocument } from './gameDocument';
import { FORMAT_VERSION } from './migrations/migrate';
import { addLevel, type NewLevel } from './levelCommands';

/** Ground with which a game begins: something of every sort, to be renamed and added to. */
const FIRST_GROUND: GameDocument['terrain'] = [
  { id: 'floor', name: 'floor', glyph: '.', solid: false, opaque: false, tint: '#f6f1e7', hatching: 'none' },
  { id: 'wall', name: 'wall', glyph: '#', solid: true, opaque: true, tint: '#cbbfa6', hatching: 'diagonal' },
  { id: 'fence', name: 'fence', glyph: '=', solid: true, opaque: false, tint: '#e3d9c2', hatching: 'rungs' },
  { id: 'curtain', name: 'curtain', glyph: '%', solid: false, opaque: true, tint: '#e0c9a8', hatching: 'backslant' },
  {
    id: 'mud',
    name: 'mud',
    glyph: ',',
    solid: false,
    opaque: false,
    tint: '#ddd3c6',
    hatching: 'dots',
    speedFactor: 0.6,
    pathCost: 2,
  },
  {
    id: 'water',
    name: 'water',
    glyph: 'w',
    solid: false,
    opaque: false,
    tint: '#a9bcb4',
    hatching: 'waves',
    footing: 'liquid',
  },
  {
    id: 'pit',
    name: 'pit',
    glyph: 'o',
    solid: false,
    opaque: false,
    tint: '#8d8069',
    hatching: 'crossed',
    footing: 'void',
  },
];

/**
 * A game that can be played at once: some ground, a player that walks eight ways, or runs and jumps where the level is seen
 * from the side, a guard that paces, and one level. Its id is made from its name and differs from those that are taken.
 */
export function newGame(level: NewLevel, taken: readonly { id: string }[]): GameDocument {
  const isSide = level.view === 'side';
  const name = level.name.trim().slice(0, 80) || 'New game';
  const game: GameDocument = {
    format: 'gorge',
    version: FORMAT_VERSION,
    id: freshId(name, 'game', taken),
    name,
    pixelsPerCell: 32,
    terrain: FIRST_GROUND.map((ground) => ({ ...ground })),
    cast: [
      {
        id: 'player',
        name: 'Player',
        tags: ['player'],
        radius: 0.35,
        tint: '#1f2d36',
        control: isSide ? startingControl('run and jump', '') : { scheme: 'eight ways', speed: 4, evenDiagonals: true },
      },
      {
        id: 'guard',
        name: 'Guard',
        tags: ['foe'],
        radius: 0.4,
        tint: '#8a3324',
        behavior: 'beat',
        ...(isSide ? { falls: true } : {}),
      },
    ],
    scripts: [
      {
        id: 'beat',
        lines: [
          'behavior beat {',
          '  knob pace = 2 cells/s in 0.5..6',
          '',
          '  start state walks {',
          `    do pace across${isSide ? ', minding ledges,' : ''} at pace`,
          '  }',
          '}',
        ],
      },
    ],
    levels: [],
  };
  const id = addLevel(game, { ...level, name: 'First level' });
  const first = game.levels.find((candidate) => candidate.id === id)!;
  const [column, middle] = [Math.floor(first.map[0].length / 2), Math.floor(first.map.length / 2)];
  const row = isSide ? first.map.length - 2 : middle;
  first.pieces.push({ id: 'guard', name: 'Guard', kind: 'guard', at: [column + 0.5, row + 0.5], facing: 0 });
  return game;
}

/** The same game under a name and an id of its own. */
export function copyOfGame(game: GameDocument, taken: readonly { id: string }[]): GameDocument {
  const name = `${game.name.slice(0, 75)} copy`;
  return { ...game, name, id: freshId(name, 'game', taken) };
}
