import type { GameDocument, KindEntry, Level, Piece, Terrain } from '../document/gameDocument';
import type { Contact, Effect } from '../document/contactShape';
import { EFFECT_NAMES, startingEffect } from '../document/contactShape';
import { startingControl, type Control, type Scheme } from '../document/controlShape';
import { FORMAT_VERSION } from '../document/migrations/migrate';
import { RandomStream } from '../foundation/random';
import { Draw, generatedBehavior } from './generatedBehavior';

/** Ground of small levels: `.` open, `#` wall, `~` slippery, `w` liquid, `o` void, `>` belt, `,` slow, `c` wears, `!` hot, `%` lets some through, `|` stops some. */
export const SMALL_GROUND: Terrain[] = [
  { id: 'floor', name: 'floor', glyph: '.', solid: false, opaque: false, tint: '#f6f1e7', hatching: 'none' },
  { id: 'wall', name: 'wall', glyph: '#', solid: true, opaque: true, tint: '#cbbfa6', hatching: 'diagonal' },
  { ...ground('ice', '~'), footing: 'slippery', grip: 6, slides: true },
  { ...ground('slurry', 'w'), footing: 'liquid' },
  { ...ground('pit', 'o'), footing: 'void' },
  { ...ground('belt', '>'), push: [2, 0] },
  { ...ground('mud', ','), speedFactor: 0.5, pathCost: 4 },
  { ...ground('crust', 'c'), solid: true, opaque: true, strength: 2, becomes: 'floor' },
  { ...ground('embers', '!'), harm: 2 },
  { ...ground('grille', '%'), solid: true, lets: ['yardling', 'spit'] },
  { ...ground('rope', '|'), bars: ['foe', 'player'] },
];

function ground(id: string, glyph: string): Terrain {
  return { id, name: id, glyph, solid: false, opaque: false, tint: '#aabbcc', hatching: 'dots' };
}

const SEEN_FROM_ABOVE: Scheme[] = [
  'eight ways',
  'four ways',
  'one cell a press',
  'slide until blocked',
  'steer to a point',
  'along a rail',
];
const SEEN_FROM_THE_SIDE: Scheme[] = ['flap', 'run and jump'];
const KINDS = ['scuttler', 'lamp', 'lurker'] as const;

export interface GeneratedOptions {
  /** Leaves out what asks for the player's place without seeing it. */
  asksForPlayer?: boolean;
  /** Leaves out cues, contacts and ground that changes. */
  isQuiet?: boolean;
}

/**
 * A game of one level, `small`, made from a seed: any scheme, from above or from the side, all sorts of ground, three kinds
 * with generated behaviors, contacts both ways, spawners and waves. Not all of them are sound: the caller passes over those
 * that do not compile.
 */
export function generatedGame(
  seed: number,
  { asksForPlayer = true, isQuiet = false }: GeneratedOptions = {},
): GameDocument {
  const draw = new Draw(new RandomStream(seed, 23));
  const isSideView = draw.isSo(0.3);
  const [width, height] = [draw.whole(14, 26), draw.whole(10, 16)];
  const map = generatedMap(draw, width, height, isSideView, isQuiet);
  const place = (): [number, number] => freePlace(draw, map);
  const scheme = draw.pick(isSideView ? SEEN_FROM_THE_SIDE : SEEN_FROM_ABOVE);
  const shot = isQuiet ? undefined : 'spit';
  const world = { tag: 'yardling', mark: 'well', shot, ground: draw.pick(['mud', 'ice', 'belt']), isSideView };
  const cast: KindEntry[] = [
    {
      ...kindOf('hand', draw),
      tags: ['player'],
      health: 20,
      control: generatedControl(draw, scheme, isQuiet),
      ...(isSideView ? { falls: true } : {}),
    },
    ...KINDS.map((id) => ({
      ...kindOf(id, draw),
      tags: draw.isSo(0.5) ? ['foe', 'yardling'] : ['yardling'],
      behavior: `do_${id}`,
      health: draw.whole(1, 4),
      floats: draw.isSo(0.3),
      falls: isSideView && draw.isSo(0.6),
      ...(isQuiet ? {} : { wear: draw.whole(0, 1), ...generatedCrumbs(draw), ...generatedParts(draw) }),
    })),
    { ...kindOf('spit', draw), radius: 0.12, ...(isQuiet ? {} : { wear: 1, ...generatedCrumbs(draw) }) },
    { ...kindOf('cup', draw), tags: ['cup'] },
    { ...kindOf('horn', draw), tags: ['foe'], behavior: 'do_horn' },
  ];
  const start = place();
  const pieces: Piece[] = [
    { id: 'hand', name: 'Hand', kind: 'hand', at: start, facing: 0 },
    ...Array.from({ length: draw.whole(2, 7) }, (_, index): Piece => {
      const at = place();
      return {
        id: `piece-${index + 1}`,
        name: `Piece ${index + 1}`,
        kind: draw.pick([...KINDS, ...KINDS, 'cup']),
        at,
        facing: draw.whole(0, 359),
        route: [at, place(), place()],
        ...(draw.isSo(0.2) ? { lead: draw.whole(1, 4) } : {}),
      };
    }),
  ];
  const level: Level = {
    id: 'small',
    name: 'Small',
    ticksPerSecond: draw.pick([30, 60, 60, 120, 50, 48]),
    map,
    ...(isSideView ? { view: 'side' as const } : {}),
    marks: [
      // On the player, so that the check of the way is passed; programs have it out of reach.
      { id: 'exit', name: 'Exit', area: [start[0] - 0.1, start[1] - 0.1, 0.2, 0.2] },
      { id: 'well', name: 'Well', point: place() },
      { id: 'gate', name: 'Gate', area: [2, 2, width - 4, height - 4] },
    ],
    pieces,
    rules: { winAt: 'exit', loseWhenTouching: draw.pick(['foe', 'nobody']), timeLimit: 20 },
    ...(isQuiet || draw.isSo(0.5) ? {} : { cues: generatedCues(draw) }),
  };
  return {
    format: 'gorge',
    version: FORMAT_VERSION,
    id: 'small',
    name: 'Small',
    pixelsPerCell: 32,
    terrain: SMALL_GROUND,
    cast,
    ...(isQuiet ? {} : { contacts: generatedContacts(draw) }),
    scripts: [
      ...KINDS.map((id) => ({
        id: `do_${id}`,
        lines: generatedBehavior(`do_${id}`, draw, world, asksForPlayer).split('\n'),
      })),
      { id: 'do_horn', lines: HORN },
    ],
    levels: [level],
  };
}

function kindOf(id: string, draw: Draw): KindEntry {
  return { id, name: id, tags: [], radius: draw.pick([0.25, 0.35, 0.4, 0.45]), tint: '#8a3324' };
}

/** What a part with a mind of its own does: it looks about and fires. */
const HORN = [
  'behavior do_horn {',
  '  start state on { do look around at 90 deg/s, arc 120 deg repeat every 0.7 s { fire spit ahead, at 5 cells/s, range 6 cells } }',
  '}',
];

function generatedCrumbs(draw: Draw): Pick<KindEntry, 'crumbs'> {
  return draw.isSo(0.5) ? { crumbs: { within: Number(draw.number(0.5, 3)), share: Number(draw.number(0, 1)) } } : {};
}

function generatedParts(draw: Draw): Pick<KindEntry, 'parts'> {
  if (!draw.isSo(0.3)) return {};
  const offset = () => Number(draw.number(-1.5, 1.5));
  const parts = Array.from({ length: draw.whole(1, 3) }, () => ({
    kind: draw.pick(['cup', 'horn']),
    at: [offset(), offset()] as [number, number],
  }));
  return { parts };
}

/** A control of a scheme, now and then with something to throw or to strike with. */
function generatedControl(draw: Draw, scheme: Scheme, isQuiet: boolean): Control {
  const control = startingControl(scheme, 'spit');
  if (control.scheme === 'steer to a point') control.goesOn = draw.isSo(0.5);
  if (isQuiet || draw.isSo(0.5)) return control;
  return {
    ...control,
    throws: {
      shot: 'spit',
      shotSpeed: draw.whole(3, 12),
      range: draw.whole(1, 9),
      cooldown: 0.3,
      ...draw.pick([{}, { charge: 0.2 }, { aim: 'pointer' as const }, { aim: 135 }, { blow: 0.2 }]),
    },
  };
}

function generatedMap(draw: Draw, width: number, height: number, isSideView: boolean, isQuiet: boolean): string[] {
  const wallShare = draw.random.nextUnit() * 0.2;
  const glyphs = isQuiet ? ['~', ',', '>', '%', '|'] : ['~', ',', '>', 'c', '!', 'w', 'o', '%', '|'];
  const special = isSideView ? ['%', '|', ...(isQuiet ? [] : ['c'])] : glyphs;
  const specialShare = draw.isSo(0.4) || special.length === 0 ? 0 : 0.15;
  return Array.from({ length: height }, (_, row) =>
    Array.from({ length: width }, (__, column) => {
      const isRim = row === 0 || column === 0 || row === height - 1 || column === width - 1;
      if (isRim) return '#';
      const drawn = draw.random.nextUnit();
      if (drawn < wallShare) return '#';
      return drawn < wallShare + specialShare ? draw.pick(special) : '.';
    }).join(''),
  );
}

function freePlace(draw: Draw, map: readonly string[]): [number, number] {
  for (let attempt = 0; attempt < 200; attempt++) {
    const column = draw.whole(1, map[0].length - 2);
    const row = draw.whole(1, map.length - 2);
    if (map[row][column] === '.') return [column + 0.5, row + 0.5];
  }
  return [1.5, 1.5];
}

function generatedContacts(draw: Draw): Contact[] {
  const bodies = ['hand', ...KINDS, 'spit', 'cup', 'horn'];
  const seen = new Set<string>();
  return Array.from({ length: draw.whole(1, 6) }, (): Contact => {
    const does = Array.from({ length: draw.whole(1, 2) }, (): Effect =>
      startingEffect(draw.pick(EFFECT_NAMES), 'well', 'wall', 'floor'),
    );
    return { by: draw.pick(bodies), on: draw.pick(bodies), does, cooldown: Number(draw.number(0.1, 1)) };
  }).filter(({ by, on }) => by !== on && !seen.has(`${by} ${on}`) && seen.add(`${by} ${on}`));
}

function generatedCues(draw: Draw): string[] {
  const kind = () => draw.pick(KINDS);
  return [
    'spawner drip {',
    `  at ${draw.pick(['gate', 'edge', 'well'])}`,
    `  every ${draw.number(0.5, 3)} s ± ${draw.number(0, 0.4)} s`,
    `  pick ${KINDS[0]} ${draw.number(1, 4)}, ${KINDS[1]} 1`,
    `  limit ${draw.whole(2, 6)} alive`,
    `  retire after ${draw.number(2, 8)} s`,
    '}',
    'waves tide {',
    '  at gate',
    '  away from player by 3 cells',
    '  grace 0.4 s',
    `  wave 1 { ${draw.whole(1, 4)} ${kind()}, one every ${draw.number(0.2, 1)} s }`,
    `  repeat wave 1 growing 1.5x to 6`,
    `  next when cleared or after ${draw.number(2, 6)} s`,
    '}',
  ];
}
